import { type Loading, loadingMap } from '../cloth/loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import { type Band, planPasses } from '../passes/plan-passes.ts';
import { depthOf, partBands, partIds } from './parts.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import { NO_RULES } from './records.ts';

/** What is stitched without an advance: a patch's design, a part of one, or a row. */
export interface RunBand extends Band {
  readonly id: string;
}

/** One pass of the quilt. Lengths across the poles from the loaded quilt's upper edge, mm. */
export interface QuiltPass {
  /** The band that may be stitched: so much is rolled up before it. */
  readonly from: number;
  readonly to: number;
  /** Ids of what is stitched in it, from the top down. */
  readonly runs: readonly string[];
  /** Landmarks in common with the pass before. */
  readonly shared: number;
  /** It begins where it was told to. */
  readonly pinned: boolean;
}

export interface QuiltPasses {
  readonly passes: readonly QuiltPass[];
  /** Deeper than any pass. */
  readonly tooDeep: readonly (RunBand & { readonly reach: number })[];
}

/**
 * The fewest passes for everything on a quilt; `rows` are those that were laid, if there are. The room that a pass leaves is parted between
 * both ends, since rolling by hand may be out either way.
 */
export function passesOf(
  records: PlanRecords,
  rows: readonly RunBand[],
  frame: FrameProfile = quiltOf(records).machine.frame,
  loading: Loading = quiltOf(records).loading,
): QuiltPasses {
  const quilt = quiltOf(records);
  // What was set by hand is for the way it lay then.
  const rules = loading === quilt.loading ? quilt.passes : NO_RULES;
  const bands = [...patchBands(records, loading), ...rows].sort((a, b) => a.top - b.top || a.bottom - b.bottom);
  const landmarks = [...regionEdges(records, loading), ...bands.flatMap(({ bottom }) => [bottom, bottom])];
  const reachAt = (rolled: number): number => usableReach(frame, rolled);
  const index = new Map(bands.map(({ id }, i) => [id, i]));
  const starts = new Map(rules.starts.map(({ pass, from }) => [pass, from]));
  const { windows, tooDeep } = planPasses(bands, landmarks, reachAt, {
    starts,
    runs: new Map(
      rules.runs.flatMap(({ id, pass }) => {
        const i = index.get(id);
        return i === undefined ? [] : [[i, pass] as const];
      }),
    ),
  });
  const passes = windows.map(({ from, to, runs, shared }, pass): QuiltPass => {
    const pinned = starts.get(pass) === from;
    const lowest = Math.max(...runs.map((i) => bands[i]!.bottom));
    const start = pinned ? from : Math.max(Math.min(0, from), from - (to - lowest) / 2);
    return {
      from: start,
      to: start + reachAt(start),
      runs: runs.map((i) => bands[i]!.id),
      shared,
      pinned,
    };
  });
  return {
    passes,
    tooDeep: tooDeep.map((i) => ({ ...bands[i]!, reach: reachAt(bands[i]!.top) })),
  };
}

/** The number of the pass in which something is stitched; -1 when it is too deep for any. */
export const passOf = ({ passes }: QuiltPasses, id: string): number =>
  passes.findIndex(({ runs }) => runs.includes(id));

/** The patches that hold a design, as the quilt is loaded; one that is stitched in parts is one band a part. */
export function patchBands(records: PlanRecords, loading: Loading): RunBand[] {
  const lie = loadingMap(loading, quiltOf(records).grid);
  return Object.values(records.placements).flatMap((placement) => {
    const region = records.regions[placement.regionId];
    const bands = region ? partBands(depthOf(region.ring, lie), placement.parts) : [];
    return partIds(placement).flatMap((id, part) => (bands[part] ? [{ id, ...bands[part] }] : []));
  });
}

/** y of the patch corners: what the cloth itself has to line up on. */
const regionEdges = (records: PlanRecords, loading: Loading): number[] => {
  const lie = loadingMap(loading, quiltOf(records).grid);
  return Object.values(records.regions).flatMap(({ ring }) => ring.map((p) => applyToPoint(lie, p).y));
};
