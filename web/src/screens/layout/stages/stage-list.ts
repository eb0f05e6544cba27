import type { StageName } from '@gorse/core';
import { arrangeView } from './arrange.tsx';
import { backgroundView } from './background.tsx';
import { fitView } from './fit.tsx';
import { maskView } from './mask.tsx';
import { orientView } from './orient.tsx';
import { outlineView } from './outline.tsx';
import type { StageView } from '../stage-view.ts';
import { shiftView } from './shift.tsx';
import { stitchView } from './stitch.tsx';
import { trimView } from './trim.tsx';

/** All stages, in the order in which they are always run. */
export const STAGE_VIEWS: { readonly [N in StageName]: StageView<N> } = {
  background: backgroundView,
  trim: trimView,
  arrange: arrangeView,
  orient: orientView,
  fit: fitView,
  shift: shiftView,
  outline: outlineView,
  mask: maskView,
  stitch: stitchView,
};
