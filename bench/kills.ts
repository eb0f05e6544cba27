import type { DesignAnswer, FrameAddress, QuiltAnswer, RunAnswer, ScreenMessage } from '@gorse/contract';
import {
  clothPoint,
  decodeStrokes,
  farthestStitch,
  framePoint,
  type FrameReply,
  isOpen,
  randomFrom,
} from '@gorse/core';
import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { WebSocket, WebSocketServer } from 'ws';
import { ask } from '../e2e/ask.ts';
import { removeFolder, startServer, type TestServer } from '../e2e/server.ts';
import { StandIn } from '../server/src/stand-in/stand-in.ts';
import { printFigure } from './figures.ts';

const KILLS = { editing: 200, stitching: 30, importing: 20, first: 20 };
const CLIENTS = 4;
const FRAME_SPEED = 20;
const TOP = {
  setting: { kind: 'grid', across: 2, down: 2, blockWidth: 150, blockHeight: 150, sashing: 20 },
  borders: [{ width: 30 }],
};
/** Back and forth for 9 m: long enough to be killed on the way. */
const LONG = `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"><path d="M5 5${Array.from({ length: 90 }, (_, i) => `V${6 + i}H${i % 2 === 0 ? 95 : 5}`).join('')}"/></svg>`;

const random = randomFrom(41);

/** Ends the server as a power cut would, again and again, and counts what it had acknowledged and has no more. */
export async function benchKills(): Promise<void> {
  await whileOn(async (folder) => {
    const { lost, acknowledged } = await editing(folder);
    printFigure('kills.edits_lost', lost, `of ${acknowledged} acknowledged, ${KILLS.editing} kills`, '0');
  });
  await whileOn(async (folder) => {
    const { lost, acknowledged } = await importing(folder);
    printFigure('kills.designs_lost', lost, `of ${acknowledged} acknowledged, ${KILLS.importing} kills`, '0');
  });
  let failed = 0;
  for (let i = 0; i < KILLS.first; i++) await whileOn(async (folder) => (failed += await firstStart(folder)));
  printFigure('kills.first_starts_failed', failed, `of ${KILLS.first} that were killed within 4 s`, '0');
  await whileOn(stitching);
}

async function whileOn<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'gorse-kills-'));
  try {
    return await work(folder);
  } finally {
    removeFolder(folder);
  }
}

/** Works on a server until it is killed, some time between `least` and `most` ms after it began; what the kill cuts off is no failure. */
async function killedWhile(
  server: TestServer,
  [least, most]: readonly [number, number],
  work: (isOver: () => boolean) => Promise<void>,
): Promise<void> {
  let over = false;
  const working = work(() => over).catch((error: unknown) => {
    if (!over) throw error;
  });
  await Promise.race([working, pause(least + random() * (most - least))]);
  over = true;
  await server.kill();
  await working;
}

/** Revision `n` names the block `n`: what stands is known by its number. */
async function editing(folder: string): Promise<{ lost: number; acknowledged: number }> {
  const last = new Map<string, number>();
  let lost = 0;
  for (let kill = 0; kill <= KILLS.editing; kill++) {
    const server = await startServer({ folder });
    const { address } = server;
    while (last.size < CLIENTS)
      last.set((await ask<{ id: string }>(address, '/quilts', { name: 'Kills', ...TOP })).id, 0);
    for (const [id, acknowledged] of last) {
      const { revision, records } = await ask<QuiltAnswer>(address, `/quilts/${id}`);
      lost += Math.max(0, acknowledged - revision);
      if (revision > 0 && records.regions['block-1-1']!.name !== `${revision}`) lost += 1;
      last.set(id, revision);
    }
    await killedWhile(server, [50, 700], async (isOver) => {
      await Promise.all(
        [...last.keys()].map(async (id) => {
          const { records } = await ask<QuiltAnswer>(address, `/quilts/${id}`);
          const before = records.regions['block-1-1']!;
          while (!isOver()) {
            const base = last.get(id)!;
            const after = { ...before, name: `${base + 1}` };
            const diff = [{ kind: 'regions', id: before.id, before, after }];
            await ask(address, `/quilts/${id}/edits`, {
              editId: `kill-${base + 1}-edit`,
              baseRevision: base,
              mark: 'kill',
              diff,
            });
            last.set(id, base + 1);
          }
        }),
      );
    });
  }
  return { lost, acknowledged: [...last.values()].reduce((sum, n) => sum + n, 0) };
}

async function importing(folder: string): Promise<{ lost: number; acknowledged: number }> {
  const known: string[] = [];
  let lost = 0;
  for (let kill = 0; kill <= KILLS.importing; kill++) {
    const server = await startServer({ folder });
    const there = new Set((await ask<DesignAnswer[]>(server.address, '/designs')).map(({ id }) => id));
    lost += known.filter((id) => !there.has(id)).length;
    await killedWhile(server, [100, 2000], async (isOver) => {
      while (!isOver()) known.push((await ask<DesignAnswer>(server.address, '/designs?file=kelp.svg', LONG)).id);
    });
  }
  return { lost, acknowledged: known.length };
}

/** 1 when a server can't be started on what a killed first start left. */
async function firstStart(folder: string): Promise<number> {
  const cut = startServer({ folder });
  const ends = new Promise<void>((resolve) => {
    void cut.then(
      (server) => server.kill().then(resolve),
      () => resolve(),
    );
  });
  await Promise.race([ends, pause(random() * 4000)]);
  await (await cut.catch(() => null))?.kill();
  try {
    const server = await startServer({ folder });
    await ask(server.address, '/quilts', { name: 'First', ...TOP });
    await server.kill();
    return 0;
  } catch {
    return 1;
  }
}

/** A frame that lives on when the server dies, and counts its holes. */
async function countingFrame(): Promise<{ readonly url: string; holesOf(run: string): number; close(): void }> {
  const standIn = new StandIn(FRAME_SPEED, 1);
  const counts = new Map<string, number>();
  const links = new WebSocketServer({ port: 0, host: '127.0.0.1' });
  await once(links, 'listening');
  const count = (run: string, stitch: number): void => void counts.set(run, Math.max(counts.get(run) ?? 0, stitch));
  links.on('connection', (link) => {
    const send = link.send.bind(link) as (text: string) => void;
    link.send = (text: string) => {
      const reply = JSON.parse(text) as FrameReply;
      if (reply.type === 'state' && reply.run) count(reply.run.id, reply.run.stitch);
      // What was made while nobody listened.
      if (reply.type === 'hello' && reply.held) count(reply.held.run, reply.held.stitch);
      send(text);
    };
    standIn.connect(link);
  });
  return {
    url: `ws://127.0.0.1:${(links.address() as AddressInfo).port}`,
    holesOf: (run) => counts.get(run) ?? 0,
    close: () => {
      standIn.close();
      links.close();
    },
  };
}

async function stitching(folder: string): Promise<void> {
  const frame = await countingFrame();
  let unlogged = 0;
  let neverMade = 0;
  let holes = 0;
  try {
    let server = await startServer({ folder, frameLink: frame.url });
    const quiltId = await readyQuilt(server.address);
    for (let kill = 0; kill < KILLS.stitching; kill++) {
      const run = await stitchOn(server.address, quiltId);
      await killedWhile(server, [200, 1500], () => pause(5000));
      server = await startServer({ folder, frameLink: frame.url });
      const written = await settled(server.address, quiltId, run);
      unlogged += Math.max(0, frame.holesOf(run) - written);
      neverMade += Math.max(0, written - frame.holesOf(run));
      holes += written;
    }
    await server.kill();
  } finally {
    frame.close();
  }
  const unit = `holes, ${KILLS.stitching} kills at ${FRAME_SPEED} times life, by the frame's own count`;
  printFigure('kills.holes_unlogged', unlogged, unit, '0');
  printFigure('kills.holes_never_made', neverMade, unit, '0');
  printFigure('kills.holes', holes, 'holes told of after the kills, all together', null);
}

async function readyQuilt(address: string): Promise<string> {
  const { id: designId } = await ask<{ id: string }>(address, '/designs?file=long.svg', LONG);
  const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Kills', ...TOP });
  const recipe = {
    ...{ id: 'r', designId, orient: { angle: 0, mirror: false }, fit: { kind: 'corners', margin: 5 } },
    stitch: { stitchesPerInch: 10, tieOff: 'short' },
  };
  const corners = [clothPoint(30, 30), clothPoint(180, 30), clothPoint(180, 180), clothPoint(30, 180)];
  const touches = corners.map((cloth, i) => ({
    ...{ id: `t${i}`, on: `control.block-1-1.c${i + 1}`, name: 'corner', cloth, since: null },
    ...{ frame: framePoint(cloth.x + 80, cloth.y + 60), advance: 0, method: 'head', at: i },
  }));
  const placement = { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1 };
  const added = (kind: string, after: { readonly id: string }) => ({ kind, id: after.id, before: null, after });
  const diff = [
    added('recipes', recipe),
    added('placements', placement),
    ...touches.map((one) => added('touches', one)),
  ];
  await ask(address, `/quilts/${id}/edits`, { editId: 'make-it-ready', baseRevision: 0, mark: 'ready', diff });
  return id;
}

/** Stitches the piece, or goes on with it where it was cut off; tells the run once it is under way. */
async function stitchOn(address: string, quiltId: string): Promise<string> {
  const screen = await openScreen(address, quiltId);
  const advances = await ask<readonly unknown[]>(address, `/quilts/${quiltId}/advances`);
  if (advances.length === 0) await ask(address, `/quilts/${quiltId}/advances`, { kind: 'clamped', pass: 0, rolled: 0 });
  const open = (await ask<RunAnswer[]>(address, `/quilts/${quiltId}/runs`)).find(({ state }) => isOpen(state.status));
  const { revision } = await ask<QuiltAnswer>(address, `/quilts/${quiltId}`);
  const { id, state } = open
    ? await ask<RunAnswer>(address, `/runs/${open.id}/resume`, { back: 0 })
    : await ask<RunAnswer>(address, `/quilts/${quiltId}/runs`, { pieceId: 'placements.p.0', revision });
  const bytes = await (await fetch(`${address}/api/runs/${id}/points`)).arrayBuffer();
  const [line] = decodeStrokes(new Uint8Array(bytes));
  const [x, y] = line!.subarray(2 * state.stitch);
  screen.say({ type: 'goTo', x, y });
  await screen.until((at) => at.mode === 'idle' && Math.abs(at.x - x!) + Math.abs(at.y - y!) < 0.01);
  screen.say({ type: 'bobbinThread' });
  await screen.until(({ bobbinThreadUp }) => bobbinThreadUp);
  screen.say({ type: 'start', run: id, unrehearsed: true });
  await screen.until(({ mode }) => mode === 'stitching');
  return id;
}

type State = Extract<ScreenMessage, { type: 'state' }>;

async function openScreen(address: string, quiltId: string) {
  const port = await frameUp(address);
  const socket = new WebSocket(`ws://${new URL(address).hostname}:${port}/screen?quilt=${quiltId}`);
  const waiting = new Set<(message: ScreenMessage) => void>();
  // It ends with the server.
  socket.on('error', () => undefined);
  socket.on('message', (data) => {
    const message = JSON.parse((data as Buffer).toString()) as ScreenMessage;
    if (message.type === 'beat') socket.send(JSON.stringify(message));
    for (const check of waiting) check(message);
  });
  const next = (fits: (message: ScreenMessage) => boolean): Promise<void> =>
    new Promise((resolve) => {
      const check = (message: ScreenMessage): void => {
        if (!fits(message)) return;
        waiting.delete(check);
        resolve();
      };
      waiting.add(check);
    });
  await next(({ type }) => type === 'run');
  return {
    close: () => socket.close(),
    say: (command: object) => socket.send(JSON.stringify(command)),
    until: (fits: (state: State) => boolean) => next((message) => message.type === 'state' && fits(message)),
  };
}

async function frameUp(address: string): Promise<number> {
  for (;;) {
    const answer = await fetch(`${address}/api/frame`);
    if (answer.ok) return ((await answer.json()) as FrameAddress).port;
    await pause(20);
  }
}

/** How far the log says that a run came, once what the frame held was taken over. */
async function settled(address: string, quiltId: string, run: string): Promise<number> {
  const screen = await openScreen(address, quiltId);
  await screen.until(() => true);
  await pause(300);
  screen.close();
  const runs = await ask<RunAnswer[]>(address, `/quilts/${quiltId}/runs`);
  return farthestStitch(runs.find(({ id }) => id === run)!.events);
}
