import { type Affine, compose, rotation, scaling } from '../geometry/affine.ts';
import type { Up } from './seat.ts';

/** Rotation and mirror, always done before the fit. The mirror comes first and swaps left and right. */
export interface Orient {
  /** Radians; positive turns clockwise as seen. */
  readonly angle: number;
  readonly mirror: boolean;
  readonly up: Up;
}

export const orientMap = ({ angle, mirror }: Pick<Orient, 'angle' | 'mirror'>): Affine =>
  compose(scaling(mirror ? -1 : 1, 1), rotation(angle));
