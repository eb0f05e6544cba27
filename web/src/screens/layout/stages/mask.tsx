import type { Maker } from '@gorse/core';
import { usePlan } from '../../../document/plan-store.ts';
import { setStages } from '../../../document/proposal.ts';
import { maskedLine, maskedSum } from '../keep-outs/masked-words.ts';
import { RejoinForm } from '../keep-outs/rejoin-form.tsx';
import type { StageProps, StageView } from '../stage-view.ts';
import { useShown } from './use-shown.ts';

const makerOf = (placementId: string): Maker => ({ source: 'placements', record: placementId });

const Mask = ({ placementId, value }: StageProps<'mask'>) => (
  <RejoinForm
    owner={makerOf(placementId)}
    rule={value}
    onRule={(mark, change) => setStages(mark, placementId, { mask: { ...value, ...change } })}
  />
);

function useLine({ placementId }: StageProps<'mask'>): string {
  const keepOuts = usePlan(({ records }) => records.keepOuts);
  return maskedLine(keepOuts, maskedSum(useShown(placementId)));
}

export const maskView: StageView<'mask'> = { name: 'mask', title: 'Keep out', useLine, Body: Mask };
