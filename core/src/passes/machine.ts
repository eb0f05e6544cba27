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
