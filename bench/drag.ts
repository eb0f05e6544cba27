import type { QuiltAnswer } from '@gorse/contract';
import { type BorderSetRecord, evenBorder, plainGrid, polyline, usualBorder, usualStages } from '@gorse/core';
import type { Page } from '@playwright/test';
import { ask } from '../e2e/ask.ts';
import { framesOf, inBrowser, swing } from './browser.ts';
import { longLine, svgOf } from './core.ts';
import { printFigure, quantile } from './figures.ts';
import { A_STEP, msAStep } from './trace.ts';
import { withServer } from './with-server.ts';

const TOP = {
  setting: plainGrid({ across: 1, down: 1, blockWidth: 400, blockHeight: 400, sashing: 0 }),
  borders: [evenBorder(50)],
};

/** Takes the margin's handle in the hand; what it gives swings it to and fro. */
async function graspMargin(page: Page, quilt: string): Promise<(steps: number) => Promise<void>> {
  await page.goto(`${quilt}/layout`);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  const totals = page.getByTestId('totals');
  const drawing = page.getByRole('button', { name: /^Drawing of Long/ });
  await totals.or(drawing).first().waitFor();
  if (!(await totals.isVisible())) await drawing.click();
  await totals.waitFor();
  await page.getByRole('button', { name: /^Fit/ }).click();
  return graspSlider(page, /Margin/);
}

async function graspSlider(page: Page, name: RegExp): Promise<(steps: number) => Promise<void>> {
  const slider = page.getByRole('slider', { name });
  await slider.scrollIntoViewIfNeeded();
  const thumb = (await slider.boundingBox())!;
  const [x, y] = [thumb.x + thumb.width / 2, thumb.y + thumb.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  return (steps) => swing(page, steps, (i) => [x + 60 * Math.sin(i / 12), y]);
}

/** Dragging what a border keeps clear, and the count of a side. */
async function dragBorder(address: string): Promise<void> {
  const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Bordered', ...SIXTY });
  const wave = polyline(
    Array.from({ length: 600 }, (_, i) => ({ x: i / 5, y: 20 + 20 * Math.sin((i * Math.PI) / 150) })),
  );
  const design = await ask<{ id: string }>(address, '/designs?file=Wave.svg', svgOf(wave));
  const after: BorderSetRecord = {
    ...usualBorder('b', 0, design.id),
    corners: 'mitre',
    clear: { outer: 6, inner: 6 },
  };
  const diff = [{ kind: 'borderSets', id: 'b', before: null, after }];
  await ask(address, `/quilts/${id}/edits`, { editId: 'a-border', baseRevision: 0, mark: 'border', diff });
  await inBrowser(async (page) => {
    await page.goto(`${address}/quilts/${id}/layout`);
    await page.getByText('Borders (B)').click();
    await page.getByTestId('border-totals').waitFor();
    await page.getByRole('button', { name: /^Keeps clear/ }).click();
    for (const [name, slider, what] of [
      ['drag', /Outer edge/, 'what a border keeps clear follows the hand'],
      ['pull', /Repeats on the top/, 'a count of a border is pulled'],
    ] as const) {
      const drag = await graspSlider(page, slider);
      const { frames, long } = await framesOf(page, () => drag(240));
      await page.mouse.up();
      printFigure(`borders.${name}_frame_ms_p50`, quantile(frames, 0.5), `ms between frames, ${what}`, null);
      printFigure(`borders.${name}_frame_ms_p95`, quantile(frames, 0.95), `ms between frames, ${what}`, '< 17');
      printFigure(
        `borders.${name}_long_tasks`,
        long.length,
        `tasks over 50 ms in ${frames.length} frames, ${what}`,
        '0',
      );
    }
  });
}

const SIXTY = {
  setting: plainGrid({ across: 10, down: 6, blockWidth: 150, blockHeight: 150, sashing: 0 }),
  borders: [evenBorder(50)],
};

/** Dragging the margin of a recipe of 2,000 points that sixty patches share. */
async function dragSixty(address: string): Promise<void> {
  const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Sixty', ...SIXTY });
  const design = await ask<{ id: string }>(address, '/designs?file=Loops.svg', svgOf(longLine(2000)));
  const { records } = await ask<QuiltAnswer>(address, `/quilts/${id}`);
  const added = (kind: 'recipes' | 'placements', after: { readonly id: string }): object => ({
    ...{ kind, id: after.id, before: null, after },
  });
  const diff = [
    added('recipes', { ...usualStages(design.id), id: 'r' }),
    ...Object.keys(records.regions)
      .filter((regionId) => regionId.startsWith('block'))
      .map((regionId) => added('placements', { id: regionId, regionId, recipeId: 'r', parts: 1, own: {} } as never)),
  ];
  await ask(address, `/quilts/${id}/edits`, { editId: 'sixty-patches', baseRevision: 0, mark: 'sixty', diff });
  await inBrowser(async (page) => {
    const drag = await graspMargin(page, `${address}/quilts/${id}`);
    const { frames, long } = await framesOf(page, () => drag(240));
    const what = '60 patches of 2,000 points following';
    printFigure('drag.sixty_frame_ms_p50', quantile(frames, 0.5), `ms between frames, ${what}`, null);
    printFigure('drag.sixty_frame_ms_p95', quantile(frames, 0.95), `ms between frames, ${what}`, '< 17');
    printFigure('drag.sixty_long_tasks', long.length, `tasks over 50 ms in ${frames.length} frames, ${what}`, '0');
  });
}

/** Dragging the margin of a 20,000-point design in the real browser, and of one that sixty patches share. */
export const benchDrag = (): Promise<void> =>
  withServer(async (server) => {
    const { id } = await ask<{ id: string }>(server.address, '/quilts', { name: 'Drag', ...TOP });
    await ask(server.address, '/designs?file=Long.svg', svgOf(longLine(20_000)));
    const quilt = `${server.address}/quilts/${id}`;
    await inBrowser(async (page, browser) => {
      const drag = await graspMargin(page, quilt);
      printFigure('drag.cpu_ms', await msAStep(browser, page, 120, drag), `${A_STEP}, 20,000 points`, '<= 6');
    });
    await inBrowser(async (page) => {
      const drag = await graspMargin(page, quilt);
      const { frames, long } = await framesOf(page, () => drag(240));
      printFigure('drag.frame_ms_p50', quantile(frames, 0.5), 'ms between frames, 20,000 points', null);
      printFigure('drag.frame_ms_p95', quantile(frames, 0.95), 'ms between frames, 20,000 points', null);
      printFigure('drag.long_tasks', long.length, `tasks over 50 ms in ${frames.length} frames`, null);
    });
    await dragSixty(server.address);
    await dragBorder(server.address);
  });
