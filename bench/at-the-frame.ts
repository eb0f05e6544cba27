import type { FrameAddress, QuiltAnswer, RunAnswer, ScreenMessage } from '@gorse/contract';
import {
  evenBorder,
  plainGrid,
  clothPoint,
  decodeStrokes,
  farthestStitch,
  framePoint,
  type FrameReply,
  isOpen,
  usualStages,
} from '@gorse/core';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import { WebSocket, WebSocketServer } from 'ws';
import { ask } from '../e2e/ask.ts';
import { StandIn } from '../server/src/stand-in/stand-in.ts';

export const TOP = {
  setting: plainGrid({ across: 2, down: 2, blockWidth: 150, blockHeight: 150, sashing: 20 }),
  borders: [evenBorder(30)],
};

/** Back and forth for 9 m: long enough to be killed on the way. */
export const LONG = `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"><path d="M5 5${Array.from({ length: 90 }, (_, i) => `V${6 + i}H${i % 2 === 0 ? 95 : 5}`).join('')}"/></svg>`;

/** A frame that lives on when the server dies, and counts its holes. */
export async function countingFrame(
  speed: number,
): Promise<{ readonly url: string; holesOf(run: string): number; close(): void }> {
  const standIn = new StandIn(speed, 1);
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

const added = (kind: string, after: { readonly id: string }) => ({ kind, id: after.id, before: null, after });

/** Block A1's corners, found in an advance. */
export const touched = (advance: number) =>
  [clothPoint(30, 30), clothPoint(180, 30), clothPoint(180, 180), clothPoint(30, 180)].map((cloth, i) => {
    const on = { on: `control.block-1-1.c${i + 1}`, name: 'corner', cloth, since: null };
    const frame = framePoint(cloth.x + 80, cloth.y + 60);
    return added('touches', { ...{ id: `t${advance}-${i}` }, ...on, ...{ frame, advance, method: 'head', at: i } });
  });

/** A quilt with the long line in block A1, its corners touched. */
export async function readyQuilt(address: string): Promise<string> {
  const { id: designId } = await ask<{ id: string }>(address, '/designs?file=long.svg', LONG);
  const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Kills', ...TOP });
  const recipe = {
    ...{ ...usualStages(designId), id: 'r', fit: { kind: 'corners', margins: [5], bend: 'even' } },
    stitch: { stitchesPerInch: 10, tieOff: 'short' },
  };
  const placement = { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} };
  const diff = [added('recipes', recipe), added('placements', placement), ...touched(0)];
  await ask(address, `/quilts/${id}/edits`, { editId: 'make-it-ready', baseRevision: 0, mark: 'ready', diff });
  return id;
}

/** Stitches the piece, or goes on with it where it was cut off; tells the run once it is under way. */
export async function stitchOn(address: string, quiltId: string, screen?: Screen): Promise<string> {
  screen ??= await openScreen(address, quiltId);
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
  // The bobbin runs out in its time.
  screen.say({ type: 'fault', fault: null });
  await screen.until(({ fault }) => fault === null);
  screen.say({ type: 'bobbinThread' });
  await screen.until(({ bobbinThreadUp }) => bobbinThreadUp);
  screen.say({ type: 'start', run: id, unrehearsed: true });
  await screen.until(({ mode }) => mode === 'stitching');
  return id;
}

type State = Extract<ScreenMessage, { type: 'state' }>;

export type Screen = Awaited<ReturnType<typeof openScreen>>;

/** A Frame screen without a picture. */
export async function openScreen(address: string, quiltId: string) {
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

/** How far the log says that each run of a quilt came, once what the frame held was taken over. */
export async function settled(address: string, quiltId: string): Promise<ReadonlyMap<string, number>> {
  const screen = await openScreen(address, quiltId);
  await screen.until(() => true);
  await pause(300);
  screen.close();
  const runs = await ask<RunAnswer[]>(address, `/quilts/${quiltId}/runs`);
  return new Map(runs.map(({ id, events }) => [id, farthestStitch(events)]));
}
