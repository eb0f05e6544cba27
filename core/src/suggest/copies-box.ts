import { arranged, type Arrange } from '../fit/arrange.ts';
import type { Drawn } from '../fit/fit.ts';
import { type Orient, orientMap } from '../fit/orient.ts';
import { applyToPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { boxRing, ringBounds } from '../geometry/polygon.ts';
import { boundsOf, type Bounds, type Polyline } from '../geometry/polyline.ts';

/** How large copies of a design are, without laying them. */
export interface CopySizes {
  readonly box: Bounds;
  /** From copy to copy, across and down, mm as drawn. */
  readonly pitch: Point;
}

/** Told from two copies beside each other and two one above the other. @param lines trimmed */
export function copySizes(lines: readonly Polyline[], arrange: Arrange): CopySizes | null {
  const box = boundsOf(lines);
  const beside = boundsOf(arranged(lines, { ...arrange, across: 2, down: 1 }));
  const above = boundsOf(arranged(lines, { ...arrange, across: 1, down: 2 }));
  if (!box || !beside || !above) return null;
  return {
    box,
    pitch: {
      x: beside.maxX - beside.minX - (box.maxX - box.minX),
      y: above.maxY - above.minY - (box.maxY - box.minY),
    },
  };
}

/** So many copies as a fit sees them: nothing but their box, turned. */
export function copiesDrawn({ box, pitch }: CopySizes, across: number, down: number, orient: Orient): Drawn {
  const whole = { ...box, maxX: box.maxX + (across - 1) * pitch.x, maxY: box.maxY + (down - 1) * pitch.y };
  const map = orientMap(orient);
  const hull = boxRing(whole).map((p) => applyToPoint(map, p));
  return { lines: [], box: ringBounds(hull), hull: () => hull };
}
