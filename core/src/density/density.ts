import { distanceField, fieldFor, type DistanceField } from '../geometry/distance-field.ts';
import { type EmptyCircle, widestEmptyCircle } from '../geometry/empty-circle.ts';
import { type ClothPoint, clothPoint, type Point } from '../geometry/point.ts';
import { type Bounds, type Polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { bareAcross } from './bare-across.ts';

/** How densely a cloth is stitched. The cloth's edge counts as stitched, since the binding will hold it. */
export interface Density {
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

/** Most cells of a picture. */
const MOST_SEEN = 1_500_000;

/** How far each place of a cloth lies from the nearest line, as a picture with cells of so many mm. Null when nothing is stitched. */
export function densityPicture(lines: readonly Polyline[], size: Size, cell: number): DistanceField | null {
  const found = stitchedOn(lines, size);
  const coarsest = Math.sqrt((size.width * size.length) / MOST_SEEN);
  return found && distanceField(found.index, found.box, Math.max(cell, coarsest));
}

/** The lines of a cloth with its edge; null when nothing is stitched. */
function stitchedOn(lines: readonly Polyline[], { width, length }: Size) {
  if (!lines.some((line) => line.length >= 4)) return null;
  const edge = Float64Array.of(0, 0, width, 0, width, length, 0, length, 0, 0);
  const box: Bounds = { minX: 0, minY: 0, maxX: width, maxY: length };
  return { index: indexSegments([...lines, edge]), edge, box };
}

/** Density of all that is stitched on a cloth. Null when nothing is. */
export function densityOf(
  lines: readonly Polyline[],
  size: Size,
  patches: readonly (readonly Point[])[],
): Density | null {
  const found = stitchedOn(lines, size);
  if (!found) return null;
  const { index, box, edge } = found;
  const field = fieldFor(index, box);
  return {
    widest: widestEmptyCircle(index, field, box, edge, clothPoint)!,
    ...bareAcross(index, field, box, patches),
  };
}
