import KDBush from 'kdbush';
import type { Polyline } from './polyline.ts';

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
      for (const near of index.within(points[2 * at]!, points[2 * at + 1]!, tolerance)) {
        if (clusters[near] !== -1) continue;
        clusters[near] = next;
        pending.push(near);
      }
    }
    next++;
  }
  return clusters;
}
