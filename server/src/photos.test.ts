import type { ErrorAnswer, QuiltAnswer } from '@gorse/contract';
import { clothPoint, diffPlans, type PhotoRecord, plainGrid, type PlanRecords } from '@gorse/core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from './app.ts';
import { apiOf, startApp } from './test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp();
  api = apiOf(app);
});
afterAll(() => app.close());

/** One grey pixel. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNgAAAAAgABSK+kcQAAAABJRU5ErkJggg==',
  'base64',
);
const post = (path: string, body: Uint8Array<ArrayBuffer>): Promise<Response> =>
  fetch(`http://127.0.0.1:${app.port}/api${path}`, { method: 'POST', body });

it('a photo is kept with its quilt, its copies and its file, byte for byte; the plan names only what is kept', async () => {
  const setting = plainGrid({ across: 1, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0 });
  const { id } = (await api<{ id: string }>('POST', '/quilts', { name: 'Photo', setting, borders: [] })).body;
  const made = await post(`/quilts/${id}/photos`, PNG);
  expect(made.status).toBe(201);
  const { id: photoId } = (await made.json()) as { id: string };
  const photo = (key: string): PhotoRecord => ({
    ...{ id: key, width: 1000, height: 1000, paleness: 0.5, shown: true },
    points: [[0, 0], [200, 0], [200, 200], [0, 200]].map(([x, y], i) => ({
      ...{ id: `p${i}`, onPhoto: { x: 5 * x!, y: 5 * y! }, at: clothPoint(x!, y!) },
    })), // prettier-ignore
  });
  const records: PlanRecords = (await api<QuiltAnswer>('GET', `/quilts/${id}`)).body.records;
  const edit = (key: string, editId: string) =>
    api<ErrorAnswer>('POST', `/quilts/${id}/edits`, {
      ...{ editId, baseRevision: 0, mark: 'photo' },
      diff: diffPlans(records, { ...records, photos: { [key]: photo(key) } }),
    });
  expect((await edit('elsewhere', 'edit-0001')).body.message).toMatch(/no photo elsewhere kept with this quilt/);
  expect((await edit(photoId, 'edit-0002')).status).toBe(200);
  const copy = (await api<{ id: string }>('POST', `/quilts/${id}/copy`)).body;
  // It goes along in the quilt's file as well.
  const file = await fetch(`http://127.0.0.1:${app.port}/api/quilts/${id}/file`);
  const opened = (await (await post('/quilts/file', new Uint8Array(await file.arrayBuffer()))).json()) as {
    id: string;
  };
  for (const quilt of [id, copy.id, opened.id]) {
    const kept = await fetch(`http://127.0.0.1:${app.port}/api/quilts/${quilt}/photos/${photoId}`);
    expect(kept.headers.get('content-type')).toBe('image/png');
    expect(Buffer.from(await kept.arrayBuffer()).equals(PNG)).toBe(true);
  }
});

it('what is no photo, is too large or belongs to no quilt is refused with what to do', async () => {
  const setting = plainGrid({ across: 1, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0 });
  const { id } = (await api<{ id: string }>('POST', '/quilts', { name: 'None', setting, borders: [] })).body;
  const said = async (body: Uint8Array<ArrayBuffer>): Promise<string> =>
    ((await (await post(`/quilts/${id}/photos`, body)).json()) as ErrorAnswer).message;
  expect(await said(new TextEncoder().encode('<svg/>'))).toMatch(/JPEG, PNG and WebP/);
  expect(await said(new Uint8Array(0))).toMatch(/empty/);
  const large = new Uint8Array(7 * 1024 * 1024);
  large.set(PNG);
  expect(await said(large)).toMatch(/larger than 6 MB/);
  expect((await post('/quilts/nowhere/photos', PNG)).status).toBe(404);
  expect((await api('GET', `/quilts/${id}/photos/nothing`)).status).toBe(404);
});
