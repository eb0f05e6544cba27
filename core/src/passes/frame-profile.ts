import { type FramePoint, framePoint } from '../geometry/point.ts';

/** A frame as the pass planner and the head see it; millimetres. */
export interface FrameProfile {
  readonly name: string;
  /** Along the poles. */
  readonly width: number;
  /** Inside the arm, from the wall of its neck to the needle. */
  readonly throat: number;
  /** What the foot needs before the pole in front: the needle comes so much less far from the middle of the take-up pole than the throat is deep. */
  readonly foot: number;
  /** From the surface of the take-up roll to the needle, when foot and clamps let it no nearer. */
  readonly clamps: number;
  /** Of the take-up pole, bare. */
  readonly poleRadius: number;
  /** What the leader and the edge pinned or clamped to it add to that before the quilt is rolled on. */
  readonly leader: number;
  /** Of the sandwich as it lies rolled up. */
  readonly thickness: number;
  /** From the left end of the poles to where a quilt begins. */
  readonly side: number;
  /** Kept free behind and before what is stitched: rolling by hand is out by so much. */
  readonly room: number;
}

type Roll = Pick<FrameProfile, 'poleRadius' | 'leader' | 'thickness'>;

/** Radius of the take-up pole with so much cloth on it, mm: the turns take the area that the cloth has edge on, π·(r² − r₀²) = thickness · length. */
export const rollRadius = ({ poleRadius, leader, thickness }: Roll, rolled: number): number =>
  Math.sqrt((poleRadius + leader) ** 2 + (thickness * Math.max(0, rolled)) / Math.PI);

/** How far the roll has come forward into the throat, mm. */
export const rollGrowth = (frame: Roll, rolled: number): number => rollRadius(frame, rolled) - rollRadius(frame, 0);

/**
 * The band that the head reaches with so much cloth rolled up, mm. The roll in the throat takes from it behind, where the needle can't come
 * nearer; and once it is fatter than the foot's clearance also in front, where the neck meets it.
 */
export function reachAfter(frame: FrameProfile, rolled: number): number {
  const radius = rollRadius(frame, rolled);
  return frame.throat - Math.max(frame.foot, radius) - frame.clamps - radius;
}

/** What may be planned for one pass: the reach without the room kept free. */
export const usableReach = (frame: FrameProfile, rolled: number): number =>
  Math.max(0, reachAfter(frame, rolled) - 2 * frame.room);

/** The head's way across the poles while no quilt is rolled up, mm. */
export const fullReach = (frame: FrameProfile): number => reachAfter(frame, 0);

/** Where the loaded quilt's top-left corner is meant to be, with `rolled` mm of it rolled up: behind the reach, once there is any. */
export const mountedAt = (frame: FrameProfile, rolled: number): FramePoint =>
  framePoint(frame.side, frame.room + rollGrowth(frame, rolled) - rolled);

/** The generic frame that the stand-in plays unless told otherwise: a 12 ft frame with a 30 in throat. */
export const GENERIC_FRAME: FrameProfile = {
  name: '12 ft frame, 30 in throat',
  width: 3600,
  throat: 762,
  foot: 40,
  clamps: 44,
  poleRadius: 35,
  leader: 3,
  thickness: 3,
  // Room at the side for what hangs out, however it is loaded.
  side: 140,
  room: 30,
};
