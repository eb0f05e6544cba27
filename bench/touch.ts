import type { Browser, Page } from '@playwright/test';
import { makeDemo } from '../demo/make-demo.mjs';
import { ownQuilt } from '../e2e/demo.ts';
import { headAt, lineUp } from '../e2e/frame-hands.ts';
import { inBrowser } from './browser.ts';
import { printFigure, quantile } from './figures.ts';
import { mainThreadTasks } from './trace.ts';
import { withServer } from './with-server.ts';

const REPEATS = 3;

/** Lining up the first pass of Harbour Lights on the Frame screen: the head is carried and jogged to each landmark and touches it. */
export const benchTouch = (): Promise<void> =>
  withServer(
    async ({ address }) => {
      await makeDemo(address);
      const longest: number[] = [];
      const over: number[] = [];
      for (let i = 0; i < REPEATS; i++) {
        const id = await ownQuilt(address, 'Harbour Lights');
        await inBrowser(async (page, browser) => {
          const tasks = await tasksOfLiningUp(page, browser, address, id);
          longest.push(Math.max(...tasks));
          over.push(tasks.filter((ms) => ms > 16).length / tasks.length);
        });
      }
      const unit = 'ms of processor time, the longest task of the main thread over six touches';
      printFigure('touch.task_ms_max', quantile(longest, 0.5), `${unit}, median of ${REPEATS}`, '<= 16');
      printFigure('touch.tasks_over_16', quantile(over, 0.5), 'part of the tasks', null);
    },
    { speed: 60 },
  );

async function tasksOfLiningUp(page: Page, browser: Browser, address: string, id: string): Promise<number[]> {
  await page.goto(`${address}/quilts/${id}/frame`);
  await page.getByRole('button', { name: /Units/ }).click();
  await page.getByRole('menuitem', { name: 'millimetres', exact: true }).click();
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.getByRole('button', { name: 'Tension and clamps are set' }).click({ timeout: 60_000 });
  await page.getByText(/^Put the needle over/).waitFor();
  await page.waitForTimeout(2000);
  // The driver's own scripts come in with its first question: that is no work of the page's.
  await headAt(page);
  await page.getByRole('application').boundingBox();
  return mainThreadTasks(browser, page, async () => {
    await lineUp(page, address, id);
  });
}
