import { expect, type Page } from '@playwright/test';
import { ownQuilt, test } from './demo.ts';
import type { TestServer } from './server.ts';

let server: TestServer;
test.beforeAll(({ demo }) => {
  server = demo;
});

const cloth = (page: Page) => page.getByRole('application');
const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: 'saved' })).toBeVisible();

async function openLayout(page: Page, quiltId: string): Promise<void> {
  await page.goto(`${server.address}/quilts/${quiltId}/layout`);
  await expect(cloth(page)).toBeVisible();
}

/** How many pixels of the cloth have thread on them. */
const inked = (page: Page): Promise<number> =>
  page.getByTestId('thread').evaluate(async (canvas: HTMLCanvasElement) => {
    const copy = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!;
    copy.drawImage(await createImageBitmap(canvas), 0, 0);
    return copy.getImageData(0, 0, canvas.width, canvas.height).data.filter((value, i) => i % 4 === 3 && value > 0)
      .length;
  });

/** A design into the first empty block, by keyboard alone. */
async function placeByKeyboard(page: Page, design: string): Promise<void> {
  await cloth(page).focus();
  await page.keyboard.press('ArrowRight');
  await page.getByLabel('Find a design').fill(design);
  await page.getByRole('button', { name: new RegExp(`^Drawing of ${design} ${design}`) }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('totals')).toBeVisible();
}

test('the demo shows three quilts and their designs, and the whole layout goes by keyboard', async ({ page }) => {
  await page.goto(server.address);
  const shelved = (name: string) =>
    page.getByRole('article').filter({ has: page.getByRole('heading', { name, exact: true }) });
  await expect(shelved('Harbour Lights')).toContainText(/12 rows, none stitched yet/);
  await expect(shelved('Guillemot Mess')).toContainText('0 of 130 designs stitched');
  await expect(shelved('Tide Table')).toContainText('40 1/2 in × 21 1/2 in · nothing placed yet');
  await expect(shelved('Tide Table').getByRole('link', { name: 'Choose designs' })).toBeVisible();
  await openLayout(page, await ownQuilt(server.address, 'Tide Table'));
  await placeByKeyboard(page, 'Shell');
  await expect.poll(() => inked(page)).toBeGreaterThan(200);
  await cloth(page).focus();
  await page.keyboard.press('/');
  await expect(page.getByRole('button', { name: /^Orient/ })).toContainText('mirrored');
  await page.keyboard.press('Delete');
  await expect(page.getByText(/^A1 is 8 × 8\sin and empty/)).toBeVisible();
  await expect.poll(() => inked(page)).toBe(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Orient/ })).toContainText('mirrored');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('turn the design 90°');
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await expect(page.getByRole('heading', { name: 'The quilt top' })).toBeVisible();
});

test('a check tells what is wrong, and its button mends it', async ({ page }) => {
  await openLayout(page, await ownQuilt(server.address, 'Tide Table'));
  await placeByKeyboard(page, 'Compass');
  await page.getByRole('button', { name: /^Fit/ }).click();
  await page.getByLabel('Margin', { exact: true }).fill('5');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /Checks: 1 to mend/ }).click();
  await expect(page.getByText('A margin of 5 in leaves nothing of A1.')).toBeVisible();
  await page.getByRole('button', { name: 'Margin 0 in' }).click();
  await expect(page.getByText('Checks: nothing to mend')).toBeVisible();
  await page.getByLabel('Margin', { exact: true }).fill('wide');
  await expect(page.getByText('Type a length, such as 7 3/8 or 18.7 cm')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Margin', { exact: true })).toHaveValue('0');
});

test('two windows: what was done elsewhere is taken in, and the same place is asked about', async ({
  page,
  context,
}) => {
  const id = await ownQuilt(server.address, 'Tide Table');
  await openLayout(page, id);
  const other = await context.newPage();
  await openLayout(other, id);
  await other.keyboard.press('1');
  await other.getByLabel('Border width').fill('3');
  await other.getByLabel('Border width').press('Enter');
  await saved(other);

  await placeByKeyboard(page, 'Float');
  await saved(page);
  await page.keyboard.press('1');
  await expect(page.getByLabel('Border width')).toHaveValue('3');

  await other.getByLabel('Border width').fill('4');
  await other.getByLabel('Border width').press('Enter');
  await expect(other.getByLabel('Border width')).toHaveValue('4');
  await saved(other);
  await page.getByLabel('Border width').fill('5');
  await page.getByLabel('Border width').press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'changed in another window' })).toBeVisible();
  await page.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Border width')).toHaveValue('4');
  await saved(page);
  await other.close();
});

test('a quilt is copied, renamed, taken off the shelf and put back', async ({ page }) => {
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Open Tide Table', exact: true }).click();
  await page.getByRole('button', { name: 'Tide Table ▾' }).click();
  await page.getByRole('menuitem', { name: 'Make a copy' }).click();
  await page.getByRole('button', { name: /^Tide Table \(copy.*\) ▾/ }).click();
  await page.getByRole('menuitem', { name: 'Rename…' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Spring Tide');
  await page.getByRole('button', { name: 'Rename' }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Spring Tide ▾' }).click();
  await page.getByRole('menuitem', { name: 'Take off the shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Quilts' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Spring Tide' })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Spring Tide ▾' })).toBeVisible();
});

test('addresses that lead nowhere say so and lead back', async ({ page }) => {
  await page.goto(`${server.address}/quilts/nowhere/layout`);
  await expect(page.getByText('There is no such quilt. It may have been removed; go back to the shelf.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Quilts' })).toBeVisible();
  await page.goto(`${server.address}/puffins`);
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible();
});
