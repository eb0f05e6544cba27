import { loadedSize, loadingMap } from '../cloth/loading.ts';
import { loadedPoint } from '../geometry/point.ts';
import { type ClothPrior, type Mount, ROLLED_OFF, USUAL_CLOTH } from '../lineup/cloth-prior.ts';
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

/** A quilt's way on the frame, with what is believed of cloth before any touch. */
export const clothOnFrame = (
  { loading, map, machine }: Pick<QuiltRecord, 'loading' | 'map' | 'machine'>,
  mounts: readonly OnPoles[] = [{ rolled: 0, front: null, anew: true }],
): ClothPrior => {
  const { width, length } = loadedSize(loading, map.size);
  return {
    ...USUAL_CLOTH,
    lie: loadingMap(loading, map.size),
    origin: loadedPoint(width / 2, length / 2),
    mounts: mounts.map(({ rolled, front, anew }, advance): Mount => ({
      at: mountedAt(machine.frame, rolled),
      slip: advance === 0 ? { x: 0, y: 0 } : anew ? LOADED_OFF : ROLLED_OFF,
      front: front ?? -Infinity,
    })),
  };
};
