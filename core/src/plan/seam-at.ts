import { loadingMap } from '../cloth/loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';

/** A seam that tells how far the quilt is rolled. */
export interface Seam {
  /** The patch whose lower edge it is, as the quilt is loaded. */
  readonly name: string;
  /** How far it lies before the surface of the roll then, mm. */
  readonly before: number;
  /** The edge's two corners, the lower one first. */
  readonly ends: readonly ClothPoint[];
}

/** The lower edge of a patch that can be seen when the quilt is rolled to `rolled` mm, nearest to the roll. */
export function seamAt(records: PlanRecords, rolled: number): Seam | null {
  const { loading, grid, machine } = quiltOf(records);
  const lie = loadingMap(loading, grid);
  // The needle comes no nearer to the roll than the clamps let it, and what is stitched begins where the room kept free ends.
  const hidden = rolled - machine.frame.room - machine.frame.clamps;
  const down = (p: ClothPoint): number => applyToPoint(lie, p).y;
  const edges = Object.values(records.regions).flatMap(({ name, kind, ring }): Seam[] => {
    const ends = ring.toSorted((a, b) => down(b) - down(a)).slice(0, 2);
    const before = down(ends[0]!) - hidden;
    return before > 0 && kind !== 'sashing' && kind !== 'cornerstone' ? [{ name, before, ends }] : [];
  });
  return edges.reduce<Seam | null>((best, one) => (best && best.before <= one.before ? best : one), null);
}
