import { type FramePoint, framePoint, type Point } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import type { SafeArea } from '../passes/safe-area.ts';
import type { MotionProfile } from '../stitch/motion.ts';
import { BOBBIN_LENGTH } from '../stitch/thread.ts';
import { PLANNED_SPEED, type Speed } from '../run/speed.ts';
import type { FrameEventKind, FrameFault, FrameReply, NeedlePosition } from '../frame/frame-link.ts';

/** What the head does at the moment. */
export type Motion =
  | {
      readonly kind: 'travel';
      readonly from: FramePoint;
      readonly to: FramePoint;
      readonly elapsed: number;
      readonly byHand: boolean;
    }
  /** Along the loaded stroke; `clock` is its time since the stroke's first hole. */
  | { readonly kind: 'stroke'; readonly rehearsal: boolean; readonly clock: number };

export interface LoadedStroke {
  readonly run: string;
  readonly hash: string;
  /** Which stroke of the run it is. */
  readonly stroke: number;
  readonly points: Polyline;
  readonly clock: Float64Array;
  /** Of what it is stitched through, mm. */
  readonly thickness: number;
  /** Last hole made. */
  readonly stitch: number;
}

/** The stand-in's head as plain data. */
export interface Head {
  readonly at: FramePoint;
  readonly needle: NeedlePosition;
  readonly motion: Motion | null;
  readonly paused: boolean;
  readonly stroke: LoadedStroke | null;
  /** The quilt on the poles, and how often it was rolled or loaded anew, as the head has been told. */
  readonly quilt: string | null;
  readonly advance: number;
  /** How far the rails are bent by the hands that carried it, mm: it goes when they let go. */
  readonly flex: Point;
  readonly bobbinThreadUp: boolean;
  readonly speed: Speed;
  /** mm of bobbin thread left. */
  readonly bobbin: number;
  readonly fault: FrameFault | null;
  /** The number of the last event told. */
  readonly seq: number;
}

export interface HeadProfile {
  readonly name: string;
  readonly area: SafeArea;
  readonly motion: MotionProfile;
  /** Of what it stitches through, mm. */
  readonly thickness: number;
  /** Reading noise of a touch on one axis. */
  readonly noise: () => number;
}

export const STILL: Point = { x: 0, y: 0 };

export const newHead = (): Head => ({
  at: framePoint(0, 0),
  needle: 'up',
  motion: null,
  paused: false,
  stroke: null,
  quilt: null,
  advance: 0,
  flex: STILL,
  bobbinThreadUp: false,
  speed: PLANNED_SPEED,
  bobbin: BOBBIN_LENGTH,
  fault: null,
  seq: 0,
});

export interface HeadStep {
  readonly head: Head;
  readonly replies: readonly FrameReply[];
}

export const withEvents = (head: Head, ...events: FrameEventKind[]): HeadStep => ({
  head: { ...head, seq: head.seq + events.length },
  replies: events.map((kind, i) => ({
    type: 'event',
    seq: head.seq + i + 1,
    kind,
    run: head.stroke?.run ?? null,
    stroke: head.stroke?.stroke ?? 0,
    stitch: head.stroke?.stitch ?? 0,
  })),
});

/** Takes out what is loaded, and tells how far it had come. */
export function letGo(head: Head): HeadStep {
  if (!head.stroke) return { head, replies: [] };
  const { head: told, replies } = withEvents(head, 'unloaded');
  return { head: { ...told, stroke: null }, replies };
}

/** A mishap ends all movement; null says that it is mended. */
export function faulted(head: Head, fault: FrameFault | null): HeadStep {
  if (fault === null) {
    const bobbin = head.fault === 'bobbinEmpty' ? BOBBIN_LENGTH : head.bobbin;
    return withEvents({ ...head, fault: null, bobbin }, ...(head.fault ? (['mended'] as const) : []));
  }
  return withEvents({ ...head, fault, motion: null, paused: false, needle: 'up', bobbinThreadUp: false }, fault);
}
