import { cornersOf, type FitRule, marginAt, MM_PER_INCH, withMargin, withMargins } from '@gorse/core';
import { SimpleGrid, Slider, Stack, Switch } from '@mantine/core';
import { useState } from 'react';
import { dragStages, setStages } from '../../../document/proposal.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import type { StageProps } from '../stage-view.ts';

/** The largest margin the slider offers; more can be typed. */
const SLIDER_MARGIN = 2 * MM_PER_INCH;
const BOUNDS = { least: -200, most: 1000 };

/** What edges are called as the design sits in the patch, clockwise from its top. */
const EDGE_NAMES: Readonly<Record<number, readonly string[]>> = {
  3: ['Right side', 'Base', 'Left side'],
  4: ['Top', 'Right', 'Bottom', 'Left'],
};

/** Kept free along the seams: one margin all round, or each edge by itself. */
export function MarginsForm({
  placementId,
  fit,
  shape,
}: Pick<StageProps<'fit'>, 'placementId' | 'shape'> & { readonly fit: Extract<FitRule, { margins: unknown }> }) {
  const edges = Math.max(1, cornersOf(shape).length);
  const [apart, setApart] = useState(fit.margins.length > 1);
  const all = (margin: number) => ({ fit: withMargins(fit, [margin]) });
  const names = EDGE_NAMES[edges] ?? Array.from({ length: edges }, (_, i) => `Edge ${i + 1}`);
  const one = fit.margins[0]!;
  return (
    <Stack gap="sm">
      {apart ? (
        <SimpleGrid cols={2} spacing="xs">
          {names.map((name, i) => (
            <LengthInput
              key={name}
              label={`${name} margin`}
              value={marginAt(fit.margins, i)}
              {...BOUNDS}
              onLength={(mm) =>
                setStages('margin', placementId, { fit: withMargins(fit, withMargin(fit.margins, edges, i, mm)) })
              }
            />
          ))}
        </SimpleGrid>
      ) : (
        <>
          <LengthInput
            label="Margin"
            description="Kept free along every seam; less than 0 runs over it"
            value={one}
            {...BOUNDS}
            onLength={(mm) => setStages('margin', placementId, all(mm))}
          />
          <Slider
            thumbLabel="Margin, drag to see it at once"
            min={-SLIDER_MARGIN / 4}
            max={SLIDER_MARGIN}
            step={MM_PER_INCH / 64}
            value={one}
            label={null}
            marks={[{ value: 0 }]}
            onChange={(mm) => dragStages(placementId, all(mm))}
            onChangeEnd={(mm) => setStages('margin', placementId, all(mm))}
          />
        </>
      )}
      {edges > 1 && (
        <Switch
          label="Each edge by itself"
          checked={apart}
          onChange={(event) => {
            setApart(event.currentTarget.checked);
            if (!event.currentTarget.checked && fit.margins.length > 1) setStages('margin', placementId, all(one));
          }}
        />
      )}
    </Stack>
  );
}
