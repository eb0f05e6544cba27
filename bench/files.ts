import { evenBorder, plainGrid, usualStages } from '@gorse/core';
import type { QuiltAnswer } from '@gorse/contract';
import { ask } from '../e2e/ask.ts';
import { makeDemo } from '../demo/make-demo.mjs';
import { printFigure } from './figures.ts';
import { withServer } from './with-server.ts';

/** A top of 2.4 m that 40 rows fill, stitched as one line. */
const TOP = {
  setting: plainGrid({ across: 10, down: 10, blockWidth: 230, blockHeight: 230, sashing: 0 }),
  borders: [evenBorder(50)],
};
const ROWS = 40;
const SCALE = 0.43;
/** A top of the most blocks that are usual, and more. */
const MANY = {
  setting: plainGrid({ across: 60, down: 60, blockWidth: 80, blockHeight: 80, sashing: 0 }),
  borders: [],
};

/** Files that are worked out of a quilt, the first time each is asked for. */
export const benchFiles = (): Promise<void> =>
  withServer(async ({ address }) => {
    await makeDemo(address);
    const timed = async (path: string): Promise<number> => {
      const start = performance.now();
      const answer = await fetch(`${address}/api${path}`);
      await answer.arrayBuffer();
      const ms = performance.now() - start;
      return answer.ok ? ms : Infinity;
    };
    const { quilts } = await ask<{ quilts: { id: string; name: string }[] }>(address, '/quilts');
    const demo = quilts.find(({ name }) => name === 'Harbour Lights')!;
    const { records } = await ask<QuiltAnswer>(address, `/quilts/${demo.id}`);
    const [set] = Object.values(records.rowSets);
    printFigure(
      'files.svg_demo_ms',
      await timed(`/quilts/${demo.id}/export?format=svg`),
      'ms, 12 rows, the first plan',
      null,
    );

    const rows = await ask<{ id: string }>(address, '/quilts', { name: 'Forty rows', ...TOP });
    const forty = {
      ...set!,
      numbers: { ...set!.numbers, rows: ROWS, scale: SCALE },
      sewing: { ...set!.sewing, joined: true },
    };
    const edit = (after: { readonly id: string }, kind: string) => ({ kind, id: after.id, before: null, after });
    const rowEdit = { editId: 'forty-rows', baseRevision: 0, mark: 'rows', diff: [edit(forty, 'rowSets')] };
    await ask(address, `/quilts/${rows.id}/edits`, rowEdit);
    printFigure(
      'files.svg_rows40_ms',
      await timed(`/quilts/${rows.id}/export?format=svg`),
      'ms, 40 joined rows on 2.4 m',
      '< 1000',
    );

    const most = await ask<{ id: string }>(address, '/quilts', { name: '500 rows', ...TOP });
    const small = { ...forty, numbers: { ...forty.numbers, rows: 500, scale: 0.05, clearance: 0.5, margin: 0 } };
    await ask(address, `/quilts/${most.id}/edits`, {
      ...{ editId: 'most-rows', baseRevision: 0, mark: 'rows', diff: [edit(small, 'rowSets')] },
    });
    printFigure(
      'files.svg_rows500_ms',
      await timed(`/quilts/${most.id}/export?format=svg`),
      'ms, 500 joined rows at the least scale; no number: refused',
      null,
    );
    const many = await ask<{ id: string }>(address, '/quilts', { name: '60 by 60', ...MANY });
    const { regions } = (await ask<QuiltAnswer>(address, `/quilts/${many.id}`)).records;
    const recipe = {
      ...{ ...usualStages(set!.designId), id: 'r', fit: { kind: 'corners', margins: [3], bend: 'even' } },
      stitch: { stitchesPerInch: 10, tieOff: 'short' },
    };
    const placements = Object.keys(regions).map((regionId, i) =>
      edit({ ...{ id: `p${i}` }, ...{ regionId, recipeId: 'r', parts: 1, own: {} } }, 'placements'),
    );
    const manyEdit = {
      editId: 'sixty-by-sixty',
      baseRevision: 0,
      mark: 'all',
      diff: [edit(recipe, 'recipes'), ...placements],
    };
    await ask(address, `/quilts/${many.id}/edits`, manyEdit);
    printFigure(
      'files.svg_60x60_ms',
      await timed(`/quilts/${many.id}/export?format=svg`),
      'ms, 3,600 filled blocks; no number: refused',
      null,
    );
  });
