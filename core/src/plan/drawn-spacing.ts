import { medianSpacing } from '../design/spacing.ts';
import { boundsOf, lengthOf } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { designLines } from './design-lines.ts';
import type { Plan } from './evaluate.ts';

/** From line to line of a design as drawn, mm; null where lines never face each other, or there is no design. */
export function drawnSpacing(plan: Plan, designId: string): number | null {
  const lines = plan.get(designLines, designId);
  const bounds = lines && boundsOf(lines);
  const hasLength = lines?.some((line) => lengthOf(line) > 0);
  return hasLength && bounds ? medianSpacing(indexSegments(lines), bounds) : null;
}
