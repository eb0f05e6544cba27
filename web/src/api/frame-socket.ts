import type { RunAnswer, ScreenCommand, ScreenMessage, TouchToMake } from '@gorse/contract';
import { type AdvanceEvent, type FrameState, runWithEvent, type TrueLine, type TruePatch } from '@gorse/core';
import { create } from 'zustand';
import { api } from './api.ts';

export interface FrameSight {
  readonly connected: boolean;
  /** The server's link to the frame. */
  readonly linkUp: boolean;
  readonly state: FrameState | null;
  /** The cloth as it truly lies, as far as the eye sees. */
  readonly patches: readonly TruePatch[];
  /** What was stitched in earlier advances, as it truly lies now; empty on a frame that can't show it. */
  readonly stitched: readonly TrueLine[];
  /** How the quilt was put on the poles; null until it is known. */
  readonly advances: readonly AdvanceEvent[] | null;
  /** The run at the frame. */
  readonly run: RunAnswer | null;
  /** Another quilt lies on the frame: its name, and whether it is being stitched. */
  readonly elsewhere: { readonly quilt: string | null; readonly busy: boolean } | null;
  /** Which screen drives; null until it is known. */
  readonly driver: { readonly name: string; readonly own: boolean } | null;
  /** What she must know at once. */
  readonly alarm: string | null;
  /** What the frame would not do, and why. */
  readonly refusal: string | null;
}

const NOTHING: FrameSight = {
  connected: false,
  linkUp: false,
  state: null,
  patches: [],
  stitched: [],
  advances: null,
  run: null,
  elsewhere: null,
  driver: null,
  alarm: null,
  refusal: null,
};

/** What is seen and heard of the frame. */
export const useFrame = create<FrameSight>(() => NOTHING);

const RETRY_AFTER = 1000;
let socket: WebSocket | null = null;
/** Where the Frame screens' sockets are: asked for once, so that a link that was lost comes back without the rest of the server. */
let screensPort: Promise<number> | null = null;
/** The touch that was asked for, and who waits for it. */
let waiting: { readonly id: string; readonly tell: (made: boolean) => void } | null = null;
const endTouch = (made: boolean): void => {
  waiting?.tell(made);
  waiting = null;
};

/** A touch as it came into the plan; `own` when this screen asked for it. */
export type Touched = Extract<ScreenMessage, { type: 'touched' }> & { readonly own: boolean };

/** Watches the frame for a quilt; returns how to leave. */
export function watchFrame(quiltId: string, touched: (message: Touched) => void): () => void {
  let left = false;
  let retry: ReturnType<typeof setTimeout> | undefined;
  const again = (): void => {
    if (!left) retry = setTimeout(connect, RETRY_AFTER);
  };
  const connect = (): void => {
    screensPort ??= api.frameAddress().then(({ port }) => port);
    screensPort.then(open).catch(() => {
      screensPort = null;
      again();
    });
  };
  const open = (port: number): void => {
    if (left) return;
    const next = new WebSocket(addressOf(port, quiltId));
    socket = next;
    let opened = false;
    next.onopen = () => {
      opened = true;
      useFrame.setState({ connected: true, refusal: null });
    };
    next.onmessage = (event) => hear(JSON.parse(event.data as string) as ScreenMessage, touched);
    next.onclose = () => {
      if (left) return;
      // It may listen elsewhere by now.
      if (!opened) screensPort = null;
      useFrame.setState({ connected: false, linkUp: false, state: null, driver: null, alarm: null });
      endTouch(false);
      again();
    };
  };
  useFrame.setState(NOTHING);
  connect();
  return () => {
    left = true;
    clearTimeout(retry);
    socket?.close();
    socket = null;
  };
}

function addressOf(port: number, quiltId: string): string {
  const name = matchMedia('(pointer: coarse)').matches ? 'tablet' : 'computer';
  return `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.hostname}:${port}/screen?quilt=${quiltId}&name=${name}`;
}

function hear(message: ScreenMessage, touched: (message: Touched) => void): void {
  switch (message.type) {
    case 'state':
      useFrame.setState({ state: message });
      break;
    case 'view':
      useFrame.setState({ patches: message.patches, stitched: message.stitched });
      break;
    case 'run':
      useFrame.setState({ run: message.run });
      break;
    case 'happened':
      useFrame.setState(({ run }) => (run?.id === message.run ? { run: runWithEvent(run, message.event) } : {}));
      break;
    case 'advances':
      useFrame.setState({ advances: message.events, elsewhere: null });
      break;
    case 'elsewhere':
      useFrame.setState(({ connected, linkUp }) => ({ ...NOTHING, connected, linkUp, elsewhere: message }));
      break;
    case 'link':
      useFrame.setState({ linkUp: message.up });
      break;
    case 'touched':
      touched({ ...message, own: waiting?.id === message.touch });
      if (waiting?.id === message.touch) endTouch(true);
      break;
    case 'refused':
      useFrame.setState({ refusal: message.sentence });
      if (message.command === 'touch') endTouch(false);
      break;
    case 'beat':
      socket?.send(JSON.stringify({ type: 'beat' } satisfies ScreenCommand));
      break;
    case 'drives':
      useFrame.setState({ driver: message });
      break;
    case 'alarm':
      useFrame.setState({ alarm: message.sentence });
      break;
    case 'hello':
      break;
  }
}

/** False when there is no connection to say it over. */
export function sayToFrame(command: ScreenCommand): boolean {
  if (socket?.readyState !== WebSocket.OPEN) {
    useFrame.setState({ refusal: 'There is no connection to the server. See that it is running.' });
    return false;
  }
  useFrame.setState({ refusal: null });
  socket.send(JSON.stringify(command));
  return true;
}

/** Has the head's position read on a landmark; false when the frame won't. */
export function touchWithFrame(touch: TouchToMake): Promise<boolean> {
  endTouch(false);
  return new Promise((tell) => {
    waiting = { id: touch.id, tell };
    if (!sayToFrame({ type: 'touch', touch })) endTouch(false);
  });
}
