import type { BackupAnswer, ErrorAnswer, QuiltAnswer, RunAnswer } from '@gorse/contract';
import { createHash } from 'node:crypto';
import { createWriteStream, mkdtempSync, readdirSync, readFileSync, rmSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { sql } from 'drizzle-orm';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { type RunningApp } from '../app.ts';
import { readConfig } from '../config.ts';
import { migrationCount } from '../store/migrations.ts';
import { openDatabase } from '../store/open-database.ts';
import { isQuilt } from '../store/quilt-store.ts';
import { findRun } from '../store/run-store.ts';
import { openScratch } from '../store/scratch.ts';
import { apiOf, readyQuilt, shelf, startApp, startRun } from '../test/harness.ts';
import { Backups, backUp } from './backups.ts';
import { checkArchive } from './checked.ts';
import { rescue } from './rescue.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'gorse-backup-'));
  app = await startApp();
  api = apiOf(app);
});
afterAll(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

const bytesOf = async (of: RunningApp, path: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(`http://127.0.0.1:${of.port}/api${path}`)).arrayBuffer());

/** All that can be asked of a quilt. */
async function whole(of: RunningApp, id: string) {
  const ask = apiOf(of);
  const { revision, records } = (await ask<QuiltAnswer>('GET', `/quilts/${id}`)).body;
  const runs = (await ask<RunAnswer[]>('GET', `/quilts/${id}/runs`)).body;
  const points = await Promise.all(runs.map((run) => bytesOf(of, `/runs/${run.id}/cloth`)));
  const designs = await Promise.all(
    Object.values(records.recipes).flatMap(({ designId }) =>
      designId === null ? [] : [bytesOf(of, `/designs/${designId}/source`)],
    ),
  );
  const advances = (await ask('GET', `/quilts/${id}/advances`)).body;
  // Opened beside itself, a quilt and its runs bear other ids.
  return { revision, records, points, designs, advances, logs: runs.map(({ events, state }) => ({ events, state })) };
}

/** An archive with these rows, told of as is. */
async function forged(manifest: object, lines: string, told = lines): Promise<Uint8Array> {
  const zip = new yazl.ZipFile();
  zip.addBuffer(Buffer.from(lines), 'quilts/q.ndjson');
  const files = { 'quilts/q.ndjson': createHash('sha256').update(told).digest('hex') };
  const whole = { format: 'gorse-backup', version: 1, gorse: '9', schema: 1, madeAt: 1, rows: {}, files, ...manifest };
  zip.addBuffer(Buffer.from(JSON.stringify(whole)), 'gorse.json');
  zip.end();
  const path = join(folder, 'forged.zip');
  await pipeline(zip.outputStream, createWriteStream(path));
  return readFileSync(path);
}

describe('a backup', () => {
  it('brings everything back as it was, and what it replaces is backed up before', async () => {
    const id = await readyQuilt(api);
    await startRun(api, id);
    const before = await whole(app, id);
    expect(before.logs).toHaveLength(1);
    const { status, body: made } = await api<BackupAnswer>('POST', '/backups');
    expect(status).toBe(201);
    expect(made).toMatchObject({ reason: 'by-hand', quilts: 1, runs: 1, designs: 1, frames: 0, trouble: null });

    await api('DELETE', `/quilts/${id}`);
    await readyQuilt(api);
    expect((await shelf(api)).map((quilt) => quilt.id)).not.toContain(id);
    expect((await api('POST', `/backups/${made.name}/restore`)).status).toBe(204);
    expect((await shelf(api)).map((quilt) => quilt.id)).toEqual([id]);
    expect(await whole(app, id)).toEqual(before);
    const [newest] = (await api<BackupAnswer[]>('GET', '/backups')).body;
    expect(newest).toMatchObject({ reason: 'before-restore', quilts: 2, designs: 2 });
    // It goes on from there.
    expect((await startRun(api, id)).status).toBe(201);
  });

  it('can be downloaded, and taken in again', async () => {
    const [first] = (await api<BackupAnswer[]>('GET', '/backups')).body;
    const file = await bytesOf(app, `/backups/${first!.name}`);
    const { status, body } = await api<BackupAnswer>('POST', '/backups/from-elsewhere', file);
    expect(status).toBe(201);
    expect(body).toMatchObject({ reason: 'from-elsewhere', quilts: first!.quilts, madeAt: first!.madeAt });
    expect((await api('GET', '/backups/..%2f..%2fpackage.json')).status).toBe(404);
  });

  it.each([
    ['that is none', () => Promise.resolve(Buffer.from('quilts')), /no backup of Gorse/],
    ['of another kind', () => forged({ format: 'zip' }, ''), /another kind/],
    ['without a sound table of contents', () => forged({ rows: { quilts: -1 } }, ''), /table of contents/],
    ['that lacks a file', () => forged({ files: { 'x.ndjson': 'a'.repeat(64) } }, ''), /missing/],
  ])('%s is not taken in', async (_, file, sentence) => {
    const { status, body } = await api<ErrorAnswer>('POST', '/backups/from-elsewhere', await file());
    expect([status, body.message]).toEqual([422, expect.stringMatching(sentence)]);
  });

  it.each([
    ['of a newer Gorse', () => forged({ schema: 999 }, ''), /newer Gorse.*Update Gorse/],
    ['that was changed', () => forged({}, '{"table":"quilts","row":{}}\n', ''), /was changed/],
    ['with rows of other tables', () => forged({}, '{"table":"pg_authid","row":{}}\n'), /unknown rows/],
    ['whose rows don’t fit', () => forged({}, '{"table":"edits","row":{"quilt_id":"nowhere"}}\n'), /fit together/],
  ])('%s replaces nothing', async (_, file, sentence) => {
    const { name } = (await api<BackupAnswer>('POST', '/backups/from-elsewhere', await file())).body;
    const before = await shelf(api);
    const { status, body } = await api<ErrorAnswer>('POST', `/backups/${name}/restore`);
    expect([status, body.message]).toEqual([422, expect.stringMatching(sentence)]);
    expect(await shelf(api)).toEqual(before);
  });

  it('of an older version is brought up to date', async () => {
    const old = await openScratch(folder, 4);
    await old.fill(async (tables) => {
      await tables.execute(sql`INSERT INTO quilts VALUES ('q1', 3, 0, 1, 5)`);
      await tables.execute(sql`INSERT INTO runs (id, quilt_id, piece_id, name, plan_hash, points, holes, seconds, thread, made_at)
        VALUES ('r1', 'q1', 'placements.p.0', 'A1', '', '\\xff00', '[5]', 0.1, 1, 1)`);
      await tables.execute(sql`INSERT INTO run_events VALUES ('r1', 0, 'made', 0, 1), ('r1', 1, 'started', 2, 1)`);
    });
    const name = await backUp(old.tables, folder, 'before-update', '0.1.0');
    await old.close();
    const checked = await checkArchive(join(folder, name), folder);
    expect(checked.manifest).toMatchObject({ schema: 4, rows: { quilts: 1, runs: 1, run_events: 2 } });
    expect((await findRun(checked.tables, 'r1'))!).toMatchObject({
      seconds: 0.1,
      state: { status: 'stitching', stitch: 2 },
    });
    await checked.close();
    expect(migrationCount()).toBeGreaterThan(4);
  });

  it('is kept seven times of each kind', async () => {
    const scratch = await openScratch(folder, migrationCount());
    const database = { read: scratch.tables, commit: () => Promise.reject(new Error()), recentPlans: null as never };
    const backups = new Backups(database, join(folder, 'kept'), '1', pino({ level: 'silent' }));
    const first = await backups.make('by-hand');
    for (let i = 0; i < 8; i++) await backups.make('daily');
    const kept = await backups.list();
    expect(kept.map(({ reason }) => reason)).toEqual([...Array.from({ length: 7 }, () => 'daily'), 'by-hand']);
    expect(kept.at(-1)).toEqual(first);
    await scratch.close();
  });
});

it('a damaged folder goes on from a backup, and is put aside', async () => {
  const config = { ...readConfig({}, null), dataFolder: join(folder, 'damaged') };
  const open = () => openDatabase(config);
  const first = await open();
  await first.commit((tables) =>
    tables.execute(sql`INSERT INTO quilts VALUES ('q1', 1, 7, 1, 5)`).then(() => undefined),
  );
  const name = await backUp(first.read, folder, 'by-hand', '1');
  await first.close();
  truncateSync(join(config.dataFolder, 'pg', 'global', 'pg_control'), 100);
  await expect(open()).rejects.toMatchObject({ damaged: true });
  await expect(rescue(config, join(folder, 'nowhere.zip'), open)).rejects.toThrow(/nowhere.zip: This is no backup/);
  const second = await rescue(config, join(folder, name), open);
  expect(await isQuilt(second.read, 'q1')).toBe(true);
  await second.close();
  expect(readdirSync(config.dataFolder).filter((one) => one.startsWith('pg'))).toEqual([
    'pg',
    expect.stringMatching(/^pg-damaged-/),
  ]);
});

describe('the file of a quilt', () => {
  it('opens elsewhere with its designs and its log, and beside itself where it is already', async () => {
    const [quilt] = await shelf(api);
    const file = await bytesOf(app, `/quilts/${quilt!.id}/file`);
    const before = await whole(app, quilt!.id);
    const elsewhere = await startApp();
    try {
      const opened = await apiOf(elsewhere)<{ id: string }>('POST', '/quilts/file', file);
      expect([opened.status, opened.body]).toEqual([201, { id: quilt!.id }]);
      expect(await whole(elsewhere, quilt!.id)).toEqual(before);
      const again = (await apiOf(elsewhere)<{ id: string }>('POST', '/quilts/file', file)).body;
      expect(again.id).not.toBe(quilt!.id);
      expect(await whole(elsewhere, again.id)).toEqual(before);
      expect(await shelf(apiOf(elsewhere))).toHaveLength(2);
    } finally {
      await elsewhere.close();
    }
    const { body } = await api<ErrorAnswer>('POST', '/backups/from-elsewhere', file);
    expect(body.message).toMatch(/file of one quilt.*shelf/);
  });
});
