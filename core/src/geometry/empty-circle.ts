import { distance, plus, type Point, type PointMaker } from './point.ts';
import type { SegmentIndex } from './segment-index.ts';

/** A circle without a stitch inside, mm. */
export interface EmptyCircle<P extends Point> {
  readonly centre: P;
  readonly diameter: number;
}

/** Circles that are worked out exactly before the widest is taken. */
const CANDIDATES = 16;

/**
 * The widest empty circle whose centre is `allowed`, from guesses that are at least as wide as the exact ones near them: the best guesses are moved
 * to their exact place against the lines themselves.
 */
export function widestOf<P extends Point>(
  guesses: readonly EmptyCircle<P>[],
  index: SegmentIndex,
  allowed: (p: P) => boolean,
): EmptyCircle<P> | null {
  let best: EmptyCircle<P> | null = null;
  const tried: EmptyCircle<P>[] = [];
  for (const guess of [...guesses].sort((a, b) => b.diameter - a.diameter)) {
    if (tried.length >= CANDIDATES || guess.diameter <= (best?.diameter ?? 0)) break;
    if (tried.some((one) => distance<Point>(one.centre, guess.centre) < guess.diameter / 50)) continue;
    tried.push(guess);
    const exact = settled(guess.centre, index, allowed);
    if (exact.diameter > (best?.diameter ?? 0)) best = exact;
  }
  return best;
}

/** Walks a centre to where it is farthest from every line, in ever smaller steps. */
function settled<P extends Point>(from: P, index: SegmentIndex, allowed: (p: P) => boolean): EmptyCircle<P> {
  let centre = from;
  let radius = index.distance(centre.x, centre.y);
  for (let step = radius / 4; step > 1e-4;) {
    let moved = false;
    for (let k = 0; k < 16; k++) {
      const angle = (k * Math.PI) / 8;
      const to = plus(centre, { x: step * Math.cos(angle), y: step * Math.sin(angle) });
      if (!allowed(to)) continue;
      const there = index.distance(to.x, to.y);
      if (there > radius + 1e-6) {
        centre = to;
        radius = there;
        moved = true;
        break;
      }
    }
    if (!moved) step /= 2;
  }
  return { centre, diameter: 2 * radius };
}

/** The centre of the circle through a triangle's corners; null for points all but in a row, which have theirs at infinity. */
export function circumcentre<P extends Point>(
  points: Float64Array,
  triangles: Uint32Array,
  t: number,
  make: PointMaker<P>,
): P | null {
  const [a, b, c] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
  const ax = points[2 * a]!;
  const ay = points[2 * a + 1]!;
  const bx = points[2 * b]! - ax;
  const by = points[2 * b + 1]! - ay;
  const cx = points[2 * c]! - ax;
  const cy = points[2 * c + 1]! - ay;
  const d = 2 * (bx * cy - by * cx);
  const bb = bx * bx + by * by;
  const cc = cx * cx + cy * cy;
  const centre = make(ax + (cy * bb - by * cc) / d, ay + (bx * cc - cx * bb) / d);
  return Number.isFinite(centre.x) && Number.isFinite(centre.y) ? centre : null;
}
