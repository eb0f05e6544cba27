import { flattenCubicInto } from './flatten.ts';
import { distance, type Point } from './point.ts';

/**
 * A smooth curve through points, flattened to a chord error: centripetal Catmull–Rom (Yuksel, Schaefer and Keyser 2011), which neither loops
 * nor overshoots where points lie unevenly. Two points give a straight line. Points on one another are one. Closed, the first is not repeated.
 */
export function smoothThrough<P extends Point>(given: readonly P[], closed: boolean, chord: number): P[] {
  const points = given.filter((p, i) => i === 0 || distance<Point>(p, given[i - 1]!) > 0);
  if (closed && points.length > 1 && distance<Point>(points[0]!, points.at(-1)!) === 0) points.pop();
  const n = points.length;
  if (n < 3) return points;
  const at = (i: number): P | undefined => (closed ? points[(i + n) % n] : points[i]);
  const out: number[] = [points[0]!.x, points[0]!.y];
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const [p1, p2] = [at(i)!, at(i + 1)!];
    // Beyond an end the curve is thought to go on as it comes.
    const p0 = at(i - 1) ?? mirrored(p2, p1);
    const p3 = at(i + 2) ?? mirrored(p1, p2);
    flattenCubicInto(out, p1, handle(p0, p1, p2), handle(p3, p2, p1), p2, chord);
  }
  if (closed) out.splice(-2, 2);
  return Array.from({ length: out.length / 2 }, (_, i) => ({ x: out[2 * i]!, y: out[2 * i + 1]! }) as P);
}

const mirrored = (p: Point, about: Point): Point => ({ x: 2 * about.x - p.x, y: 2 * about.y - p.y });

/** The Bézier handle at `p` towards `next`, by the square roots of the distances. */
function handle(before: Point, p: Point, next: Point): Point {
  const a = distance(before, p);
  const b = distance(p, next);
  const [sa, sb] = [Math.sqrt(a), Math.sqrt(b)];
  const k = 3 * sa * (sa + sb);
  const mix = (u: number, v: number, w: number): number => (a * w - b * u + (2 * a + 3 * sa * sb + b) * v) / k;
  return { x: mix(before.x, p.x, next.x), y: mix(before.y, p.y, next.y) };
}
