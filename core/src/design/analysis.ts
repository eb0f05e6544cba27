import { cellFor, type DistanceField, fieldFor } from '../geometry/distance-field.ts';
import type { EmptyCircle } from '../geometry/empty-circle.ts';
import { type DesignPoint, plus, type Point } from '../geometry/point.ts';
import { type Polyline, polyline, simplify } from '../geometry/polyline.ts';
import { thinned } from '../geometry/thin.ts';
import { indexSegments, type SegmentIndex } from '../geometry/segment-index.ts';
import { limited, Looks, TooMuch } from '../geometry/looks.ts';
import { convexHull } from '../geometry/hull.ts';
import { DIRECTIONAL } from '../tolerances.ts';
import { crossings } from './crossings.ts';
import { type Corner, type Bend, sharpestCorner, tightestBend } from './curvature.ts';
import { designBounds, type DesignMeasure, measureDesign } from './design.ts';
import { doubledStretches, type Stretch } from './doubled.ts';
import { type DesignKind, guessKind } from './kind.ts';
import { shapeOf } from './likeness.ts';
import { type RowJoin, rowJoin } from './row-join.ts';
import { medianSpacing, widestGap } from './spacing.ts';
import { type Symmetry, symmetryOf } from './symmetry.ts';

/** What is known of a design before it is loaded. Lengths in millimetres, angles in radians. */
export interface DesignFacts extends DesignMeasure {
  readonly join: RowJoin;
  readonly symmetry: Symmetry;
  /** Upside down matters. */
  readonly directional: boolean;
  /** Length that is stitched over an earlier stretch. */
  readonly doubled: number;
  readonly crossings: number;
  /** Turn at the sharpest corner; 0 when there is none. */
  readonly sharpestTurn: number;
  /** Null when the line is straight between its corners. */
  readonly smallestRadius: number | null;
  readonly spacing: number | null;
  /** Diameter of the widest circle without a stitch; 0 when the design encloses none. */
  readonly widestGap: number;
  readonly kind: DesignKind;
  readonly shape: readonly number[];
  /** The corners of its convex hull from its box's upper left, `x, y` in turn, to a hundredth of its size. Of designs read long ago it is missing. */
  readonly hull?: readonly number[];
  /** What would have taken too long to work out: its numbers say nothing. */
  readonly unknown?: readonly HeavyPart[];
}

/** Parts that look at lines by place, so that they take long where a design has very many, or very dense ones. */
export type HeavyPart = 'doubled' | 'crossings' | 'gap' | 'symmetry' | 'spacing';

/** A hundredth of a design's size is seen by no one who only looks for what suits. */
const COARSE = 0.01;
/** Places are told to a hundredth of a millimetre. */
const ROUND = 100;

function coarseHull(hull: readonly Point[]): readonly number[] {
  if (hull.length === 0) return [];
  const ring = polyline([...hull, hull[0]!]);
  const size = ring.reduce((most, v) => Math.max(most, v), 0);
  // Of very many corners some are kept in vain at first.
  const fewer = simplify(ring, (COARSE / 100) * size);
  return Array.from(simplify(fewer, COARSE * size).slice(0, -2), (v) => Math.round(v * ROUND) / ROUND);
}

/** The same on the picture. */
export interface DesignPlaces {
  readonly doubled: readonly Stretch[];
  readonly crossings: readonly DesignPoint[];
  readonly sharpest: Corner | null;
  readonly tightest: Bend | null;
  readonly gap: EmptyCircle<DesignPoint> | null;
}

export interface DesignAnalysis {
  readonly facts: DesignFacts;
  readonly places: DesignPlaces;
}

/** How much is looked at before a part is left out. */
export interface Effort {
  /** Lines looked at for all parts together, and half as many for one of them. */
  readonly looks: number;
  /** Segments of a design beyond which nothing is sought by place. */
  readonly segments: number;
}
/** Half a second or so at the most, whatever the design. */
const USUAL_EFFORT: Effort = { looks: 2_000_000, segments: 150_000 };
export const ALL_EFFORT: Effort = { looks: Infinity, segments: Infinity };

/**
 * Everything that can be told from the strokes alone; about n log n. Parts that would take more effort than is allowed are left out, and named
 * (`unknown`). Throws when there is no stroke with a length.
 */
export function analyseDesign(strokes: readonly Polyline[], effort = USUAL_EFFORT): DesignAnalysis {
  const lines = strokes.map((line) => thinned(line));
  const whole = indexSegments(lines);
  const measure = measureDesign(strokes);
  const outline = convexHull(strokes);
  const bounds = designBounds(strokes);
  const unknown: HeavyPart[] = [];
  const all = new Looks(effort.looks);
  const heavy = <T>(part: HeavyPart, without: T, work: (index: SegmentIndex, looks: Looks) => T): T => {
    try {
      const looks = new Looks(effort.looks / 2, all);
      if (whole.count > effort.segments) throw new TooMuch('a design of so many segments is not sought by place');
      return work(limited(whole, looks), looks);
    } catch (error) {
      if (!(error instanceof TooMuch)) throw error;
      unknown.push(part);
      return without;
    }
  };
  let field: DistanceField | null = null;
  /** It looks at each line in each cell that it runs through. */
  const coarseField = (looks: Looks): DistanceField => {
    looks.spend(whole.along[whole.count]! / cellFor(whole, bounds, 0, FIELD_CELLS));
    return (field ??= fieldFor(whole, bounds, 0, FIELD_CELLS));
  };
  const places: DesignPlaces = {
    doubled: heavy('doubled', [], doubledStretches),
    crossings: heavy('crossings', [], crossings),
    sharpest: sharpestCorner(lines),
    tightest: tightestBend(lines),
    gap: heavy('gap', null, (index, looks) => widestGap(index, bounds, outline, coarseField(looks))),
  };
  const join = rowJoin(measure);
  const symmetry = heavy('symmetry', NO_SYMMETRY, (index, looks) => symmetryOf(index, bounds, coarseField(looks)));
  const spacing = heavy('spacing', null, (index) => medianSpacing(index, bounds));
  const corner = { x: -bounds.minX, y: -bounds.minY };
  const hull = outline.map((p) => plus(p, corner));
  const inBox = {
    ...measure,
    start: plus(measure.start, corner),
    end: plus(measure.end, corner),
  };
  return {
    places,
    facts: {
      ...measure,
      join,
      symmetry,
      directional: symmetry.turns % 2 === 1 && symmetry.upsideDown > DIRECTIONAL,
      doubled: places.doubled.reduce((sum, stretch) => sum + stretch.to - stretch.from, 0),
      crossings: places.crossings.length,
      sharpestTurn: places.sharpest?.turn ?? 0,
      smallestRadius: places.tightest?.radius ?? null,
      spacing,
      widestGap: places.gap?.diameter ?? 0,
      kind: guessKind(inBox, join, hull),
      shape: shapeOf(strokes, whole, measure),
      hull: coarseHull(hull),
      ...(unknown.length === 0 ? {} : { unknown }),
    },
  };
}

/** Cells of the field that gaps and symmetry are sought on, at the most. */
const FIELD_CELLS = 250_000;
const NO_SYMMETRY: Symmetry = { mirrorsAcross: false, mirrorsDown: false, turns: 1, upsideDown: 0 };
