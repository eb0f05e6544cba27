import type { RegionKind } from '../cloth/region.ts';
import { type FramePoint, framePoint } from '../geometry/point.ts';

/** The frame link's messages (docs/frame-link.md). Positions are frame millimetres, times seconds. */

export const FRAME_LINK_VERSION = 2;

export type NeedlePosition = 'up' | 'down';

/** From Gorse to the frame. */
export type FrameCommand = HeadCommand | MountCommand;

/** Which quilt lies on the poles, and how often it was rolled. A bridge to a real machine needs no more of it than the advance. */
export interface MountCommand {
  readonly type: 'mount';
  readonly quilt: string;
  /** Of this one and those before: where the loaded quilt's top-left corner was meant to be, and above which y it was stitched (null: nothing was), mm. */
  readonly mounts: readonly { readonly at: FramePoint; readonly front: number | null }[];
  /** The frame that the stand-in is to play: across the poles the head goes from `roll` to `reach`, mm from where it would with a bare leader. */
  readonly frame: { readonly name: string; readonly width: number; readonly reach: number; readonly roll: number };
  readonly patches: readonly TruePatch[];
  readonly stitched: readonly TrueLine[];
}

/** A stitched stroke as `x, y` pairs on the frame: in the advance it was stitched in when mounted, as it truly lies now when seen. */
export interface TrueLine {
  readonly run: string;
  readonly advance: number;
  readonly points: readonly number[];
}

/** A patch by its outline as `x, y` pairs: planned when mounted, true on the frame when seen. */
export interface TruePatch {
  readonly name: string;
  readonly kind: RegionKind;
  /** Which of the prints of its kind it is drawn in. */
  readonly print: number;
  readonly ring: readonly number[];
}

export type HeadCommand =
  | { readonly type: 'hello'; readonly version: number }
  /** Moves by a distance. */
  | { readonly type: 'jog'; readonly dx: number; readonly dy: number }
  /** Unclutched: the hands carry the head towards a position. */
  | { readonly type: 'carry'; readonly x: number; readonly y: number }
  | { readonly type: 'goTo'; readonly x: number; readonly y: number }
  | { readonly type: 'needle'; readonly position: NeedlePosition }
  /** Needle down and up once, to bring up the bobbin thread. */
  | { readonly type: 'bobbinThread' }
  /** Read the head's position on a landmark. */
  | { readonly type: 'touch' }
  /** One stroke's needle points as `x, y` pairs; stitching starts at hole `from`. */
  | {
      readonly type: 'load';
      readonly run: string;
      /** The advance that it was lined up in: in any other it isn't stitched. */
      readonly advance: number;
      readonly points: readonly number[];
      readonly from: number;
    }
  /** Moves along the loaded stroke with the needle up. */
  | { readonly type: 'rehearse' }
  | { readonly type: 'start' }
  | { readonly type: 'pause' }
  | { readonly type: 'resume' }
  /** Ends all movement at once and raises the needle. */
  | { readonly type: 'stop' }
  /** Tries a mishap, or says that one is mended. */
  | { readonly type: 'fault'; readonly fault: FrameFault | null };

export type FrameFault = 'threadBroke' | 'bobbinEmpty';

export type FrameMode = 'idle' | 'moving' | 'rehearsing' | 'stitching' | 'paused';

export interface FrameState {
  readonly type: 'state';
  readonly mode: FrameMode;
  readonly needle: NeedlePosition;
  readonly x: number;
  readonly y: number;
  /** The loaded run, its last hole made, and how many it has; null when nothing is loaded. */
  readonly run: {
    readonly id: string;
    readonly stitch: number;
    readonly of: number;
    readonly secondsLeft: number;
  } | null;
  readonly bobbinThreadUp: boolean;
  /** Part of the bobbin left, 1 when full. */
  readonly bobbin: number;
  readonly fault: FrameFault | null;
}

/** Where the head is. */
export const headAt = ({ x, y }: Pick<FrameState, 'x' | 'y'>): FramePoint => framePoint(x, y);

export type FrameEventKind =
  | 'loaded'
  | 'rehearsed'
  | 'bobbinThreadUp'
  | 'started'
  | 'paused'
  | 'resumed'
  | 'stopped'
  | 'threadBroke'
  | 'bobbinEmpty'
  | 'mended'
  | 'finished';

/** From the frame to Gorse. */
export type FrameReply =
  | {
      readonly type: 'hello';
      readonly version: number;
      readonly name: string;
      readonly standIn: boolean;
      readonly width: number;
      readonly reach: number;
    }
  | FrameState
  /** What a person sees of the cloth on the frame. */
  | {
      readonly type: 'view';
      readonly quilt: string;
      readonly patches: readonly TruePatch[];
      readonly stitched: readonly TrueLine[];
    }
  | { readonly type: 'touched'; readonly x: number; readonly y: number }
  | { readonly type: 'event'; readonly kind: FrameEventKind; readonly run: string | null; readonly stitch: number }
  | { readonly type: 'refused'; readonly command: FrameCommand['type']; readonly sentence: string };
