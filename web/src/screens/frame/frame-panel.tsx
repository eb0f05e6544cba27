import type { RunAnswer } from '@gorse/contract';
import {
  type FramePoint,
  formatDoubt,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type LengthStyle,
  trimmed,
} from '@gorse/core';
import { Button, Group, Select, SimpleGrid, Stack, Text, UnstyledButton } from '@mantine/core';
import type { useFrame } from '../../api/frame-socket.ts';
import { sayToFrame } from '../../api/frame-socket.ts';
import { api } from '../../api/api.ts';
import { clearTouches, removeTouch } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import type { LineUpAnswer } from '../../planning-worker/planning-worker.ts';
import { Caution, type CautionName, useCautioned } from '../../ui/caution.tsx';
import { LengthInput } from '../../ui/length-input.tsx';
import { tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { BEADS, type FrameAction, type Instruction } from './instruction.ts';
import { type Landmark, LOST } from './landmarks.ts';
import type { Piece } from './pieces.ts';
import { StopButton } from './stop-button.tsx';

interface Props {
  readonly instruction: Instruction;
  readonly pieces: readonly Piece[];
  readonly piece: Piece;
  readonly finished: ReadonlySet<string>;
  readonly frame: ReturnType<typeof useFrame.getState>;
  readonly run: RunAnswer | null;
  readonly lineUp: LineUpAnswer | null;
  readonly wanted: (Landmark & { readonly expected: FramePoint | null }) | null;
  readonly back: number;
  readonly onBack: (mm: number) => void;
  readonly onAct: (action: FrameAction) => void;
  readonly onChoose: (placementId: string | null) => void;
  readonly onPassOver: () => void;
  readonly onGoodEnough: () => void;
  readonly onSkipRehearsal: () => void;
  readonly onTouchMore: () => void;
}

/** One instruction at a time, one big button, the readouts, and STOP. */
export function FramePanel(props: Props) {
  const { instruction, frame, piece, finished } = props;
  const caution = useCautionDue(props);
  return (
    <aside
      className="card"
      aria-label="What to do at the frame"
      style={{ display: 'flex', flexDirection: 'column', gap: 12 }}
    >
      <Beads at={instruction.bead} />
      <Select
        aria-label="What to stitch"
        size="md"
        data={props.pieces.map((one) => ({
          value: one.id,
          label: `${one.name}${one.pass === null || one.pass === 0 ? '' : `, in pass ${one.pass + 1}`}${finished.has(one.id) ? ', stitched' : ''}`,
        }))}
        value={piece.id}
        allowDeselect={false}
        onChange={props.onChoose}
        disabled={frame.state?.mode === 'stitching' || frame.state?.mode === 'paused'}
      />
      {!frame.connected || !frame.linkUp ? (
        <Text fz={22} role="alert">
          {frame.connected
            ? 'The frame does not answer. Check that it is on; Gorse tries again by itself.'
            : 'The server does not answer. Gorse tries again by itself.'}
        </Text>
      ) : caution ? (
        <Caution name={caution} />
      ) : (
        <Task {...props} patch={piece.name} />
      )}
      {frame.refusal !== null && (
        <Text role="alert" fz={18} c="rowan.7" fw={600}>
          {frame.refusal}
        </Text>
      )}
      <div style={{ flex: 1 }} />
      <Readouts {...props} />
      <StopButton />
    </aside>
  );
}

/** The caution that applies now and wasn't acknowledged in this session. */
function useCautionDue({ instruction, frame }: Props): CautionName | null {
  const head = useCautioned('head');
  const stitch = useCautioned('stitch');
  const mend = useCautioned('mend');
  if (frame.state?.fault) return mend ? null : 'mend';
  if (!head) return 'head';
  return instruction.action === 'bobbinThread' && !stitch ? 'stitch' : null;
}

function Beads({ at }: { readonly at: Instruction['bead'] }) {
  const now = BEADS.indexOf(at);
  return (
    <ol
      aria-label="Steps at the frame"
      style={{ display: 'flex', justifyContent: 'space-between', listStyle: 'none', margin: 0, padding: 0 }}
    >
      {BEADS.map((bead, i) => (
        <li
          key={bead}
          aria-current={i === now ? 'step' : undefined}
          style={{ textAlign: 'center', fontWeight: i === now ? 700 : 400 }}
        >
          <span aria-hidden style={{ display: 'block', fontSize: 22, lineHeight: 1 }}>
            {i < now ? '●' : i === now ? '◐' : '○'}
          </span>
          {bead}
        </li>
      ))}
    </ol>
  );
}

interface Words {
  readonly title: string;
  readonly why: string;
  readonly button: string;
}

function wordsFor(props: Props & { readonly patch: string }, style: LengthStyle): Words {
  const { instruction, lineUp, wanted, run, patch, frame } = props;
  const stitch = run?.state.stitch ?? 0;
  const of = run ? run.holes.reduce((a, b) => a + b, 0) - 1 : 0;
  switch (instruction.action) {
    case 'touch': {
      const advice = lineUp?.advice;
      const gain = !advice
        ? ''
        : advice.now > LOST
          ? ' The first touch finds where the quilt lies.'
          : ` It cuts the doubt from ${formatDoubt(advice.now, style)} to ${formatDoubt(advice.after, style)}.`;
      return {
        title: `Put the needle over the ${wanted?.name ?? `corners of ${patch}`}.`,
        why: `Drag the ring, or jog; the lens shows the cloth under the needle.${gain}`,
        button: 'Touch here',
      };
    }
    case 'load':
      return {
        title: `${patch} lies on the cloth within ${formatDoubt(lineUp?.worst ?? 0, style)}.`,
        why: 'That is the doubt at its worst place. Look whether the dashed plan lies on the cloth as it should.',
        button: `Load ${patch}`,
      };
    case 'goToStart':
      return {
        title: stitch > 0 ? `Hover over stitch ${stitch}.` : 'Move to the first stitch.',
        why: 'The needle stays up while the head travels.',
        button: stitch > 0 ? 'Go there' : 'Go to the start',
      };
    case 'rehearse':
      return {
        title: 'Rehearse with the needle up.',
        why: 'The head follows the whole line, so that you see where it will go.',
        button: 'Rehearse',
      };
    case 'bobbinThread':
      return {
        title: 'Bring up the bobbin thread.',
        why: 'One stitch, then pull the bobbin thread up and hold both tails loosely.',
        button: 'Needle down and up',
      };
    case 'start':
      return {
        title: stitch > 0 ? `Go on from stitch ${stitch}.` : `Stitch ${patch}.`,
        why: 'Hold both tails until the tie-off is done, and watch.',
        button: 'Stitch',
      };
    case 'pause':
      return {
        title: `Stitching ${patch}.`,
        why: `Stitch ${stitch.toLocaleString('en')} of ${of.toLocaleString('en')}.`,
        button: 'Pause',
      };
    case 'resume':
      return {
        title: 'Paused, the needle holds the place.',
        why: `At stitch ${stitch.toLocaleString('en')} of ${of.toLocaleString('en')}.`,
        button: 'Go on',
      };
    case 'goOn':
      return {
        title: `Stopped at stitch ${stitch.toLocaleString('en')} of ${of.toLocaleString('en')}.`,
        why: 'Go back a little way along the line, so that new stitches overlap the last good ones.',
        button: 'Go on from there',
      };
    case 'mended':
      return frame.state?.fault === 'bobbinEmpty'
        ? { title: 'The bobbin is empty.', why: 'Put in a full one, then say so.', button: 'A full bobbin is in' }
        : {
            title: 'The thread broke.',
            why: 'Thread the needle again, then say so. The machine may have run on a few stitches without thread.',
            button: 'It is mended',
          };
    case 'next':
      return { title: `${patch} is stitched.`, why: 'Trim the tails.', button: 'What comes next' };
    case null:
      if (instruction.bead === 'touch') {
        return { title: 'One moment…', why: 'Working out which landmark tells most.', button: 'Touch here' };
      }
      return {
        title: frame.state?.mode === 'rehearsing' ? 'Rehearsing…' : 'The head is moving…',
        why: 'Keep clear.',
        button: 'Wait',
      };
  }
}

function Task(props: Props & { readonly patch: string }) {
  const style = useLengthStyle();
  const { instruction, onAct } = props;
  const words = wordsFor(props, style);
  return (
    <Stack gap="sm" aria-live="polite">
      <Text fz={24} fw={700} lh={1.2}>
        {words.title}
      </Text>
      <Text fz={17}>{words.why}</Text>
      {instruction.action === 'goOn' && (
        <LengthInput
          size="lg"
          label="Back along the line"
          value={props.back}
          least={0}
          most={500}
          onLength={props.onBack}
        />
      )}
      <Button
        h={64}
        fz={22}
        fullWidth
        disabled={instruction.action === null}
        onClick={() => instruction.action && onAct(instruction.action)}
        data-testid="big-button"
      >
        {words.button}
      </Button>
      <Side {...props} />
    </Stack>
  );
}

/** The smaller ways on, each saying what it risks. */
function Side({ instruction, wanted, run, onPassOver, onGoodEnough, onSkipRehearsal, onTouchMore, onAct }: Props) {
  const touches = usePlan((state) => state.records.touches);
  const list = Object.values(touches).sort((a, b) => a.at - b.at);
  const last = list.at(-1);
  const again = (work: () => void): void => {
    onTouchMore();
    work();
  };
  const small = { variant: 'default', h: 56, fz: 17, px: 8 } as const;
  if (instruction.action === 'touch') {
    return (
      <SimpleGrid cols={2} spacing="xs">
        {wanted?.expected && list.length > 0 && (
          <Button {...small} onClick={() => sayToFrame({ type: 'goTo', x: wanted.expected!.x, y: wanted.expected!.y })}>
            Take me near
          </Button>
        )}
        <Button {...small} onClick={onPassOver}>
          Not this one
        </Button>
        {last && (
          <Button {...small} onClick={() => edit('touch taken back', removeTouch(last.id))}>
            Undo touch
          </Button>
        )}
        {list.length >= 2 && (
          <Button {...small} onClick={onGoodEnough}>
            Good enough
          </Button>
        )}
      </SimpleGrid>
    );
  }
  if (instruction.action === 'load') {
    return (
      <SimpleGrid cols={2} spacing="xs">
        <Button {...small} onClick={() => again(() => last && edit('touch taken back', removeTouch(last.id)))}>
          Undo touch
        </Button>
        <Button {...small} onClick={() => again(() => edit('line up again', clearTouches))}>
          Line up again
        </Button>
      </SimpleGrid>
    );
  }
  if (instruction.action === 'rehearse') {
    return (
      <Button {...small} onClick={onSkipRehearsal}>
        Skip: I know where it goes
      </Button>
    );
  }
  if (instruction.action === 'next' && run) {
    return (
      <Button {...small} onClick={() => onAct('load')}>
        Stitch it again
      </Button>
    );
  }
  if (run && (instruction.action === 'goOn' || instruction.action === 'goToStart' || instruction.action === 'start')) {
    return (
      <Button {...small} onClick={() => void api.abandonRun(run.id).catch(tellError)}>
        Give this run up
      </Button>
    );
  }
  if (instruction.action === 'pause') {
    return (
      <UnstyledButton fz={14} td="underline" onClick={() => sayToFrame({ type: 'fault', fault: 'threadBroke' })}>
        The thread broke
      </UnstyledButton>
    );
  }
  return null;
}

function Readouts({ frame, run, instruction }: Props) {
  const style = useLengthStyle();
  const { state } = frame;
  if (!state) return null;
  const underWay = instruction.action === 'pause' || instruction.action === 'resume';
  const of = run ? run.holes.reduce((a, b) => a + b, 0) - 1 : 0;
  return (
    <div>
      {underWay && run && (
        <progress
          aria-label="Progress"
          value={run.state.stitch}
          max={of}
          style={{ width: '100%', height: 18, accentColor: 'var(--gorse)' }}
        />
      )}
      <div className="readout" data-testid="position">
        x {formatLengthNumber(state.x, style)} · y {formatLength(state.y, style)}
      </div>
      <Group justify="space-between" fz={18}>
        <span data-testid="needle">needle {state.needle}</span>
        <span>{underWay && state.run ? `${formatDuration(state.run.secondsLeft)} left` : ''}</span>
        <span>bobbin {trimmed(100 * state.bobbin, 0)} %</span>
      </Group>
    </div>
  );
}
