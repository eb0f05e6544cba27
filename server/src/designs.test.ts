import type { DesignAnswer, ErrorAnswer, MapDrawingAnswer, QuiltAnswer, QuestionAnswer } from '@gorse/contract';
import { decodeStrokes, evenBorder, patchesOfPieces, quiltOf } from '@gorse/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { apiOf, SQUARE, startApp } from './test/harness.ts';
import type { RunningApp } from './app.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp();
  api = apiOf(app);
});
afterAll(() => app.close());

const INCHES = 'G1 X4 Y0\nG1 X4 Y2\n';
const bytesOf = async (path: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(`http://127.0.0.1:${app.port}/api${path}`)).arrayBuffer());
const strokesOf = async (id: string): Promise<number[][]> =>
  decodeStrokes(await bytesOf(`/designs/${id}/strokes`)).map((stroke) =>
    [...stroke].map((v) => Math.round(v * 100) / 100),
  );
const add = async (file: string, source: string): Promise<DesignAnswer> =>
  (await api<DesignAnswer>('POST', `/designs?file=${file}${file.endsWith('.gcode') ? '&exchanged=false' : ''}`, source))
    .body;

describe('a drawing of a map', () => {
  const TWO = 'M0 0H400V300H0ZM200 0V300';
  const drawn = (size: string): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${size} viewBox="0 0 400 300"><g id="blocks"><path d="${TWO}"/></g></svg>`;
  it('comes to patches, which make a quilt', async () => {
    const { body } = await api<MapDrawingAnswer>(
      'POST',
      '/map-drawings?file=Two.svg&snap=1',
      drawn('width="400mm" height="300mm"'),
    );
    expect(body).toMatchObject({ size: { width: 400, length: 300 }, closed: 1, seams: 1, loose: 0, slivers: 0 });
    const patches = patchesOfPieces(body.pieces);
    expect(patches.map(({ name }) => name)).toEqual(['blocks 1', 'blocks 2']);
    const top = { name: 'Two', setting: { kind: 'drawn', width: 400, length: 300 }, borders: [evenBorder(25)] };
    const made = await api<{ id: string }>('POST', '/quilts', { ...top, patches });
    const { records } = (await api<QuiltAnswer>('GET', `/quilts/${made.body.id}`)).body;
    expect(Object.keys(records.regions)).toHaveLength(2 + 4);
    expect(quiltOf(records).map.size).toEqual({ width: 450, length: 350 });
    const twice = await api<ErrorAnswer>('POST', '/quilts', {
      ...top,
      patches: [patches[0], { ...patches[0], id: 'b' }],
    });
    expect([twice.status, twice.body.message]).toEqual([
      400,
      expect.stringContaining('Another patch is called blocks 1'),
    ]);
    const claims = await api('POST', '/quilts', { ...top, patches: [{ ...patches[0], origin: 'setting' }] });
    expect(claims.status).toBe(400);
  });
  it('is asked its unit, as designs are, and refused where it encloses nothing', async () => {
    const asked = await api<QuestionAnswer>('POST', '/map-drawings?file=Two.svg&snap=1', drawn(''));
    expect([asked.status, asked.body.code]).toEqual([422, 'needsAnswer']);
    expect(asked.body.question.unit!.width).toBeCloseTo(400, 6);
    const open = await api<ErrorAnswer>('POST', '/map-drawings?file=Net.gcode&unit=in&snap=1', INCHES);
    expect([open.status, open.body.code]).toEqual([422, 'cannotRead']);
    expect((await api('POST', '/map-drawings?file=Two.svg&snap=0', SQUARE)).status).toBe(400);
  });
});

describe('a design file', () => {
  it('is read, known and kept byte for byte', async () => {
    const design = await add('Square.svg', SQUARE);
    expect(design).toMatchObject({ name: 'Square', kind: 'block', revision: 1, originalId: null, edits: [], tags: [] });
    expect(design.facts).toMatchObject({ width: 90, height: 90, crossings: 0, doubled: 0, strokes: 1 });
    expect(new TextDecoder().decode(await bytesOf(`/designs/${design.id}/source`))).toBe(SQUARE);
    expect(await strokesOf(design.id)).toEqual([[0, 0, 90, 0, 90, 90, 0, 90, 0, 5]]);
  });
  it('that doesn’t say its unit is asked about, then read as answered', async () => {
    const asked = await api<QuestionAnswer>('POST', '/designs?file=Net.gcode', INCHES);
    expect([asked.status, asked.body.code]).toEqual([422, 'needsAnswer']);
    expect(asked.body.question).toEqual({
      unit: { width: 4, height: 2, likely: null },
      table: null,
      needle: null,
      unseen: null,
    });
    const { body } = await api<DesignAnswer>('POST', '/designs?file=Net.gcode&unit=in', INCHES);
    expect(body.facts.width).toBeCloseTo(101.6, 6);
    expect(body.remarks).toEqual(['Read in inches, as you said.']);
  });
  it('that travels too is taken once it was looked at what is stitched, as it is or the other way round', async () => {
    const program = 'G21\nG0 X10 Y0\nG1 X30\n';
    const asked = await api<QuestionAnswer>('POST', '/designs?file=Weir.gcode', program);
    expect([asked.status, asked.body.code]).toEqual([422, 'needsAnswer']);
    expect(asked.body.question).toEqual({
      unit: null,
      table: null,
      needle: { stitched: [[10, 0, 30, 0]], travel: [[0, 0, 10, 0]] },
      unseen: null,
    });
    const lengths = await Promise.all(
      ['false', 'true'].map(async (exchanged) => {
        const { body } = await api<DesignAnswer>('POST', `/designs?file=Weir.gcode&exchanged=${exchanged}`, program);
        return [body.facts.length, body.remarks];
      }),
    );
    expect(lengths).toEqual([[20, []], [10, ['Travel and stitches are exchanged, as you said.']]]); // prettier-ignore
    expect((await api('POST', '/designs?file=Weir.gcode&exchanged=perhaps', program)).status).toBe(400);
  });
  it('that holds what isn’t seen is taken as is said, and says what was left out', async () => {
    const inside = '<path d="M0 0H90" stroke="#000"/><g id="Guides" display="none"><path d="M0 9H90"/></g>';
    const text = `<svg width="90mm" height="90mm" viewBox="0 0 90 90">${inside}</svg>`;
    const asked = await api<QuestionAnswer>('POST', '/designs?file=Net.svg', text);
    expect([asked.status, asked.body.question.unseen]).toEqual([
      422,
      {
        seen: [[0, 0, 90, 0]],
        parts: [{ why: 'hidden', name: 'Guides', key: 'hidden:Guides', count: 1, lines: [[0, 9, 90, 9]] }],
      },
    ]);
    const read = await Promise.all(
      ['[]', '["hidden:Guides"]'].map(async (taken) => {
        const { body } = await api<DesignAnswer>(
          'POST',
          `/designs?file=Net.svg&taken=${encodeURIComponent(taken)}`,
          text,
        );
        return [body.facts.strokes, body.remarks];
      }),
    );
    expect(read).toEqual([
      [1, ['Left out: 1 line of “Guides”, hidden in the drawing.']],
      [2, ['Lines that aren’t seen in the drawing are taken in, as you said.']],
    ]);
    expect((await api('POST', '/designs?file=Net.svg&taken=Guides', text)).status).toBe(400);
  });
  it('of a table is asked about its columns', async () => {
    const rows = '1,0,0\n2,30,40\n';
    const asked = await api<QuestionAnswer>('POST', '/designs?file=points.csv', rows);
    expect(asked.body.question.table).toEqual({
      rows: [
        ['1', '0', '0'],
        ['2', '30', '40'],
      ],
      spread: [1, 30, 40],
      likely: [0, 1],
    });
    const { body } = await api<DesignAnswer>('POST', '/designs?file=points.csv&unit=mm&x=1&y=2', rows);
    expect(body.facts.length).toBeCloseTo(50, 6);
  });
  it('that is damaged harms nothing but itself', async () => {
    const bad = await api<ErrorAnswer>(
      'POST',
      '/designs?file=torn.dxf',
      '0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n20\n5\n0\nENDSEC',
    );
    expect([bad.status, bad.body.code]).toEqual([422, 'cannotRead']);
    expect(bad.body.message).toMatch(/^torn.dxf: There is no line in this drawing/);
    const bomb = `<svg>${'<g>'.repeat(400)}`;
    const results = await Promise.all([
      api('POST', '/designs?file=bomb.svg', bomb),
      api('POST', '/designs?file=good.svg', SQUARE),
    ]);
    expect(results.map((one) => one.status)).toEqual([422, 201]);
  });
  it.each([
    ['unit=furlong', /unit must be one of in, mm, cm, px, px90, px72/],
    ['unit=in&x=1.5', /x must be an integer/],
    ['colour=red', /colour should not exist/],
  ])('with %s is refused', async (query, sentence) => {
    const { status, body } = await api<ErrorAnswer>('POST', `/designs?file=a.gcode&${query}`, INCHES);
    expect(status).toBe(400);
    expect(body.message).toMatch(sentence);
  });
});

describe('a revision', () => {
  it('is made of the edits and leaves the original alone', async () => {
    const original = await add('Square.svg', SQUARE);
    const { status, body } = await api<DesignAnswer>('POST', `/designs/${original.id}/revisions`, {
      edits: [
        { kind: 'trim', start: 90, end: 85 },
        { kind: 'scale', factor: 2 },
      ],
      name: 'Side',
    });
    expect(status).toBe(201);
    expect(body).toMatchObject({
      name: 'Side',
      revision: 2,
      originalId: original.id,
      file: 'Square.svg',
      kind: 'triangle',
    });
    expect(await strokesOf(body.id)).toEqual([[180, 0, 180, 180, 0, 180]]);
    expect(await strokesOf(original.id)).toHaveLength(1);
    const again = await api<DesignAnswer>('POST', `/designs/${body.id}/revisions`, { edits: [{ kind: 'reverse' }] });
    expect(again.body).toMatchObject({ name: 'Side', revision: 3, originalId: original.id });
    expect(new TextDecoder().decode(await bytesOf(`/designs/${again.body.id}/source`))).toBe(SQUARE);
  });
  it('joins another design', async () => {
    const [a, b] = [await add('a.gcode', 'G21\nG1 X10'), await add('b.gcode', 'G21\nG1 Y10')];
    const edits = [{ kind: 'join', designId: b.id, own: 'end', other: 'start' }];
    const { body } = await api<DesignAnswer>('POST', `/designs/${a.id}/revisions`, { edits });
    expect(await strokesOf(body.id)).toEqual([[0, 10, 10, 10, 10, 0]]);
  });
  it.each([
    [[{ kind: 'trim', start: 500, end: 0 }], 422, /no line at all/],
    [[{ kind: 'trim', start: -1, end: 0 }], 400, /start must not be less than 0/],
    [[{ kind: 'melt' }], 400, /kind must be one of trim/],
    [[{ kind: 'reverse', hard: true }], 400, /hard should not exist/],
    [[], 400, /at least 1/],
    [[{ kind: 'join', designId: 'nowhere', own: 'end', other: 'start' }], 404, /no such design/],
  ])('by %o is refused', async (edits, status, sentence) => {
    const { id } = await add('Square.svg', SQUARE);
    const answer = await api<ErrorAnswer>('POST', `/designs/${id}/revisions`, { edits });
    expect([answer.status, answer.body.message]).toEqual([status, expect.stringMatching(sentence)]);
  });
  it('made at the same time as another gets a number of its own', async () => {
    const { id } = await add('Square.svg', SQUARE);
    const made = await Promise.all(
      [1, 2, 3, 4].map((start) =>
        api<DesignAnswer>('POST', `/designs/${id}/revisions`, { edits: [{ kind: 'trim', start, end: 0 }] }),
      ),
    );
    expect(made.map(({ body }) => body.revision).sort()).toEqual([2, 3, 4, 5]);
  });
  it('goes out of the library with its original, and back', async () => {
    const original = await add('Square.svg', SQUARE);
    const { body } = await api<DesignAnswer>('POST', `/designs/${original.id}/revisions`, {
      edits: [{ kind: 'reverse' }],
    });
    const listed = async (): Promise<boolean[]> => {
      const ids = (await api<DesignAnswer[]>('GET', '/designs')).body.map((design) => design.id);
      return [ids.includes(original.id), ids.includes(body.id)];
    };
    await api('DELETE', `/designs/${body.id}`);
    expect(await listed()).toEqual([false, false]);
    await api('POST', `/designs/${original.id}/restore`);
    expect(await listed()).toEqual([true, true]);
  });
});

describe('what the person says of a design', () => {
  it('is kept, each part by itself', async () => {
    const { id } = await add('Square.svg', SQUARE);
    await api('PATCH', `/designs/${id}`, { kind: 'motif', tags: ['sea', 'mess'] });
    const { body } = await api<DesignAnswer>('PATCH', `/designs/${id}`, { name: 'Hatch' });
    expect(body).toMatchObject({ name: 'Hatch', kind: 'motif', tags: ['sea', 'mess'] });
    const bad = await api<ErrorAnswer>('PATCH', `/designs/${id}`, { kind: 'teapot' });
    expect([bad.status, bad.body.message]).toEqual([400, expect.stringMatching(/kind must be one of edgeToEdge/)]);
    expect((await api('PATCH', '/designs/none', { name: 'x' })).status).toBe(404);
  });
});

describe('a design written out', () => {
  it.each(['svg', 'dxf', 'gcode', 'hpgl', 'csv', 'json'])('as %s reads back the same', async (format) => {
    const design = await add('Square.svg', SQUARE);
    const text = new TextDecoder().decode(await bytesOf(`/designs/${design.id}/export?format=${format}`));
    const back = await add(`back.${format}`, text);
    expect(await strokesOf(back.id)).toEqual(await strokesOf(design.id));
  });
  it('as PDF has true-size pages, and tiles behind a page that explains them', async () => {
    const design = await add('Square.svg', SQUARE);
    const { body: large } = await api<DesignAnswer>('POST', `/designs/${design.id}/revisions`, {
      edits: [{ kind: 'scale', factor: 4 }],
    });
    const one = new TextDecoder('latin1').decode(await bytesOf(`/designs/${design.id}/export?format=pdf`));
    // Two margins of 12 mm, and room for the test squares: 120 mm across, and below the design's 90 mm.
    expect(boxesOf(one)).toEqual([[(144 / 25.4) * 72, (160 / 25.4) * 72].map(Math.round)]);
    expect(one).toContain('/PrintScaling /None');
    const tiles = boxesOf(
      new TextDecoder('latin1').decode(await bytesOf(`/designs/${large.id}/export?format=pdf&paper=a4`)),
    );
    expect(tiles.length).toBeGreaterThan(4);
    expect(new Set(tiles.map(String)).size).toBe(1);
    expect([...tiles[0]!].sort()).toEqual([595, 842]);
    // On one sheet of paper the page stays the paper's.
    const letter = await bytesOf(`/designs/${design.id}/export?format=pdf&paper=letter`);
    expect(boxesOf(new TextDecoder('latin1').decode(letter))).toEqual([[612, 792]]);
  });
  it('on one large page stands above its test squares, whatever its height, and is true to size beyond what a PDF’s units reach', async () => {
    const widths = [20, 47.3, 83.1, 95.999, 113.7, 5200].map(async (side) => {
      const { id } = await add('Side.svg', SQUARE.replaceAll('100mm', `${side / 0.9}mm`));
      const pdf = new TextDecoder('latin1').decode(await bytesOf(`/designs/${id}/export?format=pdf`));
      const boxes = [...pdf.matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)];
      const unit = Number(/\/UserUnit ([\d.]+)/.exec(pdf)?.[1] ?? 1);
      expect(boxes).toHaveLength(1);
      expect(Number(boxes[0]![1])).toBeLessThanOrEqual(14_400);
      return [side, ((Number(boxes[0]![2]) * unit) / 72) * 25.4 - side] as const;
    });
    for (const [side, rest] of await Promise.all(widths))
      expect(Math.abs(rest - 24 - 46), `${side}`).toBeLessThan(0.01);
  });
  it('is refused in a format or on a paper that isn’t known', async () => {
    const { id } = await add('Square.svg', SQUARE);
    expect((await api('GET', `/designs/${id}/export?format=bmp`)).status).toBe(400);
    expect((await api('GET', `/designs/${id}/export?format=pdf&paper=a0`)).status).toBe(400);
  });
});

const boxesOf = (pdf: string): number[][] =>
  [...pdf.matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)].map(([, w, h]) => [
    Math.round(Number(w)),
    Math.round(Number(h)),
  ]);
