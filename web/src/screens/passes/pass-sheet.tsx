import {
  AS_TURNED,
  BEFORE_TURNING,
  type ClothPoint,
  counted,
  type DoubtAt,
  formatDoubt,
  formatDuration,
  formatLength,
  isTurnedBefore,
  type LengthStyle,
  loadingWhen,
  type PlanRecords,
  type Point,
  quiltOf,
  trimmed,
  TURNED_TO,
} from '@gorse/core';
import { ActionIcon, Button, Group, Menu, Stack, Text } from '@mantine/core';
import { IconAlertTriangle, IconDots, IconPinFilled } from '@tabler/icons-react';
import { setLineUpRules, setPassStart, setPiecePass } from '../../document/passes.ts';
import { edit } from '../../document/plan-store.ts';
import type { ShownPasses } from '../../planning-worker/pass-planner.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
import { DrawInPanel } from './draw-in-panel.tsx';
import { FrameChoice } from './frame-choice.tsx';
import { LoadingChoice } from './loading-choice.tsx';
import { TooDeep } from './too-deep.tsx';

/** One pass on paper's terms: what is stitched, what it is lined up on, how well, and what it takes. */
export function PassSheet({
  shown,
  at,
  records,
  upper,
}: {
  readonly shown: ShownPasses;
  readonly at: number;
  readonly records: PlanRecords;
  /** The place of a point as the quilt is loaded. */
  readonly upper: (p: ClothPoint) => Point;
}) {
  const style = useLengthStyle();
  const { lineUpRules, machine } = quiltOf(records);
  const pass = shown.passes[at];
  return (
    <Stack gap="sm">
      <TooDeep shown={shown} records={records} />
      {pass && (
        <>
          <section aria-label={`Pass ${at + 1}`}>
            <Group justify="space-between" mb={4}>
              <Text fw={700} fz={18}>
                Pass {at + 1}
              </Text>
              {pass.pinned && (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => edit('pass unpinned', setPassStart(at, null))}
                >
                  Unpin its beginning
                </Button>
              )}
            </Group>
            {isTurnedBefore(shown.passes, at) && <TurnFirst records={records} />}
            <Text size="sm">
              {formatDuration(pass.totals.seconds)}, {trimmed(pass.totals.thread / 1000, 1)} m of thread,{' '}
              {counted(pass.totals.stitches, 'stitch')}
              {pass.bobbinChanges.length > 0 ? `, ${counted(pass.bobbinChanges.length, 'bobbin change')}` : ''}. Rolled
              up before it: {formatLength(Math.max(0, pass.from), style)}.
            </Text>
            <ul style={{ listStyle: 'none', margin: '6px 0 0', padding: 0 }}>
              {pass.pieces.map((id, i) => {
                const piece = shown.pieces.find((one) => one.id === id)!;
                const change = pass.bobbinChanges.some((one) => one.piece === i);
                return (
                  <li key={id} style={{ display: 'flex', alignItems: 'center', gap: 6 }}>
                    <span style={{ flex: 1 }}>
                      {piece.name}{' '}
                      <span style={{ color: 'var(--ink-soft)' }}>· {formatDuration(piece.totals.seconds)}</span>
                      {change ? ' · full bobbin first' : ''}
                    </span>
                    <MovePiece id={id} name={piece.name} at={at} records={records} passes={shown.passes.length} />
                  </li>
                );
              })}
            </ul>
          </section>
          <section aria-label="Lining up">
            <Text fw={700}>Lines up on</Text>
            <ol style={{ margin: '2px 0', paddingLeft: 22, fontSize: 14 }}>
              {pass.touches.map((place) => (
                <li key={place.ids[0]}>
                  {place.name}{' '}
                  <span style={{ color: 'var(--ink-soft)' }}>
                    · {formatLength(upper(place.cloth).x, style)} from the left
                  </span>
                </li>
              ))}
            </ol>
            <Text size="sm">
              After these:
              {doubtWords('where lines meet what is stitched', pass.joins, lineUpRules.joins, style)}
              {pass.joins && pass.elsewhere ? ';' : ''}
              {doubtWords('elsewhere', pass.elsewhere, lineUpRules.elsewhere, style)}.
            </Text>
            {at > 0 && pass.shared < 2 && !isTurnedBefore(shown.passes, at) && (
              <Text size="sm" c="rowan.7" fw={600}>
                It shares fewer than two landmarks with the pass before. Begin it higher, or add a landmark.
              </Text>
            )}
            <Group grow mt={6} align="flex-start">
              {RULES.map(({ key, label, least, most, fine }) => (
                <LengthInput
                  key={key}
                  size="xs"
                  label={label}
                  least={least}
                  most={most}
                  fine={fine}
                  value={lineUpRules[key]}
                  onLength={(mm) => edit(`line-up: ${label.toLowerCase()}`, setLineUpRules({ [key]: mm }))}
                />
              ))}
            </Group>
          </section>
        </>
      )}
      <LoadingChoice records={records} />
      <FrameChoice machine={machine} />
      <DrawInPanel records={records} />
    </Stack>
  );
}

/** What is done with the quilt before the first pass that it lies turned for. */
function TurnFirst({ records }: { readonly records: PlanRecords }) {
  const { way, edge } = TURNED_TO[loadingWhen(quiltOf(records).loading, AS_TURNED)];
  return (
    <Group wrap="nowrap" align="flex-start" gap={8} mb={6} role="note">
      <IconAlertTriangle size={22} color="var(--mantine-color-rowan-6)" style={{ flexShrink: 0 }} aria-hidden />
      <Text size="sm" fw={600}>
        First turn the quilt {way} and load it, its {edge} on the take-up pole. {BEFORE_TURNING}
      </Text>
    </Group>
  );
}

/** What is wished of the line-up. Bounds in millimetres. */
const RULES = [
  { key: 'joins', label: 'At joins ±', least: 0.1, most: 50, fine: true },
  { key: 'elsewhere', label: 'Elsewhere ±', least: 0.1, most: 50, fine: true },
  { key: 'ease', label: 'Eased over', least: 0, most: 2000, fine: false },
] as const;

function doubtWords(where: string, at: DoubtAt | null, wanted: number, style: LengthStyle): string {
  if (!at) return '';
  const reached = at.doubt <= wanted;
  return ` ${where} ±${formatDoubt(at.doubt, style)} at the ${at.name}${reached ? '' : ` (more touches for ±${formatDoubt(wanted, style)})`}`;
}

/** Moves a piece to another pass and pins it there. */
function MovePiece({
  id,
  name,
  at,
  records,
  passes,
}: {
  readonly id: string;
  readonly name: string;
  readonly at: number;
  readonly records: PlanRecords;
  readonly passes: number;
}) {
  const pinned = quiltOf(records).passes.pieces.some((one) => one.id === id);
  const move = (pass: number | null): void =>
    edit(pass === null ? `unpin ${name}` : `${name} in pass ${pass + 1}`, setPiecePass(id, pass));
  return (
    <Menu position="bottom-end">
      <Menu.Target>
        <ActionIcon variant="subtle" aria-label={`Move ${name}${pinned ? ', pinned here' : ''}`}>
          {pinned ? <IconPinFilled size={18} /> : <IconDots size={18} />}
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        {pinned ? (
          <Menu.Item onClick={() => move(null)}>Unpin: where it is worked out to</Menu.Item>
        ) : (
          <Menu.Item onClick={() => move(at)}>Pin to pass {at + 1}</Menu.Item>
        )}
        {at > 0 && <Menu.Item onClick={() => move(at - 1)}>Move to pass {at}</Menu.Item>}
        {at <= passes && <Menu.Item onClick={() => move(at + 1)}>Move to pass {at + 2}</Menu.Item>}
      </Menu.Dropdown>
    </Menu>
  );
}
