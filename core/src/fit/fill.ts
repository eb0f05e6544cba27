import { cornersOf, outlineOf } from '../cloth/shape.ts';
import type { Point } from '../geometry/point.ts';
import { leastBetween } from '../geometry/golden-section.ts';
import type { Fit } from './fit.ts';
import type { Copy } from './copy.ts';
import { largestCopy } from './largest-copy.ts';
import { innerOf, type WithMargins } from './margins.ts';
import { centredWarp } from './warp.ts';

/** Stretches the design, across and down by what each leaves room for: the copy of the largest area that lies inside, upright in the patch. */
export interface FillRule extends WithMargins {
  readonly kind: 'fill';
}

/** A copy is stretched by no more than this over the proportions of the patch's box. */
const MOST = Math.log(20);
const STEPS = 44;

export const fill: Fit<FillRule> = {
  usual: (margins) => ({ kind: 'fill', margins }),
  takes: (shape) => cornersOf(shape).length === 4,

  warp(drawn, { shape, angle }, rule) {
    const inner = innerOf(shape, rule);
    if (!inner) return null;
    const ring = outlineOf(inner);
    const [width, height] = [drawn.box.maxX - drawn.box.minX, drawn.box.maxY - drawn.box.minY];
    const at = (stretch: number): Copy | null => largestCopy(drawn, ring, angle, stretch);
    // A straight line is scaled by its length alone, a point not at all.
    if (!(width > 0 && height > 0)) {
      const copy = at(1);
      return copy && centredWarp(drawn.box, copy.scale, copy.scale, angle, copy.centre);
    }
    // The area's logarithm, which has one peak; a rectangle is filled by its own proportions.
    const lost = (log: number): number => {
      const copy = at(Math.exp(log));
      return copy ? -2 * Math.log(copy.scale) - log : Infinity;
    };
    const guess = Math.log(boxStretch(ring, angle, width / height));
    const found = leastBetween(lost, guess - MOST, guess + MOST, STEPS);
    const stretch = Math.exp(lost(guess) <= lost(found) + 1e-9 ? guess : found);
    const copy = at(stretch);
    return copy && centredWarp(drawn.box, copy.scale * stretch, copy.scale, angle, copy.centre);
  },
};

/** How much wider than drawn a thing must be to have the proportions of a ring's box, seen at an angle. */
function boxStretch(ring: readonly Point[], angle: number, drawn: number): number {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const extent = (of: readonly number[]): number => Math.max(...of) - Math.min(...of);
  return extent(ring.map((p) => p.x * cos + p.y * sin)) / extent(ring.map((p) => p.y * cos - p.x * sin)) / drawn;
}
