import { loadingMap } from '../cloth/loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';

/** A seam that tells how far the quilt is rolled. */
export interface Seam {
  /** The patch whose lower edge it is, as the quilt is loaded. */
  readonly name: string;
  /** How far it lies before the roll then, mm. */
  readonly before: number;
}

/** The lower edge of a patch that can be seen when the quilt is rolled to `rolled` mm, nearest to the roll. */
export function seamAt(records: PlanRecords, rolled: number): Seam | null {
  const { loading, grid, machine } = quiltOf(records);
  const lie = loadingMap(loading, grid);
  const edges = Object.values(records.regions).flatMap(({ name, kind, ring }): Seam[] => {
    const before = Math.max(...ring.map((p) => applyToPoint(lie, p).y)) - rolled + machine.frame.room;
    return before > 0 && kind !== 'sashing' && kind !== 'cornerstone' ? [{ name, before }] : [];
  });
  return edges.reduce<Seam | null>((best, one) => (best && best.before <= one.before ? best : one), null);
}
