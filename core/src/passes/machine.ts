import { GENERIC_MOTION, type MotionProfile } from '../stitch/motion.ts';
import { BOBBIN_LENGTH } from '../stitch/thread.ts';
import { type FrameProfile, GENERIC_FRAME } from './frame-profile.ts';

/** Frame and machine together. */
export interface Machine {
  readonly frame: FrameProfile;
  readonly motion: MotionProfile;
  /** Thread on a full bobbin, mm. */
  readonly bobbin: number;
}

export const GENERIC_MACHINE: Machine = { frame: GENERIC_FRAME, motion: GENERIC_MOTION, bobbin: BOBBIN_LENGTH };

/** Generic frames to begin with, told by width and throat. */
export const GENERIC_MACHINES: readonly Machine[] = [
  GENERIC_MACHINE,
  {
    ...GENERIC_MACHINE,
    frame: { ...GENERIC_FRAME, name: '10 ft frame, 20 in throat', width: 3000, throat: 508, side: 120 },
    motion: { ...GENERIC_MOTION, topSpeed: 0.8 * GENERIC_MOTION.topSpeed },
  },
  {
    ...GENERIC_MACHINE,
    frame: {
      ...GENERIC_FRAME,
      name: '5 ft frame, 16 in throat',
      width: 1500,
      throat: 406,
      poleRadius: 22,
      side: 80,
      room: 20,
    },
    motion: { ...GENERIC_MOTION, stitchesPerMinute: 1200, topSpeed: 0.6 * GENERIC_MOTION.topSpeed },
  },
];
