import type { FitKind } from '@gorse/core';

/** What fits are called on the screen. */
export const FIT_NAMES: Readonly<Record<FitKind, string>> = {
  contain: 'Contain',
  fill: 'Fill',
  corners: 'Corners',
};

/** What they do. */
export const FIT_WORDS: Readonly<Record<FitKind, string>> = {
  contain: 'Keeps the proportions and centres the design.',
  fill: 'Stretches the design to the patch’s box.',
  corners: 'Bends the design to the patch’s four corners, and at the frame to the corners as touched.',
};
