import type { Polyline } from '../geometry/polyline.ts';
import { thinned } from '../geometry/thin.ts';
import type { Plan } from './evaluate.ts';

/** The strokes of a design as they are laid and stitched: without points that say nothing. The design keeps all that its file had. */
export const designLines = (plan: Plan, designId: string): readonly Polyline[] | undefined =>
  plan.strokesOf(designId)?.map(thinned);
