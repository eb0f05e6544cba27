import { Select } from '@mantine/core';
import { setStages } from '../../../document/proposal.ts';
import type { FitFormProps } from './fit-view.ts';

/** Corners by how they lie when the triangle stands on its base. */
const CORNERS = [
  { value: '0', label: 'the triangle’s own point' },
  { value: '1', label: 'the right end of its base' },
  { value: '2', label: 'the left end of its base' },
];

export const ApexForm = ({ placementId, fit }: FitFormProps<'threePoint'>) => (
  <Select
    label="The design’s point goes to"
    allowDeselect={false}
    data={CORNERS}
    value={String(fit.apex)}
    onChange={(value) =>
      value !== null && setStages('the point', placementId, { fit: { ...fit, apex: Number(value) as 0 | 1 | 2 } })
    }
  />
);
