import { AS_FIRST, type Turnable } from '../cloth/loading.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import { type PassWindow, planPasses, SHARED } from '../passes/plan-passes.ts';
import type { PieceBand } from './piece-band.ts';
import type { PassRules } from './records.ts';

/** One pass of the quilt, before it is turned or after. Lengths across the poles from the upper edge of the quilt as it lies then, mm. */
export interface QuiltPass extends Turnable {
  /** The band that may be stitched: so much is rolled up before it. */
  readonly from: number;
  readonly to: number;
  /** Ids of the pieces in it, from the top down. */
  readonly pieces: readonly string[];
  /** Landmarks in common with the pass before; with none where the quilt is turned between. */
  readonly shared: number;
  /** It begins where it was told to. */
  readonly pinned: boolean;
}

export interface QuiltPasses {
  readonly passes: readonly QuiltPass[];
  /** Deeper than any pass. */
  readonly tooDeep: readonly (PieceBand & { readonly reach: number })[];
}

/** Points by which what is stitched can be found again: near its lower corners. */
const MARKS_OF_PIECE = 2;

/**
 * The fewest passes for everything on a quilt in one loading. The room that a pass leaves is parted between both ends, since rolling by hand may be out either
 * way, but for what the next pass must find in it.
 * @param corners y of the patch corners: what the cloth itself has to line up on, mm of the loaded quilt
 */
export function planQuiltPasses(
  given: readonly PieceBand[],
  corners: readonly number[],
  frame: FrameProfile,
  rules: PassRules,
  { turned }: Turnable = AS_FIRST,
): QuiltPasses {
  const bands = given.toSorted((a, b) => a.top - b.top || a.bottom - b.bottom);
  const landmarks = [...corners, ...bands.flatMap(({ bottom }) => Array<number>(MARKS_OF_PIECE).fill(bottom))];
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
  const begins = partedBegins(windows, bands, landmarks, starts);
  const ends = begins.map((from) => from + reachAt(from));
  const passes = windows.map(({ from, runs }, pass): QuiltPass => {
    const upper = begins[pass]!;
    const inBoth = (y: number): boolean => pass > 0 && y >= upper && y <= ends[pass - 1]!;
    // What isn't stitched yet can't be found again.
    const stitched = windows.slice(0, pass).flatMap((before) => before.runs.map((i) => bands[i]!.bottom));
    return {
      from: upper,
      to: ends[pass]!,
      pieces: runs.map((i) => bands[i]!.id),
      shared: corners.filter(inBoth).length + MARKS_OF_PIECE * stitched.filter(inBoth).length,
      pinned: starts.get(pass) === from,
      turned,
    };
  });
  return {
    passes,
    tooDeep: tooDeep.map((i) => ({ ...bands[i]!, reach: reachAt(bands[i]!.top) })),
  };
}

/** Whether the quilt is turned between its passes. */
export const isTurned = ({ passes }: Pick<QuiltPasses, 'passes'>): boolean => passes.some(({ turned }) => turned);

/** Whether the quilt is turned before this pass. */
export const isTurnedBefore = (passes: readonly Turnable[], at: number): boolean =>
  passes[at]?.turned !== (passes[at - 1] ?? AS_FIRST).turned;

/** The number of the pass in which something is stitched; -1 when it is too deep for any. */
export const passOf = ({ passes }: Pick<QuiltPasses, 'passes'>, id: string): number =>
  passes.findIndex(({ pieces }) => pieces.includes(id));

/** Where passes begin once the room they leave is parted; a start that was set by hand stays. */
function partedBegins(
  windows: readonly PassWindow[],
  bands: readonly PieceBand[],
  landmarks: readonly number[],
  starts: ReadonlyMap<number, number>,
): readonly number[] {
  const begins: number[] = [];
  // From the last pass up: how far one may move up depends on what the next must find in it.
  for (let pass = windows.length - 1; pass >= 0; pass--) {
    const { from, to, runs } = windows[pass]!;
    const next = begins[pass + 1];
    const lowest = Math.max(...runs.map((i) => bands[i]!.bottom));
    const kept = next === undefined ? -Infinity : lastKept(landmarks, next, to);
    const room = Math.max(0, Math.min(to - kept, (to - lowest) / 2));
    begins[pass] = starts.get(pass) === from ? from : Math.max(Math.min(0, from), from - room);
  }
  return begins;
}

/** The last landmark that a pass must reach so that the next, which begins at `from`, finds enough in it; none where it has none. */
const lastKept = (landmarks: readonly number[], from: number, to: number): number =>
  landmarks.filter((y) => y >= from && y <= to).sort((a, b) => a - b)[SHARED - 1] ?? -Infinity;
