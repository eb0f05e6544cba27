import type { DesignAnswer, QuiltAnswer } from '@gorse/contract';
import { randomFrom } from '@gorse/core';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { ask } from '../e2e/ask.ts';
import { removeFolder, startServer, type TestServer } from '../e2e/server.ts';
import { countingFrame, LONG, readyQuilt, settled, stitchOn, TOP } from './at-the-frame.ts';
import { printFigure } from './figures.ts';

const KILLS = { editing: 200, stitching: 30, importing: 20, first: 20 };
const CLIENTS = 4;
const FRAME_SPEED = 20;
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

async function stitching(folder: string): Promise<void> {
  const frame = await countingFrame(FRAME_SPEED);
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
      const written = (await settled(server.address, quiltId)).get(run) ?? 0;
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
