import type { QuiltAnswer } from '@gorse/contract';
import {
  clothPoint,
  type KeepOutRecord,
  plainGrid,
  polygonShape,
  type RecipeRecord,
  USUAL_BACKGROUND,
  usualStages,
} from '@gorse/core';
import type { Page } from '@playwright/test';
import { ask } from '../e2e/ask.ts';
import { clothHand } from '../e2e/cloth-hand.ts';
import { framesOf, inBrowser, swing } from './browser.ts';
import { longLine, svgOf } from './core.ts';
import { printFigure, quantile } from './figures.ts';
import { A_STEP, msAStep, workerTasks } from './trace.ts';
import { withServer } from './with-server.ts';

const SIDE = 400;
const TOP = {
  setting: plainGrid({ across: 1, down: 1, blockWidth: SIDE, blockHeight: SIDE, sashing: 0 }),
  borders: [],
};

/** An outline of forty points about a place where the design lies close. */
const MIDDLE = { x: SIDE / 2, y: SIDE / 4 };
const OUTLINE: KeepOutRecord = {
  ...{ id: 'k', name: 'outline', clearance: 3, keep: 'out', on: true, only: null },
  of: {
    kind: 'shapes',
    rings: [
      {
        edge: polygonShape(
          Array.from({ length: 40 }, (_, i) => {
            const a = (2 * Math.PI * i) / 40;
            const r = 60 * (1 + 0.25 * Math.sin(5 * a));
            return clothPoint(MIDDLE.x + r * Math.cos(a), MIDDLE.y + r * Math.sin(a));
          }),
        ),
      },
    ],
  },
};

/** Takes the outline in the hand; what it gives swings it to and fro. */
async function graspOutline(page: Page, quilt: string): Promise<(steps: number) => Promise<void>> {
  await page.goto(`${quilt}/layout`);
  await page.getByText('Keep out (K)').click();
  await page.getByRole('combobox', { name: 'Keep-out', exact: true }).click();
  await page.getByRole('option', { name: 'outline' }).click();
  await page.getByRole('button', { name: /^Clearance/ }).waitFor();
  await page.waitForTimeout(1500);
  const { at } = await clothHand(page);
  const [x, y] = await at(MIDDLE.x, MIDDLE.y);
  await page.mouse.move(x, y);
  await page.mouse.down();
  return (steps) => swing(page, steps, (i) => [x + 70 * Math.sin(i / 12), y + 40 * Math.sin(i / 17)]);
}

/** Dragging an outline over what is cut and joined round it, in the real browser. */
export const benchDragKeepOut = (): Promise<void> =>
  withServer(async ({ address }) => {
    const design = await ask<{ id: string }>(address, '/designs?file=Long.svg', svgOf(longLine(20_000)));
    const recipes: Readonly<Record<string, Omit<RecipeRecord, 'id'>>> = {
      mask: { ...usualStages(design.id), fit: { kind: 'fill', margins: [0] } },
      lines: { ...usualStages(null), background: { ...USUAL_BACKGROUND, kind: 'grid', spacing: 2 } },
      meander: { ...usualStages(null), background: { ...USUAL_BACKGROUND, spacing: 5 } },
    };
    for (const [name, recipe] of Object.entries(recipes)) {
      const { id } = await ask<{ id: string }>(address, '/quilts', { name, ...TOP });
      const { records } = await ask<QuiltAnswer>(address, `/quilts/${id}`);
      const [regionId] = Object.keys(records.regions);
      const after = { id: 'p', regionId, recipeId: 'r', parts: 1, own: {} };
      const diff = [
        { kind: 'recipes', id: 'r', before: null, after: { ...recipe, id: 'r' } },
        { kind: 'placements', id: 'p', before: null, after },
        { kind: 'keepOuts', id: 'k', before: null, after: OUTLINE },
      ];
      await ask(address, `/quilts/${id}/edits`, {
        editId: `an-outline-${name}`,
        baseRevision: 0,
        mark: 'outline',
        diff,
      });
      await inBrowser(async (page, browser) => {
        const drag = await graspOutline(page, `${address}/quilts/${id}`);
        await drag(60);
        const tasks = (await workerTasks(browser, page, () => drag(240))).filter((ms) => ms > WORKED);
        const what = WHAT[name]!;
        printFigure(
          `drag.${name}_ms_p50`,
          quantile(tasks, 0.5),
          `ms of the worker, ${what}, ${tasks.length} steps`,
          null,
        );
        printFigure(
          `drag.${name}_ms_p95`,
          quantile(tasks, 0.95),
          `ms of the worker, ${what}`,
          name === 'mask' ? '< 33' : null,
        );
        const cpu = await msAStep(browser, page, 120, drag);
        printFigure(`drag.${name}_cpu_ms`, cpu, `${A_STEP}, ${what}`, null);
        const { frames, long } = await framesOf(page, () => drag(240));
        printFigure(`drag.${name}_frame_ms_p50`, quantile(frames, 0.5), `ms between frames, ${what}`, null);
        printFigure(
          `drag.${name}_frame_ms_p95`,
          quantile(frames, 0.95),
          `ms between frames, ${what}`,
          name === 'mask' ? '< 17' : null,
        );
        printFigure(`drag.${name}_long_tasks`, long.length, `tasks over 50 ms in ${frames.length} frames`, null);
      });
    }
  });

/** What takes less isn't a step of the plan, ms. */
const WORKED = 2;
const WHAT: Readonly<Record<string, string>> = {
  mask: 'an outline dragged over a design of 20,000 points',
  lines: 'the same over crosshatching 2 mm apart, laid anew',
  meander: 'the same over a meander 5 mm apart, laid anew',
};
