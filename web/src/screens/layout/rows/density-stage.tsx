import { formatLength, type PlanRecords, quiltOf, trimmed } from '@gorse/core';
import { Button, Group, Stack, Switch, Text } from '@mantine/core';
import { HEAT } from '../../../planning-worker/heat-map.ts';
import type { ShownRows } from '../../../planning-worker/shown.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import type { KnownDensity } from './use-density.ts';

interface Props {
  readonly records: PlanRecords;
  readonly planned: ShownRows;
  readonly density: KnownDensity['density'];
  readonly picture: KnownDensity['picture'];
  readonly shown: boolean;
  readonly onShow: (shown: boolean) => void;
  readonly onGoTo: () => void;
}

/** How evenly and how densely the cloth is stitched. */
export function DensityStage({ records, planned, density, picture, shown, onShow, onGoTo }: Props) {
  const style = useLengthStyle();
  const { batting } = quiltOf(records);
  const { within, between } = planned.gaps;
  if (density === null) return <Text size="sm">Nothing is stitched yet.</Text>;
  const show = (
    <>
      <Switch
        label="Show the density on the quilt"
        checked={shown}
        onChange={(event) => onShow(event.currentTarget.checked)}
      />
      {shown && picture && <Legend widest={density?.widest.diameter ?? null} allowed={batting.widestGap} />}
    </>
  );
  if (!density)
    return (
      <Stack gap="xs">
        {show}
        <Text size="sm">
          Working out how densely it is stitched…{shown && picture ? ' The picture is rough at first.' : ''}
        </Text>
      </Stack>
    );
  const names = Object.values(records.regions).map((region) => region.name);
  const loosest = density.patches.reduce((best, spacing, i) => (spacing > density.patches[best]! ? i : best), 0);
  const densest = density.patches.reduce((best, spacing, i) => (spacing < density.patches[best]! ? i : best), 0);
  return (
    <Stack gap="xs">
      {show}
      <Group gap="xs" wrap="nowrap">
        <Text size="sm" style={{ flex: 1 }}>
          Widest gap <b>{formatLength(density.widest.diameter, style)}</b>; the batting allows{' '}
          {formatLength(batting.widestGap, style)}. The edge counts as stitched, since the binding holds it.
        </Text>
        <Button size="compact-sm" variant="default" onClick={onGoTo}>
          Show it
        </Button>
      </Group>
      <Text size="sm">
        Lines are about {formatLength(density.spacing, style)} apart; densest in {names[densest]} (
        {formatLength(density.patches[densest]!, style)}), loosest in {names[loosest]} (
        {formatLength(density.patches[loosest]!, style)}).
      </Text>
      <Text size="sm">
        {within === 0
          ? `Between rows at most ${formatLength(between, style)}.`
          : `Widest within a row ${formatLength(within, style)}, between rows ${formatLength(between, style)}: ${evenness(between / within)}.`}
      </Text>
    </Stack>
  );
}

/** How the gaps between rows compare with those within them. */
export function evenness(ratio: number): string {
  if (Math.abs(ratio - 1) < 0.05) return 'an even look';
  const percent = trimmed(100 * Math.abs(ratio - 1), 0);
  return ratio > 1 ? `${percent} % wider between` : `${percent} % wider within`;
}

/** @param widest gap there is, mm; null while it isn't known */
function Legend({ widest, allowed }: { readonly widest: number | null; readonly allowed: number }) {
  const style = useLengthStyle();
  const stops = HEAT.map(({ part, rgb }) => `rgb(${rgb.join(' ')}) ${100 * part}%`).join(', ');
  return (
    <div aria-hidden>
      <div style={{ height: 12, borderRadius: 3, background: `linear-gradient(90deg, ${stops})` }} />
      <Group justify="space-between">
        <Text size="xs">on a stitch</Text>
        <Text size="xs">
          {widest === null
            ? 'widest gap'
            : `gap of ${formatLength(Math.min(widest, allowed), style)}${widest >= allowed ? '; hatched beyond' : ''}`}
        </Text>
      </Group>
    </div>
  );
}
