import type { RunAnswer } from '@gorse/contract';
import {
  type AdvanceState,
  BEADS,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type FrameAction,
  type FramePiece,
  type FramePoint,
  type Instruction,
  mountedNow,
  trimmed,
} from '@gorse/core';
import { Button, Group, Select, Stack, Text } from '@mantine/core';
import { memo, type ReactNode } from 'react';
import { api } from '../../api/api.ts';
import { sayToFrame, useFrame } from '../../api/frame-socket.ts';
import { Caution, type CautionName, useCautioned } from '../../ui/caution.tsx';
import { LengthInput } from '../../ui/length-input.tsx';
import { tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { atStart } from '../../ui/words.ts';
import { wordsFor, worstWords } from './frame-words.ts';
import type { Told } from './told.ts';
import { Disagreeing } from './disagreeing.tsx';
import { BigButton, Title } from './parts.tsx';
import { SideWays, type Ways } from './side-ways.tsx';
import { isSpeedShown, SpeedKeys } from './speed.tsx';
import { StopButton } from './stop-button.tsx';

interface Props {
  readonly quiltId: string;
  /** Null while there is nothing at hand. */
  readonly told: Told | null;
  /** What is done instead of what is told. */
  readonly instead: ReactNode;
  readonly advances: AdvanceState;
  /** The hole that the loaded line starts or goes on from; null while it isn't known. */
  readonly startsAt: FramePoint | null;
  readonly ways: Ways;
  readonly pieces: readonly FramePiece[];
  readonly finished: ReadonlySet<string>;
  readonly back: number;
  readonly onBack: (mm: number) => void;
  readonly onAct: (action: FrameAction) => void;
  readonly onChoose: (pieceId: string | null) => void;
}

/** One instruction at a time, one big button, the readouts, and STOP. */
export function FramePanel(props: Props) {
  const { told, finished, advances, instead } = props;
  const connected = useFrame((frame) => frame.connected);
  const linkUp = useFrame((frame) => frame.linkUp);
  const refusal = useFrame((frame) => frame.refusal);
  const elsewhere = useFrame((frame) => frame.elsewhere);
  const driver = useFrame((frame) => frame.driver);
  const passes = Math.max(told?.passes ?? 0, mountedNow(advances).pass + 1);
  const head = told?.head ?? null;
  const caution = useCautionDue(told?.instruction ?? null, advances, head?.fault != null);
  return (
    <aside
      className="card"
      aria-label="What to do at the frame"
      style={{ display: 'flex', flexDirection: 'column', overflow: 'hidden' }}
    >
      <div style={{ display: 'flex', flexDirection: 'column', gap: 10, flex: 1, minHeight: 0, overflowY: 'auto' }}>
        <Text fw={600} lh={1.1}>
          Pass {mountedNow(advances).pass + 1} of {passes}
        </Text>
        {!elsewhere && told && !instead && <Beads at={told.instruction.bead} />}
        {told && !instead && (
          <PieceSelect
            pieces={props.pieces}
            passes={told.passes}
            finished={finished}
            value={told.piece.id}
            onChoose={props.onChoose}
            disabled={head?.mode === 'stitching' || head?.mode === 'paused'}
          />
        )}
        {!connected || !linkUp ? (
          <Text fz={22} role="alert">
            {connected
              ? 'The frame does not answer. Check that it is on; Gorse tries again by itself.'
              : 'The server does not answer. Gorse tries again by itself.'}
          </Text>
        ) : elsewhere ? (
          <Elsewhere {...elsewhere} quiltId={props.quiltId} />
        ) : driver?.own === false ? (
          <Watching name={driver.name} />
        ) : caution ? (
          <Caution name={caution} />
        ) : (
          (instead ?? (told && <Task {...props} told={told} />))
        )}
        {refusal !== null && (
          <Text role="alert" fz={18} c="rowan.7" fw={600}>
            {refusal}
          </Text>
        )}
      </div>
      <Group wrap="nowrap" gap="sm" pt={8} align="flex-end">
        <Readouts action={told?.instruction.action ?? null} run={told?.run ?? null} />
        <StopButton />
      </Group>
    </aside>
  );
}

/** Has an option a piece, so it is made anew only when they change. */
const PieceSelect = memo(function PieceSelect({
  pieces,
  passes,
  finished,
  value,
  onChoose,
  disabled,
}: Pick<Props, 'pieces' | 'finished' | 'onChoose'> & {
  readonly passes: number;
  readonly value: string;
  readonly disabled: boolean;
}) {
  return (
    <Select
      aria-label="What to stitch"
      size="md"
      data={pieces.map((one) => ({
        value: one.id,
        label: `${atStart(one.name)}${passes > 1 ? (one.pass < 0 ? ', too deep' : `, pass ${one.pass + 1}`) : ''}${finished.has(one.id) ? ', stitched' : ''}`,
      }))}
      value={value}
      allowDeselect={false}
      onChange={onChoose}
      disabled={disabled}
    />
  );
});

/** Another quilt lies on the frame. */
function Elsewhere({
  quilt,
  busy,
  quiltId,
}: {
  readonly quilt: string | null;
  readonly busy: boolean;
  readonly quiltId: string;
}) {
  return (
    <Stack gap="sm" role="alert">
      <Text fz={24} fw={700} lh={1.2}>
        {quilt ?? 'No quilt'} {busy ? 'is being stitched' : 'is on the frame'}
      </Text>
      <Text fz={17}>
        {busy
          ? 'Finish or stop it there. Only STOP works from here until then.'
          : `${quilt === null ? 'A backup was restored.' : 'It was opened on another screen.'} Put this quilt on the frame when it truly lies there.`}
      </Text>
      {!busy && (
        <Button size="xl" h={64} onClick={() => void api.putOn(quiltId).catch(tellError)}>
          Put this quilt on the frame
        </Button>
      )}
    </Stack>
  );
}

/** Another screen drives the frame. */
function Watching({ name }: { readonly name: string }) {
  return (
    <Stack gap="sm" role="alert">
      <Text fz={24} fw={700} lh={1.2}>
        {atStart(name)} drives
      </Text>
      <Text fz={17}>Here you watch, and can stop. Take over when you stand at this screen; the other one is told.</Text>
      <Button size="xl" h={64} onClick={() => sayToFrame({ type: 'drive' })}>
        Take over
      </Button>
    </Stack>
  );
}

/** The caution that applies now and wasn't acknowledged in this session. */
function useCautionDue(instruction: Instruction | null, { step }: AdvanceState, fault: boolean): CautionName | null {
  const action = instruction?.action ?? null;
  const head = useCautioned('head');
  const stitch = useCautioned('stitch');
  const mend = useCautioned('mend');
  const roll = useCautioned('roll');
  const turn = useCautioned('turn');
  if (fault) return mend ? null : 'mend';
  if (!head) return 'head';
  if ((action === 'unclamp' || (action === null && step === 'roll')) && !roll) return 'roll';
  if (action === 'turn' && !turn) return 'turn';
  return action === 'bobbinThread' && !stitch ? 'stitch' : null;
}

function Beads({ at }: { readonly at: Instruction['bead'] }) {
  const now = BEADS.indexOf(at);
  return (
    <ol
      aria-label="Steps at the frame"
      style={{
        display: 'flex',
        justifyContent: 'space-between',
        listStyle: 'none',
        margin: 0,
        padding: 0,
        fontSize: 14,
      }}
    >
      {BEADS.map((bead, i) => (
        <li
          key={bead}
          aria-current={i === now ? 'step' : undefined}
          style={{ textAlign: 'center', fontWeight: i === now ? 700 : 400 }}
        >
          <span aria-hidden style={{ display: 'block', fontSize: 20, lineHeight: 1 }}>
            {i < now ? '●' : i === now ? '◐' : '○'}
          </span>
          {bead}
        </li>
      ))}
    </ol>
  );
}

function Task({ told, startsAt, ways, back, onBack, onAct }: Props & { readonly told: Told }) {
  const style = useLengthStyle();
  const { instruction, lineUp } = told;
  // The line is loaded, but where it starts isn't known here yet.
  const isOnItsWay = instruction.action === 'goToStart' && startsAt === null;
  const words = wordsFor(told, style);
  const disagreement = instruction.action === 'touch' || instruction.action === 'load' ? lineUp?.disagreement : null;
  return (
    <Stack gap="sm" aria-live="polite">
      <Title>{words.title}</Title>
      {/* What disagrees comes first, and the buttons must stay in sight. */}
      {!disagreement && <Text fz={17}>{words.why}</Text>}
      {instruction.action === 'touch' && !disagreement && <Text fz={17}>{worstWords(told, style)}</Text>}
      {instruction.action === 'goOn' && (
        <LengthInput size="lg" label="Back along the line" value={back} least={0} most={500} onLength={onBack} />
      )}
      {disagreement && <Disagreeing {...disagreement} ways={ways} />}
      <BigButton
        disabled={instruction.action === null || (instruction.action === 'touch' && told.wanted === null) || isOnItsWay}
        onClick={() => instruction.action && onAct(instruction.action)}
      >
        {words.button}
      </BigButton>
      {isSpeedShown(instruction.action) && <SpeedKeys />}
      <SideWays told={told} ways={ways} onAct={onAct} />
    </Stack>
  );
}

const NO_WRAP = { whiteSpace: 'nowrap' } as const;

function Readouts({ run, action }: { readonly run: RunAnswer | null; readonly action: FrameAction | null }) {
  const style = useLengthStyle();
  const state = useFrame((frame) => frame.state);
  if (!state) return <div style={{ flex: 1 }} />;
  const underWay = action === 'pause' || action === 'resume';
  const of = run ? run.holes.reduce((a, b) => a + b, 0) - 1 : 0;
  return (
    <div style={{ flex: 1, minWidth: 0 }}>
      {underWay && run && (
        <progress
          aria-label="Progress"
          value={run.state.stitch}
          max={of}
          style={{ width: '100%', height: 18, accentColor: 'var(--gorse)' }}
        />
      )}
      <div className="readout" data-testid="position">
        <span style={NO_WRAP}>x {formatLengthNumber(state.x, style)}</span>{' '}
        <span style={NO_WRAP}>y {formatLength(state.y, style)}</span>
      </div>
      <Group gap="sm" fz={18} wrap="wrap">
        <span data-testid="needle">needle {state.needle}</span>
        <span>bobbin {trimmed(100 * state.bobbin, 0)} %</span>
        {underWay && state.run && <span>{formatDuration(state.run.secondsLeft)} left</span>}
      </Group>
    </div>
  );
}
