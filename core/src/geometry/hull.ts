import type { Point } from './point.ts';
import { type Polyline, pointsOf } from './polyline.ts';

/**
 * The convex hull of all points, without points along its edges: Andrew's monotone chain (1979) on those that lie outside the octagon of the
 * extreme ones (Akl & Toussaint 1978). About linear.
 */
export function convexHull(lines: readonly Polyline[]): Point[] {
  const points = outermost(lines);
  points.sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (ordered: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const p of ordered) {
      while (chain.length >= 2 && !turnsOut(chain.at(-2)!, chain.at(-1)!, p)) chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  const lower = half(points);
  const upper = half([...points].reverse());
  return [...lower, ...upper];
}

/** The points that may be corners of the hull: those outside the octagon of the extreme ones, and these. */
function outermost(lines: readonly Polyline[]): Point[] {
  // Farthest right, down right, down, … all the way round, so that the octagon's inside lies to the right of its edges.
  const corners = new Float64Array(16);
  const most = new Float64Array(8).fill(-Infinity);
  const farthest = (way: number, far: number, x: number, y: number): void => {
    if (far <= most[way]!) return;
    most[way] = far;
    corners[2 * way] = x;
    corners[2 * way + 1] = y;
  };
  for (const line of lines) {
    for (let i = 0; i < line.length; i += 2) {
      const [x, y] = [line[i]!, line[i + 1]!];
      farthest(0, x, x, y);
      farthest(1, x + y, x, y);
      farthest(2, y, x, y);
      farthest(3, y - x, x, y);
      farthest(4, -x, x, y);
      farthest(5, -x - y, x, y);
      farthest(6, -y, x, y);
      farthest(7, x - y, x, y);
    }
  }
  // Most lie in the upright box between its slanting corners, which is looked at first.
  const left = Math.max(corners[10]!, corners[6]!);
  const right = Math.min(corners[2]!, corners[14]!);
  const top = Math.max(corners[11]!, corners[15]!);
  const bottom = Math.min(corners[3]!, corners[7]!);
  const points = most.every(Number.isFinite) ? pointsOf(corners) : [];
  for (const line of lines) {
    for (let i = 0; i < line.length; i += 2) {
      const [x, y] = [line[i]!, line[i + 1]!];
      if (x > left && x < right && y > top && y < bottom) continue;
      if (isOutside(corners, x, y)) points.push({ x, y });
    }
  }
  return points;
}

function isOutside(octagon: Float64Array, x: number, y: number): boolean {
  for (let k = 0; k < 16; k += 2) {
    const [ax, ay] = [octagon[k]!, octagon[k + 1]!];
    const [dx, dy] = [octagon[(k + 2) % 16]! - ax, octagon[(k + 3) % 16]! - ay];
    if (dx * (y - ay) - dy * (x - ax) < 0) return true;
  }
  return false;
}

const turnsOut = (a: Point, b: Point, c: Point): boolean => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) > 0;
