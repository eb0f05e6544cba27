import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import { planPasses } from '../passes/plan-passes.ts';
import type { PieceBand } from './piece-band.ts';
import type { PassRules } from './records.ts';

/** One pass of the quilt. Lengths across the poles from the loaded quilt's upper edge, mm. */
export interface QuiltPass {
  /** The band that may be stitched: so much is rolled up before it. */
  readonly from: number;
  readonly to: number;
  /** Ids of the pieces in it, from the top down. */
  readonly pieces: readonly string[];
  /** Landmarks in common with the pass before. */
  readonly shared: number;
  /** It begins where it was told to. */
  readonly pinned: boolean;
}

export interface QuiltPasses {
  readonly passes: readonly QuiltPass[];
  /** Deeper than any pass. */
  readonly tooDeep: readonly (PieceBand & { readonly reach: number })[];
}

/**
 * The fewest passes for everything on a quilt. The room that a pass leaves is parted between both ends, since rolling by hand may be out either
 * way.
 * @param corners y of the patch corners: what the cloth itself has to line up on, mm of the loaded quilt
 */
export function planQuiltPasses(
  given: readonly PieceBand[],
  corners: readonly number[],
  frame: FrameProfile,
  rules: PassRules,
): QuiltPasses {
  const bands = given.toSorted((a, b) => a.top - b.top || a.bottom - b.bottom);
  const landmarks = [...corners, ...bands.flatMap(({ bottom }) => [bottom, bottom])];
  const reachAt = (rolled: number): number => usableReach(frame, rolled);
  const index = new Map(bands.map(({ id }, i) => [id, i]));
  const starts = new Map(rules.starts.map(({ pass, from }) => [pass, from]));
  const { windows, tooDeep } = planPasses(bands, landmarks, reachAt, {
    starts,
    runs: new Map(
      rules.pieces.flatMap(({ id, pass }) => {
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
      pieces: runs.map((i) => bands[i]!.id),
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
  passes.findIndex(({ pieces }) => pieces.includes(id));
