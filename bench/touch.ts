import type { QuiltSummary } from '@gorse/contract';
import { makeDemo } from '../demo/make-demo.mjs';
import { lineUp } from '../e2e/frame-hands.ts';
import { ask } from '../e2e/quilt-eye.ts';
import { inBrowser } from './browser.ts';
import { printFigure, quantile } from './figures.ts';
import { mainThreadTasks } from './trace.ts';
import { withServer } from './with-server.ts';

/** Lining up the first pass of Harbour Lights on the Frame screen: the head is carried and jogged to each landmark and touches it. */
export const benchTouch = (): Promise<void> =>
  withServer(
    async (server) => {
      await makeDemo(server.address);
      const quilts = await ask<QuiltSummary[]>(server.address, '/quilts');
      const { id } = quilts.find((quilt) => quilt.name === 'Harbour Lights')!;
      await inBrowser(async (page, browser) => {
        await page.goto(`${server.address}/quilts/${id}/frame`);
        await page.getByRole('button', { name: /Units/ }).click();
        await page.getByRole('menuitem', { name: 'millimetres', exact: true }).click();
        await page.getByRole('button', { name: 'Understood' }).click();
        await page.getByRole('button', { name: 'Tension and clamps are set' }).click({ timeout: 60_000 });
        await page.getByText(/^Put the needle over/).waitFor();
        await page.waitForTimeout(2000);
        let touched = 0;
        const tasks = await mainThreadTasks(browser, page, async () => {
          touched = await lineUp(page, server.address, id);
        });
        const unit = `ms of processor time, tasks of the main thread over ${touched} touches`;
        printFigure('touch.task_ms_max', Math.max(...tasks), unit, '<= 16');
        printFigure('touch.task_ms_p999', quantile(tasks, 0.999), unit, null);
        printFigure('touch.tasks_over_16', tasks.filter((ms) => ms > 16).length, `of ${tasks.length} tasks`, null);
      });
    },
    { speed: 60 },
  );
