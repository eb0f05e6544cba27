import type { Batting } from '../cloth/batting.ts';
import { loadedSize, loadingMap } from '../cloth/loading.ts';
import { longSeams } from '../cloth/long-seams.ts';
import { loadedPoint } from '../geometry/point.ts';
import { type ClothPrior, type Mount, ROLLED_OFF, type Spread, USUAL_CLOTH } from '../lineup/cloth-prior.ts';
import { mountedAt } from '../passes/frame-profile.ts';
import type { QuiltRecord } from './records.ts';

/** How a quilt was put on the poles at one time: so much rolled up, stitched above the front, mm. */
export interface OnPoles {
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

/** A quilt's way on the frame, with what is believed of cloth before any touch. */
export const clothOnFrame = (
  { loading, map, machine, batting }: Pick<QuiltRecord, 'loading' | 'map' | 'machine' | 'batting'>,
  mounts: readonly OnPoles[] = [{ rolled: 0, front: null, anew: true }],
): ClothPrior => {
  const size = loadedSize(loading, map.size);
  const { width, length } = size;
  const lie = loadingMap(loading, map.size);
  return {
    ...USUAL_CLOTH,
    lie,
    seams: longSeams(map, lie, size),
    stitchedIn: takenUpBy(batting),
    origin: loadedPoint(width / 2, length / 2),
    mounts: mounts.map(({ rolled, front, anew }, advance): Mount => ({
      at: mountedAt(machine.frame, rolled),
      slip: advance === 0 ? { x: 0, y: 0 } : anew ? LOADED_OFF : ROLLED_OFF,
      front: front ?? -Infinity,
    })),
  };
};
