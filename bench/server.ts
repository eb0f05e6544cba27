import { evenBorder, plainGrid, type QuiltMap } from '@gorse/core';
import type { QuiltAnswer } from '@gorse/contract';
import { startServer } from '../e2e/server.ts';
import { ask } from '../e2e/ask.ts';
import { printFigure, quantile } from './figures.ts';
import { withServer } from './with-server.ts';

const EDITS = 200;
const STARTS = 5;
const TOP = {
  setting: plainGrid({ across: 10, down: 10, blockWidth: 250, blockHeight: 250, sashing: 30 }),
  borders: [evenBorder(80)],
};

/** Makes a quilt and edits one of its patches so many times; how long each took, ms. */
export async function editTimes(
  address: string,
  top: Pick<QuiltMap, 'setting' | 'borders'>,
  edits: number,
): Promise<readonly number[]> {
  const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Bench', ...top });
  const { records } = await ask<QuiltAnswer>(address, `/quilts/${id}`);
  const before = Object.values(records.regions)[0]!;
  const times: number[] = [];
  for (let revision = 0; revision < edits; revision++) {
    const diff = [{ kind: 'regions', id: before.id, before, after: { ...before, name: `block ${revision}` } }];
    const start = performance.now();
    await ask(address, `/quilts/${id}/edits`, {
      editId: `bench-edit-${revision}`,
      baseRevision: revision,
      mark: 'bench',
      diff,
    });
    times.push(performance.now() - start);
  }
  return times;
}

/** The real server on an embedded database on disk: one record an edit, acknowledged only when it is synced. */
export const benchServer = (): Promise<void> =>
  withServer(async (first) => {
    const { folder } = first;
    const times = await editTimes(first.address, TOP, EDITS);
    printFigure('server.edit_ms_p50', quantile(times, 0.5), 'ms, synced to disk, a quilt of 365 patches', null);
    printFigure('server.edit_ms_p95', quantile(times, 0.95), 'ms, synced to disk, a quilt of 365 patches', null);
    await first.kill();
    const starts: number[] = [];
    for (let i = 0; i < STARTS; i++) {
      const start = performance.now();
      const next = await startServer({ folder });
      try {
        await ask(next.address, '/health');
        starts.push((performance.now() - start) / 1000);
      } finally {
        await next.kill();
      }
    }
    printFigure(
      'start.warm_s',
      quantile(starts, 0.5),
      `s, after a kill, until health answers, median of ${STARTS}`,
      null,
    );
  });
