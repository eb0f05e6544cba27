import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { ask } from './ask.ts';
import { removeFolder, startDemo, type TestServer } from './server.ts';

/** The server's machine is 127.0.0.1; the network is an address of it that isn't its own name for itself. */
let server: TestServer;
let fromNetwork: string;
test.beforeAll(async () => {
  server = await startDemo({ host: '0.0.0.0' });
  fromNetwork = server.address.replace('localhost', '127.0.0.2');
});
test.afterAll(async () => {
  await server.kill();
  removeFolder(server.folder);
});

test('a tablet is paired by a code, drives by its name, and is let in no more', async ({ page, browser }) => {
  const { quilts } = await ask<{ quilts: { id: string; name: string }[] }>(server.address, '/quilts');
  const { id } = quilts.find(({ name }) => name === 'Harbour Lights')!;
  const tablet = await (await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true })).newPage();
  await tablet.goto(fromNetwork);
  await expect(tablet.getByRole('heading', { name: 'Pair this device' })).toBeVisible();
  await expectAccessible(tablet);

  await page.goto(`${server.address}/tablet`);
  await page.getByRole('button', { name: 'Make a code' }).click();
  const told = await page.getByLabel(/^The code is \d{6}$/).getAttribute('aria-label');
  const code = told!.slice(-6);
  await expect(page.getByAltText(/^Opens http.*\/pair\?code=/)).toBeVisible();
  await expectAccessible(page);

  const wrong = code === '000000' ? '000001' : '000000';
  await tablet.getByLabel('Code').fill(wrong);
  await tablet.getByLabel('Name of this device').fill('Loft tablet');
  await tablet.getByRole('button', { name: 'Pair it' }).click();
  await expect(tablet.getByText(/This code doesn’t hold/)).toBeVisible();
  // Scanned, the code stands there already; what is typed before the server has answered stays.
  let answer: () => void = () => undefined;
  const asked = new Promise<void>((resolve) => (answer = resolve));
  await tablet.route('**/api/health', (route) => asked.then(() => route.continue()), { times: 1 });
  await tablet.goto(`${fromNetwork}/pair?code=${code}`);
  await tablet.getByLabel('Name of this device').fill('Loft tablet');
  const answered = tablet.waitForResponse('**/api/health');
  answer();
  await answered;
  // Long enough for it to be drawn.
  await tablet.waitForTimeout(300);
  await expect(tablet.getByLabel('Name of this device')).toHaveValue('Loft tablet');
  await tablet.getByLabel('Name of this device').focus();
  await tablet.keyboard.press('Enter');
  await expect(tablet.getByRole('heading', { name: 'Tide Table' })).toBeVisible();
  await expect(page.getByText('The device is paired')).toBeVisible();

  await tablet.goto(`${fromNetwork}/quilts/${id}/frame`);
  await expect(tablet.getByRole('button', { name: /^STOP/ })).toBeEnabled();
  const watcher = await browser.newPage();
  await watcher.goto(`${server.address}/quilts/${id}/frame`);
  await expect(watcher.getByText('Loft tablet drives')).toBeVisible();

  await page.getByRole('region', { name: 'Loft tablet' }).getByRole('button', { name: 'Let it in no more' }).click();
  await expect(tablet.getByRole('heading', { name: 'Pair this device' })).toBeVisible();
  await expect(watcher.getByText('Loft tablet drives')).toBeHidden();
  await tablet.context().close();
  await watcher.close();
});
