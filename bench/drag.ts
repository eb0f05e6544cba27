import { chromium } from '@playwright/test';
import config from '../e2e/playwright.config.ts';
import { removeFolder, startServer } from '../e2e/server.ts';
import { longLine, svgOf } from './core.ts';
import { printFigure, quantile } from './figures.ts';

const TOP = {
  setting: { kind: 'grid', across: 1, down: 1, blockWidth: 400, blockHeight: 400, sashing: 0 },
  borders: [{ width: 50 }],
};

/** Runs in the page; as text, since what builds this file would add helpers that the page doesn't have. */
export const MEASURE = `
  window.measured = { frames: [], long: [] };
  let last = performance.now();
  new PerformanceObserver((list) => window.measured.long.push(...list.getEntries().map((entry) => entry.duration))).observe({ entryTypes: ['longtask'] });
  requestAnimationFrame(function tick(now) {
    window.measured.frames.push(now - last);
    last = now;
    requestAnimationFrame(tick);
  });
`;

/** Dragging the margin of a 20,000-point design in the real browser: time between frames while the pointer moves. */
export async function benchDrag(): Promise<void> {
  const server = await startServer();
  const { id } = (await (
    await fetch(`${server.address}/api/quilts`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Drag', ...TOP }),
    })
  ).json()) as { id: string };
  await fetch(`${server.address}/api/designs?file=Long.svg`, { method: 'POST', body: svgOf(longLine(20_000)) });

  const browser = await chromium.launch(config.use!.launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${server.address}/quilts/${id}/layout`);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: /^Drawing of Long/ }).click();
  await page.getByTestId('totals').waitFor();
  await page.getByRole('button', { name: /^Fit/ }).click();
  const thumb = (await page.getByRole('slider', { name: /Margin/ }).boundingBox())!;
  await page.mouse.move(thumb.x + thumb.width / 2, thumb.y + thumb.height / 2);
  await page.mouse.down();
  await page.evaluate(MEASURE);
  for (let i = 0; i < 240; i++)
    await page.mouse.move(thumb.x + thumb.width / 2 + 60 * Math.sin(i / 12), thumb.y + thumb.height / 2);
  const { frames, long } = await page.evaluate(
    () => (window as unknown as { measured: { frames: number[]; long: number[] } }).measured,
  );
  await page.mouse.up();
  printFigure('drag.frame_ms_p50', quantile(frames, 0.5), 'ms between frames, 20,000 points', null);
  printFigure('drag.frame_ms_p95', quantile(frames, 0.95), 'ms between frames, 20,000 points', null);
  printFigure('drag.long_tasks', long.length, `tasks over 50 ms in ${frames.length} frames`, null);
  await browser.close();
  await server.kill();
  removeFolder(server.folder);
}
