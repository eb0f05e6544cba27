import { expect, type Page, test } from '@playwright/test';
import type { RunAnswer } from '@gorse/contract';
import { decodeStrokes, framePoint, insideRing, nearestAlong, pointsOf, polyline } from '@gorse/core';
import { makeDemo } from '../demo/make-demo.mjs';
import { expectAccessible } from './accessible.ts';
import { ask } from './ask.ts';
import { clothHand } from './cloth-hand.ts';
import { bringHead, stitchPiece } from './frame-hands.ts';
import { ownServer } from './own-server.ts';
import { savedRecordsOf } from './plan-of.ts';

const server = ownServer();

const INCH = 25.4;
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });

test('rows are kept out of a label, joined in one run each, and a link, the start and the clearance are said by hand', async ({
  page,
}) => {
  await makeDemo(server.address);
  await page.goto(server.address);
  await page
    .getByRole('link', { name: /Harbour Lights/ })
    .first()
    .click();
  await page.getByRole('link', { name: /^Layout/ }).click();
  await page.getByTestId('row-totals').waitFor();
  await page.keyboard.press('k');
  const hand = await clothHand(page);
  // The label is there, and off.
  await hand.click(42 * INCH, 52 * INCH);
  await expect(page.getByText('It is off: stitches run over it.')).toBeVisible();
  await page.getByRole('switch', { name: 'Kept' }).check();
  await expect(page.getByTestId('kept-out')).toHaveText(/cut \d+ pieces, joined in 2 runs/);
  await expectAccessible(page);

  // By keys: a second one is drawn, a triangle of an inch or two.
  await page.getByRole('application').focus();
  await page.keyboard.press('Escape');
  await button(page, 'Draw one').click();
  await page.getByRole('application').focus();
  for (const key of ['ArrowUp', 'Space', 'ArrowRight', 'Space', 'ArrowDown', 'Space', 'Enter'])
    await page.keyboard.press(key);
  await expect(page.getByRole('textbox', { name: 'Called' })).toHaveValue('keep-out');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: 'Called' })).toBeHidden();

  await page.getByLabel('What designs are put into').getByText('Rows (R)').click();
  await button(page, /^Keep out 2 runs · \d+ cuts saved/).click();
  await expect(page.getByTestId('masked')).toContainText('no fewer can be had this way');
  await expect(page.getByTestId('masked')).toContainText('Unjoined:');
  const links = page.getByTitle('Do without this link');
  const longest = await links.first().textContent();
  await links.first().click();
  await expect(links.first()).not.toHaveText(longest!);
  await expect(button(page, 'Allow all links again (1)')).toBeVisible();
  await button(page, 'Start at…').click();
  await hand.click(20 * INCH, 52 * INCH);
  await expect(button(page, 'Free again')).toBeVisible();
  const set = Object.values((await savedRecordsOf(page)).rowSets)[0]!;
  expect(set.mask.forbidden).toHaveLength(1);
  expect(set.mask.start!.x).toBeCloseTo(20 * INCH, -1);
  await page.getByRole('switch', { name: 'Links may run along seams too' }).check();
  await page.getByRole('switch', { name: 'Start and end by seams' }).check();
  await page.getByRole('radio', { name: 'Along the edge' }).click();
  await expect.poll(async () => Object.values((await savedRecordsOf(page)).rowSets)[0]!.mask.by).toBe('edge');
  expect(Object.values((await savedRecordsOf(page)).rowSets)[0]!.mask).toMatchObject({ seams: true, ends: 'bySeams' });
  await expectAccessible(page);
});

test('stitches of a recipe stay off an appliqué piece that is drawn on the map; without that the keep-out is gone too', async ({
  page,
}) => {
  await makeDemo(server.address);
  await page.goto(server.address);
  await page
    .getByRole('link', { name: /Tide Table/ })
    .first()
    .click();
  await page.getByRole('link', { name: /^Quilt/ }).click();
  await page.getByLabel('What the hand does on the map').getByText('Appliqué (O)').click();
  const hand = await clothHand(page);
  for (const [x, y] of [[6, 6], [9, 6], [9, 8], [6, 8], [6, 6]] as const) await hand.click(x * INCH, y * INCH); // prettier-ignore
  await page.getByRole('link', { name: /^Layout/ }).click();
  await page.getByLabel('Recipe card').waitFor();
  const layout = await clothHand(page);
  await layout.click(7.5 * INCH, 10 * INCH);
  await button(page, / in [^:]+: /)
    .first()
    .click();
  await page.keyboard.press('k');
  await layout.click(7.5 * INCH, 7 * INCH);
  await button(page, /^Keep stitches out of appliqué/).click();
  await expect(page.getByTestId('kept-out')).toBeVisible();
  const { keepOuts, regions } = await savedRecordsOf(page);
  const [keepOut] = Object.values(keepOuts);
  expect(keepOut!.of).toEqual({
    kind: 'patches',
    regionIds: [Object.values(regions).find(({ kind }) => kind === 'applique')!.id],
  });
  // The design beside it is kept free along its outline, and no longer.
  await layout.click(7.5 * INCH, 10 * INCH);
  await button(page, /^Out of the design in it/).click();
  await button(page, /^Made of the outline of 1 design/).click();
  await page.getByLabel('Close gaps narrower than').fill('1/2');
  await page.getByLabel('Close gaps narrower than').press('Enter');
  const ofDesign = async () =>
    Object.values((await savedRecordsOf(page)).keepOuts).find((one) => one.id !== keepOut!.id);
  await expect.poll(async () => (await ofDesign())?.of).toMatchObject({ kind: 'designs', bridge: 0.5 * INCH });
  await expectAccessible(page);
  await button(page, 'Take it away').click();
  await expect.poll(ofDesign).toBeUndefined();
  // What is left of the patch is filled: another way of lines, by keys, and a spacing that is typed.
  await page.keyboard.press('v');
  await page.getByLabel('Recipe card').waitFor();
  await layout.click(7.5 * INCH, 10 * INCH);
  await page.getByRole('radiogroup', { name: 'What to choose from' }).getByText('Backgrounds').click();
  await button(page, /^Spiral in /).click();
  await button(page, /^Lines Spiral/).click();
  await page.getByRole('radio', { name: 'Crosshatch' }).press('Space');
  await page.getByLabel('From line to line').fill('3/4');
  await page.getByLabel('From line to line').press('Enter');
  await expect(button(page, /^Lines Crosshatch, 3\/4\sin apart/)).toBeVisible();
  await expect(button(page, /^Keep out 1 run · \d+ cuts saved/)).toBeVisible();
  await button(page, 'Outline the keep-outs').click();
  await button(page, 'One more line').click();
  await expect(button(page, /apart · 2 lines round keep-outs$/)).toBeVisible();
  await page.getByRole('switch', { name: 'Stitches of their own length' }).check();
  await expect(page.getByLabel('Stitches per inch (SPI) round keep-outs')).toHaveValue('12');
  await expectAccessible(page);
  const { placements, recipes } = await savedRecordsOf(page);
  const recipe = recipes[Object.values(placements)[0]!.recipeId]!;
  expect(recipe).toMatchObject({
    designId: null,
    background: { kind: 'grid', spacing: 0.75 * INCH, outline: { steps: [0, INCH / 8], spi: 12 } },
  });
  // Taken off the map, the keep-out goes with it.
  await page.getByRole('link', { name: /^Quilt/ }).click();
  await page.getByLabel('What the hand does on the map').waitFor();
  const map = await clothHand(page);
  await map.click(7.5 * INCH, 7 * INCH);
  await page.keyboard.press('Delete');
  await expect.poll(async () => Object.keys((await savedRecordsOf(page)).keepOuts)).toEqual([]);
});

/** Corners of a patch on the frame, and of a piece that is sewn on in the middle of it, going round. */
const PATCH = [framePoint(300, 200), framePoint(552, 206), framePoint(549, 455), framePoint(297, 448)];
const PIECE = [framePoint(380, 290), framePoint(450, 300), framePoint(480, 350), framePoint(420, 390)];
const AROUND = polyline([...PIECE, PIECE[0]!]);

test('without a map: touched round an appliqué piece, then its patch; no stitch of the background lies on the piece, and it is one run', async ({
  page,
}) => {
  await makeDemo(server.address);
  await page.addInitScript(() =>
    localStorage.setItem('gorse-preferences', JSON.stringify({ state: { lengthStyle: 'mm' }, version: 0 })),
  );
  const top = { setting: { kind: 'drawn', width: 1500, length: 1800 }, borders: [], patches: [] };
  const { id } = await ask<{ id: string }>(server.address, '/quilts', { name: 'One ferry', ...top });
  await page.goto(`${server.address}/quilts/${id}/frame`);
  const press = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
  await press('Understood');
  await press('Tension and clamps are set');
  await press('All round');
  for (const [i, place] of PIECE.entries()) {
    await bringHead(page, place);
    await press(i === 0 ? 'Touch here' : 'Touch a corner');
    await expect(page.getByText(`${i + 1} touched.`)).toBeVisible();
  }
  await press('Undo touch');
  await expect(page.getByText('3 touched.')).toBeVisible();
  await press('Touch a corner');
  await press('That is all round');
  await press('Nothing: keep stitches out of it');

  await press('Four corners');
  for (const [i, place] of PATCH.entries()) {
    await expect(page.getByText(/^Put the needle over/)).toContainText(['first', 'second', 'third', 'fourth'][i]!);
    await bringHead(page, place);
    await press('Touch here');
  }
  await press('Meander in patch 2: background');
  await stitchPiece(page, 'Patch 2');
  const [{ id: run }] = await ask<[RunAnswer]>(server.address, `/quilts/${id}/runs`);
  const points = await fetch(`${server.address}/api/runs/${run}/points`);
  const lines = decodeStrokes(new Uint8Array(await points.arrayBuffer()));
  expect(lines).toHaveLength(1);
  const holes = lines.flatMap((line) => pointsOf(line));
  expect(holes.length).toBeGreaterThan(300);
  const off = Math.min(...holes.map(({ x, y }) => (insideRing(PIECE, x, y) ? 0 : nearestAlong(AROUND, { x, y }).off)));
  // An eighth of an inch, less what a hand misses by.
  expect(off).toBeGreaterThan(25.4 / 8 - 1);
});
