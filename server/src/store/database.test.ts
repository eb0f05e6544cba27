import type { RunAnswer } from '@gorse/contract';
import {
  evenBorder,
  plainGrid,
  makeMap,
  migratePlan,
  type RunEvent,
  runStateOf,
  runWithEvent,
  newPlan,
  type PlanRecords,
  type RowSetRecord,
  type TouchRecord,
  clothPoint,
  framePoint,
} from '@gorse/core';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { readConfig } from '../config.ts';
import { MIGRATIONS } from './database.ts';
import { overEmbedded } from './embedded.ts';
import { openDatabase } from './open-database.ts';
import {
  diffsSince,
  findPlan,
  insertQuilt,
  listPlans,
  markRemoved,
  revisionOfEdit,
  saveEdit,
  upgradePlan,
} from './quilt-store.ts';
import { quilts } from './schema.ts';
import { appendEvent, findRun, insertRun } from './run-store.ts';

const SETTING = plainGrid({ across: 3, down: 3, blockWidth: 200, blockHeight: 200, sashing: 25 });
const PLAN = newPlan('Tide Table', makeMap(SETTING, [evenBorder(50)]));

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gorse-data-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));
const open = () => openDatabase({ ...readConfig({}, null), dataFolder: folder });

const LOG: readonly RunEvent[] = (
  [
    ['made', 0],
    ['started', 0],
    ['progress', 2],
    ['progress', 5],
    ['paused', 6],
    ['progress', 7],
  ] as const
).map(([kind, stitch], at) => ({ kind, stitch, at }));

describe('the embedded database', () => {
  it('keeps plans, edits and runs over a restart', async () => {
    const first = await open();
    await first.commit((tables) => insertQuilt(tables, 'q1', PLAN, 1));
    const border = PLAN.regions['border-top']!;
    const touch: TouchRecord = {
      id: 't',
      on: 'hole.r1.17',
      name: 'corner',
      cloth: clothPoint(1 / 3, 0),
      since: { advance: 0, frame: framePoint(1, 2) },
      frame: framePoint(60.1, 40),
      advance: 1,
      method: 'chalk',
      at: 1,
    };
    const diff = [
      { kind: 'regions' as const, id: border.id, before: border, after: null },
      { kind: 'touches' as const, id: 't', before: null, after: touch },
    ];
    await first.commit((tables) =>
      saveEdit(tables, 'q1', { editId: 'first-edit', mark: 'touch', diff, revision: 1, at: 2 }),
    );
    const points = Uint8Array.of(0, 255, 7);
    await first.commit(async (tables) => {
      await insertRun(tables, {
        id: 'r1',
        quiltId: 'q1',
        pieceId: 'placements.p.0',
        name: 'A1',
        planHash: 'h',
        points,
        holes: [3],
        seconds: 1.5,
        thread: 9,
        madeAt: 3,
      });
      let run: Parameters<typeof appendEvent>[1] & Pick<RunAnswer, 'state'> = {
        id: 'r1',
        events: [],
        state: runStateOf([]),
      };
      for (const event of LOG) {
        await appendEvent(tables, run, event);
        // A second time, as when nobody knows whether the first was kept.
        await appendEvent(tables, run, event);
        run = runWithEvent(run, event);
      }
    });
    await first.close();

    const second = await open();
    const plan = (await findPlan(second.read, 'q1'))!;
    expect(plan.revision).toBe(1);
    expect(plan.records.touches).toEqual({ t: touch });
    expect(Object.keys(plan.records.regions)).toHaveLength(Object.keys(PLAN.regions).length - 1);
    expect(await diffsSince(second.read, 'q1', 0)).toEqual(diff);
    expect(await diffsSince(second.read, 'q1', 1)).toEqual([]);
    expect(await revisionOfEdit(second.read, 'q1', 'first-edit')).toBe(1);
    // Of progress only the last is kept.
    expect((await findRun(second.read, 'r1'))!.events).toEqual([LOG[0], LOG[1], LOG[3], LOG[4], LOG[5]]);
    await second.close();
  });

  it('brings a plan of an older version up to date before anything is added to it', async () => {
    const database = await open();
    const fixture = new URL('../../../core/src/plan/fixtures/plan-v1.json', import.meta.url);
    const old = JSON.parse(readFileSync(fixture, 'utf8')) as PlanRecords;
    const now = migratePlan(1, old);
    await database.commit(async (tables) => {
      await insertQuilt(tables, 'q1', old, 1);
      await tables.update(quilts).set({ planVersion: 1 });
    });
    expect((await findPlan(database.read, 'q1'))!.records).toEqual(now);
    const set = { id: 'w', designId: 'd' } as RowSetRecord;
    await database.commit(async (tables) => {
      await upgradePlan(tables, 'q1');
      const diff = [{ kind: 'rowSets' as const, id: 'w', before: null, after: set }];
      await saveEdit(tables, 'q1', { editId: 'edit-0001', mark: 'rows', diff, revision: 1, at: 2 });
    });
    expect((await findPlan(database.read, 'q1'))!.records).toEqual({ ...now, rowSets: { w: set } });
    await database.commit((tables) => upgradePlan(tables, 'q1'));
    expect((await findPlan(database.read, 'q1'))!.records.rowSets).toEqual({ w: set });
    await database.close();
  });

  it('keeps runs from before pieces had ids of their own', async () => {
    const before = join(folder, 'migrations');
    cpSync(MIGRATIONS, before, { recursive: true });
    const journal = join(before, 'meta', '_journal.json');
    const { entries, ...rest } = JSON.parse(readFileSync(journal, 'utf8')) as { entries: unknown[] };
    writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.slice(0, 2) }));
    const client = await PGlite.create();
    await migrate(drizzle(client), { migrationsFolder: before });
    await client.exec(`INSERT INTO quilts VALUES ('q1', 3, 0, 1, null)`);
    const old = [
      ['r1', 'p-1', 'A1 · Kelp · tall'],
      ['r2', 'p-1-part-2', 'left border, part 2 of 3 · Kelp, continued'],
      ['r3', 'w-row-12', 'rows 12 to 14 · Ripple'],
      ['r4', 'p-2', 'B1'],
    ];
    for (const [id, placement, name] of old)
      await client.query(
        `INSERT INTO runs (id, quilt_id, placement_id, name, plan_hash, points, holes, seconds, thread, ring, made_at)
         VALUES ($1, 'q1', $2, $3, '', '', '[5]', 1, 1, '[]', 1)`,
        [id, placement, name],
      );
    const told = {
      r1: ['made', 'started', 'progress', 'progress', 'progress', 'paused', 'progress'],
      r2: ['made', 'rehearsed', 'bobbinThreadUp', 'started', 'threadBroke', 'mended', 'bobbinThreadUp'],
      r3: ['made', 'bobbinThreadUp', 'resumed', 'progress', 'bobbinEmpty', 'takenUp'],
    };
    for (const [run, kinds] of Object.entries(told))
      for (const [seq, kind] of kinds.entries())
        await client.query(`INSERT INTO run_events VALUES ($3, $1, $2, $1, 1)`, [seq, kind, run]);
    const database = await overEmbedded(client, null);
    const runs = await Promise.all(old.map(([id]) => findRun(database.read, id!)));
    expect(runs.map((run) => [run!.pieceId, run!.name, run!.design, run!.continued])).toEqual([
      ['placements.p-1.0', 'A1', 'Kelp · tall', false],
      ['placements.p-1.2', 'left border, part 2 of 3', 'Kelp', true],
      ['rowSets.w.12', 'rows 12 to 14', 'Ripple', false],
      ['placements.p-2.0', 'B1', '', false],
    ]);
    // What the log came to is written on the run.
    for (const { events, state } of runs.map((run) => run!)) expect(state).toEqual(runStateOf(events));
    expect(runs[0]!.events.map(({ kind, stitch }) => [kind, stitch])).toEqual([
      ['made', 0],
      ['started', 1],
      ['progress', 4],
      ['paused', 5],
      ['progress', 6],
    ]);
    await database.close();
  });

  it('that is damaged is told of, and not begun anew', async () => {
    await (await open()).close();
    const version = join(folder, 'pg', 'PG_VERSION');
    const kept = readFileSync(version);
    rmSync(version);
    await expect(open()).rejects.toThrow(/is damaged and was left as it is.*GORSE_RESTORE/);
    expect(existsSync(version)).toBe(false);
    writeFileSync(version, kept);
    truncateSync(join(folder, 'pg', 'global', 'pg_control'), 100);
    await expect(open()).rejects.toThrow(/is damaged/);
  });

  it('that was cut off while it was made is made anew', async () => {
    await (await open()).close();
    expect(existsSync(join(folder, 'making-pg'))).toBe(false);
    writeFileSync(join(folder, 'making-pg'), '');
    rmSync(join(folder, 'pg', 'PG_VERSION'));
    await (await open()).close();
    expect(existsSync(join(folder, 'pg', 'PG_VERSION'))).toBe(true);
  });

  it('takes a transaction whole or not at all', async () => {
    const database = await open();
    await expect(
      database.commit(async (tables) => {
        await insertQuilt(tables, 'q1', PLAN, 1);
        throw new Error('power cut');
      }),
    ).rejects.toThrow('power cut');
    expect(await listPlans(database.read, { after: null, find: '', kinds: [], limit: 9 })).toEqual([]);
    await database.commit((tables) => insertQuilt(tables, 'q1', PLAN, 1));
    await expect(
      database.commit((tables) =>
        appendEvent(tables, { id: 'nowhere', events: [], state: runStateOf([]) }, { kind: 'made', at: 1, stitch: 0 }),
      ),
    ).rejects.toThrow();
    await database.commit((tables) => markRemoved(tables, 'q1', 5));
    expect(await findPlan(database.read, 'q1')).toBeNull();
    expect(await markRemoved(database.read, 'nowhere', null)).toBe(false);
    await database.close();
  });
});

describe('the write-ahead log', () => {
  it('is looked at with the control file, and may lose segments and see checkpoints', async () => {
    const { WalSync } = await import('./wal-sync.ts');
    const { mkdirSync } = await import('node:fs');
    mkdirSync(join(folder, 'pg_wal'));
    mkdirSync(join(folder, 'global'));
    const segment = join(folder, 'pg_wal', '000000010000000000000001');
    const control = join(folder, 'global', 'pg_control');
    writeFileSync(segment, 'log');
    writeFileSync(control, 'control');
    const wal = new WalSync(folder);
    await wal.sync();
    expect(readdirSync(join(folder, 'pg_wal'))).toHaveLength(1);
    utimesSync(control, 1, 1);
    await wal.sync();
    rmSync(segment);
    await wal.sync();
    rmSync(control);
    await expect(wal.sync()).rejects.toThrow('pg_control');
    writeFileSync(control, 'control');
    await wal.sync();
  });
});
