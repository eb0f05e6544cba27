import type { QuiltAnswer } from '@gorse/contract';
import { randomFrom } from '@gorse/core';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { makeDemo } from '../demo/make-demo.mjs';
import { ask } from '../e2e/ask.ts';
import { removeFolder, startServer, type TestServer } from '../e2e/server.ts';
import { countingFrame, openScreen, readyQuilt, settled, stitchOn, touched } from './at-the-frame.ts';
import { printFigure } from './figures.ts';

/** A day in so many minutes: the frame goes 60 times faster than life. */
const MINUTES = Number(process.env.GORSE_SOAK_MINUTES ?? 24);
const SPEED = 60;
/** Parts between two restarts; the second half of each is compared with the first. */
const PARTS = 3;

/** Stitching, stopping, breaking thread, rolling, editing, reading and printing on end, the server restarted between. */
export async function benchSoak(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gorse-soak-'));
  const frame = await countingFrame(SPEED);
  const found = { errors: [] as string[], grown: 0, runs: new Set<string>(), unlogged: 0, asked: 0 };
  try {
    let server = await startServer({ folder, frameLink: frame.url });
    await makeDemo(server.address);
    const stitched = await readyQuilt(server.address);
    for (let part = 0; part < PARTS; part++) {
      if (part > 0) server = await startServer({ folder, frameLink: frame.url });
      const end = Date.now() + (MINUTES * 60_000) / PARTS;
      await Promise.all([
        stitch(server, stitched, end, found.runs),
        readAll(server, end, found),
        edit(server, end, found),
        memory(server, end).then((grown) => (found.grown = Math.max(found.grown, grown))),
      ]);
      const log = await settled(server.address, stitched);
      for (const run of found.runs) found.unlogged += Math.abs(frame.holesOf(run) - (log.get(run) ?? 0));
      await (part === 0 ? server.kill() : server.end());
    }
  } finally {
    frame.close();
    removeFolder(folder);
  }
  const unit = `in ${MINUTES} min at ${SPEED} times life, ${PARTS - 1} restarts`;
  printFigure('soak.errors', found.errors.length, `of ${found.asked} requests, ${unit}`, '0');
  for (const error of found.errors.slice(0, 5)) console.error(error);
  printFigure('soak.holes_unlogged', found.unlogged, `holes of ${found.runs.size} runs, ${unit}`, '0');
  printFigure(
    'soak.memory_growth_mb',
    found.grown,
    `MB of the server, late against early, the most of ${PARTS} parts, ${unit}`,
    '< 50',
  );
}

/** Stitches run after run; now and then it is stopped, the thread breaks, or the quilt is taken off the clamps and put on again. */
async function stitch({ address }: TestServer, quiltId: string, end: number, runs: Set<string>): Promise<void> {
  const random = randomFrom(7);
  while (Date.now() < end) {
    const screen = await openScreen(address, quiltId);
    runs.add(await stitchOn(address, quiltId, screen));
    await Promise.race([screen.until(({ mode }) => mode === 'idle'), pause(1000 + 4000 * random())]);
    const what = random();
    if (what < 0.2) {
      screen.say({ type: 'fault', fault: 'threadBroke' });
      await screen.until(({ mode }) => mode === 'idle');
      screen.say({ type: 'fault', fault: null });
    } else screen.say({ type: 'stop' });
    await pause(500);
    if (what > 0.8) await loadAnew(address, quiltId);
    screen.close();
  }
}

/** Off the clamps and on again: it lies anew, and is touched again. */
async function loadAnew(address: string, quiltId: string): Promise<void> {
  for (const kind of ['unclamped', 'loaded', 'clamped'])
    await ask(address, `/quilts/${quiltId}/advances`, { kind, pass: 0, rolled: 0 });
  const advances = await ask<readonly { kind: string }[]>(address, `/quilts/${quiltId}/advances`);
  const advance = advances.filter(({ kind }) => kind === 'loaded').length;
  const { revision } = await ask<QuiltAnswer>(address, `/quilts/${quiltId}`);
  const edit = { editId: `touched-anew-${advance}`, baseRevision: revision, mark: 'touch', diff: touched(advance) };
  await ask(address, `/quilts/${quiltId}/edits`, edit);
}

interface Found {
  readonly errors: string[];
  asked: number;
}

/** Asks for everything that can be read and printed. */
async function readAll({ address }: TestServer, end: number, found: Found): Promise<void> {
  const { quilts } = await ask<{ quilts: { id: string }[] }>(address, '/quilts');
  const paths = ['/quilts', '/designs', '/frames', '/health'].concat(
    ...quilts.map(({ id }) =>
      ['', '/runs', '/advances', '/pass-sheets', '/export?format=svg'].map((what) => `/quilts/${id}${what}`),
    ),
  );
  for (let i = 0; Date.now() < end; i++) {
    const path = paths[i % paths.length]!;
    const answer = await fetch(`${address}/api${path}`);
    const text = await answer.text();
    found.asked += 1;
    // A quilt with nothing placed has nothing to print.
    if (answer.status >= 500 || (!answer.ok && answer.status !== 409))
      found.errors.push(`${path}: ${answer.status} ${text}`);
    await pause(100);
  }
}

async function edit({ address }: TestServer, end: number, found: Found): Promise<void> {
  const { quilts } = await ask<{ quilts: { id: string; name: string }[] }>(address, '/quilts');
  const { id } = quilts.find(({ name }) => name === 'Tide Table')!;
  while (Date.now() < end) {
    const { revision, records } = await ask<QuiltAnswer>(address, `/quilts/${id}`);
    const before = Object.values(records.regions)[0]!;
    const diff = [{ kind: 'regions', id: before.id, before, after: { ...before, name: `A ${revision}` } }];
    await ask(address, `/quilts/${id}/edits`, {
      editId: `soak-${revision}-edit`,
      baseRevision: revision,
      mark: 'soak',
      diff,
    }).catch((error: unknown) => found.errors.push(String(error)));
    found.asked += 1;
    await pause(100);
  }
}

/** MB that the server's memory has grown by: the mean of the last quarter over that of the second. */
async function memory({ pid }: TestServer, end: number): Promise<number> {
  const sizes: number[] = [];
  while (Date.now() < end) {
    const kilobytes = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
    sizes.push(Number(kilobytes) / 1024);
    await pause(1000);
  }
  const mean = (part: readonly number[]): number => part.reduce((sum, size) => sum + size, 0) / part.length;
  const quarter = sizes.length / 4;
  return mean(sizes.slice(3 * quarter)) - mean(sizes.slice(quarter, 2 * quarter));
}
