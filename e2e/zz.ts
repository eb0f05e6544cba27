import { chromium } from '@playwright/test';
import type { QuiltSummary } from '@gorse/contract';
import { mkdirSync } from 'node:fs';
import { makeDemo } from '../demo/make-demo.mjs';
import { ask } from './ask.ts';
import config from './playwright.config.ts';
import { removeFolder, startServer } from './server.ts';
mkdirSync('/tmp/shots', { recursive: true });
const server = await startServer({ speed: 12 });
try {
  await makeDemo(server.address);
  const { quilts } = await ask<{ quilts: QuiltSummary[] }>(server.address, '/quilts');
  const id = quilts.find((q) => q.name === 'Tide Table')!.id;
  const browser = await chromium.launch(config.use!.launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const shot = async (name: string) => {
    await page.waitForTimeout(700);
    await page.screenshot({ path: `/tmp/shots/${name}.png` });
  };
  await page.goto(`${server.address}/quilts/${id}/layout`);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(2500);
  await page
    .getByRole('button', { name: / in A1: / })
    .nth(1)
    .click();
  await page.getByRole('button', { name: /^Use on all/ }).click();
  await page.getByRole('combobox', { name: 'Patch' }).click();
  await page.getByRole('option', { name: 'bottom border' }).click();
  await page.waitForTimeout(2500);
  await shot('suits-border');
  await page
    .getByRole('button', { name: / in bottom border: / })
    .first()
    .click();
  await page.waitForTimeout(800);
  await page.getByRole('application').focus();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Show' }).click();
  await page.waitForTimeout(800);
  await shot('even');
  await browser.close();
} finally {
  server.kill();
  removeFolder(server.folder);
}
