import { recordId } from '@gorse/core';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import type { ShownRecord } from '../../../planning-worker/shown.ts';

/** What was worked out of a placement; undefined until then. */
export const useShown = (placementId: string): ShownRecord | undefined =>
  usePlanned(({ byRecord }) => byRecord[recordId({ source: 'placements', record: placementId })]);
