import type { Lie } from '../cloth/loading.ts';
import type { RegionKind } from '../cloth/region.ts';
import type { Speed, SpeedEventKind } from '../run/speed.ts';
import { type FramePoint, framePoint } from '../geometry/point.ts';

/** The frame link's messages (docs/frame-link.md). Positions are frame millimetres, times seconds. */

export const FRAME_LINK_VERSION = 4;

export type NeedlePosition = 'up' | 'down';

/** From Gorse to the frame. */
export type FrameCommand = HeadCommand | MountCommand;

/** Which quilt lies on the poles, and how often it was rolled or turned. A bridge to a real machine needs no more of it than the advance. */
export interface MountCommand {
  readonly type: 'mount';
  readonly quilt: string;
  /**
   * Of this one and those before: how the planned cloth was loaded, where its top-left corner was meant to be then, and above which y of the loaded
   * cloth it was stitched (null: nothing was), mm.
   */
  readonly mounts: readonly { readonly lie: Lie; readonly at: FramePoint; readonly front: number | null }[];
  /**
   * The frame that the stand-in is to play: across the poles the head goes from `roll` to `reach`, mm from where it would with a bare leader;
   * it stitches through `thickness` mm.
   */
  readonly frame: {
    readonly name: string;
    readonly width: number;
    readonly reach: number;
    readonly roll: number;
    readonly thickness: number;
  };
  readonly patches: readonly TruePatch[];
  readonly stitched: readonly TrueLine[];
}

/** A stitched stroke as `x, y` pairs on the frame: in the advance it was stitched in when mounted, as it truly lies now when seen. */
export interface TrueLine {
  readonly run: string;
  readonly advance: number;
  readonly points: readonly number[];
}

/** A patch by its outline as `x, y` pairs: on the planned cloth when mounted, true on the frame when seen. */
export interface TruePatch {
  readonly name: string;
  readonly kind: RegionKind;
  /** Which of the prints of its kind it is drawn in. */
  readonly print: number;
  readonly ring: readonly number[];
}

export type HeadCommand =
  | { readonly type: 'hello'; readonly version: number }
  /** Gorse is there. Without any message for `SILENCE` the frame pauses by itself. */
  | { readonly type: 'beat' }
  /** Events from a number on are told again. */
  | { readonly type: 'again'; readonly from: number }
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
  | LoadCommand
  /** What is loaded holds no longer. */
  | { readonly type: 'unload' }
  /** Moves along the loaded stroke with the needle up. */
  | { readonly type: 'rehearse' }
  /** Stitches the loaded stroke, if it is of this run and hash. */
  | { readonly type: 'start'; readonly run: string; readonly hash: string }
  | { readonly type: 'pause' }
  | { readonly type: 'resume' }
  /** From now on, what is being stitched too. */
  | { readonly type: 'speed'; readonly percent: Speed }
  /** Ends all movement at once and raises the needle. */
  | { readonly type: 'stop' }
  /** Tries a mishap, or says that one is mended. */
  | { readonly type: 'fault'; readonly fault: FrameFault | null };

/** One stroke's needle points as `x, y` pairs; stitching starts at hole `from`. */
export interface LoadCommand extends StrokeOfRun {
  readonly type: 'load';
  /** The advance that it was lined up in: in any other it isn't stitched. */
  readonly advance: number;
  readonly points: readonly number[];
  readonly from: number;
}

/** Which stroke of which run: the hash is of everything that its stitches were computed from. */
export interface StrokeOfRun {
  readonly run: string;
  readonly hash: string;
  readonly stroke: number;
}

/** Without a word for so long either side takes the other to be gone, ms; a beat is told often enough that one may be late. */
export const SILENCE = 2000;
export const BEAT_EVERY = 500;
/** Stop and pause are answered at once; a frame that doesn't within this time, ms, is asked again and the person told. */
export const ANSWERS_WITHIN = 300;

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
    readonly stroke: number;
    readonly stitch: number;
    readonly of: number;
    readonly secondsLeft: number;
  } | null;
  /** Percent of what was planned. */
  readonly speed: Speed;
  readonly bobbinThreadUp: boolean;
  /** Part of the bobbin left, 1 when full. */
  readonly bobbin: number;
  readonly fault: FrameFault | null;
  /** The number of the last event that was told. */
  readonly seq: number;
}

/** Where the head is. */
export const headAt = ({ x, y }: Pick<FrameState, 'x' | 'y'>): FramePoint => framePoint(x, y);

export type FrameEventKind =
  | SpeedEventKind
  | 'rehearsed'
  | 'bobbinThreadUp'
  | 'started'
  | 'paused'
  | 'resumed'
  | 'stopped'
  | 'threadBroke'
  | 'bobbinEmpty'
  | 'mended'
  | 'finished'
  /** A line was taken out, or another put in its place: how far it had come. */
  | 'unloaded';

/** Something happened; events are numbered from 1 on, without a gap. */
export interface FrameEvent {
  readonly type: 'event';
  readonly seq: number;
  readonly kind: FrameEventKind;
  /** The loaded run, its stroke and the last hole made there. */
  readonly run: string | null;
  readonly stroke: number;
  readonly stitch: number;
}

/** What the frame holds: how far its own count is, in the stroke that is loaded. */
export interface Held extends StrokeOfRun {
  readonly advance: number;
  readonly stitch: number;
}

/** From the frame to Gorse. */
export type FrameReply =
  | {
      readonly type: 'hello';
      readonly version: number;
      readonly name: string;
      readonly standIn: boolean;
      readonly width: number;
      readonly reach: number;
      /** The number of the last event it told of. */
      readonly seq: number;
      readonly held: Held | null;
    }
  | ({ readonly type: 'loaded'; readonly holes: number; readonly from: number } & StrokeOfRun)
  /** It was heard, and nothing moves. */
  | { readonly type: 'confirmed'; readonly command: 'stop' | 'pause' }
  | FrameState
  /** What a person sees of the cloth on the frame. */
  | {
      readonly type: 'view';
      readonly quilt: string;
      readonly patches: readonly TruePatch[];
      readonly stitched: readonly TrueLine[];
    }
  | { readonly type: 'touched'; readonly x: number; readonly y: number }
  | FrameEvent
  | { readonly type: 'refused'; readonly command: FrameCommand['type']; readonly sentence: string };
