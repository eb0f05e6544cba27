import type { ScreenMessage, TouchToMake } from '@gorse/contract';
import type { Admitted } from '../devices/token.ts';
import type { AdvanceState, FrameEventKind, FrameMode, Held, LoadCommand, MountCommand, SafeArea } from '@gorse/core';

/** The quilt on the poles, as far as the gate must know it. */
export interface OnPolesSeen {
  readonly quiltId: string;
  readonly name: string;
  readonly advances: AdvanceState;
  readonly area: SafeArea;
}

/** From the desk to the gate. */
export type ToGate =
  /** Who may come in from the network. */
  | { readonly type: 'devices'; readonly devices: readonly Admitted[] }
  /** Where the frame is. */
  | { readonly type: 'frame'; readonly url: string }
  | { readonly type: 'mount'; readonly poles: OnPolesSeen; readonly command: MountCommand }
  /** Nothing lies on the poles any more. */
  | { readonly type: 'bare' }
  /** Answered by `loaded`; `rehearsed`: it may be stitched as it is. */
  | { readonly type: 'load'; readonly ask: number; readonly command: LoadCommand; readonly rehearsed: boolean }
  /** What is loaded holds no longer. */
  | { readonly type: 'unload' }
  /** To the screens of a quilt, or to one. */
  | { readonly type: 'tell'; readonly quiltId: string; readonly message: ScreenMessage }
  | { readonly type: 'tellScreen'; readonly screen: number; readonly message: ScreenMessage }
  /** What `happened` or `progressed` under this number is on the disk. */
  | { readonly type: 'written'; readonly number: number };

/** A place in the loaded stroke. */
export interface AtHole {
  readonly run: string;
  readonly stroke: number;
  readonly stitch: number;
}

/** From the gate to the desk. */
export type ToDesk =
  /** A message for the log, as a line of JSON. */
  | { readonly type: 'said'; readonly line: string }
  /** It listens to screens on this port. */
  | { readonly type: 'listening'; readonly port: number }
  | { readonly type: 'link'; readonly up: boolean }
  /** After each new link: what the frame holds from before. */
  | { readonly type: 'held'; readonly held: Held | null }
  | { readonly type: 'mode'; readonly mode: FrameMode | null }
  | { readonly type: 'opened'; readonly screen: number; readonly quiltId: string }
  | { readonly type: 'loaded'; readonly ask: number; readonly refusal: string | null }
  | ({ readonly type: 'happened'; readonly number: number; readonly kind: FrameEventKind } & AtHole)
  | ({ readonly type: 'progressed'; readonly number: number } & AtHole)
  /** The head was asked for a touch; has read it; would not. */
  | { readonly type: 'touchAsked'; readonly quiltId: string; readonly touch: TouchToMake }
  | { readonly type: 'read'; readonly x: number; readonly y: number }
  | { readonly type: 'touchRefused' };
