import { expectedDrawIn, type Fibre, FIBRES, formatLength, trimmed, usualBatting } from '@gorse/core';
import { Button, Group, Select, Stack, Text } from '@mantine/core';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { setBatting } from '../../../document/rows.ts';
import type { ShownRows } from '../../../planning-worker/shown.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { NumberEntry } from '../../../ui/number-entry.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { reshapeRows } from './reshape.ts';

const FIBRE_NAMES: Readonly<Record<Fibre, string>> = {
  cotton: 'Cotton',
  blend: 'Cotton blend',
  polyester: 'Polyester',
  wool: 'Wool',
  bamboo: 'Bamboo',
};
export const fibreName = (fibre: Fibre): string => FIBRE_NAMES[fibre];

/** What the sandwich is expected to lose as it is stitched, and how wide a gap its batting bears. */
export function BattingStage({
  planned,
  spacing,
}: {
  readonly planned: ShownRows;
  /** Usual distance between lines, mm; null while it isn't known. */
  readonly spacing: number | null;
}) {
  const style = useLengthStyle();
  const batting = usePlan((state) => state.records.quilts.quilt!.batting);
  const percent = Math.round(1e4 * batting.drawIn) / 100;
  const expected = spacing === null ? null : Math.round(1e4 * expectedDrawIn(batting.fibre, spacing)) / 100;
  const drawInTo = (part: number): void => void reshapeRows('draw-in', setBatting({ ...batting, drawIn: part }));
  return (
    <Stack gap="xs">
      <Select
        label="Batting"
        data={FIBRES.map((fibre) => ({ value: fibre, label: FIBRE_NAMES[fibre] }))}
        value={batting.fibre}
        allowDeselect={false}
        onChange={(fibre) => fibre && void reshapeRows('batting', setBatting(usualBatting(fibre)))}
      />
      <LengthInput
        label="Widest gap its maker allows"
        description="Printed on the bag"
        value={batting.widestGap}
        least={10}
        most={600}
        onLength={(widestGap) => edit('widest gap', setBatting({ ...batting, widestGap }))}
      />
      <NumberEntry
        label="Expected draw-in"
        description="How much shorter and narrower the top gets as it is stitched"
        suffix=" %"
        min={0}
        max={10}
        step={0.1}
        decimalScale={2}
        value={percent}
        onNumber={(value) => drawInTo(value / 100)}
      />
      <Text size="sm">
        It takes {formatLength(planned.drawnIn, style)} off the length: without counting it, all of that would be
        missing at the bottom.
      </Text>
      {expected !== null && spacing !== null && Math.abs(expected - percent) >= 0.05 && (
        <Group gap="xs">
          <Text size="sm" style={{ flex: 1 }}>
            With lines about {formatLength(spacing, style)} apart {trimmed(expected, 2)} % is usual.
          </Text>
          <Button size="compact-sm" variant="default" onClick={() => drawInTo(expected / 100)}>
            Take {trimmed(expected, 2)} %
          </Button>
        </Group>
      )}
    </Stack>
  );
}
