import { applyToPolyline, inverse } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { pointCount, type Polyline, turnAt } from '../geometry/polyline.ts';
import type { ResolvedRow } from './resolve-rows.ts';
import type { PlacedBed } from './row-bed.ts';

/** A point of a stitched row that can be found again on the cloth. */
export interface RowLandmark {
  readonly kind: 'cusp' | 'low point';
  /** On the finished quilt as it is loaded, from its left and upper edges, mm. */
  readonly at: Point;
}

/** A turn this sharp is seen as a point. */
const CUSP = (5 * Math.PI) / 12;
/** Kept from the side edges, where the binding will be and the cloth is pulled about, mm. */
const FROM_EDGE = 30;
/** One landmark is looked for in each part of the row's width: far apart they tell the turn best. */
const PARTS = 3;

/**
 * Points of a row to line the next one up on, from left to right: in each third of the cloth its lowest cusp, or without one its lowest point.
 * Fewer when the row doesn't reach everywhere.
 */
export function rowLandmarks(row: ResolvedRow, { bed, toCloth, left, top }: PlacedBed): RowLandmark[] {
  const lines = row.strokes.map((line) => applyToPolyline(inverse(toCloth), line));
  return Array.from({ length: PARTS }, (_, k) => {
    const part = (bed.width - 2 * FROM_EDGE) / PARTS;
    const [from, to] = [FROM_EDGE + part * k, FROM_EDGE + part * (k + 1)];
    const found = lowest(lines, from, to, true) ?? lowest(lines, from, to, false);
    return found ? [{ kind: found.kind, at: { x: found.at.x + left, y: found.at.y + top } }] : [];
  }).flat();
}

function lowest(lines: readonly Polyline[], from: number, to: number, cusps: boolean): RowLandmark | null {
  let best: Point | null = null;
  for (const line of lines) {
    for (let i = 1; i < pointCount(line) - 1; i++) {
      const [x, y] = [line[2 * i]!, line[2 * i + 1]!];
      if (x < from || x >= to || (best && y <= best.y)) continue;
      if (!cusps || turnAt(line, i) >= CUSP) best = { x, y };
    }
  }
  return best && { kind: cusps ? 'cusp' : 'low point', at: best };
}
