import { newPlan, type RowSetRecord, type TouchRecord } from '@gorse/core';
import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { readConfig } from '../config.ts';
import { openDatabase } from './database.ts';
import {
  diffsSince,
  findPlan,
  insertQuilt,
  listPlanIds,
  lockQuilt,
  markRemoved,
  revisionOfEdit,
  saveEdit,
  upgradePlan,
} from './quilt-store.ts';
import { quilts } from './schema.ts';
import { appendEvent, findRun, insertRun } from './run-store.ts';

const GRID = { across: 3, down: 3, blockWidth: 200, blockHeight: 200, sashing: 25, border: 50 };
const PLAN = newPlan('Tide Table', GRID);

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gorse-data-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));
const open = () => openDatabase({ ...readConfig({}, null), dataFolder: folder });

describe('the embedded database', () => {
  it('keeps plans, edits and runs over a restart', async () => {
    const first = await open();
    await first.commit((tables) => insertQuilt(tables, 'q1', PLAN, 1));
    const border = PLAN.regions['border-top']!;
    const touch: TouchRecord = {
      id: 't',
      name: 'corner',
      cloth: { x: 1 / 3, y: 0 },
      since: { advance: 0, frame: { x: 1, y: 2 } },
      frame: { x: 60.1, y: 40 },
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
        placementId: 'p',
        name: 'A1',
        planHash: 'h',
        points,
        holes: [3],
        seconds: 1.5,
        thread: 9,
        ring: [],
        madeAt: 3,
      });
      await appendEvent(tables, 'r1', 0, { kind: 'made', at: 3, stitch: 0 });
      await appendEvent(tables, 'r1', 1, { kind: 'started', at: 4, stitch: 0 });
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
    expect((await findRun(second.read, 'r1'))!.state.status).toBe('stitching');
    await second.close();
  });

  it('brings a plan of an older version up to date before anything is added to it', async () => {
    const database = await open();
    const quilt = PLAN.quilts.quilt!;
    const old = { id: quilt.id, name: quilt.name, grid: quilt.grid };
    await database.commit(async (tables) => {
      await insertQuilt(tables, 'q1', { ...PLAN, quilts: { quilt: old as never } }, 1);
      await tables.update(quilts).set({ planVersion: 1 });
    });
    expect((await findPlan(database.read, 'q1'))!.records.quilts.quilt).toEqual(quilt);
    const set = { id: 'w', designId: 'd' } as RowSetRecord;
    await database.commit(async (tables) => {
      await upgradePlan(tables, 'q1');
      const diff = [{ kind: 'rowSets' as const, id: 'w', before: null, after: set }];
      await saveEdit(tables, 'q1', { editId: 'edit-0001', mark: 'rows', diff, revision: 1, at: 2 });
    });
    const { records } = (await findPlan(database.read, 'q1'))!;
    expect(records.rowSets).toEqual({ w: set });
    expect({ ...records, rowSets: {} }).toEqual(PLAN);
    await database.commit((tables) => upgradePlan(tables, 'q1'));
    expect((await findPlan(database.read, 'q1'))!.records.rowSets).toEqual({ w: set });
    await database.close();
  });

  it('takes a transaction whole or not at all', async () => {
    const database = await open();
    await expect(
      database.commit(async (tables) => {
        await insertQuilt(tables, 'q1', PLAN, 1);
        throw new Error('power cut');
      }),
    ).rejects.toThrow('power cut');
    expect(await listPlanIds(database.read)).toEqual([]);
    await database.commit((tables) => insertQuilt(tables, 'q1', PLAN, 1));
    await expect(
      database.commit((tables) => appendEvent(tables, 'nowhere', 0, { kind: 'made', at: 1, stitch: 0 })),
    ).rejects.toThrow();
    await database.commit((tables) => markRemoved(tables, 'q1', 5));
    expect(await findPlan(database.read, 'q1')).toBeNull();
    expect(await lockQuilt(database.read, 'q1')).toBeNull();
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
    wal.sync();
    expect(readdirSync(join(folder, 'pg_wal'))).toHaveLength(1);
    utimesSync(control, 1, 1);
    wal.sync();
    rmSync(segment);
    wal.sync();
    rmSync(control);
    expect(() => wal.sync()).toThrow('pg_control');
  });
});
