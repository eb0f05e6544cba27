import { loadedSize, type Loading } from '../cloth/loading.ts';
import { BEYOND } from '../cloth/sums.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import { passesWhenLoaded } from './bands.ts';
import { type Plan, settling } from './evaluate.ts';
import { piecesOf } from './pieces.ts';
import { quiltOf } from './plan-document.ts';

/** What loading a quilt one way comes to. */
export interface LoadingSums {
  readonly passes: number;
  /** Pieces deeper than any pass. */
  readonly tooDeep: number;
  /** Stitching as it is planned now, and rolling and lining up before each pass. */
  readonly seconds: number;
  /** What the backing takes along the poles beyond what the frame has, mm; 0 when it goes on. */
  readonly tooWide: number;
}

/** Unclamping, rolling, tensioning, clamping and touching take about so long, s. */
const ROLLING = 480;
/** What neighbouring passes have in common at the least, so that one can be lined up on the other, mm. */
const COMMON = 25;

/** The passes that it takes to reach all of a quilt so long. */
export function passesToCover(frame: FrameProfile, length: number): number {
  let passes = 0;
  for (let from = 0; from < length && passes < MOST; passes++) {
    const reach = usableReach(frame, from);
    if (reach <= COMMON) return MOST;
    from += reach - (from + reach < length ? COMMON : 0);
  }
  return passes;
}
const MOST = 200;

/** Loading a quilt one way, by all that is to be stitched; of one with nothing on it yet, by all that must be reached. */
export const loadingSums = settling((plan: Plan, loading: Loading): LoadingSums => {
  const { map, machine } = quiltOf(plan.records);
  const { width, length } = loadedSize(loading, map.size);
  const found = plan.get(passesWhenLoaded, loading);
  const pieces = piecesOf(plan);
  const passes = pieces.length > 0 ? found.passes.length : passesToCover(machine.frame, length);
  const stitching = pieces.reduce((sum, { totals }) => sum + totals.seconds, 0);
  return {
    passes,
    tooDeep: found.tooDeep.length,
    seconds: stitching + passes * ROLLING,
    tooWide: Math.max(0, width + 2 * BEYOND - machine.frame.width),
  };
});
