import { expect, type Page, test } from '@playwright/test';
import { outlineOf, quiltOf, type Region, ringBounds } from '@gorse/core';
import { expectAccessible } from './accessible.ts';
import { clothHand } from './cloth-hand.ts';
import { medallion } from './medallion.ts';
import { named, recordsOf } from './plan-of.ts';
import { ownServer } from './own-server.ts';

const server = ownServer();

const boxOf = ({ shape }: Region): string => {
  const { minX, minY, maxX, maxY } = ringBounds(outlineOf(shape));
  return [minX, minY, maxX, maxY].map((mm) => +mm.toFixed(1)).join(' ');
};

async function makeGrid(page: Page, name: string): Promise<void> {
  await page.goto(server.address);
  await page.getByRole('button', { name: 'New quilt' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await page.getByRole('button', { name: 'Make the quilt' }).click();
  await page.getByRole('link', { name: 'Quilt', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'The quilt top' })).toBeVisible();
}

test('a drawing of an appliqué medallion is read in, said what became of, changed, sized and made', async ({
  page,
}) => {
  await page.goto(server.address);
  await page.getByRole('button', { name: 'New quilt' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Lantern');
  await page.getByText('A drawing to read in').click();
  const file = { name: 'medallion.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(medallion()) };
  await page.getByRole('dialog').locator('input[type=file]').setInputFiles(file);
  const report = page.getByRole('group', { name: 'What became of the drawing' });
  await expect(report).toContainText('22 closed shapes and 1 open line became 23 patches, 13 of them appliqué.');
  await expect(report).toContainText('1 open line that parts nothing left out.');
  await expectAccessible(page);
  await report.getByRole('combobox', { name: 'What lantern are' }).click();
  await page.getByRole('option', { name: 'cornerstones' }).click();
  await expect(report).toContainText('12 of them appliqué');
  await page.getByRole('textbox', { name: 'Finished width' }).fill('36');
  await page.getByRole('textbox', { name: 'Finished width' }).press('Tab');
  await page.getByRole('button', { name: 'Make the quilt' }).click();
  await expect(page.getByRole('heading', { name: 'The quilt top' })).toBeVisible();
  const records = await recordsOf(page);
  expect(quiltOf(records).map.size.width).toBeCloseTo(36 * 25.4, 6);
  const regions = Object.values(records.regions);
  expect(regions).toHaveLength(23);
  const ferries = regions.filter(({ name }) => name.startsWith('ferries'));
  expect(new Set(ferries.map(({ family }) => family)).size).toBe(1);
  // Strips drawn 0.2 mm short meet their neighbours: the middle is 600 of 900 mm, and shared edges are one.
  const by = (36 * 25.4) / 900;
  const strip = ringBounds(outlineOf(regions.find(({ name }) => name === 'borders 2')!.shape));
  expect([strip.minX, strip.minY, strip.maxX, strip.maxY].map(Math.round)).toEqual(
    [0, 150 * by, 150 * by, 750 * by].map(Math.round),
  );
  // It lies on the shelf as it is, and is sized afterwards like any other.
  await page.getByRole('textbox', { name: 'Finished length' }).fill('72');
  await page.getByRole('textbox', { name: 'Finished length' }).press('Tab');
  await expect
    .poll(async () => boxOf((await named(page, 'borders 1'))!))
    .toBe([150 * by, 0, 750 * by, 300 * by].map((mm) => +mm.toFixed(1)).join(' '));
  await page.goto(server.address);
  const drawn = page.getByRole('link', { name: 'Open Lantern' }).locator('g path');
  await expect(drawn).toHaveCount(23 + 2);
});

test('patches are drawn, moved, split, merged, copied and deleted by hand, and all of it undone', async ({ page }) => {
  await makeGrid(page, 'By hand');
  const hand = await clothHand(page);
  const chosen = page.getByRole('region', { name: 'The chosen patch' });
  // A1 is 10 in from 3 in; its lower right corner moves with the sashing and the cornerstone about it.
  await hand.click(200, 200);
  await expect(chosen).toContainText('A1');
  await hand.drag(330.2, 330.2, 320, 310);
  await expect(page.getByRole('radio', { name: 'Drawn' })).toBeChecked();
  const at = async (name: string) =>
    (await named(page, name))!.shape.map(({ at: { x, y } }) => `${x.toFixed(0)} ${y.toFixed(0)}`);
  const moved = (await at('A1'))[2]!;
  for (const beside of ['A1', 'sashing right of A1', 'sashing below A1']) expect(await at(beside)).toContain(moved);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('radio', { name: 'Straight' })).toBeChecked();

  // Split from the middle of its upper edge down, then merged again.
  await hand.click(200, 200);
  await page.getByRole('button', { name: 'Split (X)' }).click();
  await hand.click(204, 78);
  await hand.click(203, 200);
  await expect
    .poll(async () => (await named(page, 'A1 (2)')) && boxOf((await named(page, 'A1 (2)'))!))
    .toMatch(/^(203.2|76.2) 76.2 (330.2|203.2) 330.2$/);
  await page.keyboard.press('v');
  await hand.click(150, 200);
  await chosen.getByRole('button', { name: 'Merge with…' }).click();
  await page.getByRole('menuitem', { name: /^A1( \(2\))?$/ }).click();
  await expect
    .poll(async () => Object.values((await recordsOf(page)).regions).filter(({ name }) => name.startsWith('A1')))
    .toHaveLength(1);

  // Appliqué drawn with a typed length and square corners, by keys at the end.
  await hand.cloth.focus();
  await page.keyboard.press('o');
  await hand.click(420, 120);
  await hand.move(500, 121);
  await page.keyboard.type('4');
  await page.keyboard.press('Enter');
  await hand.move(522, 180);
  await page.keyboard.type('2');
  await page.keyboard.press('Enter');
  await hand.click(421, 171);
  await page.keyboard.press('Enter');
  const x = async (): Promise<number[]> =>
    boxOf((await named(page, 'appliqué 1'))!)
      .split(' ')
      .map(Number);
  await expect.poll(async () => (await named(page, 'appliqué 1')) !== undefined).toBe(true);
  const [left, top, right, bottom] = await x();
  expect([right! - left!, bottom! - top!].map((mm) => +mm.toFixed(1))).toEqual([101.6, 50.8]);
  await expect(chosen.getByRole('textbox', { name: 'Called' })).toHaveValue('appliqué 1');
  await chosen.getByRole('textbox', { name: 'Called' }).fill('ferry');
  await chosen.getByRole('textbox', { name: 'Called' }).press('Enter');
  await expect.poll(async () => (await named(page, 'ferry'))?.kind).toBe('applique');
  await expectAccessible(page);
  await chosen.getByRole('button', { name: 'Copy along a row' }).click();
  await chosen.getByRole('textbox', { name: 'Copies' }).fill('2');
  await chosen.getByRole('textbox', { name: 'Gap' }).fill('8');
  await chosen.getByRole('textbox', { name: 'Gap' }).press('Tab');
  await chosen.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect
    .poll(async () => ((await named(page, 'ferry 1')) ? boxOf((await named(page, 'ferry 1'))!) : ''))
    .toBe([left! + 304.8, top!, right! + 304.8, bottom!].map((mm) => +mm.toFixed(1)).join(' '));
  // A corner typed, then the piece dragged as a whole, and deleted.
  await chosen.getByRole('button', { name: 'Corners' }).click();
  const corner = chosen.getByRole('textbox', { name: 'Corner 1, from the left' });
  await corner.fill('16');
  await corner.press('Tab');
  await expect.poll(async () => (await x0(page)).toFixed(1)).toBe('406.4');
  await page.keyboard.press('v');
  await hand.cloth.focus();
  await page.keyboard.press('v');
  await hand.drag(470, 150, 470, 250);
  await expect.poll(async () => +boxOf((await named(page, 'ferry'))!).split(' ')[1]! - top!).toBeCloseTo(100, 0);
  await hand.cloth.focus();
  await page.keyboard.press('Delete');
  await expect.poll(() => named(page, 'ferry')).toBeUndefined();
  for (let i = 0; i < 8; i++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('radio', { name: 'Straight' })).toBeChecked();
  await expect
    .poll(async () => Object.values((await recordsOf(page)).regions).every(({ origin }) => origin === 'setting'))
    .toBe(true);
});

const x0 = async (page: Page): Promise<number> => (await named(page, 'ferry'))!.shape[0]!.at.x;

test('an appliqué outline is taken from a design, sized, and laid on the chosen block', async ({ page }) => {
  await makeGrid(page, 'Outline');
  const body =
    '<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="60mm" viewBox="0 0 90 60"><path d="M0 0H90V60H0ZM0 0L90 60M30 10h9v9h-9z"/></svg>';
  await fetch(`${server.address}/api/designs?file=Sail.svg`, { method: 'POST', body });
  await page.reload();
  await expect(page.getByRole('application')).toHaveAttribute('data-view', / /);
  const hand = await clothHand(page);
  await hand.click(200, 200);
  await page.getByText('Appliqué (O)').click();
  await page.getByRole('button', { name: 'From a drawing or a design…' }).click();
  await page.getByText('A design’s outline').click();
  await page.getByRole('combobox', { name: 'Design' }).click();
  await page.getByRole('option', { name: 'Sail' }).click();
  const width = page.getByRole('textbox', { name: 'Width of it all' });
  await width.fill('6');
  await width.press('Tab');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Put on the quilt' }).click();
  // Its outer edge alone, 6 by 4 in, in the middle of A1.
  await expect
    .poll(async () => ((await named(page, 'appliqué 1')) ? boxOf((await named(page, 'appliqué 1'))!) : ''))
    .toBe([203.2 - 76.2, 203.2 - 50.8, 203.2 + 76.2, 203.2 + 50.8].map((mm) => +mm.toFixed(1)).join(' '));
  // It goes with its block when the border is measured anew.
  await page.getByRole('textbox', { name: 'Border width' }).fill('5');
  await page.getByRole('textbox', { name: 'Border width' }).press('Tab');
  await expect
    .poll(async () => boxOf((await named(page, 'appliqué 1'))!))
    .toBe([177.8, 203.2, 330.2, 304.8].map((mm) => +mm.toFixed(1)).join(' '));
});
