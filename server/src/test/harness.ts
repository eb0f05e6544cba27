import { PGlite } from '@electric-sql/pglite';
import type { ErrorAnswer, QuiltAnswer, QuiltSummary, RunAnswer, ScreenMessage, TouchToMake } from '@gorse/contract';
import {
  evenBorder,
  plainGrid,
  type Change,
  type RecipeRecord,
  runWithEvent,
  type TouchRecord,
  clothPoint,
  framePoint,
  usualStages,
} from '@gorse/core';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { expect, vi } from 'vitest';
import { WebSocket } from 'ws';
import { type RunningApp, serve } from '../app.ts';
import { readConfig } from '../config.ts';
import { bind } from '../http/bind.ts';
import { RecentMessages } from '../recent-messages.ts';
import { overEmbedded } from '../store/embedded.ts';

/** The real app over a database in memory, on a free port; the stand-in some times faster than life. */
export async function startApp(
  frameSpeed = 15,
  frameLink: string | null = null,
  host = '127.0.0.1',
): Promise<RunningApp> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'gorse-app-'));
  const config = {
    ...readConfig({}, null),
    host,
    dataFolder,
    port: 0,
    framePort: 0,
    frameSpeed,
    frameSeed: 1,
    frameLink,
  };
  const database = await overEmbedded(await PGlite.create(), null);
  const app = await serve(
    await bind(config),
    database,
    config,
    '9.9.9',
    pino({ level: 'silent' }),
    new RecentMessages(),
  );
  return {
    ...app,
    async close() {
      await app.close();
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}

export const SQUARE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"><path d="M5 5H95V95H5V10"/></svg>';
/** Back and forth for 3 m: long enough to be stopped on the way, also on a slow machine. */
export const LONG = `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"><path d="M5 5${Array.from({ length: 30 }, (_, i) => `V${8 + 3 * i}H${i % 2 === 0 ? 95 : 5}`).join('')}"/></svg>`;
export const TWO_LINES =
  '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"><path d="M5 5H95"/><path d="M5 95H95"/></svg>';
export const TOP = {
  setting: plainGrid({ across: 2, down: 2, blockWidth: 150, blockHeight: 150, sashing: 20 }),
  borders: [evenBorder(30)],
} as const;

export const recipeFor = (designId: string): RecipeRecord => ({
  ...usualStages(designId),
  id: 'r1',
  fit: { kind: 'corners', margins: [5], bend: 'even' },
  stitch: { stitchesPerInch: 10, tieOff: 'short' },
});

/** The corners of block A1, found 80 mm to the right and 60 mm down, one of them a little off square. */
export const TOUCHES: readonly TouchRecord[] = [
  clothPoint(30, 30),
  clothPoint(180, 30),
  clothPoint(180, 180),
  clothPoint(30, 180),
].map((cloth, i) => ({
  id: `t${i}`,
  on: `control.block-1-1.c${i + 1}`,
  name: 'corner',
  cloth,
  since: null,
  frame: framePoint(cloth.x + 80 + (i === 2 ? 1 : 0), cloth.y + 60),
  advance: 0,
  method: 'head',
  at: i,
}));

/** A touch of anywhere, for the head to make. */
export const touchToMake = (id: string, advance = 0): TouchToMake => {
  const { frame: _frame, at: _at, ...touch } = TOUCHES[0]!;
  return { ...touch, id, on: null, advance };
};

/** Tension and clamps are set, nothing rolled up. */
export const CLAMPED = { kind: 'clamped', pass: 0, rolled: 0 };

export const added = (kind: Change['kind'], after: { readonly id: string }): Change =>
  ({ kind, id: after.id, before: null, after }) as Change;

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
}
type Api = <T>(method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Answer<T>>;

/** Asks an app's API; text and bytes are sent as they are, anything else as JSON. */
export const apiOf =
  (app: RunningApp): Api =>
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters -- says what the answer is
  async <T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) => {
    const raw = body instanceof Uint8Array || typeof body === 'string';
    const type: Record<string, string> =
      body === undefined ? {} : { 'Content-Type': raw ? 'application/octet-stream' : 'application/json' };
    const response = await fetch(`http://127.0.0.1:${app.port}/api${path}`, {
      method,
      headers: { ...type, ...headers },
      ...(body === undefined ? {} : { body: raw ? (body as BodyInit) : JSON.stringify(body) }),
    });
    const text = await response.text();
    const json = /json/.test(response.headers.get('content-type') ?? '');
    return { status: response.status, body: (json ? JSON.parse(text) : text) as T };
  };

/** The first page of the shelf. */
export const shelf = async (api: Api): Promise<readonly QuiltSummary[]> =>
  (await api<{ quilts: readonly QuiltSummary[] }>('GET', '/quilts')).body.quilts;

/** A quilt with one design in block A1 and, unless told otherwise, its corners touched. */
export async function readyQuilt(api: Api, svg = SQUARE, touches: readonly TouchRecord[] = TOUCHES): Promise<string> {
  const { body: design } = await api<{ id: string }>('POST', '/designs?file=design.svg', svg);
  const { body: quilt } = await api<{ id: string }>('POST', '/quilts', { name: 'Tide Table', ...TOP });
  const diff = [
    added('recipes', recipeFor(design.id)),
    added('placements', { id: 'p1', regionId: 'block-1-1', recipeId: 'r1', parts: 1, own: {} } as never),
    ...touches.map((touch) => added('touches', touch)),
  ];
  const { status } = await api('POST', `/quilts/${quilt.id}/edits`, {
    editId: 'make-it-ready',
    baseRevision: 0,
    mark: 'ready',
    diff,
  });
  if (status !== 200) throw new Error(`the quilt was not made: ${status}`);
  await vi.waitFor(async () => expect((await api('POST', `/quilts/${quilt.id}/put-on`)).status).toBe(204));
  await api('POST', `/quilts/${quilt.id}/advances`, CLAMPED);
  return quilt.id;
}

/** Loads a piece at the frame, as the plan is now. */
export async function startRun(
  api: Api,
  quiltId: string,
  pieceId = 'placements.p1.0',
): Promise<Answer<RunAnswer & ErrorAnswer>> {
  const { body } = await api<QuiltAnswer>('GET', `/quilts/${quiltId}`);
  return api('POST', `/quilts/${quiltId}/runs`, { pieceId, revision: body.revision });
}

type Of<T extends ScreenMessage['type']> = Extract<ScreenMessage, { type: T }>;

/** A Frame screen: says things and waits for what the frame tells. Messages before the one waited for are passed over. */
export async function openScreen(app: RunningApp, quiltId: string, name = 'computer') {
  const socket = new WebSocket(`ws://127.0.0.1:${await app.screensPort}/screen?quilt=${quiltId}&name=${name}`);
  const heard: ScreenMessage[] = [];
  const waiting = new Set<() => void>();
  let last: Of<'state'> | null = null;
  let atFrame: RunAnswer | null = null;
  socket.on('message', (data) => {
    const message = JSON.parse((data as Buffer).toString()) as ScreenMessage;
    if (message.type === 'beat') {
      socket.send(JSON.stringify(message));
      return;
    }
    heard.push(message);
    if (message.type === 'state') last = message;
    if (message.type === 'run') atFrame = message.run;
    if (message.type === 'happened' && atFrame?.id === message.run) {
      atFrame = runWithEvent(atFrame, message.event);
      heard.push({ type: 'run', run: atFrame });
    }
    for (const check of [...waiting]) check();
  });
  const nextThat = (fits: (message: ScreenMessage) => boolean): Promise<ScreenMessage> =>
    new Promise((resolve) => {
      const check = (): void => {
        const i = heard.findIndex(fits);
        if (i < 0) return;
        waiting.delete(check);
        resolve(heard.splice(0, i + 1).at(-1)!);
      };
      waiting.add(check);
      check();
    });
  const next = async <T extends ScreenMessage['type']>(
    type: T,
    fits: (message: Of<T>) => boolean = () => true,
  ): Promise<Of<T>> => (await nextThat((message) => message.type === type && fits(message as Of<T>))) as Of<T>;
  await nextThat(({ type }) => type === 'view' || type === 'elsewhere');
  return {
    next,
    say: (command: unknown) => socket.send(JSON.stringify(command)),
    run: (status: string): Promise<RunAnswer> =>
      next('run', ({ run }) => run?.state.status === status).then(({ run }) => run!),
    /** Once a run is at the frame and fits. */
    runThat: (fits: (run: RunAnswer) => boolean): Promise<RunAnswer> =>
      next('run', ({ run }) => run !== null && fits(run)).then(({ run }) => run!),
    async bringUpBobbinThread(): Promise<void> {
      socket.send(JSON.stringify({ type: 'bobbinThread' }));
      await next('state', ({ bobbinThreadUp }) => bobbinThreadUp);
    },
    /** Stitches what is loaded, without a rehearsal. */
    start: () => socket.send(JSON.stringify({ type: 'start', run: atFrame?.id ?? 'none', unrehearsed: true })),
    async goTo(p: { readonly x: number; readonly y: number }): Promise<void> {
      const there = (state: Of<'state'>): boolean =>
        state.mode === 'idle' && Math.hypot(state.x - p.x, state.y - p.y) < 0.01;
      if (last && there(last)) return;
      socket.send(JSON.stringify({ type: 'goTo', x: p.x, y: p.y }));
      await next('state', there);
    },
    /** What was told since the last message waited for. */
    heard: () => heard as readonly ScreenMessage[],
    close: () => socket.close(),
  };
}
