import { SegmentedControl } from '@mantine/core';
import { setStages } from '../../../document/proposal.ts';
import type { FitFormProps } from './fit-view.ts';

export const BendForm = ({ placementId, fit }: FitFormProps<'corners'>) => (
  <SegmentedControl
    aria-label="How it bends"
    data={[
      { value: 'even', label: 'Evenly spaced' },
      { value: 'straight', label: 'Straight lines stay' },
    ]}
    value={fit.bend}
    onChange={(bend) => setStages('bend', placementId, { fit: { ...fit, bend } })}
  />
);
