import { expect, type Page, test } from '@playwright/test';
import { distance, framePoint, outlineOf, ringBounds, touchesOf } from '@gorse/core';
import { expectAccessible } from './accessible.ts';
import { ask } from './ask.ts';
import { bringHead } from './frame-hands.ts';
import { ownServer } from './own-server.ts';
import { recordsOf } from './plan-of.ts';

const server = ownServer();

/** Four corners of a patch that isn't square, on the frame. */
const CORNERS = [framePoint(300, 200), framePoint(552, 206), framePoint(549, 455), framePoint(297, 448)];

const inMillimetres = (page: Page) =>
  page.addInitScript(() =>
    localStorage.setItem('gorse-preferences', JSON.stringify({ state: { lengthStyle: 'mm' }, version: 0 })),
  );

test('from an empty shelf to the first stitch without a map, by four corners, in under 20 clicks and keys', async ({
  page,
}) => {
  await inMillimetres(page);
  await page.goto(server.address);
  let actions = 0;
  const press = async (name: string | RegExp): Promise<void> => {
    actions++;
    await page.getByRole('button', { name }).first().click();
  };
  await press('New quilt');
  actions++;
  await page.keyboard.type('M');
  actions++;
  await page.getByRole('radio', { name: /Nothing/ }).click();
  await press('Make the quilt');
  await press('Understood');
  await press('Tension and clamps are set');
  await press(/Four corners/);
  await expectAccessible(page);
  for (const [i, corner] of CORNERS.entries()) {
    await expect(page.getByText(/^Put the needle over/)).toContainText(['first', 'second', 'third', 'fourth'][i]!);
    // The head is carried by hand.
    await bringHead(page, corner);
    await press('Touch here');
  }
  await press('Take the starter designs');
  await press(/ in patch 1: /);
  await press('Load Patch 1');
  await press('Go to the start');
  await press(/^Skip/);
  await press('Understood');
  await press('Needle down and up');
  await press('Stitch');
  await expect(page.getByText('Stitching patch 1.')).toBeVisible();
  expect(actions).toBeLessThan(20);

  const { regions, placements, ...records } = await recordsOf(page);
  const [patch] = Object.values(regions);
  expect(patch).toMatchObject({ name: 'patch 1', origin: 'touched' });
  expect(Object.values(placements)).toMatchObject([{ regionId: patch!.id }]);
  const touched = touchesOf({ ...records, regions, placements });
  // One touch a corner, each on the patch's own corner, at the places where the needle stood.
  expect(touched.map(({ on }) => on)).toEqual([1, 2, 3, 4].map((i) => `control.${patch!.id}.c${i}`));
  for (const [i, { frame, cloth }] of touched.entries()) {
    expect(distance(frame, CORNERS[i]!)).toBeLessThan(1.5);
    expect(distance(cloth, outlineOf(patch!.shape)[i]!)).toBeLessThan(1e-9);
  }
  await page.keyboard.press('Space');
  await expect(page.getByText(/^Stopped at stitch/)).toBeVisible();
});

test('a box of a typed size waits, is touched with a gauge, moved onto the needle, and the next goes by the same recipe', async ({
  page,
}) => {
  await inMillimetres(page);
  const body = { name: 'Boxes', setting: { kind: 'drawn', width: 1500, length: 1800 }, borders: [], patches: [] };
  const { id } = await ask<{ id: string }>(server.address, '/quilts', body);
  // Whatever the test before left there.
  await ask(server.address, `/quilts/${id}/put-on`, {});
  await page.goto(`${server.address}/quilts/${id}/frame`);
  const press = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
  await press('Understood');
  await press('Tension and clamps are set');
  await press('A size I type');
  await page.getByRole('textbox', { name: 'Across the frame' }).fill('280');
  await page.getByRole('textbox', { name: 'Across the frame' }).press('Enter');
  await page.getByRole('textbox', { name: 'Towards you' }).fill('100');
  await page.getByRole('textbox', { name: 'Towards you' }).press('Enter');
  await press('Keep for later');
  await page.getByText(/^Gauge:/).click();
  await page.getByText('Inside it').click();
  // It waits, also when the screen was closed meanwhile.
  await page.reload();
  await press('Touch the box of 280');
  await bringHead(page, framePoint(400, 300));
  await page.keyboard.press('Enter');
  await press(/ in patch 1: /);
  const boxNow = async () => {
    const { regions } = await recordsOf(page);
    const { minX, minY, maxX, maxY } = ringBounds(outlineOf(Object.values(regions)[0]!.shape));
    return [maxX - minX, maxY - minY].map((mm) => Math.round(mm));
  };
  // The needle stood a quarter inch inside the seam on all sides; drawn in by what the cloth is believed to.
  expect((await boxNow())[0]).toBeGreaterThan(290);

  await press('Move the design');
  await press('Centre');
  await expect(page.getByRole('button', { name: 'Back to the fit' })).toBeVisible();
  await expect(page.getByText(/over the seam/)).toBeVisible();
  await press('Back to the fit');
  // Quick presses follow one another: three of 2 mm.
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Move it right' }).click();
  await expectAccessible(page);
  await press('Done');
  await expect
    .poll(async () => {
      const { shift } = Object.values((await recordsOf(page)).placements)[0]!.own;
      return shift && { angle: shift.angle, far: Math.round(Math.hypot(shift.x, shift.y)) };
    })
    .toEqual({ angle: 0, far: 6 });
  await press('A patch here');
  await press('Two corners');
  await bringHead(page, framePoint(800, 300));
  await page.keyboard.press('Enter');
  await expect(page.getByText(/opposite corner/)).toBeVisible();
  await bringHead(page, framePoint(1080, 400));
  await page.keyboard.press('Enter');
  await press(/ in patch 2: as patch 1/);
  await expect.poll(async () => Object.keys((await recordsOf(page)).recipes)).toHaveLength(1);
  await expect(page.getByText(/^Patch 2 lies on the cloth/)).toBeVisible();
});
