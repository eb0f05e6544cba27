import type { RunAnswer, ScreenCommand, ScreenMessage } from '@gorse/contract';
import type { AdvanceEvent, FramePoint, FrameState, TrueLine, TruePatch } from '@gorse/core';
import { create } from 'zustand';

interface FrameSight {
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
  refusal: null,
};

/** What is seen and heard of the frame. */
export const useFrame = create<FrameSight>(() => NOTHING);

const RETRY_AFTER = 1000;
let socket: WebSocket | null = null;
let waitingForTouch: ((at: FramePoint | null) => void) | null = null;

/** Watches the frame for a quilt; returns how to leave. */
export function watchFrame(quiltId: string): () => void {
  let left = false;
  let retry: ReturnType<typeof setTimeout> | undefined;
  const connect = (): void => {
    const next = new WebSocket(
      `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/frame?quilt=${quiltId}`,
    );
    socket = next;
    next.onopen = () => useFrame.setState({ connected: true, refusal: null });
    next.onmessage = (event) => hear(JSON.parse(event.data as string) as ScreenMessage);
    next.onclose = () => {
      if (left) return;
      useFrame.setState({ connected: false, linkUp: false, state: null });
      waitingForTouch?.(null);
      retry = setTimeout(connect, RETRY_AFTER);
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

function hear(message: ScreenMessage): void {
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
    case 'advances':
      useFrame.setState({ advances: message.events });
      break;
    case 'link':
      useFrame.setState({ linkUp: message.up });
      break;
    case 'touched':
      waitingForTouch?.({ x: message.x, y: message.y });
      break;
    case 'refused':
      useFrame.setState({ refusal: message.sentence });
      if (message.command === 'touch') waitingForTouch?.(null);
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

/** Reads the head's position on a landmark; null when the frame won't. */
export function touchWithFrame(): Promise<FramePoint | null> {
  return new Promise((resolve) => {
    waitingForTouch = (at) => {
      waitingForTouch = null;
      resolve(at);
    };
    if (!sayToFrame({ type: 'touch' })) waitingForTouch(null);
  });
}
