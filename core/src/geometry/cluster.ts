import KDBush from 'kdbush';
import type { Polyline } from './polyline.ts';

/** Gives each point the number of its cluster: points within `tolerance` of each other, also by way of others, share one. */
export function clusterPoints(points: Polyline, tolerance: number): Int32Array {
  const clusters = new Int32Array(points.length / 2).fill(-1);
  const places = inPlaces(points);
  if (places.first.length === 0) return clusters;
  // Corners of patches lie on each other: each place is looked at once.
  const of = new Int32Array(places.first.length).fill(-1);
  const index = new KDBush(places.first.length);
  for (const i of places.first) index.add(points[2 * i]!, points[2 * i + 1]!);
  index.finish();
  let next = 0;
  for (let place = 0; place < of.length; place++) {
    if (of[place] !== -1) continue;
    const pending = [place];
    of[place] = next;
    for (let at = pending.pop(); at !== undefined; at = pending.pop()) {
      const i = places.first[at]!;
      for (const near of index.within(points[2 * i]!, points[2 * i + 1]!, tolerance)) {
        if (of[near] !== -1) continue;
        of[near] = next;
        pending.push(near);
      }
    }
    next++;
  }
  for (let i = 0; i < clusters.length; i++) clusters[i] = of[places.of[i]!]!;
  return clusters;
}

/** Mixes two coordinates into one number; two places that share one are told apart by looking. */
const MIX = 0.618_033_988_749_895;

/** The places of points, by the first point in each and the place of every point. Places of one mixed number may be two though they are one. */
function inPlaces(points: Polyline): { readonly first: readonly number[]; readonly of: Int32Array } {
  const of = new Int32Array(points.length / 2);
  const first: number[] = [];
  const known = new Map<number, number>();
  for (let i = 0; i < of.length; i++) {
    const [x, y] = [points[2 * i]!, points[2 * i + 1]!];
    const mixed = x + MIX * y;
    const place = known.get(mixed);
    const there = place === undefined ? -1 : first[place]!;
    if (place !== undefined && points[2 * there] === x && points[2 * there + 1] === y) of[i] = place;
    else {
      known.set(mixed, first.length);
      of[i] = first.push(i) - 1;
    }
  }
  return { first, of };
}
