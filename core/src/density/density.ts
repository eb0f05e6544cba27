import { type EmptyCircle, widestOf } from '../geometry/empty-circle.ts';
import { type ClothPoint, clothPoint, type Point } from '../geometry/point.ts';
import { insideRing } from '../geometry/polygon.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { type DistanceField, distanceField } from './distance-field.ts';

/** How densely a cloth is stitched. */
export interface Density {
  readonly field: DistanceField;
  /** The widest circle without a stitch; the cloth's edge counts as one, since the binding will hold it. */
  readonly widest: EmptyCircle<ClothPoint>;
  /** Usual distance between lines, mm. */
  readonly spacing: number;
  /** The same for each patch, in the order given. */
  readonly patches: readonly number[];
}

/** Cells that are looked at; more would cost time and show nothing. */
const MOST_CELLS = 900_000;
/** Cells are no finer than this, mm. */
const FINEST = 1;
const GUESSES = 12;
/** Spacing is read off a histogram with this many bins a cell. */
const BINS = 20;

/** Density of all that is stitched on a cloth. Null when nothing is. */
export function densityOf(
  lines: readonly Polyline[],
  size: { readonly width: number; readonly length: number },
  patches: readonly (readonly Point[])[],
): Density | null {
  if (!lines.some((line) => line.length >= 4)) return null;
  const cell = Math.max(FINEST, Math.sqrt((size.width * size.length) / MOST_CELLS));
  const edge = Float64Array.of(0, 0, size.width, 0, size.width, size.length, 0, size.length, 0, 0);
  const inner = inset(size, cell / 2);
  const field = distanceField([...lines, inner], size, cell);
  return {
    field,
    widest: widest(field, [...lines, edge], size),
    spacing: spacingOf(field, null),
    patches: patches.map((ring) => spacingOf(field, ring)),
  };
}

/** The edge, just inside, where its cells are. */
const inset = ({ width, length }: { readonly width: number; readonly length: number }, by: number): Polyline =>
  Float64Array.of(by, by, width - by, by, width - by, length - by, by, length - by, by, by);

/** Between lines a distance s apart the distance to the nearer one is spread evenly from 0 to s/2, so its median is s/4. */
function spacingOf({ cell, columns, rows, distance }: DistanceField, ring: readonly Point[] | null): number {
  const bins = new Uint32Array(Math.ceil((Math.max(columns, rows) + 1) * BINS) + 1);
  let count = 0;
  const xs = ring?.map((p) => p.x / cell) ?? [0, columns];
  const ys = ring?.map((p) => p.y / cell) ?? [0, rows];
  const within = (v: number, most: number): number => Math.min(most, Math.max(0, Math.floor(v)));
  for (let y = within(Math.min(...ys), rows); y < within(Math.max(...ys), rows); y++) {
    for (let x = within(Math.min(...xs), columns); x < within(Math.max(...xs), columns); x++) {
      if (ring && !insideRing(ring, (x + 0.5) * cell, (y + 0.5) * cell)) continue;
      bins[Math.floor((distance[y * columns + x]! / cell) * BINS)]!++;
      count++;
    }
  }
  let below = 0;
  let median = 0;
  while (median < bins.length - 1 && below + bins[median]! <= count / 2) below += bins[median++]!;
  return count === 0 ? 0 : (4 * (median + 0.5) * cell) / BINS;
}

/** The widest of the field's peaks, moved to its exact place against the lines near it. */
function widest(
  field: DistanceField,
  lines: readonly Polyline[],
  size: { readonly width: number; readonly length: number },
): EmptyCircle<ClothPoint> {
  const guesses = peaks(field);
  // Lines near a guess are all that can bound its circle.
  const reach = guesses.map(({ centre, diameter }) => ({ ...centre, r: diameter + 4 * field.cell }));
  const near: Float64Array[] = [];
  for (const line of lines) {
    for (let i = 2; i < line.length; i += 2) {
      const [minX, maxX] = [Math.min(line[i - 2]!, line[i]!), Math.max(line[i - 2]!, line[i]!)];
      const [minY, maxY] = [Math.min(line[i - 1]!, line[i + 1]!), Math.max(line[i - 1]!, line[i + 1]!)];
      const meets = reach.some((c) => maxX > c.x - c.r && minX < c.x + c.r && maxY > c.y - c.r && minY < c.y + c.r);
      if (meets) near.push(line.slice(i - 2, i + 2));
    }
  }
  const onCloth = (p: Point): boolean => p.x >= 0 && p.x <= size.width && p.y >= 0 && p.y <= size.length;
  return widestOf(guesses, indexSegments(near), onCloth) ?? guesses[0]!;
}

/** Cells farther from a stitch than all around them, the farthest first, widened by what the grid may hide. */
function peaks({ cell, columns, rows, distance }: DistanceField): EmptyCircle<ClothPoint>[] {
  const found: EmptyCircle<ClothPoint>[] = [];
  let least = 0;
  for (let y = 1; y < rows - 1; y++) {
    for (let x = 1; x < columns - 1; x++) {
      const i = y * columns + x;
      const d = distance[i]!;
      if (d <= least) continue;
      if (d < distance[i - 1]! || d < distance[i + 1]! || d < distance[i - columns]! || d < distance[i + columns]!)
        continue;
      found.push({ centre: clothPoint((x + 0.5) * cell, (y + 0.5) * cell), diameter: 2 * (d + cell) });
      if (found.length >= 4 * GUESSES) {
        found.sort((a, b) => b.diameter - a.diameter);
        found.length = GUESSES;
        least = found.at(-1)!.diameter / 2 - cell;
      }
    }
  }
  if (found.length === 0) {
    const far = distance.reduce((best, d, i) => (d > distance[best]! ? i : best), 0);
    const centre = clothPoint(((far % columns) + 0.5) * cell, (Math.floor(far / columns) + 0.5) * cell);
    return [{ centre, diameter: 2 * (distance[far]! + cell) }];
  }
  return found.sort((a, b) => b.diameter - a.diameter).slice(0, GUESSES);
}
