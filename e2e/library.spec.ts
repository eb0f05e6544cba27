import { expect, type Page } from '@playwright/test';
import type { DesignAnswer } from '@gorse/contract';
import { unzipSync, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { test } from './demo.ts';
import type { TestServer } from './server.ts';
import { expectAccessible } from './accessible.ts';

let server: TestServer;
test.beforeAll(({ demo }) => {
  server = demo;
});

const text = (content: string): Buffer => Buffer.from(content);
const option = (page: Page, name: string) =>
  page.getByRole('option', { name: new RegExp(`^Drawing of ${name} ${name} `) });
const card = (page: Page) => page.getByLabel('The chosen design');

test('the designs of the demo come with Gorse, for an empty library', async () => {
  const answer = await fetch(`${server.address}/starter-designs.zip`);
  const files = Object.keys(unzipSync(new Uint8Array(await answer.arrayBuffer())));
  const { length } = (await (await fetch(`${server.address}/api/designs`)).json()) as readonly DesignAnswer[];
  expect(files.length).toBeGreaterThan(20);
  expect(length).toBeGreaterThanOrEqual(files.length);
  expect(files.every((name) => name.endsWith('.svg'))).toBe(true);
});

test('a batch is read: a zip, a bad file, and files that don’t say their unit', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  const zip = zipSync({
    'sea/Weir.dxf': text('0\nSECTION\n2\nENTITIES\n0\nLINE\n10\n0\n20\n0\n11\n5\n21\n1\n0\nENDSEC\n0\nEOF\n'),
    'sea/Sluice.gcode': text('G1 X4 Y0\nG1 X8 Y3\n'),
    'sea/notes.docx': text('words'),
  });
  await page.getByLabel('Design files').setInputFiles([
    { name: 'sea.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) },
    { name: 'torn.svg', mimeType: 'image/svg+xml', buffer: text('<svg>\n<g>') },
    { name: 'Quay.hpgl', mimeType: 'text/plain', buffer: text('IN;PU0,0;PD4000,0,4000,2000;LBquay\x03') },
  ]);
  await expect(page.getByText('One design was read, 2 files were not.')).toBeVisible();
  await expect(page.getByText('notes.docx: It is no design file.')).toBeVisible();
  await expect(page.getByText(/torn.svg: Line 2: this isn't well-formed XML/)).toBeVisible();
  await expect(page.getByText('Quay: Text is left out; turn it into lines first.')).toBeVisible();
  await expect(page.getByText(/doesn’t say in which unit it is drawn. Which size is right/)).toBeVisible();
  await expect(page.getByLabel('The same for all 2 such files of this batch')).toBeChecked();
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Inches/ }).click();
  await expect(page.getByText('3 designs were read, 2 files were not.')).toBeVisible();
  await page.getByRole('button', { name: 'Understood' }).click();
  await expect(card(page).getByRole('heading', { name: /Weir|Sluice/ })).toBeVisible();
  await expect(card(page).getByText('Read in inches, as you said.')).toBeVisible();
});

test('a program that travels is looked at before it is taken, and its travel exchanged', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  // Lifted at M3, as some machines have it: what looks like travel is the design.
  const moves = ['M3', 'G1 X10 Y0', 'M5', 'G1 X60 Y0', 'G1 X60 Y40', 'M3', 'G1 X0 Y40'];
  const program = { name: 'Weir.gcode', mimeType: 'text/plain', buffer: text(['G21', ...moves].join('\n')) };
  await page.getByLabel('Design files').setInputFiles([program]);
  await expect(
    page.getByText('Weir.gcode stitches, and travels with the needle up. Is it told apart rightly?'),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: 'Stitched: 2 lines, solid. Travelled: 1 line, dashed.' })).toBeVisible();
  await page.getByRole('button', { name: 'Exchange the two' }).click();
  await expect(page.getByRole('img', { name: 'Stitched: 1 line, solid. Travelled: 2 lines, dashed.' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Read it so' }).click();
  await expect(card(page).getByRole('heading', { name: 'Weir' })).toBeVisible();
  await expect(card(page).getByText('Travel and stitches are exchanged, as you said.')).toBeVisible();
});

test('what a drawing hides is shown beside what it shows, and taken in by layer', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  const layer = (name: string, y: number): string => `<g id="${name}" display="none"><path d="M0 ${y}H90"/></g>`;
  const drawing = (...layers: string[]): string =>
    `<svg width="90mm" height="90mm" viewBox="0 0 90 90"><path d="M0 0H90" stroke="#000"/>${layers.join('')}</svg>`;
  const file = (name: string, body: string) => ({ name, mimeType: 'image/svg+xml', buffer: text(body) });
  await page
    .getByLabel('Design files')
    .setInputFiles([
      file('Lock.svg', drawing(layer('Guides', 30), layer('Waves', 60))),
      file('Gate.svg', drawing(layer('Waves', 50))),
    ]);
  await expect(page.getByText(/(Lock|Gate).svg holds lines that aren’t seen in it/)).toBeVisible();
  await expect(page.getByLabel('The same for all 2 such files of this batch')).toBeChecked();
  await page.getByLabel('Waves: 1 line, hidden in the drawing').check();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Read it so' }).click();
  await expect(page.getByText('2 designs were read.')).toBeVisible();
  const taken = 'Lines that aren’t seen in the drawing are taken in, as you said.';
  await expect(page.getByText(`Lock: ${taken} Left out: 1 line of “Guides”, hidden in the drawing.`)).toBeVisible();
  await expect(page.getByText(`Gate: ${taken}`, { exact: true })).toBeVisible();
});

test('a table is asked about its columns, and left out when nobody knows', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  const table = { name: 'Points.csv', mimeType: 'text/csv', buffer: text('1,0,0\n2,30,40\n3,60,0\n') };
  await page.getByLabel('Design files').setInputFiles([table]);
  await expect(page.getByText('Points.csv doesn’t say which columns are x and y. Which size is right?')).toBeVisible();
  await page.getByRole('button', { name: 'Leave this file out' }).click();
  await expect(page.getByText(/doesn’t say/)).toBeHidden();
  await page.getByLabel('Design files').setInputFiles([table]);
  await page.getByRole('combobox', { name: 'x is' }).click();
  await page.getByRole('option', { name: 'column 2' }).click();
  await page.getByRole('combobox', { name: 'y is' }).click();
  await page.getByRole('option', { name: 'column 3' }).click();
  await page.getByRole('button', { name: /^Millimetres\s+2 3\/8 × 1 9\/16 in/ }).click();
  await expect(card(page).getByRole('heading', { name: 'Points' })).toBeVisible();
  await expect(card(page).getByText('2 3/8 × 1 9/16 in')).toBeVisible();
});

test('designs are found by what they are, by name, and by likeness', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  await page.getByLabel(/^Border/).check();
  await expect(option(page, 'Bunting')).toBeVisible();
  await expect(option(page, 'Compass')).toBeHidden();
  await page.getByRole('button', { name: 'Show all' }).click();
  await page.getByLabel('Search by name, file, kind or tag').fill('compass');
  await expect(page.getByRole('option', { name: /^Drawing/ })).toHaveCount(1);
  await option(page, 'Compass').click();
  await expect(card(page).getByText(/^11 3\/16\sin, .* % of the line$/)).toBeHidden();
  await card(page).getByRole('button', { name: 'More like this' }).click();
  await expect(page.getByRole('option', { name: /^Drawing/ }).first()).toHaveAccessibleName(/Compass/);
  await page.getByRole('button', { name: 'Back to the order' }).click();

  // By keyboard: the arrow keys choose, and the choice stays in sight.
  await page.getByTestId('design-grid').focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('option', { selected: true })).toBeInViewport();
  await expectAccessible(page);
});

test('what a person says of a design is kept, and can be taken back', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  await option(page, 'Kelp').click();
  await page.getByRole('button', { name: 'Rename Kelp' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Tangle');
  await page.keyboard.press('Enter');
  await expect(option(page, 'Tangle')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(option(page, 'Kelp')).toBeVisible();
  await option(page, 'Kelp').click();
  await card(page).getByLabel('Tags').fill('weed');
  await page.keyboard.press('Enter');
  await page.getByLabel(/^weed/).check();
  await expect(page.getByRole('option', { name: /^Drawing/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Take Kelp out of the library' }).click();
  await expect(option(page, 'Kelp')).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(option(page, 'Kelp')).toBeVisible();
});

test('a line is trimmed, mended and saved as a new revision; the original stays', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  await page.getByLabel('Search by name, file, kind or tag').fill('netting');
  await option(page, 'Netting').click();
  await card(page).getByRole('button', { name: 'Play the sewing order' }).click();
  await expect(card(page).getByRole('button', { name: 'Pause the sewing order' })).toBeVisible();
  await card(page).getByRole('button', { name: 'Edit the line…' }).click();

  const line = page.getByLabel('What can be done to the line').getByRole('row', { name: /^Line / });
  const whole = await line.textContent();
  const start = page.getByRole('slider', { name: /^Start of the line/ });
  await expect(start).toHaveAttribute('aria-valuetext', 'nothing cut off');
  await start.focus();
  await page.keyboard.press('ArrowRight');
  await expect(start).toHaveAttribute('aria-valuetext', /cut off/);
  await expect(line).not.toHaveText(whole!);
  const box = (await start.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 60, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByTestId('edits')).toHaveText('trimmed');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('edits')).toHaveText('Nothing changed yet.');
  await expect(line).toHaveText(whole!);

  await page.getByRole('button', { name: 'Reverse' }).click();
  await page.getByLabel('Width').fill('10');
  await page.getByLabel('Width').press('Enter');
  await expect(page.getByTestId('edits')).toHaveText('reversed, sized');
  await page.reload();
  await expect(page.getByTestId('edits')).toHaveText('reversed, sized');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('alert')).toContainText(/closed already/);
  await page.getByRole('button', { name: 'Undo it' }).click();
  await page.getByRole('combobox', { name: 'Compare with (dashed)' }).click();
  await page.getByRole('option', { name: 'Netting · revision 1, as read' }).click();
  await expect(page.getByText('7 1/16 × 7 1/16 in')).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Name of the new revision').fill('Wide netting');
  await page.getByRole('button', { name: 'Save as a new revision' }).click();
  await expect(page.getByText('Wide netting is saved as revision 2.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the designs' }).click();
  await page.getByLabel('Search by name, file, kind or tag').fill('netting');
  await option(page, 'Wide netting').click();
  await expect(card(page).getByText('10 × 10 in')).toBeVisible();
  await card(page).getByRole('combobox', { name: 'Revision' }).click();
  await page.getByRole('option', { name: /^1 · as read/ }).click();
  await expect(card(page).getByRole('heading', { name: 'Netting', exact: true })).toBeVisible();
});

test('a line is split, started elsewhere, measured, smoothed and joined, each step told and undone', async ({
  page,
}) => {
  const designs = (await (await page.request.get(`${server.address}/api/designs`)).json()) as DesignAnswer[];
  const idOf = (name: string): string => designs.find((design) => design.name === name)!.id;
  await page.goto(`${server.address}/designs/${idOf('Starfish')}`);
  const edits = page.getByTestId('edits');
  const view = page.getByLabel('Starfish: the line as edited');
  /** The place of the picture where a point of the design stands. */
  const clickAt = async (x: number, y: number): Promise<void> => {
    const [scale, dx, dy] = (await view.getAttribute('data-view'))!.split(' ').map(Number);
    const box = (await view.boundingBox())!;
    await page.mouse.click(box.x + x * scale! + dx!, box.y + y * scale! + dy!);
  };
  const { width } = designs.find((design) => design.name === 'Starfish')!.facts;

  await page.getByRole('button', { name: 'Start elsewhere' }).click();
  await expect(page.getByText('Click the closed line where it should start.')).toBeVisible();
  await clickAt(width, 60);
  await expect(edits).toHaveText('start moved');
  await page.getByRole('button', { name: 'Split' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Click the line where it should be cut in two.')).toBeHidden();
  await page.getByRole('button', { name: 'Split' }).click();
  await clickAt(0, 60);
  await expect(edits).toHaveText('start moved, split');
  await expect(page.getByRole('row', { name: 'Cuts watch out: 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();

  await page.getByRole('button', { name: 'Smooth' }).click();
  await page.getByRole('button', { name: 'Drop crumbs under' }).click();
  await page.getByRole('button', { name: 'Resample every' }).click();
  await expect(edits).toHaveText('start moved, smoothed, crumbs dropped, resampled');

  await page.getByRole('button', { name: 'Two points…' }).click();
  await clickAt(0, 0);
  await clickAt(100, 0);
  await expect(page.getByLabel('are truly apart')).toHaveValue(/^(3 15\/16|4)$/);
  await page.getByLabel('are truly apart').fill('200mm');
  await page.keyboard.press('Enter');
  await expect(edits).toHaveText(/resampled, sized$/);

  await page.getByRole('combobox', { name: 'Design to join' }).click();
  await page.getByRole('option', { name: 'Horizon' }).click();
  await page.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(edits).toHaveText(/sized, joined$/);
  await expect(page.getByRole('row', { name: /^Cuts none, one continuous line/ })).toBeVisible();
  await page.getByRole('button', { name: 'Save as a new revision' }).click();
  await expect(page.getByText('Starfish is saved as revision 2.')).toBeVisible();
});

test('a design is printed at true size and saved in every format', async ({ page }) => {
  await page.goto(`${server.address}/designs`);
  await page.getByLabel('Search by name, file, kind or tag').fill('cirrus');
  await option(page, 'Cirrus').click();
  for (const [item, ending, begins] of [
    ['tiled over A4', 'pdf', '%PDF'],
    ['DXF', 'dxf', ''],
    ['HPGL', 'hpgl', 'IN;'],
    ['Gorse document', 'gorse.json', '{"format":"gorse-design"'],
  ] as const) {
    await page.getByRole('button', { name: 'Save or print…' }).click();
    const downloading = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: item, exact: true }).click();
    const download = await downloading;
    expect(download.suggestedFilename()).toBe(`Cirrus.${ending}`);
    expect(readFileSync(await download.path(), 'latin1').startsWith(begins)).toBe(true);
  }
});
