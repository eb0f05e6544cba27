import { applyToPoint } from '../geometry/affine.ts';
import type { Lie } from './loading.ts';
import { mapPatches, type QuiltMap } from './quilt-map.ts';
import { edgesOf } from './shape.ts';
import type { Size } from './size.ts';

/** A seam over most of the loaded cloth, mm: x of one across the poles, y of one along them. */
export interface LongSeam {
  readonly axis: 'x' | 'y';
  readonly at: number;
}

/** A seam counts that is sewn over so much of the cloth. */
const LONG = 0.5;
/** Seams nearer to each other, mm, are one, as those of a sashing are. */
const ONE_SEAM = 100;
/** Edges that differ by no more, mm, are one seam's; an edge is straight along an axis that leaves it by no more. */
const SAME = 0.1;

/** The long seams of a top as it is loaded, from left to right and from top to bottom; the top's own edges are none. O(patches). */
export function longSeams(map: QuiltMap, lie: Lie, size: Size): LongSeam[] {
  const sewn: { readonly x: Sewn[]; readonly y: Sewn[] } = { x: [], y: [] };
  for (const { shape } of mapPatches(map)) {
    for (const { line } of edgesOf(shape)) {
      const [a, b] = [applyToPoint(lie, line[0]!), applyToPoint(lie, line.at(-1)!)];
      const [dx, dy] = [Math.abs(a.x - b.x), Math.abs(a.y - b.y)];
      // Both patches that meet there tell of a seam: each for half of it.
      if (line.length === 2 && dx <= SAME) sewn.x.push({ at: a.x, length: dy / 2 });
      if (line.length === 2 && dy <= SAME) sewn.y.push({ at: a.y, length: dx / 2 });
    }
  }
  return [
    ...parted(sewn.x, LONG * size.length).map((at): LongSeam => ({ axis: 'x', at })),
    ...parted(sewn.y, LONG * size.width).map((at): LongSeam => ({ axis: 'y', at })),
  ];
}

interface Sewn {
  readonly at: number;
  /** mm */
  readonly length: number;
}

/** Seams that are long enough, apart from each other. */
function parted(edges: readonly Sewn[], least: number): number[] {
  const places = [...edges]
    .sort((a, b) => a.at - b.at)
    .reduce<Sewn[]>((found, { at, length }) => {
      const last = found.at(-1);
      if (!last || at - last.at > SAME) return [...found, { at, length }];
      return [...found.slice(0, -1), { at: last.at, length: last.length + length }];
    }, []);
  const inner = places.slice(1, -1).flatMap(({ at, length }) => (length >= least - SAME ? [at] : []));
  return inner.reduce<number[]>((kept, at) => (at - (kept.at(-1) ?? -Infinity) < ONE_SEAM ? kept : [...kept, at]), []);
}
