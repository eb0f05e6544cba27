import type { SegmentIndex } from '../geometry/segment-index.ts';
import { DOUBLED_DISTANCE, SHORTEST_DOUBLED } from '../tolerances.ts';
import { ALONGSIDE, headings } from './headings.ts';

/** A stretch of the sewing line, in millimetres from its start with all strokes laid end to end. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** A line that runs on the same way must have gone at least this far (mm) before it can lie on itself; one that comes back may turn on the spot. */
const LEAST_ROUND = 2;

/**
 * Stretches that are stitched over an earlier part of the same design, merged and in sewing order: exact, by projecting each segment on the
 * earlier ones within `DOUBLED_DISTANCE` that run alongside it. Curves retraced by other chords run alongside each other too.
 */
export function doubledStretches(index: SegmentIndex): Stretch[] {
  const found: Stretch[] = [];
  const { ends, along } = index;
  const heading = headings(index);
  for (let i = 0; i < index.count; i++) {
    const [x0, y0, x1, y1] = [ends[4 * i]!, ends[4 * i + 1]!, ends[4 * i + 2]!, ends[4 * i + 3]!];
    const near = index.within(
      Math.min(x0, x1) - DOUBLED_DISTANCE,
      Math.min(y0, y1) - DOUBLED_DISTANCE,
      Math.max(x0, x1) + DOUBLED_DISTANCE,
      Math.max(y0, y1) + DOUBLED_DISTANCE,
    );
    const length = along[i + 1]! - along[i]!;
    for (const j of near) {
      if (j >= i) continue;
      const runsOn = index.stroke[i] === index.stroke[j] && along[i]! - along[j + 1]! < LEAST_ROUND;
      const [hx, hy, gx, gy] = [heading[2 * i]!, heading[2 * i + 1]!, heading[2 * j]!, heading[2 * j + 1]!];
      if (Math.abs(hx * gy - hy * gx) > ALONGSIDE || (runsOn && hx * gx + hy * gy > 0)) continue;
      const overlap = overlapWith(ends, i, j, length, along[j + 1]! - along[j]!);
      if (!overlap) continue;
      found.push({ from: along[i]! + overlap[0] * length, to: along[i]! + overlap[1] * length });
      if (overlap[0] === 0 && overlap[1] === 1) break;
    }
  }
  return merged(found).filter((stretch) => stretch.to - stretch.from >= SHORTEST_DOUBLED);
}

/** The part of segment `i` (as parameters 0…1) that lies square beside segment `j` and near it. */
function overlapWith(ends: Float64Array, i: number, j: number, a: number, b: number): readonly [number, number] | null {
  const ux = (ends[4 * j + 2]! - ends[4 * j]!) / b;
  const uy = (ends[4 * j + 3]! - ends[4 * j + 1]!) / b;
  const vx = ends[4 * i + 2]! - ends[4 * i]!;
  const vy = ends[4 * i + 3]! - ends[4 * i + 1]!;
  const sin = (ux * vy - uy * vx) / a;
  const dx = ends[4 * i]! - ends[4 * j]!;
  const dy = ends[4 * i + 1]! - ends[4 * j + 1]!;
  const within = clipped(dx * ux + dy * uy, vx * ux + vy * uy, 0, b);
  const beside = clipped(ux * dy - uy * dx, sin * a, -DOUBLED_DISTANCE, DOUBLED_DISTANCE);
  if (!within || !beside) return null;
  const from = Math.max(within[0], beside[0]);
  const to = Math.min(within[1], beside[1]);
  return to > from ? [from, to] : null;
}

/** Parameters 0…1 at which `start + t·step` lies between two bounds. */
function clipped(start: number, step: number, low: number, high: number): readonly [number, number] | null {
  if (step === 0) return start >= low && start <= high ? [0, 1] : null;
  const t0 = (low - start) / step;
  const t1 = (high - start) / step;
  const from = Math.max(0, Math.min(t0, t1));
  const to = Math.min(1, Math.max(t0, t1));
  return to > from ? [from, to] : null;
}

/** Stretches in order, those that meet within the doubling distance taken together. */
function merged(stretches: Stretch[]): Stretch[] {
  const out: { from: number; to: number }[] = [];
  for (const { from, to } of stretches.sort((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && from <= last.to + DOUBLED_DISTANCE) last.to = Math.max(last.to, to);
    else out.push({ from, to });
  }
  return out;
}
