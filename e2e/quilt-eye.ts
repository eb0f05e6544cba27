import type { QuiltAnswer, RunAnswer } from '@gorse/contract';
import {
  type AdvanceEvent,
  advanceStateOf,
  type ClothPoint,
  clothUnder,
  cornerLandmarks,
  decodeStrokes,
  type FramePoint,
  framePoint,
  lieWhen,
  makeTrueQuilt,
  mapGraph,
  mountedAt,
  PIECED_CLOTH,
  type Point,
  pointsOf,
  pointsIn,
  quiltOf,
  stitchedLandmarks,
  clothPoint,
} from '@gorse/core';
import { ask } from './ask.ts';
import { CLOTH_SEED } from './server.ts';

/** A finished run with where its holes truly are: on the pieced cloth, as planned and as stitched. Only tests may compare. */
export interface Stitched {
  readonly run: RunAnswer;
  readonly planned: readonly Point[];
  readonly true: readonly Point[];
  readonly cloth: Float64Array[];
  readonly frame: Float64Array[];
}

const linesOf = async (address: string, path: string): Promise<Float64Array[]> =>
  decodeStrokes(new Uint8Array(await (await fetch(`${address}/api${path}`)).arrayBuffer()));

/** The eye of the person standing there: where things truly lie. */
export async function eyeOf(address: string, quiltId: string) {
  const { records } = await ask<QuiltAnswer>(address, `/quilts/${quiltId}`);
  const quilt = quiltOf(records);
  const { size } = quilt.map;
  const regions = Object.values(records.regions);
  const make = makeTrueQuilt(CLOTH_SEED, PIECED_CLOTH, clothPoint(size.width / 2, size.length / 2));
  const { mounts } = advanceStateOf(await ask<AdvanceEvent[]>(address, `/quilts/${quiltId}/advances`));
  const lies = mounts.map((mount) => lieWhen(quilt, mount));
  const corners = cornerLandmarks(mapGraph(regions), regions, lies.at(-1)!);
  const truths = mounts.map(({ rolled, front }, advance) =>
    make({ advance, lie: lies[advance]!, at: mountedAt(quilt.machine.frame, rolled), front: front ?? -Infinity }),
  );
  const runs = (await ask<RunAnswer[]>(address, `/quilts/${quiltId}/runs`)).filter(
    (run) => run.state.status === 'finished',
  );
  const stitched = await Promise.all(
    runs.map(async (run): Promise<Stitched> => {
      const [cloth, frame] = [
        await linesOf(address, `/runs/${run.id}/cloth`),
        await linesOf(address, `/runs/${run.id}/points`),
      ];
      const truth = truths[run.advance]!;
      const on = pointsIn(frame[0]!, framePoint).map((p) => clothUnder(truth, p));
      return { run, cloth, frame, planned: pointsOf(cloth[0]!), true: on };
    }),
  );
  return {
    stitched,
    corners,
    size,
    /** Where a place of the planned cloth truly lies on the frame now. */
    at: (p: ClothPoint): FramePoint => truths.at(-1)!(p),
    /** Where a landmark asked for by name lies on the frame now. */
    place(name: string): FramePoint {
      const now = truths.at(-1)!;
      const corner = corners.find((one) => one.name === name);
      if (corner) return now(corner.cloth);
      const known = stitched.flatMap(({ run, cloth, frame }) =>
        stitchedLandmarks(run, { cloth, frame, advance: run.advance, upTo: Infinity }, lies.at(-1)!),
      );
      const { since } = known.find((one) => one.name === name)!;
      return now(clothUnder(truths[since!.advance]!, since!.frame));
    },
  };
}
