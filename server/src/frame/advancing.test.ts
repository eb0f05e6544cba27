import type { ErrorAnswer, FrameAnswer, RunAnswer } from '@gorse/contract';
import {
  type AdvanceEvent,
  decodeStrokes,
  distance,
  GENERIC_MACHINE,
  pointOf,
  type TouchRecord,
  framePoint,
} from '@gorse/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningApp } from '../app.ts';
import {
  added,
  apiOf,
  LONG,
  openScreen,
  readyQuilt,
  startApp,
  startRun,
  TOUCHES,
  touchToMake,
  shelf,
} from '../test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp();
  api = apiOf(app);
});
afterAll(() => app.close());

const advance = (quiltId: string, kind: string, rolled = 0) =>
  api<AdvanceEvent[] & ErrorAnswer>('POST', `/quilts/${quiltId}/advances`, { kind, pass: 1, rolled });
const pointsOfRun = async (run: RunAnswer, what: 'points' | 'cloth'): Promise<Float64Array> =>
  decodeStrokes(
    new Uint8Array(await (await fetch(`http://127.0.0.1:${app.port}/api/runs/${run.id}/${what}`)).arrayBuffer()),
  )[0]!;
const load = (quiltId: string) => startRun(api, quiltId);

/** Touches the corners of A1 in an advance, the cloth farther back by so much. */
const touchAgain = async (quiltId: string, inAdvance: number, back: number, baseRevision: number): Promise<void> => {
  const diff = TOUCHES.map((touch) =>
    added('touches', {
      ...touch,
      id: `again-${touch.id}`,
      advance: inAdvance,
      frame: framePoint(touch.frame.x + 7, touch.frame.y - back),
    } as TouchRecord),
  );
  const { status } = await api('POST', `/quilts/${quiltId}/edits`, {
    editId: `touch-again-${inAdvance}`,
    baseRevision,
    mark: 'touch',
    diff,
  });
  expect(status).toBe(200);
};

describe('advancing', () => {
  it('goes step by step, and what is not its turn is refused with the reason', async () => {
    const quiltId = await readyQuilt(api);
    expect((await advance(quiltId, 'rolled', 50)).body.message).toMatch(/clamps off first/);
    expect((await advance(quiltId, 'unclamped')).status).toBe(201);
    expect((await advance(quiltId, 'clamped')).body.message).toMatch(/how far/);
    expect((await advance(quiltId, 'rolled', 50)).status).toBe(201);
    const poles = async () => (await shelf(api)).find((quilt) => quilt.id === quiltId)!.poles;
    expect(await poles()).toEqual({ pass: 1, step: 'clamp', touches: 0 });
    const { body } = await advance(quiltId, 'clamped');
    expect((await poles()).step).toBe('ready');
    expect(body.map(({ kind, rolled }) => [kind, rolled])).toEqual([
      ['clamped', 0],
      ['unclamped', 0],
      ['rolled', 50],
      ['clamped', 50],
    ]);
    expect((await api('POST', `/quilts/${quiltId}/advances`, { kind: 'rolled', pass: 1, rolled: 1e9 })).status).toBe(
      400,
    );
    expect((await api('POST', '/quilts/nowhere/advances', { kind: 'clamped', pass: 0, rolled: 0 })).status).toBe(404);
  });

  it('holds touches and stitching back until tension and clamps are set', async () => {
    const quiltId = await readyQuilt(api);
    const screen = await openScreen(app, quiltId);
    await advance(quiltId, 'unclamped');
    await screen.next('advances', ({ events }) => events.length === 2);
    screen.say({ type: 'touch', touch: touchToMake('new') });
    expect((await screen.next('refused')).sentence).toMatch(/clamps are off/);
    expect((await load(quiltId)).body.message).toMatch(/clamps are off/);
    await advance(quiltId, 'rolled', 30);
    screen.say({ type: 'touch', touch: touchToMake('new', 1) });
    expect((await screen.next('refused')).sentence).toMatch(/Set the tension/);
    await advance(quiltId, 'clamped');
    screen.say({ type: 'touch', touch: touchToMake('new', 1) });
    await screen.next('touched');
    // The touches of the first loading say nothing of how the quilt lies now.
    expect((await load(quiltId)).body.message).toMatch(/at least two landmarks/);
    screen.close();
  });

  it('a run that was stopped goes on where the cloth lies after it was rolled', async () => {
    const quiltId = await readyQuilt(api, LONG);
    const screen = await openScreen(app, quiltId);
    const { body: first } = await load(quiltId);
    const line = await pointsOfRun(first, 'points');
    await screen.goTo(pointOf(line, 0));
    await screen.bringUpBobbinThread();
    screen.start();
    await screen.runThat((run) => run.state.stitch > 30);
    expect((await advance(quiltId, 'unclamped')).body.message).toMatch(/is stitching/);
    screen.say({ type: 'stop' });
    const stopped = await screen.run('stopped');
    await advance(quiltId, 'unclamped');
    await advance(quiltId, 'rolled', 20);
    await advance(quiltId, 'clamped');
    await touchAgain(quiltId, 1, 20, 1);
    const { body: rest } = await api<RunAnswer>('POST', `/runs/${first.id}/resume`, { back: 10 });
    expect(rest.id).not.toBe(first.id);
    expect([rest.advance, rest.name, first.continued, rest.continued]).toEqual([1, first.name, false, true]);
    const [onFrame, onCloth] = [await pointsOfRun(rest, 'points'), await pointsOfRun(rest, 'cloth')];
    const before = await pointsOfRun(first, 'cloth');
    const from = before.length / 2 - onCloth.length / 2;
    expect(from).toBeLessThanOrEqual(stopped.state.stitch - 3);
    expect(pointOf(onCloth, 0)).toEqual(pointOf(before, from));
    // The cloth went 7 to the right and 20 back.
    const was = pointOf(line, from);
    expect(distance(pointOf(onFrame, 0), { x: was.x + 7, y: was.y - 20 })).toBeLessThan(1);
    await screen.goTo(pointOf(onFrame, 0));
    await screen.bringUpBobbinThread();
    screen.start();
    await screen.run('finished');
    screen.close();
    const runs = (await api<RunAnswer[]>('GET', `/quilts/${quiltId}/runs`)).body;
    expect(runs.map((run) => run.state.status).sort()).toEqual(['continued', 'finished']);
  });

  it('turned by a quarter the quilt is lined up anew, by what is touched as it lies then', async () => {
    const quiltId = await readyQuilt(api);
    const { body: upright } = await load(quiltId);
    const cloth = await pointsOfRun(upright, 'cloth');
    const { body: log } = await advance(quiltId, 'turned');
    expect(log.at(-1)!.kind).toBe('turned');
    await advance(quiltId, 'clamped');
    expect((await load(quiltId)).body.message).toMatch(/at least two landmarks/);
    // What was y is to the left now, what was x is down.
    const diff = TOUCHES.map((touch) =>
      added('touches', {
        ...touch,
        id: `turned-${touch.id}`,
        advance: 1,
        frame: framePoint(700 - touch.cloth.y, 60 + touch.cloth.x),
      } as TouchRecord),
    );
    await api('POST', `/quilts/${quiltId}/edits`, { editId: 'touched-turned', baseRevision: 1, mark: 'touch', diff });
    const { body: turned } = await load(quiltId);
    expect(turned.advance).toBe(1);
    const line = await pointsOfRun(turned, 'points');
    expect(line).toHaveLength(cloth.length);
    for (let i = 0; i < cloth.length / 2; i += 20) {
      const { x, y } = pointOf(cloth, i);
      expect(distance(pointOf(line, i), { x: 700 - y, y: 60 + x })).toBeLessThan(1.5);
    }
  });

  it('the needle left down goes along with the cloth', async () => {
    const quiltId = await readyQuilt(api);
    const screen = await openScreen(app, quiltId);
    screen.say({ type: 'stop' });
    await screen.goTo({ x: 400, y: 300 });
    screen.say({ type: 'needle', position: 'down' });
    await screen.next('state', (state) => state.needle === 'down');
    await advance(quiltId, 'unclamped');
    await advance(quiltId, 'rolled', 150);
    // Rolled by 150, give or take the slip.
    const state = await screen.next('state', ({ y }) => y < 260);
    expect(Math.abs(state.y - 150)).toBeLessThan(80);
    expect(state.needle).toBe('down');
    screen.say({ type: 'needle', position: 'up' });
    await screen.next('state', ({ needle }) => needle === 'up');
    screen.close();
  });
});

describe('frames', () => {
  it('generic ones are there; one’s own are made, changed, taken off the list and put back', async () => {
    const names = async () => (await api<FrameAnswer[]>('GET', '/frames')).body.map((one) => one.machine.frame.name);
    const generic = await names();
    expect(generic).toHaveLength(3);
    const machine = { ...GENERIC_MACHINE, frame: { ...GENERIC_MACHINE.frame, name: 'Shed' } };
    const { body: made } = await api<FrameAnswer>('POST', '/frames', { machine });
    await api('PUT', `/frames/${made.id}`, { machine: { ...machine, frame: { ...machine.frame, name: 'Barn' } } });
    expect(await names()).toEqual([...generic, 'Barn']);
    expect((await api('DELETE', `/frames/${made.id}`)).status).toBe(204);
    expect(await names()).toEqual(generic);
    await api('POST', `/frames/${made.id}/restore`);
    expect(await names()).toContain('Barn');
    expect((await api('DELETE', '/frames/nowhere')).status).toBe(404);
    const wrong = { machine: { ...machine, frame: { ...machine.frame, throat: -1 } } };
    expect((await api<ErrorAnswer>('POST', '/frames', wrong)).body.details[0]!.path).toBe('machine.frame.throat');
  });
});
