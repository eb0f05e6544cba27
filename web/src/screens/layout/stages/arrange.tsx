import { formatLength, type Arrange as ArrangeRule, MOST_ACROSS, type Second, SECONDS } from '@gorse/core';
import { Group, NumberInput, Select, Stack, Switch, Text } from '@mantine/core';
import { usePlan } from '../../../document/plan-store.ts';
import { setStages } from '../../../document/proposal.ts';
import { planner } from '../../../planning-worker/link.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { tellError } from '../../../ui/notices.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import type { StageProps, StageView } from '../stage-view.ts';
import { useShown } from './use-shown.ts';

const SECOND_NAMES: Readonly<Record<Second, string>> = {
  same: 'All the same way',
  mirrored: 'Every second one mirrored',
  flipped: 'Every second one upside down',
  turned: 'Every second one turned round',
};

const WAYS = [
  { way: 'across', label: 'Across', gap: 'gapAcross' },
  { way: 'down', label: 'Down', gap: 'gapDown' },
] as const;

/** A spacing that can be asked for, mm. */
const LEAST_SPACING = 1;
const MOST_SPACING = 300;

function Arrange({ placementId, value: arrange, design }: StageProps<'arrange'>) {
  const style = useLengthStyle();
  const put = (mark: string, change: Partial<ArrangeRule>) =>
    setStages(mark, placementId, { arrange: { ...arrange, ...change } });
  const count = (value: number | string, way: 'across' | 'down'): void => {
    if (typeof value === 'number' && value >= 1 && value !== arrange[way]) put(`repeats ${way}`, { [way]: value });
  };
  const spacing = useSpacing(placementId, design?.facts.spacing ?? null);
  return (
    <Stack gap="sm">
      <Group grow>
        {WAYS.map(({ way, label }) => (
          <NumberInput
            key={way}
            label={label}
            min={1}
            max={MOST_ACROSS}
            allowDecimal={false}
            clampBehavior="strict"
            value={arrange[way]}
            onChange={(value) => count(value, way)}
          />
        ))}
      </Group>
      {spacing !== null && design?.facts.spacing && (
        <LengthInput
          label="Spacing"
          description={`From line to line, now ${formatLength(spacing, style)}: say another, and the repeats follow`}
          value={spacing}
          least={LEAST_SPACING}
          most={MOST_SPACING}
          onLength={(mm) => void densify(placementId, arrange, design.facts.spacing!, mm)}
        />
      )}
      <Group grow>
        {WAYS.map(({ way, gap }) => (
          <LengthInput
            key={gap}
            label={`Gap ${way}`}
            description="As drawn; less than 0 overlaps"
            value={arrange[gap]}
            least={-1000}
            most={1000}
            onLength={(mm) => put(`gap ${way}`, { [gap]: mm })}
          />
        ))}
      </Group>
      <Select
        label="Repeats"
        allowDeselect={false}
        data={SECONDS.map((value) => ({ value, label: SECOND_NAMES[value] }))}
        value={arrange.second}
        onChange={(second) => second && put('every second repeat', { second })}
      />
      <Switch
        label="Stitched in one go where they join"
        checked={arrange.joined}
        onChange={(event) => put('joined repeats', { joined: event.currentTarget.checked })}
      />
      {arrange.joined && design && !design.facts.join.joins && arrange.across > 1 && (
        <Text size="sm">
          The design doesn’t run from side to side at one height, so there is a cut between repeats.
        </Text>
      )}
    </Stack>
  );
}

/** From line to line on the cloth, mm; null while it isn't known, or where lines never face each other. */
function useSpacing(placementId: string, drawn: number | null): number | null {
  const planned = useShown(placementId);
  return drawn !== null && planned?.fit ? drawn * planned.fit.distortion.scale : null;
}

/** As many repeats as bring the lines to a spacing. */
async function densify(placementId: string, arrange: ArrangeRule, drawn: number, spacing: number): Promise<void> {
  try {
    const found = await planner.of(usePlan.getState().records).repeatsFor(placementId, drawn, spacing);
    if (found) setStages('spacing', placementId, { arrange: { ...arrange, across: found.across, down: found.down } });
  } catch (error) {
    tellError(error);
  }
}

function useLine({ placementId, value: arrange, design }: StageProps<'arrange'>): string {
  const style = useLengthStyle();
  const spacing = useSpacing(placementId, design?.facts.spacing ?? null);
  const { across, down, second } = arrange;
  const copies = across === 1 && down === 1 ? 'one' : `${across} across${down > 1 ? ` × ${down} down` : ''}`;
  const turned =
    second === 'same' || copies === 'one' ? '' : `, every second ${second === 'flipped' ? 'upside down' : second}`;
  return `${copies}${turned}${spacing === null ? '' : ` · lines ${formatLength(spacing, style)} apart`}`;
}

export const arrangeView: StageView<'arrange'> = { name: 'arrange', title: 'Arrange', useLine, Body: Arrange };
