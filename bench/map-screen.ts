import type { Page } from '@playwright/test';
import { plainGrid } from '@gorse/core';
import { ask } from '../e2e/ask.ts';
import { framesOf, inBrowser, LOOKS, overCloth } from './browser.ts';
import { printFigure, quantile } from './figures.ts';
import { BORDERS, SETTING } from './map.ts';
import { editTimes } from './server.ts';
import { A_STEP, msAStep } from './trace.ts';
import { withServer } from './with-server.ts';

const LARGE = { setting: SETTING, borders: BORDERS };
/** Thirty patches. */
const SMALL = {
  setting: plainGrid({ across: 5, down: 6, blockWidth: 250, blockHeight: 250, sashing: 0 }),
  borders: [],
};
const EDITS = 60;

/** A map of thousands of patches on the screen and on the server: panned, drawn on, and edited beside one of thirty. */
export const benchMapScreen = (): Promise<void> =>
  withServer(async ({ address }) => {
    const [small, large] = [await editTimes(address, SMALL, EDITS), await editTimes(address, LARGE, EDITS)];
    for (const part of [0.5, 0.95]) {
      const times = quantile(large, part) / quantile(small, part);
      printFigure(`map.edit_times_p${100 * part}`, times, 'of a quilt of 30 patches', part === 0.95 ? '<= 2' : null);
      printFigure(`map.edit_ms_p${100 * part}`, quantile(large, part), 'ms, a quilt of 8121 patches', null);
    }
    const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Lantern', ...LARGE });
    const map = `${address}/quilts/${id}/quilt`;
    for (const [name, zooms] of LOOKS) {
      await inBrowser(async (page, browser) => {
        const { over, grasp } = await mapIn(page, map, zooms);
        await grasp();
        printFigure(`map.pan_cpu_ms.${name}`, await msAStep(browser, page, 120, over), `${A_STEP}, 8121 patches`, null);
      });
      await inBrowser(async (page) => {
        const { over, grasp } = await mapIn(page, map, zooms);
        await grasp();
        const { frames, long } = await framesOf(page, () => over(240));
        printFigure(
          `map.pan_fps.${name}`,
          1000 * (frames.length / frames.reduce((a, b) => a + b, 0)),
          'frames a second',
          '60',
        );
        printFigure(`map.pan_long_tasks.${name}`, long.length, 'over 50 ms', '0');
      });
    }
    await inBrowser(async (page) => {
      const { over } = await mapIn(page, map, 0);
      await page.keyboard.press('l');
      // The first time, what is near is indexed.
      await over(10);
      const { frames, long } = await framesOf(page, () => over(240));
      printFigure('map.draw_ms_p95', quantile(frames, 0.95), 'ms between frames, the pointer drawn to seams', null);
      printFigure('map.draw_long_tasks', long.length, 'over 50 ms', '0');
    });
  });

/** The map on the screen: what swings the pointer over it, and what takes it in the hand first. */
async function mapIn(page: Page, address: string, zooms: number) {
  await page.goto(address);
  await page.getByRole('heading', { name: 'The quilt top' }).waitFor({ timeout: 120_000 });
  const over = await overCloth(page, zooms);
  return { grasp: () => page.mouse.down(), over };
}
