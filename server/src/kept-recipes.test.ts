import type { ErrorAnswer, KeptRecipeAnswer } from '@gorse/contract';
import { boxShape, clothPoint, usualStages, withAllStages } from '@gorse/core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from './app.ts';
import { apiOf, SQUARE, startApp } from './test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp();
  api = apiOf(app);
});
afterAll(() => app.close());

it('a recipe is kept for all quilts, taken off and put back; one that can’t be stitched is refused in a sentence', async () => {
  const { id } = (await api<{ id: string }>('POST', '/designs?file=a.svg', SQUARE)).body;
  const shape = boxShape(clothPoint(0, 0), clothPoint(200, 200));
  const stages = { ...usualStages(id), outline: { lines: [0, 6.35], when: 'before' } } as const;
  const made = await api<KeptRecipeAnswer>('POST', '/recipes', { name: 'Ship’s wheel', stages, shape });
  expect(made).toMatchObject({ status: 201, body: { name: 'Ship’s wheel', stages, shape } });
  const kept = async () => (await api<KeptRecipeAnswer[]>('GET', '/recipes')).body;
  expect(await kept()).toEqual([made.body]);
  // One that was kept before a stage came is as it was: the stage does nothing.
  const { shift, ...before } = stages;
  expect(withAllStages(before)).toEqual({ ...stages, shift });
  const path = `/recipes/${made.body.id}`;
  expect((await api('DELETE', path)).status).toBe(204);
  expect(await kept()).toEqual([]);
  expect((await api('POST', `${path}/restore`)).status).toBe(204);
  expect(await kept()).toEqual([made.body]);
  const filled = await api<KeptRecipeAnswer>('POST', '/recipes', { name: 'Sea', stages: usualStages(null), shape });
  expect(filled).toMatchObject({ status: 201, body: { stages: { designId: null } } });
  const refused = (body: object) => api<ErrorAnswer>('POST', '/recipes', { name: 'X', stages, shape, ...body });
  expect(await refused({ stages: usualStages('nowhere') })).toMatchObject({ status: 409, body: { code: 'refused' } });
  expect((await refused({ shape: shape.slice(0, 2) })).body.details[0]?.path).toBe('shape');
  const fit = { kind: 'contain', margins: [], turn: 'held' };
  expect((await refused({ stages: { ...stages, fit } })).body.details[0]?.path).toBe('stages.fit.margins');
  expect((await api('DELETE', '/recipes/nowhere')).status).toBe(404);
});
