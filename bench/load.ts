import { evenBorder, plainGrid } from '@gorse/core';
import type { QuiltAnswer } from '@gorse/contract';
import { ask } from '../e2e/ask.ts';
import { printFigure, quantile } from './figures.ts';
import { withServer } from './with-server.ts';

const CLIENTS = 50;
const SECONDS = 60;
const TOP = {
  setting: plainGrid({ across: 4, down: 5, blockWidth: 250, blockHeight: 250, sashing: 30 }),
  borders: [evenBorder(80)],
};
/** A PostgreSQL server to measure beside the embedded database, where there is one. */
const POSTGRES = process.env.GORSE_BENCH_POSTGRES;

/** Fifty clients, each editing a quilt of its own and reading it, as fast as they are answered. */
export async function benchLoad(): Promise<void> {
  await measure('embedded', {});
  if (POSTGRES) await measure('postgres', { databaseUrl: POSTGRES });
}

const measure = (name: string, options: Parameters<typeof withServer>[1]): Promise<void> =>
  withServer(async ({ address }) => {
    const edits: number[] = [];
    const reads: number[] = [];
    const timed = async <T>(times: number[], work: Promise<T>): Promise<T> => {
      const start = performance.now();
      const answer = await work;
      times.push(performance.now() - start);
      return answer;
    };
    const ids: string[] = [];
    for (let i = 0; i < CLIENTS; i++)
      ids.push((await ask<{ id: string }>(address, '/quilts', { name: `Load ${i}`, ...TOP })).id);
    const end = performance.now() + 1000 * SECONDS;
    const client = async (id: string): Promise<void> => {
      const { records } = await ask<QuiltAnswer>(address, `/quilts/${id}`);
      const before = records.regions['block-1-1']!;
      for (let revision = 0; performance.now() < end; revision++) {
        const diff = [{ kind: 'regions', id: before.id, before, after: { ...before, name: `block ${revision}` } }];
        const edit = { editId: `load-edit-${revision}`, baseRevision: revision, mark: 'load', diff };
        await timed(edits, ask(address, `/quilts/${id}/edits`, edit));
        await timed(reads, ask(address, `/quilts/${id}`));
      }
    };
    await Promise.all(ids.map(client));
    const unit = `ms, ${CLIENTS} clients editing and reading for ${SECONDS} s, ${name}`;
    printFigure(`load.${name}_edit_ms_p95`, quantile(edits, 0.95), unit, name === 'embedded' ? '< 250' : null);
    printFigure(`load.${name}_read_ms_p95`, quantile(reads, 0.95), unit, null);
    printFigure(
      `load.${name}_per_s`,
      (edits.length + reads.length) / SECONDS,
      `requests a second, ${unit.slice(4)}`,
      null,
    );
  }, options);
