import {
  type Background as BackgroundRule,
  BACKGROUND_KINDS,
  counted,
  formatLength,
  LEAST_SPACING,
  MM_PER_INCH,
  MOST_PASSES,
  MOST_SEED,
  MOST_SPACING,
  MOST_STEP,
  MOST_STEPS,
} from '@gorse/core';
import { Button, SegmentedControl, Stack, Text } from '@mantine/core';
import { IconRefresh } from '@tabler/icons-react';
import type { ComponentType } from 'react';
import { setStages } from '../../../document/proposal.ts';
import { ChoiceGrid } from '../../../ui/choice-grid.tsx';
import { LengthInput } from '../../../ui/length-input.tsx';
import { LengthList } from '../../../ui/length-list.tsx';
import { NumberEntry } from '../../../ui/number-entry.tsx';
import { OwnSpi } from '../../../ui/own-spi.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { BACKGROUND_NAMES } from '../backgrounds.ts';
import type { StageProps, StageView } from '../stage-view.ts';

type Put = (mark: string, change: Partial<BackgroundRule>) => void;

/** What each kind asks for beside the spacing. */
const OWN: Readonly<
  Record<BackgroundRule['kind'], ComponentType<{ readonly rule: BackgroundRule; readonly put: Put }> | null>
> = { echo: EchoForm, meander: MeanderForm, lines: AngleForm, grid: AngleForm, spiral: null };

function Background({ placementId, value: rule }: StageProps<'background'>) {
  const put: Put = (mark, change) => setStages(mark, placementId, { background: { ...rule, ...change } });
  const Own = OWN[rule.kind];
  return (
    <Stack gap="sm">
      <ChoiceGrid
        label="Lines"
        options={BACKGROUND_KINDS.map((kind) => ({ value: kind, label: BACKGROUND_NAMES[kind] }))}
        value={rule.kind}
        onChoose={(kind) => put('background', { kind })}
      />
      <LengthInput
        label="From line to line"
        value={rule.spacing}
        least={LEAST_SPACING}
        most={MOST_SPACING}
        onLength={(spacing) => put('spacing of the background', { spacing })}
      />
      {Own && <Own rule={rule} put={put} />}
      <LengthInput
        label="Inside the seams"
        value={rule.margin}
        least={-200}
        most={1000}
        onLength={(margin) => put('margin of the background', { margin })}
      />
      <OutlineForm rule={rule} put={put} />
      <Text size="sm">
        It fills what the keep-outs leave of the patch, and is made anew when they or the patch change.
      </Text>
    </Stack>
  );
}

/** Lines round keep-outs before the rest is filled. */
function OutlineForm({ rule: { outline }, put }: { readonly rule: BackgroundRule; readonly put: Put }) {
  const { steps, spi } = outline;
  return (
    <Stack gap="xs">
      <Text size="sm" fw={600}>
        Round keep-outs first
      </Text>
      <LengthList
        values={steps}
        labelOf={(number) =>
          number === 1 ? 'Line 1, beyond the clearance' : `Line ${number}, from line ${number - 1}`
        }
        least={0}
        most={MOST_STEP}
        mostOf={MOST_STEPS}
        next={steps.length === 0 ? 0 : STEP}
        add={steps.length === 0 ? 'Outline the keep-outs' : 'One more line'}
        onValues={(values) => put('lines round keep-outs', { outline: { ...outline, steps: values } })}
      />
      {steps.length > 0 && (
        <OwnSpi
          label="Stitches of their own length"
          where="round keep-outs"
          spi={spi}
          onSpi={(own) => put('stitches round keep-outs', { outline: { ...outline, spi: own } })}
        />
      )}
    </Stack>
  );
}
/** How far a further line lies from the one before it, mm. */
const STEP = MM_PER_INCH / 8;

function EchoForm({ rule: { round, passes }, put }: { readonly rule: BackgroundRule; readonly put: Put }) {
  return (
    <>
      <SegmentedControl
        aria-label="What is echoed"
        data={[
          { value: 'all', label: 'Keep-outs and seams' },
          { value: 'keptOut', label: 'Keep-outs only' },
        ]}
        value={round}
        onChange={(value) => put('what is echoed', { round: value })}
      />
      <SegmentedControl
        aria-label="How many lines"
        data={[
          { value: 'all', label: 'Until they meet' },
          { value: 'some', label: 'Only some' },
        ]}
        value={passes === null ? 'all' : 'some'}
        onChange={(value) => put('lines of the echo', { passes: value === 'all' ? null : USUAL_PASSES })}
      />
      {passes !== null && (
        <NumberEntry
          label="Lines"
          min={1}
          max={MOST_PASSES}
          allowDecimal={false}
          value={passes}
          onNumber={(count) => put('lines of the echo', { passes: count })}
        />
      )}
    </>
  );
}
const USUAL_PASSES = 3;

function MeanderForm({ rule: { seed }, put }: { readonly rule: BackgroundRule; readonly put: Put }) {
  return (
    <Button
      variant="default"
      leftSection={<IconRefresh size={16} />}
      onClick={() => put('another meander', { seed: (seed + 1) % (MOST_SEED + 1) })}
    >
      Wander another way
    </Button>
  );
}

function AngleForm({ rule: { angle }, put }: { readonly rule: BackgroundRule; readonly put: Put }) {
  return (
    <NumberEntry
      label="Angle, clockwise from level"
      min={-360}
      max={360}
      suffix="°"
      value={angle}
      onNumber={(degrees) => put('angle of the background', { angle: degrees })}
    />
  );
}

function useLine({ value: { kind, spacing, passes, outline } }: StageProps<'background'>): string {
  const style = useLengthStyle();
  const some = kind === 'echo' && passes !== null ? ` · ${counted(passes, 'line')}` : '';
  const { length } = outline.steps;
  const round = length > 0 ? ` · ${counted(length, 'line')} round keep-outs` : '';
  return `${BACKGROUND_NAMES[kind]}, ${formatLength(spacing, style)} apart${some}${round}`;
}

export const backgroundView: StageView<'background'> = {
  name: 'background',
  title: 'Lines',
  useLine,
  Body: Background,
};
