import type { DesignAnswer, ErrorAnswer, QuiltAnswer, StaleAnswer } from '@gorse/contract';
import { pointsOf, quiltOf, type QuiltRecord, readSvg, framePoint } from '@gorse/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WebSocket } from 'ws';
import type { RunningApp } from './app.ts';
import { added, apiOf, TOP, recipeFor, SQUARE, startApp, TOUCHES, shelf } from './test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
let base: string;
beforeAll(async () => {
  app = await startApp();
  api = apiOf(app);
  base = `http://127.0.0.1:${app.port}`;
});
afterAll(() => app.close());

const newQuilt = async (): Promise<QuiltAnswer> => {
  const { body } = await api<{ id: string }>('POST', '/quilts', { name: 'Tide Table', ...TOP });
  return (await api<QuiltAnswer>('GET', `/quilts/${body.id}`)).body;
};
const newDesign = async (): Promise<DesignAnswer> =>
  (await api<DesignAnswer>('POST', '/designs?file=square.svg', SQUARE)).body;
let edits = 0;
const edit = (quiltId: string, baseRevision: number, diff: readonly unknown[], editId = `edit-${++edits}-xx`) =>
  api<StaleAnswer & { revision: number }>('POST', `/quilts/${quiltId}/edits`, {
    editId,
    baseRevision,
    mark: 'test',
    diff,
  });
const place = async (quilt: QuiltAnswer, designId: string): Promise<void> => {
  const diff = [
    added('recipes', recipeFor(designId)),
    added('placements', { id: 'p1', regionId: 'block-1-1', recipeId: 'r1', parts: 1, own: {} } as never),
  ];
  expect((await edit(quilt.id, 0, diff)).status).toBe(200);
};

describe('quilts', () => {
  it('are made, listed, copied, removed and brought back', async () => {
    const quilt = await newQuilt();
    expect(quilt.revision).toBe(0);
    expect(Object.keys(quilt.records.regions)).toHaveLength(13);
    const copy = (await api<{ id: string }>('POST', `/quilts/${quilt.id}/copy`)).body;
    expect((await shelf(api)).map((q) => q.name)).toEqual(['Tide Table (copy)', 'Tide Table']);
    await api('DELETE', `/quilts/${copy.id}`);
    expect((await api('GET', `/quilts/${copy.id}`)).status).toBe(404);
    await api('POST', `/quilts/${copy.id}/restore`);
    expect((await api('GET', `/quilts/${copy.id}`)).status).toBe(200);
  });

  it('refuse measurements that make no sense, naming each', async () => {
    const { status, body } = await api<ErrorAnswer>('POST', '/quilts', {
      name: '',
      setting: { ...TOP.setting, across: 1.5, corners: 4 },
      borders: [{ width: 'wide' }],
    });
    expect(status).toBe(400);
    expect(body.code).toBe('badInput');
    expect(body.details.map((d) => d.path)).toEqual(
      expect.arrayContaining(['name', 'setting.across', 'borders.0.width', 'setting.corners']),
    );
    const wide = { ...TOP, name: 'x', setting: { ...TOP.setting, across: 60, blockWidth: 3000 } };
    expect((await api<ErrorAnswer>('POST', '/quilts', wide)).body.message).toMatch(/up to 6 m/);
  });
});

describe('edits', () => {
  it('make revisions, and count once however often they are sent', async () => {
    const quilt = await newQuilt();
    const design = await newDesign();
    const diff = [added('recipes', recipeFor(design.id))];
    expect((await edit(quilt.id, 0, diff, 'the-same-edit')).body).toEqual({ revision: 1 });
    expect((await edit(quilt.id, 0, diff, 'the-same-edit')).body).toEqual({ revision: 1 });
    const after = (await api<QuiltAnswer>('GET', `/quilts/${quilt.id}`)).body;
    expect(after.revision).toBe(1);
    expect(after.records.recipes).toEqual({ r1: recipeFor(design.id) });
    const removal = { kind: 'recipes', id: 'r1', before: recipeFor(design.id), after: null };
    expect((await edit(quilt.id, 1, [removal])).body).toEqual({ revision: 2 });
    expect((await api<QuiltAnswer>('GET', `/quilts/${quilt.id}`)).body.records.recipes).toEqual({});
  });

  it('on a stale plan are told what changed and which records are in conflict', async () => {
    const quilt = await newQuilt();
    const design = await newDesign();
    const theirs = [added('recipes', recipeFor(design.id))];
    await edit(quilt.id, 0, theirs);
    const mine = [added('recipes', { ...recipeFor(design.id), fit: { kind: 'fill', margins: [0] } } as never)];
    const { status, body } = await edit(quilt.id, 0, mine);
    expect(status).toBe(409);
    expect(body).toMatchObject({ code: 'stale', revision: 1, conflicts: ['recipes/r1'], since: theirs });
    expect((await edit(quilt.id, 7, mine)).status).toBe(400);
  });

  it.each([
    ['an unknown field', { ...recipeFor('d'), colour: 'red' }, 'diff.0.after.colour'],
    [
      'a number that is none',
      { ...recipeFor('d'), fit: { kind: 'fill', margins: [null] } },
      'diff.0.after.fit.margins',
    ],
    [
      'a stitch length beyond bounds',
      { ...recipeFor('d'), stitch: { stitchesPerInch: 400, tieOff: 'none' } },
      'diff.0.after.stitch.stitchesPerInch',
    ],
    ['a design that is not there', recipeFor('nowhere'), 'recipes.r1.designId'],
  ])('with %s are refused', async (_name, recipe, path) => {
    const quilt = await newQuilt();
    const { status, body } = await edit(quilt.id, 0, [added('recipes', recipe)]);
    expect(status).toBe(400);
    expect(body.details.map((d) => d.path)).toContain(path);
  });

  const mark = { id: 'm', name: 'puffin’s beak', cloth: { x: 1, y: 1 }, since: null };
  it.each([
    ['a touch that is nowhere', 'touches', { ...TOUCHES[0]!, frame: { x: null, y: 0 } }, 'frame.x'],
    ['a touch made in no known way', 'touches', { ...TOUCHES[0]!, method: 'guessed' }, 'method'],
    ['a landmark without a name', 'landmarks', { ...mark, name: '' }, 'name'],
    [
      'a mark from before the quilt was loaded',
      'landmarks',
      { ...mark, since: { advance: -1, frame: framePoint(0, 0) } },
      'since.advance',
    ],
    [
      'a patch in more parts than it has thread',
      'placements',
      { id: 'p', regionId: 'block-1-1', recipeId: 'r1', parts: 41, own: {} },
      'parts',
    ],
  ] as const)('with %s are refused', async (_name, kind, record, path) => {
    const quilt = await newQuilt();
    const { status, body } = await edit(quilt.id, 0, [added(kind, record)]);
    expect([status, new Set(body.details.map((d) => d.path))]).toEqual([400, new Set([`diff.0.after.${path}`])]);
  });

  it.each([
    [
      'machine.frame.throat',
      (quilt) => ({ ...quilt, machine: { ...quilt.machine, frame: { ...quilt.machine.frame, throat: 9 } } }),
    ],
    ['machine.bobbin', (quilt) => ({ ...quilt, machine: { ...quilt.machine, bobbin: Infinity } })],
    ['lineUpRules.joins', (quilt) => ({ ...quilt, lineUpRules: { ...quilt.lineUpRules, joins: 0 } })],
    ['passes.starts.0.from', (quilt) => ({ ...quilt, passes: { starts: [{ pass: 1, from: 1e9 }], pieces: [] } })],
    [
      'passes.pieces.0.pass',
      (quilt) => ({ ...quilt, passes: { starts: [], pieces: [{ id: 'rowSets.w.1', pass: 1.5 }] } }),
    ],
    ['passes.pieces.0.id', (quilt) => ({ ...quilt, passes: { starts: [], pieces: [{ id: 'row-1', pass: 1 }] } })],
  ] as const satisfies readonly (readonly [string, (quilt: QuiltRecord) => QuiltRecord])[])(
    'with nonsense in %s are refused',
    async (path, change) => {
      const { id, records } = await newQuilt();
      const before = quiltOf(records);
      const { status, body } = await edit(id, 0, [{ kind: 'quilts', id: before.id, before, after: change(before) }]);
      expect([status, new Set(body.details.map((d) => d.path))]).toEqual([400, new Set([`diff.0.after.${path}`])]);
    },
  );

  it('build on what is stored, whatever was refused between them and however many quilts are worked on', async () => {
    const design = await newDesign();
    const recipe = (id: string) => ({ ...recipeFor(design.id), id });
    const quilts = await Promise.all(Array.from({ length: 10 }, newQuilt));
    for (let round = 0; round < 3; round++) {
      for (const { id } of quilts) {
        expect((await edit(id, round, [added('recipes', recipe(`r${round}`))])).status).toBe(200);
        const nowhere = added('placements', {
          id: 'p',
          regionId: 'block-9-9',
          recipeId: `r${round}`,
          parts: 1,
          own: {},
        } as never);
        expect((await edit(id, round + 1, [nowhere])).status).toBe(400);
      }
    }
    for (const { id } of quilts) {
      const { revision, records } = (await api<QuiltAnswer>('GET', `/quilts/${id}`)).body;
      expect([revision, Object.keys(records.recipes), records.placements]).toEqual([3, ['r0', 'r1', 'r2'], {}]);
    }
  });

  it('that would leave a record pointing nowhere are refused whole', async () => {
    const quilt = await newQuilt();
    const { body } = await edit(quilt.id, 0, [
      added('placements', { id: 'p', regionId: 'block-9-9', recipeId: 'none', parts: 1, own: {} } as never),
    ]);
    expect(body.details).toHaveLength(2);
    expect((await api<QuiltAnswer>('GET', `/quilts/${quilt.id}`)).body.revision).toBe(0);
  });
});

describe('designs', () => {
  it('that can’t be read are refused with the line and what to do', async () => {
    const { status, body } = await api<ErrorAnswer>('POST', '/designs?file=bad.svg', '<svg>\n<g>');
    expect(status).toBe(422);
    expect(body.details[0]!.path).toBe('line 2');
    expect((await api<ErrorAnswer>('POST', '/designs?file=a.png', 'x')).body.message).toMatch(/Gorse reads SVG, DXF/);
    expect((await api('POST', '/designs?file=a.svg', new Uint8Array(20 * 1024 * 1024 + 1))).status).toBe(413);
    expect((await api('POST', '/designs', SQUARE)).status).toBe(400);
  });
});

describe('export', () => {
  it('gives the whole quilt or one placement at true size', async () => {
    const quilt = await newQuilt();
    expect((await api('GET', `/quilts/${quilt.id}/export?format=svg`)).status).toBe(409);
    await place(quilt, (await newDesign()).id);
    const svg = (await api<string>('GET', `/quilts/${quilt.id}/export?format=svg`)).body;
    expect(svg).toContain('width="380.000mm" height="380.000mm"');
    const one = readSvg((await api<string>('GET', `/quilts/${quilt.id}/export?format=svg&of=placements.p1`)).body);
    // The patch's outline, then the design bent to its corners 5 mm inside: from 35 to 175.
    expect(pointsOf(one.strokes[1]!).map((p) => [p.x, p.y].map((v) => Math.round(v * 1000) / 1000))).toEqual([
      [35, 35],
      [175, 35],
      [175, 175],
      [35, 175],
      [35, 42.778],
    ]);
    expect((await api<string>('GET', `/quilts/${quilt.id}/export?format=dxf`)).body).toContain('LWPOLYLINE');
    expect((await api<string>('GET', `/quilts/${quilt.id}/export?format=gcode`)).body).toMatch(
      /^\(Tide Table\)\n\(sheet 380.000 x 380.000 mm\)\nG21\n/,
    );
    expect((await api('GET', `/quilts/${quilt.id}/export?format=png`)).status).toBe(400);
  });
});

describe('who may ask', () => {
  it('foreign names and pages get nothing', async () => {
    expect(
      (await api<ErrorAnswer>('GET', '/quilts', undefined, { Origin: 'http://elsewhere.example' })).body.code,
    ).toBe('forbidden');
    const screens = await app.screensPort;
    const rebound = await new Promise<number>((resolve, reject) => {
      const socket = new WebSocket(`ws://127.0.0.1:${screens}/screen?quilt=x`, {
        headers: { Host: 'elsewhere.example' },
      });
      socket.on('unexpected-response', (_request, response) => resolve(response.statusCode ?? 0));
      socket.on('open', () => reject(new Error('it was let in')));
    });
    expect(rebound).toBe(403);
    const page = await fetch(`${base}/api/health`);
    expect(await page.json()).toEqual({ status: 'ok', version: '9.9.9' });
    expect(page.headers.get('content-security-policy')).toMatch(/default-src 'none'/);
  });
});
