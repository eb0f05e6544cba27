import { type Loading, loadingMap } from '../cloth/loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import { type Band, planPasses } from '../passes/plan-passes.ts';
import { partPlaces } from './parts.ts';
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

/** What passes are planned for, where it isn't the quilt's own. */
interface Laid {
  readonly frame: FrameProfile;
  readonly loading: Loading;
  /** Corners round the fitted designs on the cloth, by placement: known where they are worked out. */
  readonly drawn: ReadonlyMap<string, readonly ClothPoint[]>;
}

const NOTHING_DRAWN: Laid['drawn'] = new Map();

/**
 * The fewest passes for everything on a quilt; `rows` are those that were laid, if there are. The room that a pass leaves is parted between
 * both ends, since rolling by hand may be out either way.
 */
export function passesOf(records: PlanRecords, rows: readonly RunBand[], how: Partial<Laid> = {}): QuiltPasses {
  const quilt = quiltOf(records);
  const { frame, loading, drawn }: Laid = { ...quilt.machine, loading: quilt.loading, drawn: NOTHING_DRAWN, ...how };
  // What was set by hand is for the way it lay then.
  const rules = loading === quilt.loading ? quilt.passes : NO_RULES;
  const bands = [...patchBands(records, { frame, loading, drawn }), ...rows].sort(
    (a, b) => a.top - b.top || a.bottom - b.bottom,
  );
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
export const passOf = ({ passes }: Pick<QuiltPasses, 'passes'>, id: string): number =>
  passes.findIndex(({ runs }) => runs.includes(id));

/** The patches that hold a design, as the quilt is loaded; one that is stitched in parts is one band a part. */
function patchBands(records: PlanRecords, { frame, loading, drawn }: Laid): RunBand[] {
  const lie = loadingMap(loading, quiltOf(records).grid);
  return Object.values(records.placements).flatMap((placement) => {
    const region = records.regions[placement.regionId];
    return region ? partPlaces(placement, region, drawn.get(placement.id) ?? null, lie, frame) : [];
  });
}

/** y of the patch corners: what the cloth itself has to line up on. */
const regionEdges = (records: PlanRecords, loading: Loading): number[] => {
  const lie = loadingMap(loading, quiltOf(records).grid);
  return Object.values(records.regions).flatMap(({ ring }) => ring.map((p) => applyToPoint(lie, p).y));
};
