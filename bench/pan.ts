import type { Page } from '@playwright/test';
import { askedRows, resolvedRows, rowChoices } from '@gorse/core';
import { ask } from '../e2e/ask.ts';
import { framesOf, inBrowser, LOOKS, overCloth } from './browser.ts';
import { printFigure, quantile } from './figures.ts';
import { A_STEP, msAStep } from './trace.ts';
import { KING, kingDesign, kingPlan, kingRows } from './rows.ts';
import { withServer } from './with-server.ts';

/** Panning a king with half a million stitches: frames while the pointer moves, zoomed to the whole and to a block. */
export const benchPan = (): Promise<void> =>
  withServer(async ({ address }) => {
    // At two thirds of the size there are half a million stitches.
    const line = kingDesign().map((v) => v * 0.66);
    let path = '';
    for (let i = 0; i < line.length; i += 2)
      path += `${i === 0 ? 'M' : 'L'}${line[i]!.toFixed(3)} ${line[i + 1]!.toFixed(3)}`;
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="600mm" height="300mm" viewBox="-100 0 500 300"><path d="${path}"/></svg>`;
    const design = await ask<{ id: string }>(address, '/designs?file=King.svg', svg);
    const { id } = await ask<{ id: string }>(address, '/quilts', {
      name: 'King',
      setting: KING.setting,
      borders: KING.borders,
    });
    const wished = { ...kingRows(design.id, 18), wish: { matters: 'clearance', clearance: 0, margin: 12 } as const };
    const [best] = rowChoices(kingPlan(line, wished), askedRows(wished), 'upright');
    const after = { ...wished, numbers: best!.numbers };
    const { stitches } = kingPlan(line, after).get(resolvedRows, after.id)!.totals;
    const diff = [{ kind: 'rowSets', id: after.id, before: null, after }];
    await ask(address, `/quilts/${id}/edits`, { editId: 'king-rows', baseRevision: 0, mark: 'rows', diff });

    const quilt = `${address}/quilts/${id}`;
    await inBrowser(async (page, browser) => {
      for (const [name, zooms] of LOOKS) {
        const pan = await graspCloth(page, quilt, zooms);
        const unit = `${A_STEP}, ${stitches} stitches`;
        printFigure(`cloth.pan_cpu_ms_500k.${name}`, await msAStep(browser, page, 120, pan), unit, '<= 6');
        await page.mouse.up();
      }
    });
    await inBrowser(async (page) => {
      for (const [name, zooms] of LOOKS) {
        const pan = await graspCloth(page, quilt, zooms);
        const { frames } = await framesOf(page, () => pan(240));
        await page.mouse.up();
        const mean = frames.reduce((sum, ms) => sum + ms, 0) / frames.length;
        printFigure(`cloth.pan_fps_500k.${name}`, 1000 / mean, `frames a second, ${stitches} stitches`, null);
        printFigure(`cloth.pan_ms_p95.${name}`, quantile(frames, 0.95), 'ms between frames', null);
      }
    });
  });

/** Takes the cloth in the hand, zoomed in; what it gives swings it round. */
async function graspCloth(page: Page, quilt: string, zooms: number): Promise<(steps: number) => Promise<void>> {
  await page.goto(`${quilt}/layout`);
  await page.getByTestId('row-totals').waitFor({ timeout: 120_000 });
  const over = await overCloth(page, zooms);
  await page.mouse.down();
  return over;
}
