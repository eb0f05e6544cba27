import type { RegionKind } from '../region.ts';

/** What patches of each kind are called, one by one, where nobody gave them names. */
export const KIND_WORDS: Readonly<Record<RegionKind, string>> = {
  block: 'patch',
  setting: 'setting triangle',
  sashing: 'sashing strip',
  cornerstone: 'cornerstone',
  border: 'border',
  applique: 'appliqué',
};

/** How people name layers of each kind. */
const SPOKEN: readonly (readonly [RegionKind, RegExp])[] = [
  ['applique', /appliqu/i],
  ['cornerstone', /corner ?(stone|block|square)/i],
  ['sashing', /sash/i],
  ['border', /border/i],
  ['setting', /setting/i],
  ['block', /block|patch/i],
];

/** The kind that the name of a layer says; null where it says none. */
export const kindIn = (group: string | null): RegionKind | null =>
  group === null ? null : (SPOKEN.find(([, words]) => words.test(group))?.[0] ?? null);
