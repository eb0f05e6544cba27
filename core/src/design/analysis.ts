import { fieldFor } from '../geometry/distance-field.ts';
import type { EmptyCircle } from '../geometry/empty-circle.ts';
import { type DesignPoint, plus, type Point } from '../geometry/point.ts';
import { type Polyline, polyline, simplify } from '../geometry/polyline.ts';
import { thinned } from '../geometry/thin.ts';
import { indexSegments } from '../geometry/segment-index.ts';
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
}

/** A hundredth of a design's size is seen by no one who only looks for what suits. */
const COARSE = 0.01;
/** Places are told to a hundredth of a millimetre. */
const ROUND = 100;

function coarseHull(hull: readonly Point[]): readonly number[] {
  if (hull.length === 0) return [];
  const ring = polyline([...hull, hull[0]!]);
  const size = Math.max(...ring);
  return Array.from(simplify(ring, COARSE * size).slice(0, -2), (v) => Math.round(v * ROUND) / ROUND);
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

/** Everything that can be told from the strokes alone; about n log n. Throws when there is no stroke with a length. */
export function analyseDesign(strokes: readonly Polyline[]): DesignAnalysis {
  const lines = strokes.map(thinned);
  const index = indexSegments(lines);
  const measure = measureDesign(strokes);
  const outline = convexHull(strokes);
  const bounds = designBounds(strokes);
  const field = fieldFor(index, bounds);
  const places: DesignPlaces = {
    doubled: doubledStretches(index),
    crossings: crossings(index),
    sharpest: sharpestCorner(lines),
    tightest: tightestBend(lines),
    gap: widestGap(index, bounds, outline, field),
  };
  const join = rowJoin(measure);
  const symmetry = symmetryOf(index, bounds, field);
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
      spacing: medianSpacing(index, bounds),
      widestGap: places.gap?.diameter ?? 0,
      kind: guessKind(inBox, join, hull),
      shape: shapeOf(strokes, index, measure),
      hull: coarseHull(hull),
    },
  };
}
