import type { FitKind } from '@gorse/core';

/** What fits are called on the screen. */
export const FIT_NAMES: Readonly<Record<FitKind, string>> = {
  contain: 'Contain',
  fill: 'Fill',
  corners: 'Corners',
};
