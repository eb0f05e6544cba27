import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { thinned } from '../geometry/thin.ts';
import { fineness } from '../tolerances.ts';
import type { Plan } from './evaluate.ts';

/** The strokes of a design as they are laid and stitched: without points that say nothing. The design keeps all that its file had. */
export function designLines(plan: Plan, designId: string): readonly Polyline[] | undefined {
  const strokes = plan.strokesOf(designId);
  const box = strokes && boundsOf(strokes);
  if (!box) return strokes;
  const fine = fineness(Math.max(box.maxX - box.minX, box.maxY - box.minY));
  return strokes.map((line) => thinned(line, fine));
}
