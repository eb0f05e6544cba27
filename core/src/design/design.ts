import { applyToPolyline, translation } from '../geometry/affine.ts';
import { type DesignPoint, designPoint } from '../geometry/point.ts';
import { type Bounds, type Polyline, boundsOf, lengthOf, pointIn } from '../geometry/polyline.ts';

/** A drawn stitch line: ordered strokes in design space, millimetres. */
export interface Design {
  readonly id: string;
  readonly name: string;
  readonly strokes: readonly Polyline[];
}

/** What is known of a design before it is placed; lengths in millimetres. */
export interface DesignMeasure {
  readonly width: number;
  readonly height: number;
  readonly length: number;
  readonly points: number;
  /** Strokes beyond the first need a cut each. */
  readonly strokes: number;
  readonly start: DesignPoint;
  readonly end: DesignPoint;
}

/** Throws when there is no stroke: a reader never makes such a design. */
export function measureDesign(strokes: readonly Polyline[]): DesignMeasure {
  const bounds = designBounds(strokes);
  return {
    width: bounds.maxX - bounds.minX,
    height: bounds.maxY - bounds.minY,
    length: strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0),
    points: strokes.reduce((sum, stroke) => sum + stroke.length / 2, 0),
    strokes: strokes.length,
    start: pointIn(strokes[0]!, 0, designPoint),
    end: pointIn(strokes.at(-1)!, -1, designPoint),
  };
}

export function designBounds(strokes: readonly Polyline[]): Bounds {
  const bounds = boundsOf(strokes);
  if (!bounds) throw new RangeError('a design has at least one stroke');
  return bounds;
}

/** The same strokes with the upper left corner of their box at the origin: where design space begins. */
export function normalisedStrokes(strokes: readonly Polyline[]): Float64Array<ArrayBuffer>[] {
  const { minX, minY } = designBounds(strokes);
  return strokes.map((stroke) => applyToPolyline(translation(-minX, -minY), stroke));
}
