import type { ErrorAnswer, QuiltAnswer } from '@gorse/contract';
import { decodeStrokes, pointOf, type RowSetRecord, USUAL_REJOIN } from '@gorse/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningApp } from './app.ts';
import { added, apiOf, CLAMPED, TOP, openScreen, startApp, startRun, TOUCHES, shelf } from './test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp(60);
  api = apiOf(app);
});
afterAll(() => app.close());

const WAVE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="40mm" viewBox="0 0 100 40"><path d="M0 20C20 -10 30 -10 50 20S80 50 100 20"/></svg>';
const rowSet = (designId: string): RowSetRecord => ({
  id: 'w',
  designId,
  join: { kind: 'spread', gap: 0 },
  look: 'same',
  alternate: { look: 'same', shift: 0 },
  area: { insideBorder: false, fromRegionId: null, leaveOut: [] },
  numbers: { rows: 4, scale: 1, clearance: 40, margin: 20 },
  wish: { matters: 'rows', clearance: 40, margin: 20 },
  pins: [],
  last: 'whole',
  along: 0,
  overhang: 10,
  sewing: { backAndForth: true, joined: false },
  exceptions: [],
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: 8, tieOff: 'short' },
});

/** A quilt in rows, touched at the corners of A1. */
async function quiltInRows(change: Partial<RowSetRecord> = {}): Promise<string> {
  const { body: design } = await api<{ id: string }>('POST', '/designs?file=wave.svg', WAVE);
  const { body: quilt } = await api<{ id: string }>('POST', '/quilts', { name: 'Harbour Lights', ...TOP });
  const diff = [
    added('rowSets', { ...rowSet(design.id), ...change }),
    ...TOUCHES.map((touch) => added('touches', touch)),
  ];
  const edit = { editId: 'rows-edit', baseRevision: 0, mark: 'rows', diff };
  expect(await api('POST', `/quilts/${quilt.id}/edits`, edit)).toMatchObject({ status: 200 });
  await api('POST', `/quilts/${quilt.id}/advances`, CLAMPED);
  return quilt.id;
}

describe('rows', () => {
  it('are stitched one by one, each a piece that the rows make', async () => {
    const quiltId = await quiltInRows();
    const summary = async () => (await shelf(api)).find((one) => one.id === quiltId)!.rows;
    expect(await summary()).toEqual({ planned: 4, runsStitched: 0 });
    expect((await startRun(api, quiltId, 'rowSets.w.9')).status).toBe(404);
    const { status, body: run } = await startRun(api, quiltId, 'rowSets.w.2');
    expect([status, run.name, run.design]).toEqual([201, 'row 2', 'wave']);
    const screen = await openScreen(app, quiltId);
    const [points] = decodeStrokes(
      new Uint8Array(await (await fetch(`http://127.0.0.1:${app.port}/api/runs/${run.id}/points`)).arrayBuffer()),
    );
    // The second row comes back from the right, off the cloth: 390 mm and 10 of overhang, 80 to the right on the frame.
    expect(points![0]).toBeGreaterThan(465);
    await screen.goTo(pointOf(points!, 0));
    await screen.bringUpBobbinThread();
    screen.start();
    await screen.run('finished');
    screen.close();
    expect(await summary()).toEqual({ planned: 4, runsStitched: 1 });
  });

  it('that are joined are one run', async () => {
    const quiltId = await quiltInRows({ sewing: { backAndForth: true, joined: true } });
    const { body } = await startRun(api, quiltId, 'rowSets.w.1');
    expect(body.name).toBe('rows 1 to 4');
    expect(body.holes).toHaveLength(1);
  });

  it('are exported with the quilt, or by themselves, and printed with what to line up on', async () => {
    const quiltId = await quiltInRows();
    const svg = (await api<string>('GET', `/quilts/${quiltId}/export?format=svg`)).body;
    expect([...svg.matchAll(/row \d/g)].length).toBeGreaterThanOrEqual(4);
    const one = await api<string>('GET', `/quilts/${quiltId}/export?format=svg&of=rowSets.w.3`);
    expect(one.body).toContain('row 3');
    expect(one.body).not.toContain('row 2');
    const sheet = await fetch(`http://127.0.0.1:${app.port}/api/quilts/${quiltId}/row-sheet?units=cm`);
    expect(sheet.headers.get('content-disposition')).toContain('Harbour Lights rows.pdf');
    const pdf = new TextDecoder('latin1').decode(await sheet.arrayBuffer());
    expect(pdf).toMatch(/^%PDF-/);
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(2);
    // A4 for who measures in centimetres, Letter for inches, unless asked otherwise: in points.
    const mediaOf = async (query: string): Promise<readonly number[]> => {
      const answer = await fetch(`http://127.0.0.1:${app.port}/api/quilts/${quiltId}/row-sheet?${query}`);
      const text = new TextDecoder('latin1').decode(await answer.arrayBuffer());
      const [, width, height] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text)!;
      return [Math.round(Number(width)), Math.round(Number(height))];
    };
    expect(await mediaOf('units=cm')).toEqual([595, 842]);
    expect(await mediaOf('units=in16')).toEqual([612, 792]);
    expect(await mediaOf('units=in16&paper=a4')).toEqual([595, 842]);
    for (const wrong of ['units=ells', 'paper=one'])
      expect((await api('GET', `/quilts/${quiltId}/row-sheet?${wrong}`)).status).toBe(400);
  });

  it('are printed pass by pass: a page each', async () => {
    // Of 390 mm a frame with so small a throat holds 218 at a time.
    const quiltId = await quiltInRows();
    const { revision, records } = (await api<QuiltAnswer>('GET', `/quilts/${quiltId}`)).body;
    const [quilt] = Object.values(records.quilts);
    const { machine } = quilt!;
    const small = { ...machine, frame: { ...machine.frame, throat: 400 } };
    const diff = [{ kind: 'quilts', id: quilt!.id, before: quilt, after: { ...quilt, machine: small } }];
    const edit = { editId: 'small-frame', baseRevision: revision, mark: 'frame', diff };
    expect((await api('POST', `/quilts/${quiltId}/edits`, edit)).status).toBe(200);
    const sheets = await fetch(`http://127.0.0.1:${app.port}/api/quilts/${quiltId}/pass-sheets?units=in16`);
    expect(sheets.headers.get('content-disposition')).toContain('Harbour Lights passes.pdf');
    const pdf = new TextDecoder('latin1').decode(await sheets.arrayBuffer());
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(2);
  });

  it('take so much cloth: the shopping sheet says it on one page, of a width that cloth has', async () => {
    const quiltId = await quiltInRows();
    const sheetOf = (query: string) =>
      fetch(`http://127.0.0.1:${app.port}/api/quilts/${quiltId}/shopping-sheet?${query}`);
    const sheet = await sheetOf('units=in16&cloth=1066.8');
    expect(sheet.headers.get('content-disposition')).toContain('Harbour Lights shopping.pdf');
    expect(new TextDecoder('latin1').decode(await sheet.arrayBuffer()).match(/\/Type \/Page\b/g)).toHaveLength(1);
    for (const wrong of ['', 'cloth=wide', 'cloth=20', 'cloth=1e9'])
      expect((await sheetOf(`units=in16&${wrong}`)).status, wrong).toBe(400);
  });

  it('that aren’t there, can’t be laid or have no design are refused with what to do', async () => {
    const { body: bare } = await api<{ id: string }>('POST', '/quilts', { name: 'Bare', ...TOP });
    const { status, body } = await api<ErrorAnswer>('GET', `/quilts/${bare.id}/row-sheet`);
    expect([status, body.message]).toEqual([409, expect.stringContaining('Lay them on Layout first')]);
    expect((await api<ErrorAnswer>('GET', `/quilts/${bare.id}/pass-sheets`)).body.message).toContain(
      'part into passes',
    );
    const none = await quiltInRows({ numbers: { rows: 0, scale: 1, clearance: 1, margin: 0 } });
    expect((await api<ErrorAnswer>('GET', `/quilts/${none}/row-sheet`)).body.message).toContain('checks on Layout');
    const edit = { editId: 'no-design', baseRevision: 0, mark: 'rows', diff: [added('rowSets', rowSet('nowhere'))] };
    const refused = await api<ErrorAnswer>('POST', `/quilts/${bare.id}/edits`, edit);
    expect([refused.status, refused.body.message]).toEqual([400, expect.stringContaining('no design nowhere')]);
    const gone = { ...rowSet('nowhere'), area: { insideBorder: false, fromRegionId: 'block-9-9', leaveOut: [] } };
    const misplaced = { ...edit, editId: 'no-patch-1', diff: [added('rowSets', gone)] };
    expect((await api<ErrorAnswer>('POST', `/quilts/${bare.id}/edits`, misplaced)).body.message).toContain(
      'no patch block-9-9',
    );
  });
});
