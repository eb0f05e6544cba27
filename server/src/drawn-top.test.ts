import type { MapDrawingAnswer, QuiltPicture } from '@gorse/contract';
import {
  clothPoint,
  decodeStrokes,
  framePoint,
  patchesOfPieces,
  type RowSetRecord,
  type TouchRecord,
  usualStages,
  USUAL_REJOIN,
} from '@gorse/core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from './app.ts';
import { added, apiOf, CLAMPED, startApp, startRun } from './test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp(60);
  api = apiOf(app);
});
afterAll(() => app.close());

const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${body}</svg>`;
const WAVE = svg(100, 40, '<path d="M0 20C20 -10 30 -10 50 20S80 50 100 20"/>');
/** A lantern on an open sea: the top's own corners are on no patch. */
const LANTERN = svg(400, 300, '<g id="lantern"><path d="M150 100H250L230 200H170Z"/></g>');
const SIZE = { width: 400, length: 300 };

const ROWS = (designId: string): RowSetRecord => ({
  ...{ id: 'w', designId, join: { kind: 'spread', gap: 0 }, look: 'same', alternate: { look: 'same', shift: 0 } },
  ...{ area: { insideBorder: false, fromRegionId: null, leaveOut: [] }, pins: [], last: 'whole', along: 0 },
  numbers: { rows: 4, scale: 1, clearance: 30, margin: 20 },
  wish: { matters: 'rows', clearance: 30, margin: 20 },
  ...{ overhang: 10, sewing: { backAndForth: true, joined: false }, exceptions: [] },
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: 8, tieOff: 'short' },
});

it('a top with one appliqué piece drawn on it is lined up on its own corners, stitched, printed and seen', async () => {
  const { body: read } = await api<MapDrawingAnswer>('POST', '/map-drawings?file=Lantern.svg&snap=1', LANTERN);
  const [piece] = patchesOfPieces(read.pieces, new Map([['lantern', 'applique']]));
  const shape = piece!.shape.map((one) => ({ ...one, at: clothPoint(one.at.x + 150, one.at.y + 100) }));
  const top = { name: 'Lantern', setting: { kind: 'drawn', ...SIZE }, borders: [], patches: [{ ...piece, shape }] };
  const { body: quilt } = await api<{ id: string }>('POST', '/quilts', top);
  const { body: design } = await api<{ id: string }>('POST', '/designs?file=wave.svg', WAVE);
  const touches = [
    [0, 0],
    [400, 0],
    [400, 300],
    [0, 300],
  ].map(([x, y], i): TouchRecord => ({
    ...{ id: `t${i}`, on: `control.top.c${i + 1}`, name: 'corner of the top', since: null, advance: 0 },
    ...{ cloth: clothPoint(x!, y!), frame: framePoint(x! + 160, y! + 60), method: 'head', at: i },
  }));
  const recipe = {
    ...{ ...usualStages(design.id), id: 'r' },
    ...{ fit: { kind: 'corners', margins: [5], bend: 'even' }, stitch: { stitchesPerInch: 10, tieOff: 'short' } },
  };
  const placement = { id: 'p', regionId: piece!.id, recipeId: 'r', parts: 1, own: {} };
  const diff = [
    added('rowSets', ROWS(design.id)),
    added('recipes', recipe),
    added('placements', placement),
    ...touches.map((touch) => added('touches', touch)),
  ];
  const edit = { editId: 'lantern-edit', baseRevision: 0, mark: 'lantern', diff };
  expect(await api('POST', `/quilts/${quilt.id}/edits`, edit)).toMatchObject({ status: 200 });

  const at = (path: string): Promise<Response> => fetch(`http://127.0.0.1:${app.port}/api/quilts/${quilt.id}${path}`);
  const picture = (await (await at('/picture')).json()) as QuiltPicture;
  expect(picture.patches.map(({ kind, edge }) => [kind, edge])).toEqual([
    ['applique', expect.stringMatching(/^M300 200l200 0l-40 200l-120 0Z$/)],
  ]);
  expect(picture.planned.length).toBeGreaterThan(100);
  for (const sheet of ['row-sheet', 'pass-sheets', 'shopping-sheet?cloth=1070', 'export?format=svg'])
    expect([sheet, (await at(`/${sheet}`)).status]).toEqual([sheet, 200]);

  await api('POST', `/quilts/${quilt.id}/advances`, CLAMPED);
  const { status, body: run } = await startRun(api, quilt.id, 'placements.p.0');
  expect([status, run.name]).toEqual([201, 'lantern 1']);
  const points = await fetch(`http://127.0.0.1:${app.port}/api/runs/${run.id}/points`);
  const [line] = decodeStrokes(new Uint8Array(await points.arrayBuffer()));
  // On the frame, the piece lies 160 mm right and 60 mm down of where it is on the cloth, inside its margin.
  for (let i = 0; i < line!.length; i += 2) {
    expect(line![i]! - 160).toBeGreaterThan(150);
    expect(line![i]! - 160).toBeLessThan(250);
    expect(line![i + 1]! - 60).toBeGreaterThan(100);
    expect(line![i + 1]! - 60).toBeLessThan(200);
  }
});
