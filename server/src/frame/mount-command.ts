import {
  advanceNow,
  type AdvanceState,
  inLayers,
  lieWhen,
  type MountCommand,
  mountedAt,
  mountedNow,
  outlineOf,
  type PlanRecords,
  quiltOf,
  safeArea,
  sewingOf,
  simplify,
  stitchedStrokes,
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
  const quilt = quiltOf(records);
  const { frame } = quilt.machine;
  const area = safeArea(frame, mountedNow(advances).rolled);
  return {
    type: 'mount',
    quilt: quiltId,
    mounts: advances.mounts.map((mount) => ({
      lie: lieWhen(quilt, mount),
      at: mountedAt(frame, mount.rolled),
      front: mount.front,
    })),
    frame: {
      ...{ name: frame.name, width: area.width, reach: area.bottom, roll: area.top },
      thickness: sewingOf(quilt).thickness,
    },
    // What was touched at the frame is no seam that the plan could know of before.
    patches: inLayers(Object.values(records.regions).filter(({ origin }) => origin !== 'touched')).map(
      ({ name, kind, print, shape }) => ({
        name,
        kind,
        print,
        ring: outlineOf(shape).flatMap(({ x, y }) => [x, y]),
      }),
    ),
    // What is stitched in this advance is still where the screens know it.
    stitched: stitched
      .filter(({ advance }) => advance !== advanceNow(advances))
      .flatMap(({ run, ...line }) =>
        stitchedStrokes(line).map(({ frame }): TrueLine => ({
          run: run.id,
          advance: line.advance,
          points: [...simplify(frame, SEEN)],
        })),
      ),
  };
}
