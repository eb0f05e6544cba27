import { CORNER_NAMES, type Region } from '../cloth/region.ts';
import { type Affine, applyToPoint } from '../geometry/affine.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import { ringBounds } from '../geometry/polygon.ts';
import type { Target } from '../lineup/next-touch.ts';
import { onTop, type Place } from '../lineup/touch.ts';
import { SAME_LANDMARK } from '../tolerances.ts';
import type { PlanRecords } from './plan-document.ts';

/** A point that can be found both on the plan and on the cloth. */
export interface NamedPlace extends Place {
  readonly name: string;
}

/** Where the line-up must be sure, in words. */
export interface NamedTarget extends Target {
  readonly name: string;
}

/**
 * The corners of all patches, each place once, named as the quilt is loaded: by the patch at hand where it is one of its own, else by a
 * block rather than by what lies round it.
 */
export function cornerLandmarks(records: PlanRecords, lie: Affine, atHand: string | null = null): NamedPlace[] {
  const known = new Set<string>();
  const rank = ({ id, kind }: Region): number => (id === atHand ? -1 : kind === 'block' ? 0 : 1);
  const regions = Object.values(records.regions).sort((a, b) => rank(a) - rank(b));
  return regions.flatMap((region) => {
    const loaded = region.ring.map((p) => applyToPoint(lie, p));
    const box = ringBounds(loaded);
    return region.ring.flatMap((cloth, i): NamedPlace[] => {
      const key = `${Math.round(cloth.x / SAME_LANDMARK)} ${Math.round(cloth.y / SAME_LANDMARK)}`;
      if (known.has(key)) return [];
      known.add(key);
      const p = loaded[i]!;
      const [right, lower] = [p.x > (box.minX + box.maxX) / 2, p.y > (box.minY + box.maxY) / 2];
      const corner = CORNER_NAMES[lower ? (right ? 2 : 3) : right ? 1 : 0];
      return [{ ...onTop(cloth), name: `${corner} corner of ${region.name}` }];
    });
  });
}

/** A piece much wider than deep has ends rather than corners. */
const WIDE = 3;

/** Corners, middles of the edges and the middle of what will be stitched, named as the quilt is loaded. */
export function pieceTargets(name: string, ring: readonly ClothPoint[], lie: Affine, tolerance: number): NamedTarget[] {
  const box = ringBounds(ring.map((p) => applyToPoint(lie, p)));
  const wide = box.maxX - box.minX > WIDE * (box.maxY - box.minY);
  const [left, middle, right] = [box.minX, (box.minX + box.maxX) / 2, box.maxX];
  const loaded = ring.map((p) => applyToPoint(lie, p));
  const places: (readonly [Point, ClothPoint])[] = ring.flatMap((p, i) => {
    const next = (i + 1) % ring.length;
    return [[loaded[i]!, p] as const, [half(loaded[i]!, loaded[next]!), half(p, ring[next]!)] as const];
  });
  const end = (x: number): string =>
    x < (left + middle) / 2 ? 'left end' : x > (middle + right) / 2 ? 'right end' : 'middle';
  const side = ({ x, y }: Point): string => {
    const down =
      y < box.minY + (box.maxY - box.minY) / 4 ? 'upper' : y > box.maxY - (box.maxY - box.minY) / 4 ? 'lower' : '';
    const across = x < (left + middle) / 2 ? 'left' : x > (middle + right) / 2 ? 'right' : '';
    return down && across ? `${down} ${across} corner` : `${down || across} edge`;
  };
  return places.map(([at, cloth]) => ({
    ...onTop(cloth),
    tolerance,
    join: false,
    name: `${wide ? end(at.x) : side(at)} of ${name}`,
  }));
}

const half = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

/** A stitched point within this of what will be stitched must fit it, mm. */
const MUST_MEET = 40;

/** The stitched points that some pieces will lie against. */
export function joinTargets(
  stitched: readonly NamedPlace[],
  rings: readonly (readonly ClothPoint[])[],
  tolerance: number,
): NamedTarget[] {
  const boxes = rings.map(ringBounds);
  return stitched
    .filter(({ cloth: { x, y } }) =>
      boxes.some(
        (box) =>
          x > box.minX - MUST_MEET && x < box.maxX + MUST_MEET && y > box.minY - MUST_MEET && y < box.maxY + MUST_MEET,
      ),
    )
    .map((place) => ({ ...place, tolerance, join: true }));
}
