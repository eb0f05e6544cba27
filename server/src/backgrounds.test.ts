import type { RunAnswer } from '@gorse/contract';
import {
  boxShape,
  clothPoint,
  decodeStrokes,
  insideRing,
  type KeepOutRecord,
  pointsOf,
  USUAL_BACKGROUND,
  usualStages,
} from '@gorse/core';
import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import type { RunningApp } from './app.ts';
import { added, apiOf, CLAMPED, startApp, startRun, TOP, TOUCHES } from './test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp(60);
  api = apiOf(app);
});
afterAll(() => app.close());

it('a background is kept without a design, copied, stitched round what is kept out, told in the log, exported and put by', async () => {
  const { body: quilt } = await api<{ id: string }>('POST', '/quilts', { name: 'Tide Table', ...TOP });
  const background = { ...USUAL_BACKGROUND, kind: 'echo' as const, spacing: 12, margin: 5 };
  const label: KeepOutRecord = {
    ...{ id: 'k', name: 'label', clearance: 3, keep: 'out', on: true, only: null },
    of: { kind: 'shapes', rings: [{ edge: boxShape(clothPoint(85, 85), clothPoint(125, 115)) }] },
  };
  const diff = [
    added('recipes', { ...usualStages(null), id: 'r', background } as never),
    added('placements', { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} } as never),
    added('keepOuts', label),
    ...TOUCHES.map((touch) => added('touches', touch)),
  ];
  const edit = { editId: 'background', baseRevision: 0, mark: 'background', diff };
  expect(await api('POST', `/quilts/${quilt.id}/edits`, edit)).toMatchObject({ status: 200 });
  await vi.waitFor(async () => expect((await api('POST', `/quilts/${quilt.id}/put-on`)).status).toBe(204));
  await api('POST', `/quilts/${quilt.id}/advances`, CLAMPED);

  const { status, body: run } = await startRun(api, quilt.id, 'placements.p.0');
  expect([status, run.name, run.design, run.message]).toEqual([201, 'A1', 'background', undefined]);
  const cloth = await fetch(`http://127.0.0.1:${app.port}/api/runs/${run.id}/cloth`);
  const lines = decodeStrokes(new Uint8Array(await cloth.arrayBuffer()));
  expect(lines).toHaveLength(1);
  const holes = pointsOf(lines[0]!);
  // The label and most of its clearance, but for the corners, where that is rounded.
  const near = [clothPoint(83, 83), clothPoint(127, 83), clothPoint(127, 117), clothPoint(83, 117)];
  expect(holes.length).toBeGreaterThan(300);
  expect(holes.some(({ x, y }) => insideRing(near, x, y))).toBe(false);
  expect(holes.every(({ x, y }) => x > 33.9 && x < 176.1 && y > 33.9 && y < 176.1)).toBe(true);
  expect((await api<RunAnswer[]>('GET', `/quilts/${quilt.id}/runs`)).body.map(({ design }) => design)).toEqual(['background']); // prettier-ignore

  const svg = (await api<string>('GET', `/quilts/${quilt.id}/export?format=svg&of=placements.p`)).body;
  expect(svg).toContain('A1 background');
  expect((await api('POST', `/quilts/${quilt.id}/copy`)).status).toBe(201);
  const file = await fetch(`http://127.0.0.1:${app.port}/api/quilts/${quilt.id}/file`);
  expect([file.status, (await file.arrayBuffer()).byteLength > 500]).toEqual([200, true]);
});
