import type { Batting } from '../cloth/batting.ts';
import { AS_FIRST, lieWhen, loadedSize, loadingWhen, type Turnable } from '../cloth/loading.ts';
import { longSeams } from '../cloth/long-seams.ts';
import { loadedPoint } from '../geometry/point.ts';
import { type ClothPrior, type Mount, ROLLED_OFF, type Spread, USUAL_CLOTH } from '../lineup/cloth-prior.ts';
import { mountedAt } from '../passes/frame-profile.ts';
import { type PlanRecords, touchesOf } from './plan-document.ts';
import type { QuiltRecord } from './records.ts';

/** How a quilt was put on the poles at one time: so much rolled up, stitched above the front, mm. */
export interface OnPoles extends Turnable {
  readonly rolled: number;
  readonly front: number | null;
  /** Loaded anew, so that nothing of before tells where it lies. */
  readonly anew: boolean;
}

/** How far off the quilt is after it was loaded anew, mm along and across the poles. */
const LOADED_OFF = { x: 80, y: 80 };

/** What stitching takes up of a sandwich, by what its batting is said to. */
export function takenUpBy({ drawIn }: Pick<Batting, 'drawIn'>): ClothPrior['stitchedIn'] {
  const takenUp: Spread = { mean: drawIn, doubt: TAKEN_UP_DOUBT * drawIn, own: 0 };
  return { along: takenUp, across: takenUp };
}
/** It differs by so much of that: it hangs on how dense the lines are. */
const TAKEN_UP_DOUBT = 0.4;

/** What was touched while the quilt lay the way round that it lies in the last of its mounts: all else tells nothing of how it lies. */
export function touchesWhile(records: PlanRecords, mounts: readonly Turnable[]): ReturnType<typeof touchesOf> {
  const { turned } = mounts.at(-1) ?? AS_FIRST;
  return touchesOf(records).filter(({ advance }) => (mounts[advance]?.turned ?? turned) === turned);
}

/** A quilt's way on the frame, with what is believed of cloth before any touch. */
export const clothOnFrame = (
  { loading, map, machine, batting }: Pick<QuiltRecord, 'loading' | 'map' | 'machine' | 'batting'>,
  mounts: readonly OnPoles[] = [{ rolled: 0, front: null, anew: true, ...AS_FIRST }],
): ClothPrior => {
  const now = mounts.at(-1) ?? AS_FIRST;
  const size = loadedSize(loadingWhen(loading, now), map.size);
  const { width, length } = size;
  const lie = lieWhen({ loading, map }, now);
  return {
    ...USUAL_CLOTH,
    lie,
    seams: longSeams(map, lie, size),
    stitchedIn: takenUpBy(batting),
    origin: loadedPoint(width / 2, length / 2),
    mounts: mounts.map(({ rolled, front, anew, turned }, advance): Mount | null =>
      turned !== now.turned
        ? null
        : {
            at: mountedAt(machine.frame, rolled),
            slip: advance === 0 ? { x: 0, y: 0 } : anew ? LOADED_OFF : ROLLED_OFF,
            front: front ?? -Infinity,
          },
    ),
  };
};
