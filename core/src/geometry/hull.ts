import type { Point } from './point.ts';
import type { Polyline } from './polyline.ts';

/** The convex hull of all points, without points along its edges: Andrew's monotone chain (1979), O(n log n). */
export function convexHull(lines: readonly Polyline[]): Point[] {
  const points: Point[] = [];
  for (const line of lines) for (let i = 0; i < line.length; i += 2) points.push({ x: line[i]!, y: line[i + 1]! });
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

const turnsOut = (a: Point, b: Point, c: Point): boolean => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) > 0;
