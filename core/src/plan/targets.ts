import type { Lie } from '../cloth/loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type ClothPoint, lerp, type LoadedPoint } from '../geometry/point.ts';
import { ringBounds } from '../geometry/polygon.ts';
import type { Target } from '../lineup/next-touch.ts';
import { onTop } from '../lineup/touch.ts';
import type { NamedPlace } from './landmarks.ts';
import type { Piece } from './piece.ts';

/** Where the line-up must be sure. */
export interface NamedTarget extends Target {
  readonly name: string;
  /** Id of the piece that it lies on; null for a stitched point that pieces must meet. */
  readonly piece: string | null;
}

/** What targets are made of. */
export type Outlined = Pick<Piece, 'id' | 'name' | 'outline'>;

/** A piece much wider than deep has ends rather than corners. */
const WIDE = 3;

/** Corners, middles of the edges and the middle of what will be stitched, named as the quilt is loaded. */
export function pieceTargets({ id, name, outline: ring }: Outlined, lie: Lie, tolerance: number): NamedTarget[] {
  if (ring.length === 0) return [];
  const box = ringBounds(ring.map((p) => applyToPoint(lie, p)));
  const wide = box.maxX - box.minX > WIDE * (box.maxY - box.minY);
  const [left, middle, right] = [box.minX, (box.minX + box.maxX) / 2, box.maxX];
  const loaded = ring.map((p) => applyToPoint(lie, p));
  const places: (readonly [LoadedPoint, ClothPoint])[] = ring.flatMap((p, i) => {
    const next = (i + 1) % ring.length;
    return [[loaded[i]!, p] as const, [lerp(loaded[i]!, loaded[next]!, 0.5), lerp(p, ring[next]!, 0.5)] as const];
  });
  const end = (x: number): string =>
    x < (left + middle) / 2 ? 'left end' : x > (middle + right) / 2 ? 'right end' : 'middle';
  const side = ({ x, y }: LoadedPoint): string => {
    const down =
      y < box.minY + (box.maxY - box.minY) / 4 ? 'upper' : y > box.maxY - (box.maxY - box.minY) / 4 ? 'lower' : '';
    const across = x < (left + middle) / 2 ? 'left' : x > (middle + right) / 2 ? 'right' : '';
    return down && across ? `${down} ${across} corner` : `${down || across} edge`;
  };
  return places.map(([at, cloth]) => ({
    ...onTop(cloth),
    tolerance,
    join: false,
    piece: id,
    name: `${wide ? end(at.x) : side(at)} of ${name}`,
  }));
}

/** A stitched point within this of what will be stitched must fit it, mm. */
const MUST_MEET = 40;

/** The stitched points that some pieces will lie against. */
export function joinTargets(
  stitched: readonly NamedPlace[],
  pieces: readonly Outlined[],
  tolerance: number,
): NamedTarget[] {
  const boxes = pieces.flatMap(({ outline }) => (outline.length === 0 ? [] : [ringBounds(outline)]));
  return stitched
    .filter(({ cloth: { x, y } }) =>
      boxes.some(
        (box) =>
          x > box.minX - MUST_MEET && x < box.maxX + MUST_MEET && y > box.minY - MUST_MEET && y < box.maxY + MUST_MEET,
      ),
    )
    .map(({ name, cloth, since }) => ({ name, cloth, since, tolerance, join: true, piece: null }));
}
