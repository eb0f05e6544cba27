import type { ErrorAnswer, QuiltAnswer, QuiltPicture, QuiltSummary, RunAnswer, StaleAnswer } from '@gorse/contract';
import {
  clothOnFrame,
  decodeStrokes,
  distance,
  learnCloth,
  makeMap,
  newPlan,
  pointOf,
  quiltOf,
  clothPoint,
  framePoint,
} from '@gorse/core';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { RunningApp } from '../app.ts';
import {
  apiOf,
  TOP,
  LONG,
  openScreen,
  readyQuilt,
  SQUARE,
  startApp,
  startRun,
  TOUCHES,
  touchToMake,
  TWO_LINES,
  shelf,
} from '../test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
beforeAll(async () => {
  app = await startApp();
  api = apiOf(app);
});
afterAll(() => app.close());

const pointsOfRun = async (run: RunAnswer): Promise<Float64Array[]> =>
  decodeStrokes(
    new Uint8Array(await (await fetch(`http://127.0.0.1:${app.port}/api/runs/${run.id}/points`)).arrayBuffer()),
  );
const load = async (quiltId: string): Promise<RunAnswer> => (await startRun(api, quiltId)).body;
const resume = async (run: RunAnswer, back: number): Promise<RunAnswer> =>
  (await api<RunAnswer>('POST', `/runs/${run.id}/resume`, { back })).body;
const logOf = async (quiltId: string): Promise<string[]> =>
  (await api<RunAnswer[]>('GET', `/quilts/${quiltId}/runs`)).body[0]!.events.map((event) => event.kind).filter(
    (kind) => kind !== 'progress',
  );

const shelved = async (quiltId: string): Promise<QuiltSummary> =>
  (await shelf(api)).find((quilt) => quilt.id === quiltId)!;
const pictureOf = async (quiltId: string): Promise<QuiltPicture> =>
  (await api<QuiltPicture>('GET', `/quilts/${quiltId}/picture`)).body;
const startOf = (path: string): { x: number; y: number } => {
  const [, x, y] = /^M(\d+) (\d+)l/.exec(path)!.map(Number);
  return { x: x!, y: y! };
};

type Screen = Awaited<ReturnType<typeof openScreen>>;
/** From the head anywhere to the needle going. */
async function stitchFrom(screen: Screen, at: { readonly x: number; readonly y: number }): Promise<void> {
  await screen.goTo(at);
  await screen.bringUpBobbinThread();
  screen.start();
  await screen.run('stitching');
}

describe('a run at the frame', () => {
  it('passes exactly through the touched corners, five millimetres inside', async () => {
    const run = await load(await readyQuilt(api));
    const [line] = await pointsOfRun(run);
    const lineUp = learnCloth(
      TOUCHES.map((touch) => ({ ...touch, noise: 0.3 })),
      clothOnFrame(quiltOf(newPlan('', makeMap(TOP.setting, TOP.borders)))),
    ).lineUp(0);
    const inset = lineUp.toFrame(
      clothPoint(lineUp.toCloth(TOUCHES[0]!.frame).x + 5, lineUp.toCloth(TOUCHES[0]!.frame).y + 5),
    );
    expect(distance(pointOf(line!, 0), inset)).toBeLessThan(0.1);
    expect(run.holes).toEqual([line!.length / 2]);
    expect(run.planHash).toMatch(/^[0-9a-f]{64}$/);
  });

  it('is stitched, stopped, taken up and finished, and the log says so', async () => {
    const quiltId = await readyQuilt(api, LONG);
    const planned = await shelved(quiltId);
    const unseen = await pictureOf(quiltId);
    expect(unseen.stitched).toBe('');
    expect(distance(startOf(unseen.planned), { x: (35 / 380) * 800, y: (35 / 380) * 800 })).toBeLessThan(1);
    const screen = await openScreen(app, quiltId);
    const made = await load(quiltId);
    const [line] = await pointsOfRun(made);
    screen.start();
    expect((await screen.next('refused')).sentence).toMatch(/starting hole/);
    await stitchFrom(screen, pointOf(line!, 0));
    const going = await screen.runThat((run) => run.state.stitch > 10);
    expect(going.state.status).toBe('stitching');
    expect((await startRun(api, quiltId)).body.message).toMatch(/is stitching/);
    screen.say({ type: 'stop' });
    const stopped = await screen.run('stopped');
    const taken = await resume(made, 10);
    expect(taken.state.status).toBe('ready');
    expect(taken.state.stitch).toBeLessThanOrEqual(stopped.state.stitch - 3);
    await stitchFrom(screen, pointOf(line!, taken.state.stitch));
    expect((await screen.run('finished')).state.stitch).toBe(made.holes[0]! - 1);
    screen.close();
    expect(await logOf(quiltId)).toEqual([
      'made',
      'bobbinThreadUp',
      'started',
      'stopped',
      'takenUp',
      'bobbinThreadUp',
      'started',
      'finished',
    ]);
    const summary = await shelved(quiltId);
    expect(summary).toMatchObject({ placed: 1, stitched: 1 });
    expect(summary.picture).not.toBe(planned.picture);
    const drawn = await pictureOf(quiltId);
    expect(drawn.planned).toBe('');
    expect(distance(startOf(drawn.stitched), startOf(unseen.planned))).toBeLessThan(2);
    expect((await api<ErrorAnswer>('POST', `/runs/${made.id}/resume`, { back: 0 })).body.message).toMatch(/is over/);
  });

  it('of two strokes stops at the cut and asks for the bobbin thread again', async () => {
    const quiltId = await readyQuilt(api, TWO_LINES);
    const screen = await openScreen(app, quiltId);
    const made = await load(quiltId);
    expect(made.holes).toHaveLength(2);
    const [first, second] = await pointsOfRun(made);
    await stitchFrom(screen, pointOf(first!, 0));
    const cut = await screen.runThat((run) => run.events.at(-1)?.kind === 'cut');
    expect(cut.state).toMatchObject({ status: 'ready', stitch: made.holes[0], bobbinThreadUp: false });
    await stitchFrom(screen, pointOf(second!, 0));
    expect((await screen.run('finished')).state.stitch).toBe(made.holes[0]! + made.holes[1]! - 1);
    screen.close();
  });

  it('whose thread broke goes on only after it was mended', async () => {
    const quiltId = await readyQuilt(api, LONG);
    const screen = await openScreen(app, quiltId);
    const made = await load(quiltId);
    const [line] = await pointsOfRun(made);
    await stitchFrom(screen, pointOf(line!, 0));
    screen.say({ type: 'fault', fault: 'threadBroke' });
    expect((await screen.run('stopped')).state.fault).toBe('threadBroke');
    const taken = await resume(made, 0);
    await screen.goTo(pointOf(line!, taken.state.stitch));
    screen.say({ type: 'bobbinThread' });
    expect((await screen.next('refused')).sentence).toMatch(/thread broke/);
    screen.say({ type: 'fault', fault: null });
    await screen.runThat((run) => run.state.fault === null);
    screen.say({ type: 'stop' });
    screen.close();
    expect((await api<RunAnswer>('POST', `/runs/${made.id}/abandon`)).body.state.status).toBe('abandoned');
  });

  it('pauses when the last screen leaves', async () => {
    const quiltId = await readyQuilt(api, LONG);
    const screen = await openScreen(app, quiltId);
    const made = await load(quiltId);
    await stitchFrom(screen, pointOf((await pointsOfRun(made))[0]!, 0));
    screen.close();
    await vi.waitFor(async () => expect((await logOf(quiltId)).at(-1)).toBe('paused'), 5000);
    const again = await openScreen(app, quiltId);
    expect((await again.run('paused')).id).toBe(made.id);
    again.say({ type: 'stop' });
    await again.run('stopped');
    again.close();
  });

  it('is not made before two touches, nor outside the reach', async () => {
    const untouched = await readyQuilt(api, SQUARE, TOUCHES.slice(0, 1));
    expect((await startRun(api, untouched)).body.message).toMatch(/at least two landmarks/);
    expect((await startRun(api, untouched, 'placements.nowhere.0')).status).toBe(404);
    const lying = async (dx: number, dy: number, stretch = 1): Promise<string> => {
      const moved = TOUCHES.map((touch) => ({
        ...touch,
        frame: framePoint(touch.frame.x + dx, stretch * touch.frame.y + dy),
      }));
      const answer = await startRun(api, await readyQuilt(api, SQUARE, moved));
      expect(answer.status).toBe(409);
      return answer.body.message;
    };
    expect(await lying(0, 500)).toMatch(/too far from the take-up pole\. Roll the quilt a little on/);
    expect(await lying(0, -200)).toMatch(/too near the take-up pole\. Roll the quilt a little back/);
    expect(await lying(-500, 0)).toMatch(/past the left end of the rails/);
    // 150 mm of patch, touched as if they were 750.
    expect(await lying(0, -400, 5)).toMatch(/deeper than the frame reaches\. Stitch it in parts/);
  });
});

describe('a Frame screen', () => {
  it('carries the head, touches, and hears why nonsense is refused', async () => {
    const quiltId = await readyQuilt(api);
    const screen = await openScreen(app, quiltId);
    screen.say({ type: 'carry', x: 500, y: 300 });
    await screen.next('state', (state) => state.x === 500);
    screen.say({ type: 'touch', touch: touchToMake('by-head') });
    const { revision, diff } = await screen.next('touched');
    const { body: quilt } = await api<QuiltAnswer>('GET', `/quilts/${quiltId}`);
    expect(quilt.revision).toBe(revision);
    expect(diff).toMatchObject([{ kind: 'touches', id: 'by-head', before: null }]);
    expect(Math.abs(quilt.records.touches['by-head']!.frame.x - 500)).toBeLessThan(2);
    screen.say({ type: 'touch', touch: touchToMake('late', 7) });
    expect((await screen.next('refused')).sentence).toMatch(/rolled or loaded anew/);
    for (const nonsense of [{ type: 'load', points: [] }, { type: 'jog', dx: 'far', dy: 0 }, 5, null]) {
      screen.say(nonsense);
      expect((await screen.next('refused')).sentence).not.toBe('');
    }
    screen.close();
  });

  it('hears nothing of another quilt, and does nothing to it but stop it', async () => {
    const [here, there] = [await readyQuilt(api, LONG), await readyQuilt(api)];
    const screen = await openScreen(app, here);
    const made = await load(here);
    await stitchFrom(screen, pointOf((await pointsOfRun(made))[0]!, 0));
    const other = await openScreen(app, there);
    other.say({ type: 'pause' });
    expect((await other.next('refused')).sentence).toMatch(/Tide Table is on the frame/);
    other.say({ type: 'stop' });
    await screen.run('stopped');
    expect(other.heard().map((message) => message.type)).not.toContain('state');
    // What is loaded stays there when another quilt's screen is opened. Put on in its place, that is told to both.
    const next = await openScreen(app, there);
    expect(screen.heard().map((message) => message.type)).not.toContain('elsewhere');
    expect((await api('POST', `/quilts/${there}/put-on`)).status).toBe(204);
    expect(await screen.next('elsewhere')).toMatchObject({ busy: false });
    expect((await other.next('advances')).events).toHaveLength(1);
    for (const one of [screen, other, next]) one.close();
  });
});

describe('what is stitched', () => {
  it('is what the screen shows: a plan that was changed since is not', async () => {
    const quiltId = await readyQuilt(api);
    const { status, body } = await api<StaleAnswer>('POST', `/quilts/${quiltId}/runs`, {
      pieceId: 'placements.p1.0',
      revision: 0,
    });
    expect([status, body.code, body.revision, body.since.length]).toEqual([409, 'stale', 1, 6]);
  });
});
