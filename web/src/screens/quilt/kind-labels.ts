import type { RegionKind } from '@gorse/core';

/** What patches of each kind are called where one is chosen. */
export const KIND_LABELS: Readonly<Record<RegionKind, string>> = {
  block: 'blocks',
  setting: 'setting triangles',
  sashing: 'sashing',
  cornerstone: 'cornerstones',
  border: 'borders',
  applique: 'appliqué',
};
