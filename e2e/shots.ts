import { chromium } from '@playwright/test';
import type { DesignAnswer, QuiltAnswer, QuiltSummary } from '@gorse/contract';
import {
  clothPoint,
  controlId,
  type PlanDiff,
  polygonShape,
  type RecipeRecord,
  refitted,
  usualStages,
} from '@gorse/core';
import { mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { makeDemo } from '../demo/make-demo.mjs';
import { ask } from './ask.ts';
import config from './playwright.config.ts';
import { seeCorners } from './frame-eye.ts';
import { medallion } from './medallion.ts';
import { removeFolder, startServer } from './server.ts';

/** One picture of each main view, from the demo data with a few blocks filled and one lined up. */
const FOLDER = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
mkdirSync(FOLDER, { recursive: true });

const server = await startServer({ speed: 12 });
await makeDemo(server.address);
const { quilts } = await ask<{ quilts: QuiltSummary[] }>(server.address, '/quilts');
const quiltId = (name: string): string => quilts.find((quilt) => quilt.name === name)!.id;
const id = quiltId('Tide Table');
const designs = await ask<DesignAnswer[]>(server.address, '/designs');
const { records } = await ask<QuiltAnswer>(server.address, `/quilts/${id}`);

const recipe = (name: string, fit: RecipeRecord['fit']['kind'], angle = 0): RecipeRecord => ({
  ...usualStages(designs.find((design) => design.name === name)!.id),
  id: name.toLowerCase(),
  orient: { angle, mirror: false, up: 'quilt' },
  fit: refitted({ kind: 'fill', margins: [6.35] }, fit),
});
const recipes = [
  recipe('Kelp', 'corners'),
  recipe('Compass', 'contain'),
  recipe('Float', 'contain'),
  recipe('Rope', 'contain'),
];
const places = {
  A1: 'kelp',
  B1: 'compass',
  C1: 'kelp',
  D1: 'compass',
  A2: 'float',
  B2: 'kelp',
  C2: 'float',
  'bottom border': 'rope',
} as const;
const corners = await seeCorners(server.address, id, 'A1');
const a1 = Object.values(records.regions).find((region) => region.name === 'A1')!;
const diff: PlanDiff = [
  ...recipes.map((after) => ({ kind: 'recipes' as const, id: after.id, before: null, after })),
  ...Object.entries(places).map(([name, recipeId], i) => {
    const regionId = Object.values(records.regions).find((region) => region.name === name)!.id;
    return {
      kind: 'placements' as const,
      id: `p${i}`,
      before: null,
      after: { id: `p${i}`, regionId, recipeId, parts: 1, own: {} },
    };
  }),
  ...corners.slice(0, 3).map((frame, i) => ({
    kind: 'touches' as const,
    id: `t${i}`,
    before: null,
    after: {
      id: `t${i}`,
      on: controlId(a1.id, a1.shape[i]!.id),
      name: 'corner of A1',
      cloth: a1.shape[i]!.at,
      since: null,
      frame,
      advance: 0,
      method: 'head' as const,
      at: i,
    },
  })),
];
await ask(server.address, `/quilts/${id}/edits`, { editId: 'demo-for-shots', baseRevision: 0, mark: 'shots', diff });

const browser = await chromium.launch(config.use!.launchOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shot = async (name: string): Promise<void> => {
  await page.waitForTimeout(900);
  await page.screenshot({ path: `${FOLDER}${name}.png` });
};
const big = page.getByTestId('big-button');

await page.goto(server.address);
await page.getByRole('heading', { name: 'Tide Table' }).waitFor();
await page.getByRole('button', { name: 'New quilt' }).click();
await shot('new-quilt');
await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Guillemot Lantern');
await page.getByText('A drawing to read in').click();
await page
  .getByRole('dialog')
  .locator('input[type=file]')
  .setInputFiles({ name: 'lantern.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(medallion()) });
await page.getByRole('group', { name: 'What became of the drawing' }).waitFor();
await page.getByRole('button', { name: 'Make the quilt' }).click();
await page.getByRole('heading', { name: 'The quilt top' }).waitFor();
const cloth = (await page.getByRole('application').boundingBox())!;
await page.getByRole('application').focus();
await page.keyboard.press('o');
for (const [x, y] of [[0.36, 0.66], [0.44, 0.66], [0.44, 0.75]] as const) {
  await page.mouse.move(cloth.x + x * cloth.width, cloth.y + y * cloth.height);
  if (y < 0.7) await page.mouse.down();
  await page.mouse.up();
} // prettier-ignore
await shot('quilt-drawn');
await page.goto(`${server.address}/quilts/${id}/quilt`);
await shot('quilt');
await page.goto(`${server.address}/quilts/${id}/designs`);
await page.getByRole('option', { name: /Cirrus/ }).click();
await shot('designs');
await page.goto(`${server.address}/designs/${designs.find((design) => design.name === 'Compass')!.id}`);
await page.getByRole('slider', { name: /^Start of the line/ }).waitFor();
await shot('design-desk');
await page.goto(`${server.address}/designs`);
await page.getByLabel('Design files').setInputFiles([
  { name: 'Weir.gcode', mimeType: 'text/plain', buffer: Buffer.from('G1 X4 Y0\nG1 X8 Y3\nG1 X9 Y0') },
  { name: 'Sluice.gcode', mimeType: 'text/plain', buffer: Buffer.from('G1 X6 Y0\nG1 X8 Y3') },
  { name: 'torn.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg>\n<g>') },
]);
await page.getByText(/Which size is right/).waitFor();
await shot('reading');
await page.goto(`${server.address}/quilts/${quiltId('Guillemot Mess')}/layout`);
const patch = page.getByRole('combobox', { name: 'Patch' });
await patch.fill('left setting triangle 2');
await page.getByRole('option', { name: 'left setting triangle 2', exact: true }).click();
await page.getByTestId('totals').waitFor();
await page.getByRole('button', { name: /^Fit/ }).click();
await page.waitForTimeout(2500);
// Off what would explain itself.
await page.mouse.move(640, 20);
await shot('layout');
await patch.fill('B4');
await page.getByRole('option', { name: 'B4', exact: true }).click();
await page.getByText('Backgrounds', { exact: true }).click();
await page.getByRole('button', { name: /^Lines/ }).click();
await page.waitForTimeout(2500);
await shot('background');
await page.keyboard.press('Escape');
await page.getByText('Borders (B)').click();
await page.getByRole('group', { name: 'Answers, best first' }).waitFor();
await page.waitForTimeout(1500);
await shot('borders');
await page.goto(`${server.address}/quilts/${quiltId('Harbour Lights')}/layout`);
await page.getByTestId('row-totals').waitFor();
await page.waitForTimeout(1500);
await shot('rows');
await page.keyboard.press('k');
await page.getByRole('combobox', { name: 'Keep-out' }).click();
await page.getByRole('option', { name: 'label (off)' }).click();
await page.getByRole('switch', { name: 'Kept' }).check();
await page.getByTestId('kept-out').waitFor();
await page.getByLabel('What designs are put into').getByText('Rows (R)').click();
await page.getByRole('button', { name: /^Keep out 2 runs/ }).click();
await page.getByTestId('masked').waitFor();
await shot('keep-out');
await page.getByRole('button', { name: 'Undo' }).click();
await page.goto(`${server.address}/quilts/${quiltId('Harbour Lights')}/passes`);
await page.getByRole('region', { name: 'Lining up' }).waitFor();
await page.getByRole('button', { name: /^Pass 2/ }).click();
await page.waitForTimeout(1500);
await shot('passes');
await page.goto(`${server.address}/frames`);
await page.getByRole('button', { name: 'Copy and measure' }).first().click();
await page.getByRole('button', { name: 'Next measure' }).click();
await page.getByRole('button', { name: 'Next measure' }).click();
await shot('frame-measure');
await page.goto(`${server.address}/quilts/${quiltId('Harbour Lights')}/frame`);
await page.getByRole('button', { name: 'Understood' }).click();
await page.getByRole('combobox', { name: 'What to stitch' }).click();
await page.getByRole('option', { name: 'Row 5, pass 2' }).click();
await page.getByRole('button', { name: 'Understood' }).click();
await page.getByRole('button', { name: 'Clamps are off' }).click();
await page.getByRole('button', { name: 'Rolled', exact: true }).waitFor();
await shot('frame-roll');
await page.goto(`${server.address}/quilts/${id}/frame`);
await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
const last = corners[3]!;
await page.getByRole('button', { name: 'Take me near' }).click();
await page.getByText(/^needle up/).waitFor();
await page.waitForTimeout(1500);
await page.getByRole('application').focus();
await page.keyboard.press('z');
await shot('frame-touch');
await ask(server.address, `/quilts/${id}/edits`, {
  editId: 'last-corner',
  baseRevision: 1,
  mark: 'shots',
  diff: [
    {
      kind: 'touches',
      id: 't3',
      before: null,
      after: {
        id: 't3',
        on: controlId(a1.id, a1.shape[3]!.id),
        name: 'corner of A1',
        cloth: a1.shape[3]!.at,
        since: null,
        frame: last,
        advance: 0,
        method: 'head',
        at: 3,
      },
    },
  ],
});
await page.reload();
await big.click();
await page.getByRole('button', { name: 'Go to the start' }).click();
await page.getByRole('button', { name: 'Skip: I know where it goes' }).click();
await page.getByRole('button', { name: 'Understood' }).click();
await page.getByRole('button', { name: 'Needle down and up' }).click();
await page.getByRole('button', { name: 'Stitch', exact: true }).click();
await page.waitForTimeout(1200);
await page.screenshot({ path: `${FOLDER}frame-stitch.png` });
await page.getByText('A1 is stitched.').waitFor();
await page.goto(`${server.address}/quilts/${id}/log`);
await shot('log');
await page.goto(server.address);
await page.getByRole('heading', { name: 'Tide Table' }).waitFor();
await shot('shelf');
const made = polygonShape([clothPoint(420, 120), clothPoint(690, 132), clothPoint(682, 398), clothPoint(412, 390)]);
const after = {
  ...{ id: 'n', name: 'patch 1', kind: 'block', origin: 'touched', family: 'n', print: 0 },
  shape: made,
} as const;
const bare = await ask<{ id: string }>(server.address, '/quilts', {
  ...{ name: 'Without a map', setting: { kind: 'drawn', width: 1524, length: 1829 }, borders: [], patches: [] },
});
await ask(server.address, `/quilts/${bare.id}/edits`, {
  ...{ editId: 'touched-for-shots', baseRevision: 0, mark: 'shots' },
  diff: [
    { kind: 'regions', id: 'n', before: null, after },
    ...made.map(({ id: control, at }, i) => ({
      ...{ kind: 'touches', id: `n${i}`, before: null },
      after: {
        ...{ id: `n${i}`, on: controlId('n', control), name: `corner ${i + 1} of patch 1`, cloth: at, since: null },
        ...{ frame: { x: at.x + 140, y: at.y + 30 }, advance: 0, method: 'head', at: i },
      },
    })),
  ],
});
await page.evaluate(() =>
  localStorage.setItem(
    'gorse-patch-here',
    JSON.stringify({ state: { begun: null, made: 'n', waiting: [], inside: 0 }, version: 0 }),
  ),
);
await page.goto(`${server.address}/quilts/${bare.id}/frame`);
await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
await page
  .getByRole('button', { name: / in patch 1: / })
  .first()
  .waitFor();
await page.waitForTimeout(2500);
await shot('frame-here');

await browser.close();
await server.kill();
removeFolder(server.folder);
process.exit(0);
