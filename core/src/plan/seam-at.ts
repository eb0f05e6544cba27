import { lieWhen, type Turnable } from '../cloth/loading.ts';
import { controlId, type MapGraph } from '../cloth/map-graph.ts';
import { edgesOf } from '../cloth/shape.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';

/** A seam that tells how far the quilt is rolled. */
export interface Seam {
  /** The patch whose lower edge it is, as the quilt is loaded. */
  readonly name: string;
  /** How far it lies before the surface of the roll then, mm. */
  readonly before: number;
  /** Ids of the landmarks at its ends, the lower one first. */
  readonly ends: readonly [string, string];
}

/** The lower edge of a patch that can be seen when the quilt, turned or not, is rolled to `rolled` mm, nearest to the roll. */
export function seamAt(records: PlanRecords, graph: MapGraph, rolled: number, when: Turnable): Seam | null {
  const quilt = quiltOf(records);
  const { machine } = quilt;
  const lie = lieWhen(quilt, when);
  // The needle comes no nearer to the roll than the clamps let it, and what is stitched begins where the room kept free ends.
  const hidden = rolled - machine.frame.room - machine.frame.clamps;
  const edges = Object.values(records.regions).flatMap(({ id, name, kind, shape }): Seam[] => {
    if (kind === 'sashing' || kind === 'cornerstone') return [];
    return edgesOf(shape).flatMap(({ from, to, line }): Seam[] => {
      if (from === null || to === null) return [];
      const [a, b] = [applyToPoint(lie, line[0]!), applyToPoint(lie, line.at(-1)!)];
      // Clockwise, a lower edge is followed to the left; it lies along the poles rather than across them.
      if (a.x - b.x <= Math.abs(a.y - b.y)) return [];
      const ends = [from, to].map((control) => graph.vertexOf(controlId(id, control))?.id);
      const [lower, upper] = a.y >= b.y ? ends : ends.toReversed();
      const before = Math.max(a.y, b.y) - hidden;
      return before > 0 && lower && upper ? [{ name, before, ends: [lower, upper] }] : [];
    });
  });
  return edges.reduce<Seam | null>((best, one) => (best && best.before <= one.before ? best : one), null);
}
