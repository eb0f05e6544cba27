import {
  type AdvanceState,
  applyToPoint,
  fullReach,
  loadingMap,
  type MountCommand,
  mountedAt,
  mountedNow,
  pointCount,
  type PlanRecords,
  quiltOf,
  rollGrowth,
  simplify,
  type TrueLine,
} from '@gorse/core';
import type { RunOnCloth } from '../actions/stitched.ts';

/** How far stitched lines may be sent from their stitches, mm: they are looked at. */
const SEEN = 0.15;

/** Tells the frame how a quilt lies on the poles, with what is stitched on it. */
export function mountCommand(
  quiltId: string,
  records: PlanRecords,
  advances: AdvanceState,
  stitched: readonly RunOnCloth[],
): MountCommand {
  const { loading, grid, machine } = quiltOf(records);
  const { frame } = machine;
  const lie = loadingMap(loading, grid);
  return {
    type: 'mount',
    quilt: quiltId,
    mounts: advances.mounts.map(({ rolled, front }) => ({ at: mountedAt(frame, rolled), front })),
    frame: {
      name: frame.name,
      width: frame.width,
      reach: fullReach(frame),
      roll: rollGrowth(frame, mountedNow(advances).rolled),
    },
    patches: Object.values(records.regions).map(({ name, kind, ring }) => ({
      name,
      kind,
      ring: ring.map((p) => applyToPoint(lie, p)).flatMap((p) => [p.x, p.y]),
    })),
    stitched: stitched.flatMap(linesOf),
  };
}

/** Each stroke as far as it was stitched. */
function linesOf({ run, frame, advance, upTo }: RunOnCloth): TrueLine[] {
  let before = 0;
  return frame.flatMap((stroke) => {
    const holes = Math.min(pointCount(stroke), upTo - before + 1);
    before += pointCount(stroke);
    return holes < 2 ? [] : [{ run: run.id, advance, points: [...simplify(stroke.subarray(0, 2 * holes), SEEN)] }];
  });
}
