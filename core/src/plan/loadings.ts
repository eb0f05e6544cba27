import { loadedSize, type Loading, LOADINGS } from '../cloth/loading.ts';
import { BEYOND } from '../cloth/sums.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import { passesWhenLoaded } from './bands.ts';
import { type Plan, settling } from './evaluate.ts';
import { piecesOf, totalsOf } from './pieces.ts';
import { quiltOf } from './plan-document.ts';
import { isTurned, type QuiltPasses } from './quilt-passes.ts';
import type { QuiltRecord } from './records.ts';

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
/** Taking a quilt off, turning it by a quarter, basting what hangs loose and loading it again, s. */
const TURNING = 2700;

/** What the backing takes along the poles beyond what the frame has, in either loading, mm; 0 when it goes on. */
export function beyondFrame(
  { map, machine }: Pick<QuiltRecord, 'map' | 'machine'>,
  first: Loading,
  found: Pick<QuiltPasses, 'passes'>,
): number {
  const ways = isTurned(found) ? LOADINGS : [first];
  const widest = Math.max(...ways.map((way) => loadedSize(way, map.size).width));
  return Math.max(0, widest + 2 * BEYOND - machine.frame.width);
}

/** What is done at the frame before each pass, s. */
export const secondsBetween = (found: Pick<QuiltPasses, 'passes'>): number =>
  found.passes.length * ROLLING + (isTurned(found) ? TURNING : 0);

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
  const quilt = quiltOf(plan.records);
  const { map, machine } = quilt;
  const { length } = loadedSize(loading, map.size);
  const found = plan.get(passesWhenLoaded, loading);
  const pieces = piecesOf(plan);
  const passes = pieces.length > 0 ? found.passes.length : passesToCover(machine.frame, length);
  return {
    passes,
    tooDeep: found.tooDeep.length,
    seconds: pieces.length > 0 ? totalsOf(pieces).seconds + secondsBetween(found) : passes * ROLLING,
    tooWide: beyondFrame(quilt, loading, found),
  };
});
