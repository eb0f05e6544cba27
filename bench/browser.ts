import { setTimeout as sleep } from 'node:timers/promises';
import { type Browser, chromium, type Page } from '@playwright/test';
import config from '../e2e/playwright.config.ts';

/** Opens a page at 1280×800, and closes it whatever becomes of what is measured there. */
export async function inBrowser(measure: (page: Page, browser: Browser) => Promise<void>): Promise<void> {
  const browser = await chromium.launch(config.use!.launchOptions);
  try {
    await measure(await browser.newPage({ viewport: { width: 1280, height: 800 } }), browser);
  } finally {
    await browser.close();
  }
}

/** A pointer tells where it is once a frame, ms. */
const OFTEN = 1000 / 60;

/** Moves the pointer as a hand does: on time, whether or not the page has shown the step before. */
export async function swing(page: Page, steps: number, at: (step: number) => readonly [number, number]): Promise<void> {
  const start = performance.now();
  const moves: Promise<void>[] = [];
  for (let i = 0; i < steps; i++) {
    moves.push(page.mouse.move(...at(i)));
    await sleep(start + (i + 1) * OFTEN - performance.now());
  }
  await Promise.all(moves);
}

/** How often the cloth is zoomed in on: all of it, and a block. */
export const LOOKS = [
  ['whole', 0],
  ['block', 7],
] as const;

/** Zooms in on the cloth, once it rests, with the pointer in its middle; what it gives swings the pointer round over it. */
export async function overCloth(page: Page, zooms: number): Promise<(steps: number) => Promise<void>> {
  await page.waitForTimeout(4000);
  const cloth = page.getByRole('application');
  const box = (await cloth.boundingBox())!;
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await cloth.focus();
  for (let i = 0; i < zooms; i++) await page.keyboard.press('+');
  await page.waitForTimeout(1500);
  await page.mouse.move(middle.x, middle.y);
  return (steps) => swing(page, steps, (i) => [middle.x + 180 * Math.sin(i / 15), middle.y + 90 * Math.sin(i / 11)]);
}

/** Runs in the page; as text, since what builds this file would add helpers that the page doesn't have. */
const MEASURE = `
  window.measured = { frames: [], long: [] };
  let last = performance.now();
  new PerformanceObserver((list) => window.measured.long.push(...list.getEntries().map((entry) => entry.duration))).observe({ entryTypes: ['longtask'] });
  requestAnimationFrame(function tick(now) {
    window.measured.frames.push(now - last);
    last = now;
    requestAnimationFrame(tick);
  });
`;

/** Times between frames and of long tasks while something is done, ms. */
export async function framesOf(
  page: Page,
  gesture: () => Promise<void>,
): Promise<{ readonly frames: readonly number[]; readonly long: readonly number[] }> {
  await page.evaluate(MEASURE);
  await gesture();
  return page.evaluate(() => (window as unknown as { measured: { frames: number[]; long: number[] } }).measured);
}
