import KDBush from 'kdbush';
import type { Polyline } from './polyline.ts';

/** Off by less than this part of the tolerance, as rounding leaves them, points are in one place. */
const SAME = 1e-6;

/** Gives each point the number of its cluster: points within `tolerance` of each other, also by way of others, share one. */
export function clusterPoints(points: Polyline, tolerance: number): Int32Array {
  const count = points.length / 2;
  const clusters = new Int32Array(count).fill(-1);
  if (count === 0) return clusters;
  const index = new KDBush(count);
  for (let i = 0; i < count; i++) index.add(points[2 * i]!, points[2 * i + 1]!);
  index.finish();
  let next = 0;
  for (let i = 0; i < count; i++) {
    if (clusters[i] !== -1) continue;
    const pending = [i];
    clusters[i] = next;
    for (let at = pending.pop(); at !== undefined; at = pending.pop()) {
      const [x, y] = [points[2 * at]!, points[2 * at + 1]!];
      for (const near of index.within(x, y, tolerance)) {
        if (clusters[near] !== -1) continue;
        clusters[near] = next;
        // One in the very place has the same others about it.
        const off = Math.abs(points[2 * near]! - x) + Math.abs(points[2 * near + 1]! - y);
        if (off > SAME * tolerance) pending.push(near);
      }
    }
    next++;
  }
  return clusters;
}
