import { evenBorder, plainGrid, makeMap, newPlan } from '@gorse/core';
import { mkdtempSync } from 'node:fs';
import { setTimeout } from 'node:timers/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { removeFolder, startServer } from '../e2e/server.ts';
import { readConfig } from '../server/src/config.ts';
import type { Database } from '../server/src/store/database.ts';
import { openDatabase } from '../server/src/store/open-database.ts';
import { insertQuilt } from '../server/src/store/quilt-store.ts';
import { sql } from 'drizzle-orm';
import { printFigure, quantile } from './figures.ts';

const QUILTS = 200;
/** Runs of a quilt stitched for 10 hours, 5 minutes each, and what is logged of each. */
const RUNS = 120;
const EVENTS = 12;
const TIMES = 5;

/** The shelf and the start after years of use. Needle points are left out: neither reads them. */
export async function benchHistory(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gorse-history-'));
  try {
    const database = await openDatabase({ ...readConfig({}, null), dataFolder: folder });
    await fill(database);
    await database.close();
    const starts: number[] = [];
    const shelves: number[] = [];
    for (let i = 0; i < TIMES; i++) {
      const start = performance.now();
      const server = await startServer({ folder });
      try {
        await (await fetch(`${server.address}/api/health`)).json();
        starts.push((performance.now() - start) / 1000);
        // The first time it is opened after a start is the slowest; the frame's own processes are there by then.
        while (!(await fetch(`${server.address}/api/frame`)).ok) await setTimeout(20);
        const opened = performance.now();
        await (await fetch(`${server.address}/api/quilts`)).json();
        shelves.push(performance.now() - opened);
      } finally {
        await server.kill();
      }
    }
    const what = `after ${QUILTS} quilts of 10 hours, the first after a start, median of ${TIMES}`;
    printFigure('history.shelf_ms_200', quantile(shelves, 0.5), `ms, ${what}`, '< 300');
    printFigure('history.start_s_200', quantile(starts, 0.5), `s, until health answers, ${what}`, '< 4');
  } finally {
    removeFolder(folder);
  }
}

async function fill(database: Database): Promise<void> {
  const map = makeMap(plainGrid({ across: 10, down: 12, blockWidth: 200, blockHeight: 200, sashing: 30 }), [
    evenBorder(80),
  ]);
  for (let q = 0; q < QUILTS; q++) {
    const plan = newPlan(`Quilt ${q}`, map);
    const blocks = Object.keys(plan.regions).filter((id) => id.startsWith('block-'));
    const placements = blocks.map(
      (regionId, i) => [`p${i}`, { id: `p${i}`, regionId, recipeId: 'r', parts: 1, own: {} }] as const,
    );
    const records = { ...plan, placements: Object.fromEntries(placements) as typeof plan.placements };
    await database.commit((tables) => insertQuilt(tables, `q${q}`, records, q));
  }
  await database.commit(async (tables) => {
    await tables.execute(sql`INSERT INTO runs (id, quilt_id, piece_id, name, plan_hash, points, holes, seconds, thread, made_at, status)
      SELECT 'q' || q || 'r' || r, 'q' || q, 'placements.p' || r || '.0', 'block', '', '', '[7200]', 300, 30000, r, 'finished'
      FROM generate_series(0, ${QUILTS - 1}) q, generate_series(0, ${RUNS - 1}) r`);
    await tables.execute(sql`INSERT INTO run_events
      SELECT id, e, (ARRAY['made', 'rehearsed', 'bobbinThreadUp', 'started'])[e + 1], 0, e FROM runs, generate_series(0, 3) e`);
    await tables.execute(sql`INSERT INTO run_events
      SELECT id, e, CASE WHEN e = ${EVENTS - 1} THEN 'finished' WHEN e % 3 = 0 THEN 'resumed' WHEN e % 3 = 1 THEN 'progress' ELSE 'paused' END,
        e * 600, e FROM runs, generate_series(4, ${EVENTS - 1}) e`);
  });
}
