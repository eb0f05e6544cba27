import { expect, type Page } from '@playwright/test';
import { ownQuilt, test } from './demo.ts';
import type { TestServer } from './server.ts';
import { expectAccessible } from './accessible.ts';

let server: TestServer;
test.beforeAll(({ demo }) => {
  server = demo;
});

/** Fails on anything that the browser complains of, and on what axe finds grave. */
async function expectSound(page: Page, complaints: readonly string[]): Promise<void> {
  await expectAccessible(page);
  expect(complaints).toEqual([]);
}

/** No part of the page is cut off sideways. */
const expectFits = async (page: Page): Promise<void> =>
  expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth))
    .toBe(0);

test('every screen is sound, fits, and says what to do while it is empty', async ({ page }) => {
  const complaints: string[] = [];
  page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
  page.on('pageerror', (error) => complaints.push(error.message));
  const steps = [
    ['Quilt', 'The quilt top'],
    ['Designs', 'Designs'],
    ['Layout', null],
    ['Passes', null],
    ['Frame', null],
    ['Log', null],
  ] as const;
  await page.goto(server.address);
  await expect(page.getByRole('heading', { name: 'Tide Table', exact: true })).toBeVisible();
  await expectSound(page, complaints);
  await page.getByRole('link', { name: 'Open Tide Table', exact: true }).click();
  for (const [step, heading] of steps) {
    await page.getByRole('link', { name: step, exact: true }).click();
    await expect(page.getByRole('link', { name: step, exact: true })).toHaveAttribute('aria-current', 'page');
    if (heading) await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
    if (step === 'Passes') await expect(page.getByText(/nothing to part into passes yet/)).toBeVisible();
    if (step === 'Frame') {
      await page.getByRole('button', { name: 'Understood' }).click();
      await expect(page.getByText(/Nothing is planned yet/)).toBeVisible();
    }
    await expectSound(page, complaints);
    await expectFits(page);
  }
  for (const [path, what] of [
    ['backups', 'A backup holds everything'],
    ['messages', 'Gorse started'],
    ['tablet', 'only this computer can open Gorse'],
    ['pair', 'doesn’t know this device yet'],
  ] as const) {
    await page.goto(`${server.address}/${path}`);
    await expect(page.getByText(what)).toBeVisible();
    await expectSound(page, complaints);
    await expectFits(page);
  }
});

test('a backup brings a quilt back that was taken off the shelf', async ({ page }) => {
  const id = await ownQuilt(server.address, 'Harbour Lights');
  await page.goto(`${server.address}/backups`);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText('made by hand')).toBeVisible();
  await fetch(`${server.address}/api/quilts/${id}`, { method: 'DELETE' });
  await page.getByRole('button', { name: 'Restore…' }).first().click();
  await page.getByRole('button', { name: 'Replace everything' }).click();
  // It takes as long as the machine needs: all is backed up before, and a new database is filled.
  await expect(page.getByText('The backup is restored')).toBeVisible();
  await page.getByRole('textbox', { name: 'Find a quilt by name' }).fill('Harbour');
  await expect(page.getByRole('heading', { name: 'Tide Table', exact: true })).toBeHidden();
  await expect(page.locator(`a[href="/quilts/${id}/layout"]`)).toBeVisible();
});

test('the frame works on a tablet at arm’s length: large targets, large numbers', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await page.goto(`${server.address}/quilts/${await ownQuilt(server.address, 'Tide Table')}/layout`);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.getByLabel('Find a design').fill('Beacon');
  await page.getByRole('button', { name: /^Drawing of Beacon/ }).click();
  await expect(page.getByTestId('totals')).toBeVisible();
  await page.getByRole('link', { name: 'Frame', exact: true }).click();
  await page.getByRole('button', { name: 'Understood' }).click();
  const clamps = (await page.getByRole('button', { name: 'Tension and clamps are set' }).boundingBox())!;
  expect(clamps.height).toBeGreaterThanOrEqual(56);
  await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
  await expect(page.getByRole('button', { name: 'Touch here' })).toBeEnabled();
  await expectFits(page);
  for (const button of ['Touch here', 'Not this one', 'STOP Space']) {
    const box = (await page.getByRole('button', { name: button }).boundingBox())!;
    expect(Math.min(box.width, box.height), button).toBeGreaterThanOrEqual(56);
    expect(box.y + box.height, button).toBeLessThanOrEqual(768);
    expect(box.x + box.width, button).toBeLessThanOrEqual(1024);
  }
  for (const arrow of await page.getByRole('button', { name: /^Jog/ }).all()) {
    const box = (await arrow.boundingBox())!;
    expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(56);
  }
  const size = await page.getByTestId('position').evaluate((line) => getComputedStyle(line).fontSize);
  expect(parseFloat(size)).toBeGreaterThanOrEqual(28);
});

test('a screen moves its own quilt only, and can put that on the frame', async ({ page, context }) => {
  const open = async (screen: Page): Promise<void> => {
    await screen.goto(`${server.address}/quilts/${await ownQuilt(server.address, 'Harbour Lights')}/frame`);
    await screen.getByRole('button', { name: 'Understood' }).click();
    await expect(screen.getByText('Set the tension, then put the side clamps on.')).toBeVisible();
    await expect(screen.getByRole('button', { name: 'Jog left' })).toBeVisible();
  };
  await open(page);
  const other = await context.newPage();
  await open(other);
  await expect(page.getByText('Harbour Lights (copy) is on the frame')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Jog left' })).toBeHidden();
  await expect(page.getByTestId('big-button')).toBeHidden();
  await expect(page.getByRole('button', { name: 'STOP' })).toBeVisible();
  await page.getByRole('button', { name: 'Put this quilt on the frame' }).click();
  await expect(page.getByRole('button', { name: 'Tension and clamps are set' })).toBeVisible();
  await expect(other.getByText('Harbour Lights (copy) is on the frame')).toBeVisible();
  await other.close();
});

test('numbers follow the units at once, everywhere', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  await page.getByLabel('Search by name, file, kind or tag').fill('Compass');
  const size = page.getByLabel('The chosen design').getByRole('row', { name: /^Size \d/ });
  await expect(size).toContainText('7 1/2 × 7 1/2');
  for (const [unit, text] of [
    ['millimetres', '190 × 190'],
    ['centimetres', '19 × 19'],
    ['inches, to 1/16', '7 1/2 × 7 1/2'],
  ] as const) {
    await page.getByRole('button', { name: /Units/ }).click();
    await page.getByRole('menuitem', { name: unit, exact: true }).click();
    await expect(size).toContainText(text);
  }
});
