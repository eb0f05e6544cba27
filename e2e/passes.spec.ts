import { expect, type Page, test } from '@playwright/test';
import type { QuiltAnswer, QuiltSummary, RunAnswer } from '@gorse/contract';
import {
  type AdvanceEvent,
  advanceStateOf,
  clothUnder,
  cornerLandmarks,
  decodeStrokes,
  distance,
  type FramePoint,
  gridSize,
  loadingMap,
  makeTrueQuilt,
  mountedAt,
  PIECED_CLOTH,
  type Point,
  pointsOf,
  quiltOf,
  seedOf,
  stitchedLandmarks,
} from '@gorse/core';
import { makeDemo } from '../demo/make-demo.mjs';
import { expectAccessible } from './accessible.ts';
import { bringHead } from './frame-hands.ts';
import { removeFolder, startServer, type TestServer } from './server.ts';

let server: TestServer;
test.beforeAll(async () => {
  server = await startServer({ speed: 60 });
  await makeDemo(server.address);
});
test.afterAll(async () => {
  await server.kill();
  removeFolder(server.folder);
});

const ask = async <T>(path: string): Promise<T> => (await (await fetch(`${server.address}/api${path}`)).json()) as T;
const linesOf = async (path: string): Promise<Float64Array[]> =>
  decodeStrokes(new Uint8Array(await (await fetch(`${server.address}/api${path}`)).arrayBuffer()));
const harbourLights = async (): Promise<string> =>
  (await ask<QuiltSummary[]>('/quilts')).find((quilt) => quilt.name === 'Harbour Lights')!.id;

/** A finished run with where its holes truly are: on the pieced cloth, as planned and as stitched. Only tests may compare. */
interface Stitched {
  readonly run: RunAnswer;
  readonly planned: readonly Point[];
  readonly true: readonly Point[];
  readonly cloth: Float64Array[];
  readonly frame: Float64Array[];
}

/** The eye of the person standing there: where things truly lie. */
async function eyeOf(quiltId: string) {
  const { records } = await ask<QuiltAnswer>(`/quilts/${quiltId}`);
  const quilt = quiltOf(records);
  const size = gridSize(quilt.grid);
  const lie = loadingMap(quilt.loading, quilt.grid);
  const make = makeTrueQuilt(seedOf(quiltId), PIECED_CLOTH, { x: size.width / 2, y: size.length / 2 });
  const { mounts } = advanceStateOf(await ask<AdvanceEvent[]>(`/quilts/${quiltId}/advances`));
  const truths = mounts.map(({ rolled, front }, advance) =>
    make({ advance, at: mountedAt(quilt.machine.frame, rolled), front: front ?? -Infinity }),
  );
  const runs = (await ask<RunAnswer[]>(`/quilts/${quiltId}/runs`)).filter((run) => run.state.status === 'finished');
  const stitched = await Promise.all(
    runs.map(async (run): Promise<Stitched> => {
      const [cloth, frame] = [await linesOf(`/runs/${run.id}/cloth`), await linesOf(`/runs/${run.id}/points`)];
      const truth = truths[run.advance]!;
      const on = pointsOf(frame[0]!).map((p) => clothUnder(truth, p));
      return { run, cloth, frame, planned: pointsOf(cloth[0]!), true: on };
    }),
  );
  return {
    stitched,
    /** Where a landmark asked for by name lies on the frame now. */
    place(name: string): FramePoint {
      const now = truths.at(-1)!;
      const corner = cornerLandmarks(records, lie).find((one) => one.name === name);
      if (corner) return now(corner.cloth);
      const known = stitched.flatMap(({ run, cloth, frame }) =>
        stitchedLandmarks(run.name.split(' · ')[0]!, { cloth, frame, advance: run.advance, upTo: Infinity }, lie),
      );
      const { since } = known.find((one) => one.name === name)!;
      return now(clothUnder(truths[since!.advance]!, since!.frame));
    },
  };
}

const big = (page: Page) => page.getByTestId('big-button');

const TO_TOUCH = /^(Put the needle over|Check: put|Row \d+ lies on|Row \d+’s pass lies)/;

/** Touches what is asked for until nothing more is, or six are made; says how many. Rolls again where the touches show that all lies out of reach. */
async function lineUp(page: Page, quiltId: string): Promise<number> {
  let eye = await eyeOf(quiltId);
  for (let touched = 0; ; touched++) {
    const understood = page.getByRole('button', { name: 'Understood' });
    await expect(page.getByText(TO_TOUCH).or(understood)).toBeVisible();
    if (await understood.isVisible()) await understood.click();
    const title = (await page.getByText(TO_TOUCH).textContent())!;
    if (title.includes('lies on')) return touched;
    if (title.includes('pass lies')) {
      await page.getByRole('button', { name: 'Clamps are off' }).click();
      await page.getByRole('button', { name: 'Rolled', exact: true }).click();
      await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
      eye = await eyeOf(quiltId);
      touched = -1;
      continue;
    }
    if (touched === 6) {
      await page.getByRole('button', { name: 'Good enough' }).click();
      return touched;
    }
    await bringHead(page, eye.place(/over the (.*)\.$/.exec(title)![1]!));
    await page.getByRole('button', { name: 'Touch here' }).click();
    await expect(page.getByText(title, { exact: true })).toBeHidden();
  }
}

async function stitchRow(page: Page, row: number): Promise<void> {
  await page.getByRole('button', { name: `Load Row ${row}`, exact: true }).click();
  await page.getByRole('button', { name: 'Go to the start' }).click();
  await page.getByRole('button', { name: /^Skip/ }).click();
  const caution = page.getByRole('button', { name: 'Understood' });
  const needle = page.getByRole('button', { name: 'Needle down and up' });
  await expect(caution.or(needle)).toBeVisible();
  if (await caution.isVisible()) {
    await expect(page.getByText(/wear eye protection/)).toBeVisible();
    await caution.click();
  }
  await needle.click();
  await page.getByRole('button', { name: 'Stitch', exact: true }).click();
  await expect(page.getByText(`Row ${row} is stitched.`)).toBeVisible({ timeout: 60_000 });
  await big(page).click();
}

test('passes are shown, moved by hand and pinned, and put back', async ({ page }) => {
  const quiltId = await harbourLights();
  const copy = await fetch(`${server.address}/api/quilts/${quiltId}/copy`, { method: 'POST' });
  const { id } = (await copy.json()) as { id: string };
  await page.goto(`${server.address}/quilts/${id}/passes`);
  const strip = page.getByRole('complementary', { name: 'The quilt on the poles' });
  const card = page.getByRole('complementary', { name: 'The pass' });
  await expect(card).toContainText('3 passes');
  await expect(card.getByRole('region', { name: 'Pass 1', exact: true })).toContainText('row 4');
  await expect(card.getByRole('region', { name: 'Lining up' })).toContainText(/After these:.*±/);
  await expectAccessible(page);

  await card.getByRole('button', { name: 'Move row 4' }).click();
  await page.getByRole('menuitem', { name: 'Move to pass 2' }).click();
  await expect(card.getByRole('region', { name: 'Pass 1', exact: true })).not.toContainText('row 4');
  await strip.getByRole('button', { name: /^Pass 2/ }).click();
  await expect(card.getByRole('region', { name: 'Pass 2' })).toContainText('row 4');
  await expect(card.getByRole('region', { name: 'Lining up' })).toContainText(/of row 3/);
  await card.getByRole('button', { name: 'All passes as worked out' }).click();
  await expect(card.getByRole('region', { name: 'Pass 2' })).not.toContainText('row 4');

  const boundary = strip.getByRole('slider', { name: /^Where pass 3 begins/ });
  const before = Number(await boundary.getAttribute('aria-valuenow'));
  await boundary.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(async () => Number(await boundary.getAttribute('aria-valuenow'))).toBeLessThan(before - 10);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Number(await boundary.getAttribute('aria-valuenow'))).toBe(before);

  await page.getByRole('link', { name: 'Frames', exact: true }).click();
  await page.getByRole('button', { name: 'Copy and measure' }).first().click();
  await page.getByLabel('Name').fill('Shed frame');
  await page.getByLabel('Throat', { exact: true }).fill('20');
  await page.getByLabel('Throat', { exact: true }).press('Enter');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep this frame' }).click();
  await expect(page.getByRole('region', { name: 'Shed frame' })).toContainText('throat 20 in');
  await page.goto(`${server.address}/quilts/${id}/passes`);
  await page.getByRole('combobox', { name: 'Planned for the frame' }).click();
  await page.getByRole('option', { name: 'Shed frame' }).click();
  await expect(card).not.toContainText('3 passes');
  await expect(card).toContainText(/\d+ passes/);
});

test('Harbour Lights is stitched over three passes, killed between, and its rows nest', async ({ page }) => {
  test.setTimeout(600_000);
  const quiltId = await harbourLights();
  await page.goto(`${server.address}/quilts/${quiltId}/frame`);
  await page.getByRole('button', { name: /Units/ }).click();
  await page.getByRole('menuitem', { name: 'millimetres', exact: true }).click();
  await expect(page.getByText(/Keep hands, hair, sleeves/)).toBeVisible();
  await page.getByRole('button', { name: 'Understood' }).click();

  for (let pass = 1, row = 1; pass <= 3; pass++) {
    await test.step(`pass ${pass}`, async () => {
      if (pass > 1) {
        await expect(page.getByText(`Roll on to pass ${pass} of 3.`)).toBeVisible();
        await page.getByRole('button', { name: 'Clamps are off' }).click();
        await expect(page.getByText(/^Roll \d+(\.\d+)?\smm on, away from you\.$/)).toBeVisible();
        await expect(page.getByText(/the lower edge of .* lies .* before the roll/)).toBeVisible();
        await page.getByRole('button', { name: 'Rolled', exact: true }).click();
      }
      await expect(page.getByText('Set the tension, then put the side clamps on.')).toBeVisible();
      if (pass === 2) await expectAccessible(page);
      await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
      expect(await lineUp(page, quiltId)).toBeGreaterThanOrEqual(2);
      for (let i = 0; i < 4; i++, row++) await stitchRow(page, row);
    });
    if (pass === 3) break;
    // The power goes between passes; the page comes back by itself or is loaded again.
    if (pass === 1) await expect(page.getByText(/Before you roll: needle up/)).toBeVisible();
    else await expect(page.getByText(`Roll on to pass ${pass + 1} of 3.`)).toBeVisible();
    await server.kill();
    server = await startServer({ folder: server.folder, port: new URL(server.address).port, speed: 60 });
    await page.reload();
    if (pass === 1) await page.getByRole('button', { name: 'Understood' }).click();
  }

  const { stitched } = await eyeOf(quiltId);
  const byRow = new Map(stitched.map((one) => [Number(/^row (\d+)/.exec(one.run.name)![1]), one]));
  expect(byRow.size).toBe(12);
  const advanceOf = (row: number): number => byRow.get(row)!.run.advance;
  expect([2, 3, 4].map(advanceOf)).toEqual(Array(3).fill(advanceOf(1)));
  expect(advanceOf(5)).toBeGreaterThan(advanceOf(4));
  expect(advanceOf(9)).toBeGreaterThan(advanceOf(8));
  // Across each roll: how much farther or nearer the new row lies to the old one than planned, point against nearest point.
  for (const [above, below] of [
    [4, 5],
    [8, 9],
  ] as const) {
    const [a, b] = [byRow.get(above)!, byRow.get(below)!];
    const misfits = b.planned.flatMap((p, i) => {
      const near = a.planned.reduce((best, q, k) => (distance(p, q) < distance(p, a.planned[best]!) ? k : best), 0);
      if (distance(p, a.planned[near]!) > 40) return [];
      const off = (one: Stitched, k: number): Point => ({
        x: one.true[k]!.x - one.planned[k]!.x,
        y: one.true[k]!.y - one.planned[k]!.y,
      });
      return [distance(off(b, i), off(a, near))];
    });
    misfits.sort((x, y) => x - y);
    expect(misfits.length).toBeGreaterThan(200);
    expect(misfits[Math.floor(0.95 * misfits.length)]).toBeLessThan(1.6);
  }
  await page.getByRole('link', { name: 'Passes', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Draw-in' })).toContainText(/along the poles/);
});
