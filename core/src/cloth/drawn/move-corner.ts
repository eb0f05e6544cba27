import { type ClothPoint, distance } from '../../geometry/point.ts';
import { ringBounds } from '../../geometry/polygon.ts';
import { boxesMeet, nearestPart } from '../../geometry/polyline.ts';
import { SAME_LANDMARK } from '../../tolerances.ts';
import type { Region } from '../region.ts';
import type { Control, Shape } from '../shape.ts';
import { joinFamilies } from './families.ts';
import { type PatchEdit, shapeTrouble } from './patch-edit.ts';

/** Patches with a corner in some place, or a straight edge that runs through it; and what moving it makes of each. */
export interface HeldCorner {
  readonly at: ClothPoint;
  readonly ids: readonly string[];
  movedTo(to: ClothPoint): PatchEdit;
}

/**
 * Takes hold of a corner: what meets there moves as one, and an edge that runs past it bends there. An edge that moves does so as far as the next
 * corner that any patch has on it, so that nothing comes apart.
 */
export function holdCorner(regions: readonly Region[], at: ClothPoint): HeldCorner {
  const found = regions.flatMap((region) => {
    const shape = withControlAt(region.shape, at);
    return shape ? [{ region, shape }] : [];
  });
  if (found.length === 0) return { at, ids: [], movedTo: () => ({ put: [], gone: [] }) };
  // Only what lies by the patches that move can have a corner on their edges.
  const box = ringBounds(found.flatMap(({ shape }) => shape.map((one) => one.at)));
  const corners = regions
    .filter(({ shape }) => boxesMeet(box, ringBounds(shape.map((one) => one.at))))
    .flatMap(({ shape }) => shape.filter(({ corner }) => corner));
  const held = found.map(({ region, shape }) => ({ region, shape: withNextCorners(shape, at, corners) }));
  return {
    at,
    ids: held.map(({ region }) => region.id),
    movedTo(to) {
      const put = held.map(({ region, shape }) => ({
        ...region,
        shape: shape.map((one) => (distance(one.at, at) <= SAME_LANDMARK ? { ...one, at: to } : one)),
      }));
      const trouble = put.map(({ shape }) => shapeTrouble(shape)).find((one) => one !== null);
      return trouble === undefined ? { put: joinFamilies(put, regions), gone: [] } : { refusal: trouble };
    },
  };
}

/** A shape with controls where others have the nearest corners on the edges that lead away from one of its own. */
function withNextCorners(shape: Shape, at: ClothPoint, corners: readonly Control[]): Shape {
  const own = shape.findIndex((one) => distance(one.at, at) <= SAME_LANDMARK);
  const ends = [shape.at(own - 1)!, shape[(own + 1) % shape.length]!];
  return ends.reduce<Shape>((known, end) => {
    const on = corners
      .filter((one) => isBetween(one.at, at, end.at))
      .sort((a, b) => distance(a.at, at) - distance(b.at, at))[0];
    return on ? (withControlAt(known, on.at) ?? known) : known;
  }, shape);
}

/** On the straight way between two points, at neither. */
function isBetween(p: ClothPoint, a: ClothPoint, b: ClothPoint): boolean {
  const t = nearestPart(p.x, p.y, a.x, a.y, b.x, b.y);
  const off = Math.hypot(a.x + t * (b.x - a.x) - p.x, a.y + t * (b.y - a.y) - p.y);
  return off <= SAME_LANDMARK && distance(p, a) > SAME_LANDMARK && distance(p, b) > SAME_LANDMARK;
}

/** A shape with a control in a place that is on its edge; null where the place isn't, or lies on a smooth stretch. */
export function withControlAt(shape: Shape, at: ClothPoint): Shape | null {
  const { minX, maxX, minY, maxY } = ringBounds(shape.map((one) => one.at));
  const off = SAME_LANDMARK;
  if (at.x < minX - off || at.x > maxX + off || at.y < minY - off || at.y > maxY + off) return null;
  if (shape.some((one) => distance(one.at, at) <= off)) return shape;
  for (const [i, a] of shape.entries()) {
    const b = shape[(i + 1) % shape.length]!;
    if (!a.corner || !b.corner) continue;
    const t = nearestPart(at.x, at.y, a.at.x, a.at.y, b.at.x, b.at.y);
    const x = a.at.x + t * (b.at.x - a.at.x);
    const y = a.at.y + t * (b.at.y - a.at.y);
    if (Math.hypot(x - at.x, y - at.y) > off) continue;
    const added: Control = { id: freeControlId(shape), at, corner: true };
    return [...shape.slice(0, i + 1), added, ...shape.slice(i + 1)];
  }
  return null;
}

/** An id that no control of a shape has. */
export function freeControlId(shape: Shape): string {
  const taken = new Set(shape.map(({ id }) => id));
  for (let n = shape.length + 1; ; n++) if (!taken.has(`c${n}`)) return `c${n}`;
}
