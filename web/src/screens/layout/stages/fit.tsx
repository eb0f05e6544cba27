import {
  cornersOf,
  type Distortion,
  FIT_KINDS,
  type FitKind,
  formatLength,
  fitTakes,
  marginsOf,
  refitted,
  toDegrees,
  trimmed,
} from '@gorse/core';
import { Stack, Text } from '@mantine/core';
import { memo } from 'react';
import { usePlan } from '../../../document/plan-store.ts';
import { setStages } from '../../../document/proposal.ts';
import { stagesOf } from '../../../document/recipes.ts';
import { ChoiceGrid } from '../../../ui/choice-grid.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { FIT_VIEWS } from '../fits/fit-views.ts';
import type { FitView } from '../fits/fit-view.ts';
import { MarginsForm } from '../fits/margins-form.tsx';
import type { StageProps, StageView } from '../stage-view.ts';
import { useShown } from './use-shown.ts';

function Fit(props: StageProps<'fit'>) {
  const { placementId, value: fit, shape } = props;
  // A fit and its own view go together.
  const { words, Form } = FIT_VIEWS[fit.kind] as FitView<FitKind>;
  return (
    <Stack gap="sm">
      <FitKinds placementId={placementId} kind={fit.kind} shape={shape} />
      <Text size="sm">{words}</Text>
      {Form && <Form {...props} fit={fit} />}
      {'margins' in fit && <MarginsForm {...props} fit={fit} />}
      <Stretch placementId={placementId} />
    </Stack>
  );
}

/** The fits there are; made anew only when it is another one, not with every step of a drag. */
const FitKinds = memo(function FitKinds({
  placementId,
  kind,
  shape,
}: Pick<StageProps<'fit'>, 'placementId' | 'shape'> & { readonly kind: FitKind }) {
  return (
    <ChoiceGrid
      label="Fit"
      value={kind}
      options={FIT_KINDS.map((one) => ({
        value: one,
        label: FIT_VIEWS[one].name,
        disabled: !fitTakes(one, shape),
        why: unsuited(cornersOf(shape).length),
      }))}
      onChoose={(chosen) => {
        const { records } = usePlan.getState();
        const fit = stagesOf(records, records.placements[placementId])?.fit;
        if (fit) setStages('fit', placementId, { fit: refitted(fit, chosen) });
      }}
    />
  );
});

const unsuited = (corners: number): string =>
  `For a patch of another shape: this one has ${corners === 0 ? 'no corners' : `${corners} corners`}.`;

function Stretch({ placementId }: Pick<StageProps<'fit'>, 'placementId'>) {
  const planned = useShown(placementId);
  return planned?.fit ? <Text size="sm">{stretchWords(planned.fit.distortion)}</Text> : null;
}

const signed = (part: number): string => `${part >= 0 ? '+' : ''}${trimmed(100 * part, 1)} %`;
const stretchWords = ({ across, down, shear }: Distortion): string =>
  `Stretch ${signed(across)} ↔, ${signed(down)} ↕ · shear ${trimmed(Math.abs(toDegrees(shear)), 1)}°`;

function useLine({ placementId, value: fit }: StageProps<'fit'>): string {
  const planned = useShown(placementId);
  const style = useLengthStyle();
  if (!planned) return 'working it out…';
  if (!planned.fit) return 'can’t be fitted: see the checks';
  const { scale, across, down } = planned.fit.distortion;
  const stretch = Math.max(Math.abs(across), Math.abs(down));
  const margins = marginsOf(fit);
  return [
    FIT_VIEWS[fit.kind].name.toLowerCase(),
    `${trimmed(100 * scale, 0)} % of drawn size`,
    ...(stretch >= 0.001 ? [`stretch ${trimmed(100 * stretch, 1)} %`] : []),
    ...('margins' in fit ? [`${margins.map((margin) => formatLength(margin, style)).join(' / ')} margin`] : []),
  ].join(', ');
}

export const fitView: StageView<'fit'> = { name: 'fit', title: 'Fit', useLine, Body: Fit };
