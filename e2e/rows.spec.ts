import { expect, type Page } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { ownQuilt, test } from './demo.ts';
import type { TestServer } from './server.ts';

let server: TestServer;
test.beforeAll(({ demo }) => {
  server = demo;
});

const totals = (page: Page) => page.getByTestId('row-totals');
const saved = (page: Page) => expect(page.getByText('saved', { exact: true })).toBeVisible();
/** The numbers that hang together, as they are shown. */
const numbers = (page: Page): Promise<string[]> =>
  page
    .getByRole('region', { name: 'Numbers' })
    .locator('input')
    .evaluateAll((inputs) => inputs.map((input) => (input as HTMLInputElement).value.replace(/\u00a0/g, ' ')));

/** The same once they have all followed: each of them is drawn by itself. */
async function settledNumbers(page: Page): Promise<string[]> {
  let found: string[] = [];
  await expect
    .poll(
      async () => {
        const before = found;
        found = await numbers(page);
        return found.length > 0 && found.join() === before.join();
      },
      { intervals: [150] },
    )
    .toBe(true);
  return found;
}

/** Where a place of the cloth (mm) is on the screen. */
async function onScreen(page: Page, x: number, y: number): Promise<[number, number]> {
  const cloth = page.getByRole('application');
  const [scale, left, top] = (await cloth.getAttribute('data-view'))!.split(' ').map(Number) as [
    number,
    number,
    number,
  ];
  const box = (await cloth.boundingBox())!;
  return [box.x + x * scale + left, box.y + y * scale + top];
}

/** Opens a copy of its own of the planned demo quilt. */
async function openHarbourLights(page: Page): Promise<string> {
  const id = await ownQuilt(server.address, 'Harbour Lights');
  await page.goto(`${server.address}/quilts/${id}/layout`);
  await expect(totals(page)).toContainText('12 rows');
  await expect(page.getByRole('application')).toHaveAttribute('data-view', /\d/);
  return id;
}

test('rows are laid, answered, pulled and pinned, and every number comes back by undo', async ({ page }) => {
  await page.goto(`${server.address}/quilts/${await ownQuilt(server.address, 'Tide Table')}/layout`);
  await expect(page.getByText('Rows (R)')).toBeVisible();
  await page.keyboard.press('r');
  await expect(page.getByText(/Choose a design below/)).toBeVisible();
  await page.getByLabel('Find a design').fill('Swell');
  await page.getByRole('button', { name: 'Drawing of Swell Swell' }).click();
  await expect(totals(page)).toContainText('rows');
  const answers = page.getByRole('group', { name: 'Answers, best first' }).getByRole('button');
  await expect(answers.first()).toHaveAttribute('aria-pressed', 'true');
  const best = await settledNumbers(page);

  await page.getByText('Clearance', { exact: true }).click();
  await page.getByLabel('Clearance liked').fill('1 1/4');
  await page.getByLabel('Clearance liked').press('Enter');
  await expect.poll(async () => (await numbers(page))[2]).toBe('1 1/4');
  const first = await settledNumbers(page);
  await answers.nth(1).click();
  await expect(answers.nth(1)).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(() => numbers(page)).not.toEqual(first);

  const before = await settledNumbers(page);
  await page.getByRole('button', { name: 'Pin clearance' }).click();
  await page.getByLabel('Rows', { exact: true }).fill(String(Number(before[0]) + 1));
  await expect.poll(async () => (await numbers(page))[0]).toBe(String(Number(before[0]) + 1));
  await expect.poll(async () => (await numbers(page))[1]).not.toBe(before[1]);
  expect((await numbers(page))[2]).toBe(before[2]);
  await expectAccessible(page);

  // All of it back: pull, pin, answer, wish, school; only the laying stays.
  const undo = page.getByRole('button', { name: 'Undo' });
  await undo.click();
  await expect.poll(() => numbers(page)).toEqual(before);
  for (let i = 0; i < 4; i++) await undo.click();
  await expect.poll(() => numbers(page)).toEqual(best);
  await undo.click();
  await expect(page.getByText(/Choose a design below/)).toBeVisible();
  await saved(page);
});

test('a row is dragged up and down; sideways only with the modifier, and it is said', async ({ page }) => {
  await openHarbourLights(page);
  const drag = async (dx: number, dy: number, modifier: 'Alt' | null): Promise<string> => {
    const [x, y] = await onScreen(page, 700, 610);
    await page.mouse.move(x, y);
    await page.mouse.down();
    if (modifier) await page.keyboard.down(modifier);
    for (let i = 1; i <= 5; i++) await page.mouse.move(x + (dx * i) / 5, y + (dy * i) / 5);
    const hint = page.getByRole('status').filter({ hasText: 'Row 5' });
    await expect(hint).toContainText('clear above');
    const said = (await hint.textContent())!;
    await page.mouse.up();
    if (modifier) await page.keyboard.up(modifier);
    return said;
  };
  await page.mouse.click(...(await onScreen(page, 700, 610)));
  expect(await drag(60, 6, null)).not.toContain('sideways to the');
  await page.getByRole('button', { name: /^One row 1 changed by hand: 5/ }).click();
  const moved = page.getByLabel('Moved sideways');
  await expect(moved).toHaveValue('0');
  await expect(page.getByLabel('Moved down')).not.toHaveValue('0');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('none changed by hand')).toBeVisible();

  expect(await drag(60, 6, 'Alt')).toContain('sideways to the right');
  await expect(moved).not.toHaveValue('0');
  // By key: the same rule.
  await page.keyboard.press('Control+z');
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('none changed by hand')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('Moved down')).toHaveValue('1/16');
  await expect(moved).toHaveValue('0');
  await page.keyboard.press('Alt+ArrowRight');
  await expect(moved).toHaveValue('1/16');
  await page.getByRole('button', { name: 'Put back' }).click();
  await expect(page.getByText('none changed by hand')).toBeVisible();
  await saved(page);
});

test('every stage opens, changes the rows, and can be looked at', async ({ page }) => {
  const complaints: string[] = [];
  page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
  page.on('pageerror', (error) => complaints.push(error.message));
  await openHarbourLights(page);
  const stage = (name: string) => page.getByRole('button', { name: new RegExp(`^${name} `) });
  await stage('Density').click();
  await page.getByRole('switch', { name: /Show the density/ }).check();
  await expect(page.getByText(/The edge counts as stitched/)).toBeVisible();
  await stage('Time').click();
  await expect(page.getByRole('img', { name: /Minutes and metres of thread of 12 rows/ })).toBeVisible();
  await stage('Loading').click();
  await page.getByRole('button', { name: /^Turned 90°/ }).click();
  await expect(stage('Loading')).toContainText('turned 90°');
  await stage('Ends').click();
  await page.getByRole('switch', { name: /Join rows/ }).check();
  await expect(totals(page)).toContainText(/\d+ rows/);
  await stage('Area').click();
  await page.getByRole('switch', { name: /Stop at the border/ }).check();
  await expect(stage('Ends')).toContainText('stop at the border');
  await stage('Rows').click();
  await page.getByLabel('Every second row', { exact: true }).getByText('Mirrored').click();
  await expect(stage('Rows')).toContainText('every second mirrored');
  await stage('Batting').click();
  await page.getByLabel('Expected draw-in').fill('2.5');
  await expect(stage('Batting')).toContainText('2.5 %');
  await expectAccessible(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Row sheet (PDF)' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^Harbour Lights .*rows\.pdf$/);

  // At the frame the first rows wait to be lined up, as the quilt lies: turned.
  await page.getByRole('link', { name: 'Frame', exact: true }).click();
  await page.getByRole('button', { name: 'Understood' }).click();
  await expect(page.getByLabel('What to stitch').first()).toHaveValue(/^Rows 1 to/);
  // They begin at a patch now, farther down than the quilt was loaded.
  await expect(page.getByText(/Before you roll: needle up/)).toBeVisible();
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.getByRole('button', { name: 'Clamps are off' }).click();
  await page.getByRole('button', { name: 'Rolled', exact: true }).click();
  await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
  await expect(page.getByRole('button', { name: 'Touch here' })).toBeEnabled();
  expect(complaints).toEqual([]);
});
