import type { ErrorAnswer } from '@gorse/contract';
import { type BorderSetRecord, decodeStrokes, USUAL_REJOIN } from '@gorse/core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from './app.ts';
import { added, apiOf, CLAMPED, shelf, startApp, startRun, TOP, TOUCHES } from './test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp(60);
  api = apiOf(app);
});
afterAll(() => app.close());

const WAVE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="20mm" viewBox="0 0 60 20"><path d="M0 10C10 -10 20 -10 30 10S50 30 60 10"/></svg>';
const lineOf = async (run: string): Promise<Float64Array> => {
  const points = await fetch(`http://127.0.0.1:${app.port}/api/runs/${run}/points`);
  return decodeStrokes(new Uint8Array(await points.arrayBuffer()))[0]!;
};
const borderSet = (designId: string): BorderSetRecord => ({
  ...{ id: 'b', border: 0, over: 1, designId, cornerDesignId: null, corners: 'deadEnd', through: 'ends', fill: 0.8 },
  ...{
    stance: 'round',
    stretch: 'evenly',
    clear: { outer: 0, inner: 0 },
    pinned: [],
    wish: 'stretch',
    without: [],
    across: 'sections',
    strips: null,
  },
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: 8, tieOff: 'short' },
});

it('a border is kept, stitched side by side, drawn on the shelf, exported, and one at a time', async () => {
  const { body: design } = await api<{ id: string }>('POST', '/designs?file=wave.svg', WAVE);
  const { body: quilt } = await api<{ id: string }>('POST', '/quilts', { name: 'Bordered', ...TOP });
  const edit = (revision: number, ...records: readonly BorderSetRecord[]) => ({
    ...{ editId: `border-edit-${revision}`, baseRevision: revision, mark: 'border' },
    diff: [
      ...records.map((record) => added('borderSets', record)),
      ...(revision === 0 ? TOUCHES.map((touch) => added('touches', touch)) : []),
    ],
  });
  const address = `/quilts/${quilt.id}/edits`;
  expect(await api('POST', address, edit(0, borderSet(design.id)))).toMatchObject({ status: 200 });
  const twice = await api<ErrorAnswer>('POST', address, edit(1, { ...borderSet(design.id), id: 'c' }));
  expect([twice.status, JSON.stringify(twice.body)]).toEqual([400, expect.stringContaining('A border has one set')]);

  expect((await shelf(api)).find(({ id }) => id === quilt.id)!.picture).not.toBeNull();
  await api('POST', `/quilts/${quilt.id}/advances`, CLAMPED);
  const { status, body: run } = await startRun(api, quilt.id, 'borderSets.b.1');
  expect([status, run.name, run.design]).toEqual([201, 'top border', 'wave']);
  expect((await startRun(api, quilt.id, 'borderSets.b.900')).status).toBe(404);
  // An edge that was touched lies otherwise than planned: so does what is stitched along it.
  const before = await lineOf(run.id);
  const touch = { ...TOUCHES[0]!, id: 'e', on: 'edge.1.top', name: 'outer edge', cloth: { x: 100, y: -4 } };
  const on = { ...touch, frame: { x: TOUCHES[0]!.frame.x + 70, y: TOUCHES[0]!.frame.y - 34 } };
  const { body: now } = await api<{ revision: number }>('GET', `/quilts/${quilt.id}`);
  const along = { editId: 'edge-touched', baseRevision: now.revision, mark: 'touch', diff: [added('touches', on)] };
  expect(await api('POST', address, along)).toMatchObject({ status: 200 });
  const again = await startRun(api, quilt.id, 'borderSets.b.1');
  expect(again.status).toBe(201);
  const after = await lineOf(again.body.id);
  expect(after).toHaveLength(before.length);
  const moved = before.map((mm, i) => (i % 2 ? after[i]! - mm : 0));
  expect([Math.min(...moved) < -1, Math.max(...moved) < 0.1]).toEqual([true, true]);
  const svg = await fetch(`http://127.0.0.1:${app.port}/api/quilts/${quilt.id}/export?format=svg&of=borderSets.b`);
  expect(await svg.text()).toContain('<path');
});
