import { ClipType, Clipper, EndType, FillRule, JoinType, type Paths64 } from 'clipper2-ts';
import { pointsOf, type Polyline, polyline, simplify } from './polyline.ts';

/** Closed lines without their first point again; inside is what lies within an odd number of them. One use of the area library. */
export type Rings = readonly Polyline[];

/** The library reckons in whole numbers: so many to a millimetre. */
const PER_MM = 1e5;
/** Chord error of the arcs round corners, and points that change less are left out, mm. */
const ROUNDED = 0.005;

const toPaths = (rings: Rings): Paths64 =>
  rings.map((ring) => pointsOf(ring).map(({ x, y }) => ({ x: Math.round(x * PER_MM), y: Math.round(y * PER_MM) })));

/** Rings of no area are left out. */
const fromPaths = (paths: Paths64): Polyline[] =>
  paths.flatMap((path) => {
    const closed = polyline([...path, ...path.slice(0, 1)]).map((v) => v / PER_MM);
    const line = simplify(closed, ROUNDED).slice(0, -2);
    return line.length < 6 ? [] : [line];
  });

/** What lies in one or more of several areas, as rings that neither cross nor overlap: outer edges clockwise as seen, holes the other way. */
export const unionOf = (areas: readonly Rings[]): Rings => {
  const each = areas.map((rings) => Clipper.booleanOp(ClipType.Union, toPaths(rings), null, FillRule.EvenOdd));
  return fromPaths(Clipper.booleanOp(ClipType.Union, each.flat(), null, FillRule.NonZero));
};

/** What some rings cover that may cross: where they wind round it, or, by the other rule, where an odd number of them goes round it. */
export const covered = (rings: Rings, evenOdd: boolean): Rings =>
  fromPaths(Clipper.booleanOp(ClipType.Union, toPaths(rings), null, evenOdd ? FillRule.EvenOdd : FillRule.NonZero));

/** What lies in both of two areas. */
export const sharedBy = (rings: Rings, others: Rings): Rings =>
  fromPaths(Clipper.booleanOp(ClipType.Intersection, toPaths(rings), toPaths(others), FillRule.EvenOdd));

/** What lies in one area and not in another. */
export const without = (rings: Rings, taken: Rings): Rings =>
  fromPaths(Clipper.booleanOp(ClipType.Difference, toPaths(rings), toPaths(taken), FillRule.EvenOdd));

/** So much of a single line is left of it as an area, mm to either side. */
const HAIR = 0.05;
/** Chord error where lines are made areas, mm. */
const SILHOUETTE_CHORD = 0.05;

/** What lines take up: gaps narrower than `bridge`, mm, are part of it, and so is all that it goes round. */
export function silhouetteOf(lines: readonly Polyline[], bridge: number): Rings {
  const by = Math.max(bridge / 2, 2 * HAIR);
  const paths = toPaths(lines.map((line) => simplify(line, SILHOUETTE_CHORD)));
  const inflated = (of: Paths64, mm: number, ends: EndType): Paths64 =>
    Clipper.inflatePaths(of, mm * PER_MM, JoinType.Round, ends, 2, SILHOUETTE_CHORD * PER_MM);
  const thick = inflated(paths, by, EndType.Round).filter((path) => Clipper.isPositive(path));
  const whole = Clipper.booleanOp(ClipType.Union, thick, null, FillRule.NonZero);
  return fromPaths(inflated(whole, HAIR - by, EndType.Polygon));
}

/**
 * All that lies within `by` millimetres of an area; what is left of it at that distance from its edge, where `by` is negative. Corners that are
 * gone round are rounded, so that the edge lies at that distance everywhere within a hundredth of a millimetre.
 */
export function grown(rings: Rings, by: number): Rings {
  const paths = Clipper.booleanOp(ClipType.Union, toPaths(rings), null, FillRule.EvenOdd);
  if (by === 0) return fromPaths(paths);
  return fromPaths(Clipper.inflatePaths(paths, by * PER_MM, JoinType.Round, EndType.Polygon, 2, ROUNDED * PER_MM));
}
