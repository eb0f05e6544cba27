import { fieldFor, type DistanceField } from '../geometry/distance-field.ts';
import { type EmptyCircle, widestEmptyCircle } from '../geometry/empty-circle.ts';
import { type ClothPoint, clothPoint, type Point } from '../geometry/point.ts';
import { type Bounds, type Polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { bareAcross } from './bare-across.ts';

/** How densely a cloth is stitched. The cloth's edge counts as stitched, since the binding will hold it. */
export interface Density {
  readonly field: DistanceField;
  /** The widest circle without a stitch. */
  readonly widest: EmptyCircle<ClothPoint>;
  /** Usual distance between lines, mm: the median of the bare width across its places (`bareAcross`). */
  readonly spacing: number;
  /** The same for each patch, in the order given. */
  readonly patches: readonly number[];
}

/** Of a cloth, mm. */
interface Size {
  readonly width: number;
  readonly length: number;
}

/** The distance to the nearest line, and what it was found from, with cells no finer than is said (mm): coarse ones are soon there. Null when nothing is stitched. */
export function densityField(lines: readonly Polyline[], { width, length }: Size, finest = FINEST) {
  if (!lines.some((line) => line.length >= 4)) return null;
  const edge = Float64Array.of(0, 0, width, 0, width, length, 0, length, 0, 0);
  const index = indexSegments([...lines, edge]);
  const box: Bounds = { minX: 0, minY: 0, maxX: width, maxY: length };
  return { index, box, edge, field: fieldFor(index, box, finest) };
}

/** Cells are no finer than this, mm: they are seen, too. */
const FINEST = 1;

/** Density of all that is stitched on a cloth. Null when nothing is. */
export function densityOf(
  lines: readonly Polyline[],
  size: Size,
  patches: readonly (readonly Point[])[],
): Density | null {
  const seen = densityField(lines, size);
  if (!seen) return null;
  const { index, box, edge, field } = seen;
  return {
    field,
    widest: widestEmptyCircle(index, field, box, edge, clothPoint)!,
    ...bareAcross(index, box, patches),
  };
}
