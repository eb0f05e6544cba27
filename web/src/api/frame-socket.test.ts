import type { RunAnswer, ScreenMessage, TouchToMake } from '@gorse/contract';
import { runStateOf, clothPoint } from '@gorse/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from './api.ts';
import { sayToFrame, type Touched, touchWithFrame, useFrame, watchFrame } from './frame-socket.ts';

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
vi.stubGlobal('location', { protocol: 'http:', hostname: 'gorse.local' });
vi.stubGlobal('matchMedia', () => ({ matches: true }));
const askPort = vi.spyOn(api, 'frameAddress').mockResolvedValue({ port: 4311 });

const TOUCH: TouchToMake = {
  id: 't1',
  on: null,
  name: 'corner',
  cloth: clothPoint(1, 2),
  since: null,
  advance: 0,
  method: 'head',
};

let leave: () => void;
const touched = vi.fn();
beforeEach(async () => {
  vi.useFakeTimers();
  touched.mockClear();
  leave = watchFrame('q1', touched);
  await vi.advanceTimersByTimeAsync(0);
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
    expect(last().url).toBe('ws://gorse.local:4311/screen?quilt=q1&name=tablet');
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
  it('tries again by itself when the link is lost, without the rest of the server, and forgets what may have changed', async () => {
    askPort.mockClear();
    last().hear({ type: 'link', up: true });
    last().onclose();
    expect(useFrame.getState()).toMatchObject({ connected: false, linkUp: false, state: null });
    await vi.advanceTimersByTimeAsync(1100);
    expect(sockets).toHaveLength(2);
    expect(askPort).not.toHaveBeenCalled();
    // Nobody listens there any more: it is asked where.
    last().onclose();
    await vi.advanceTimersByTimeAsync(1100);
    expect(askPort).toHaveBeenCalledTimes(1);
    last().onopen();
    expect(useFrame.getState().connected).toBe(true);
  });
  it('answers each beat, shows alarms and who drives', () => {
    last().hear({ type: 'beat' });
    expect(last().sent).toEqual([{ type: 'beat' }]);
    last().hear({ type: 'alarm', sentence: 'Use its own switch.' });
    last().hear({ type: 'drives', name: 'the tablet', own: false });
    expect(useFrame.getState()).toMatchObject({ alarm: 'Use its own switch.', driver: { own: false } });
    last().onclose();
    expect(useFrame.getState()).toMatchObject({ alarm: null, driver: null });
  });
  it('ends when the screen is left', async () => {
    leave();
    await vi.advanceTimersByTimeAsync(5000);
    expect(sockets).toHaveLength(1);
  });
});

describe('another quilt on the frame', () => {
  it('is told of and takes all else off the screen, until this one lies there again', () => {
    last().hear({ type: 'link', up: true });
    last().hear({ type: 'advances', events: [] });
    last().hear({ type: 'elsewhere', quilt: 'Harbour Lights', busy: false });
    expect(useFrame.getState()).toMatchObject({
      linkUp: true,
      advances: null,
      elsewhere: { quilt: 'Harbour Lights', busy: false },
    });
    last().hear({ type: 'advances', events: [] });
    expect(useFrame.getState().elsewhere).toBeNull();
  });
});

describe('the run at the frame', () => {
  it('is told whole once, then event by event; those of another run are not its own', () => {
    const run = { id: 'r1', quiltId: 'q1', events: [], state: runStateOf([]) } as unknown as RunAnswer;
    last().hear({ type: 'run', run });
    last().hear({ type: 'happened', run: 'r1', event: { kind: 'started', at: 1, stitch: 0 } });
    last().hear({ type: 'happened', run: 'r2', event: { kind: 'finished', at: 2, stitch: 9 } });
    expect(useFrame.getState().run).toMatchObject({ events: [{ kind: 'started' }], state: { status: 'stitching' } });
  });
});

describe('a touch', () => {
  it('says what is touched, and ends when it is in the plan', async () => {
    const made = touchWithFrame(TOUCH);
    expect(last().sent).toEqual([{ type: 'touch', touch: TOUCH }]);
    const message = { type: 'touched', revision: 2, mark: 'touch', diff: [] } as const;
    last().hear({ ...message, touch: 'of another screen' });
    last().hear({ ...message, touch: 't1' });
    expect(await made).toBe(true);
    expect(touched.mock.calls.map(([one]) => (one as Touched).own)).toEqual([false, true]);
  });
  it('that the frame refuses, or that is cut off, is none, and why is said', async () => {
    const refused = touchWithFrame(TOUCH);
    last().hear({ type: 'refused', command: 'touch', sentence: 'The head is moving.' });
    expect(await refused).toBe(false);
    expect(useFrame.getState().refusal).toContain('The head is moving.');
    const cut = touchWithFrame(TOUCH);
    last().onclose();
    expect(await cut).toBe(false);
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
