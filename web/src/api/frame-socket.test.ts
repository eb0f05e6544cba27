import type { ScreenMessage } from '@gorse/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sayToFrame, touchWithFrame, useFrame, watchFrame } from './frame-socket.ts';

/** The last sockets made; a test speaks for the server. */
const sockets: FakeSocket[] = [];
class FakeSocket {
  static readonly OPEN = 1;
  readyState = 1;
  readonly sent: unknown[] = [];
  onopen = (): void => undefined;
  onclose = (): void => undefined;
  onmessage = (_event: { readonly data: string }): void => undefined;
  constructor(readonly url: string) {
    sockets.push(this);
  }
  send(text: string): void {
    this.sent.push(JSON.parse(text));
  }
  close(): void {
    this.readyState = 3;
    this.onclose();
  }
  hear(message: ScreenMessage): void {
    this.onmessage({ data: JSON.stringify(message) });
  }
}
vi.stubGlobal('WebSocket', FakeSocket);
vi.stubGlobal('location', { protocol: 'http:', host: 'gorse.local' });

let leave: () => void;
beforeEach(() => {
  vi.useFakeTimers();
  leave = watchFrame('q1');
  sockets.at(-1)!.onopen();
});
afterEach(() => {
  leave();
  vi.useRealTimers();
  sockets.splice(0);
});
const last = (): FakeSocket => sockets.at(-1)!;

describe('watching the frame', () => {
  it('is for one quilt, and tells what is seen', () => {
    expect(last().url).toBe('ws://gorse.local/api/frame?quilt=q1');
    expect(useFrame.getState()).toMatchObject({ connected: true, linkUp: false, patches: [] });
    last().hear({ type: 'link', up: true });
    last().hear({
      type: 'view',
      quilt: 'q1',
      patches: [{ name: 'A1', kind: 'block', print: 0, ring: [0, 0, 9, 0, 9, 9] }],
      stitched: [],
    });
    last().hear({ type: 'advances', events: [{ kind: 'clamped', at: 1, pass: 0, rolled: 0, front: null }] });
    expect(useFrame.getState().advances).toHaveLength(1);
    expect(useFrame.getState()).toMatchObject({ linkUp: true, patches: [{ name: 'A1' }] });
  });
  it('tries again by itself when the server is away, and forgets what may have changed', () => {
    last().hear({ type: 'link', up: true });
    last().onclose();
    expect(useFrame.getState()).toMatchObject({ connected: false, linkUp: false, state: null });
    vi.advanceTimersByTime(1100);
    expect(sockets).toHaveLength(2);
    last().onopen();
    expect(useFrame.getState().connected).toBe(true);
  });
  it('ends when the screen is left', () => {
    leave();
    vi.advanceTimersByTime(5000);
    expect(sockets).toHaveLength(1);
  });
});

describe('a touch', () => {
  it('is where the frame says the head was', async () => {
    const touched = touchWithFrame();
    expect(last().sent).toEqual([{ type: 'touch' }]);
    last().hear({ type: 'touched', x: 12, y: 34 });
    expect(await touched).toMatchObject({ x: 12, y: 34 });
  });
  it('that the frame refuses, or that is cut off, is none, and why is said', async () => {
    const refused = touchWithFrame();
    last().hear({ type: 'refused', command: 'touch', sentence: 'The head is moving.' });
    expect(await refused).toBeNull();
    expect(useFrame.getState().refusal).toContain('The head is moving.');
    const cut = touchWithFrame();
    last().onclose();
    expect(await cut).toBeNull();
  });
});

describe('a command', () => {
  it('is sent as it is, and takes the last refusal off the screen', () => {
    last().hear({ type: 'refused', command: 'jog', sentence: 'Outside the safe area.' });
    sayToFrame({ type: 'stop' });
    expect(last().sent).toEqual([{ type: 'stop' }]);
    expect(useFrame.getState().refusal).toBeNull();
  });
});
