import { signedArea } from '../geometry/polygon.ts';
import { pointsOf } from '../geometry/polyline.ts';
import type { MaskArea } from './area.ts';
import { type MeasuredRing, measuredRing } from './edge-stretch.ts';
import { indexRings, type RingIndex } from '../geometry/ring-index.ts';

/** An area made ready to cut lines: once for all that is cut by it. */
export interface Mask extends MaskArea {
  readonly index: RingIndex;
  readonly guardIndex: RingIndex;
  /** A ring, measured when it is first asked for. */
  readonly ring: (i: number) => MeasuredRing;
  /** Whether what is allowed lies inside a ring that is itself inside another. */
  readonly isHole: (i: number) => boolean;
}

export function maskOf(area: MaskArea): Mask {
  const measured: MeasuredRing[] = [];
  const holes: boolean[] = [];
  return {
    ...area,
    index: indexRings(area.rings),
    guardIndex: indexRings(area.guard),
    ring: (i) => (measured[i] ??= measuredRing(area.rings[i]!)),
    isHole: (i) => (holes[i] ??= area.keeps === 'outside' && signedArea(pointsOf(area.rings[i]!)) < 0),
  };
}
