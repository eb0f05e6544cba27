import { chromium } from '@playwright/test';
import { askedRows, resolvedRows, rowChoices } from '@gorse/core';
import config from '../e2e/playwright.config.ts';
import { removeFolder, startServer } from '../e2e/server.ts';
import { MEASURE } from './drag.ts';
import { printFigure, quantile } from './figures.ts';
import { KING, kingDesign, kingPlan, kingRows } from './rows.ts';

/** Panning a king with half a million stitches: frames while the pointer moves, zoomed to the whole and to a block. */
export async function benchPan(): Promise<void> {
  const server = await startServer();
  const post = async <T>(path: string, body: string): Promise<T> => {
    const headers = { 'Content-Type': 'application/json' };
    const response = await fetch(`${server.address}/api${path}`, { method: 'POST', headers, body });
    if (!response.ok) throw new Error(await response.text());
    return (await response.json()) as T;
  };
  // At two thirds of the size there are half a million stitches.
  const line = kingDesign().map((v) => v * 0.66);
  let path = '';
  for (let i = 0; i < line.length; i += 2)
    path += `${i === 0 ? 'M' : 'L'}${line[i]!.toFixed(3)} ${line[i + 1]!.toFixed(3)}`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="600mm" height="300mm" viewBox="-100 0 500 300"><path d="${path}"/></svg>`;
  const design = await post<{ id: string }>('/designs?file=King.svg', svg);
  const { id } = await post<{ id: string }>(
    '/quilts',
    JSON.stringify({ name: 'King', setting: KING.setting, borders: KING.borders }),
  );
  const wished = { ...kingRows(design.id, 18), wish: { matters: 'clearance', clearance: 0, margin: 12 } as const };
  const [best] = rowChoices(kingPlan(line, wished), askedRows(wished), 'upright');
  const after = { ...wished, numbers: best!.numbers };
  const { stitches } = kingPlan(line, after).get(resolvedRows, after.id)!.totals;
  const diff = [{ kind: 'rowSets', id: after.id, before: null, after }];
  await post(`/quilts/${id}/edits`, JSON.stringify({ editId: 'king-rows', baseRevision: 0, mark: 'rows', diff }));

  const browser = await chromium.launch(config.use!.launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${server.address}/quilts/${id}/layout`);
  await page.getByTestId('row-totals').waitFor({ timeout: 120_000 });
  await page.waitForTimeout(4000);
  const cloth = page.getByRole('application');
  const box = (await cloth.boundingBox())!;
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  for (const [name, zooms] of [
    ['whole', 0],
    ['block', 7],
  ] as const) {
    await cloth.focus();
    await page.keyboard.press('f');
    for (let i = 0; i < zooms; i++) await page.keyboard.press('+');
    await page.waitForTimeout(1500);
    await page.mouse.move(middle.x, middle.y);
    await page.mouse.down();
    await page.evaluate(MEASURE);
    for (let i = 0; i < 240; i++)
      await page.mouse.move(middle.x + 180 * Math.sin(i / 15), middle.y + 90 * Math.sin(i / 11));
    const { frames } = await page.evaluate(
      () => (window as unknown as { measured: { frames: number[]; long: number[] } }).measured,
    );
    await page.mouse.up();
    const mean = frames.reduce((sum, ms) => sum + ms, 0) / frames.length;
    printFigure(`cloth.pan_fps_500k.${name}`, 1000 / mean, `frames a second, ${stitches} stitches`, null);
    printFigure(`cloth.pan_ms_p95.${name}`, quantile(frames, 0.95), 'ms between frames', null);
  }
  await browser.close();
  await server.kill();
  removeFolder(server.folder);
}
