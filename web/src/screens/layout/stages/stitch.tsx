import { formatDuration, trimmed } from '@gorse/core';
import { dragStages, setStages } from '../../../document/proposal.ts';
import type { StageProps, StageView } from '../stage-view.ts';
import { StitchForm, TIE_NAMES } from './stitch-form.tsx';
import { useShown } from './use-shown.ts';

const Stitch = ({ placementId, value }: StageProps<'stitch'>) => (
  <StitchForm
    stitch={value}
    onSet={(mark, stitch) => setStages(mark, placementId, { stitch })}
    onDrag={(stitch) => dragStages(placementId, { stitch })}
  />
);

function useLine({ placementId, value: { stitchesPerInch, tieOff } }: StageProps<'stitch'>): string {
  const planned = useShown(placementId);
  const time = planned?.fit ? ` · ${formatDuration(planned.totals.seconds)}` : '';
  return `${trimmed(stitchesPerInch, 1)} SPI · ties ${TIE_NAMES[tieOff]}${time}`;
}

export const stitchView: StageView<'stitch'> = { name: 'stitch', title: 'Stitch', useLine, Body: Stitch };
