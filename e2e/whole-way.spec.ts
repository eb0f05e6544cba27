import { expect, type Page, test } from '@playwright/test';
import type { RunAnswer } from '@gorse/contract';
import { distance, type FramePoint, readSvg } from '@gorse/core';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { seeCorners } from './frame-eye.ts';
import { bringHead, viewOf } from './frame-hands.ts';
import { refusedServer, removeFolder, startServer, type TestServer } from './server.ts';
import { expectAccessible } from './accessible.ts';

const KELP = fileURLToPath(new URL('../demo/designs/Kelp.svg', import.meta.url));
const INCH = 25.4;
/** As they are seen, in the order that they are touched in. */
const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'];

let server: TestServer;
test.beforeAll(async () => {
  server = await startServer({ speed: 4 });
});
test.afterAll(async () => {
  await server.kill();
  removeFolder(server.folder);
});

/** The refused file and the killed server are part of the test. */
const EXPECTED = /status of (422|503)|ERR_CONNECTION|ERR_EMPTY|WebSocket/;

/** Fails the test on anything else that the browser complains of. */
function listen(page: Page): void {
  page.on('console', (message) => {
    if (message.type() === 'error' && !EXPECTED.test(message.text())) throw new Error(`console: ${message.text()}`);
  });
  page.on('pageerror', (error) => {
    throw error;
  });
}

/** Touches whatever corner is asked for. */
async function touchNext(page: Page, corners: readonly FramePoint[]): Promise<void> {
  await expect(page.getByText(/^Put the needle over/)).toBeVisible();
  const title = (await page.getByText(/^Put the needle over/).textContent())!;
  const corner = CORNERS.findIndex((name) => title.includes(name));
  await bringHead(page, corners[corner]!);
  await page.getByRole('button', { name: 'Touch here' }).click();
  await expect(page.getByText(title, { exact: true })).toBeHidden();
}

test('from a file to stitches on the frame, to the log, and through a power cut', async ({ page }) => {
  listen(page);
  await page.goto(server.address);

  await test.step('a new quilt', async () => {
    await expect(page.getByText('The shelf is empty')).toBeVisible();
    await page.getByRole('button', { name: 'New quilt' }).click();
    await page.getByLabel('Name').fill('Tide Table');
    await page.getByLabel('Blocks across').fill('3');
    await page.getByLabel('Blocks down').fill('2');
    for (const [label, text] of [
      ['Block size', '7 1/2'],
      ['Sashing width', '2.54cm'],
      ['Border width', '2in'],
    ] as const) {
      await page.getByLabel(label).fill(text);
      await page.getByLabel(label).press('Enter');
    }
    await expect(page.getByLabel('Finished width')).toHaveValue(/^28.1\/2$/);
    await expect(page.getByLabel('Finished length')).toHaveValue('20');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Make the quilt' }).click();
    await expect(page.getByRole('link', { name: 'Layout' })).toHaveAttribute('aria-current', 'page');
  });
  const quiltId = /quilts\/([\w-]+)/.exec(page.url())![1]!;

  await test.step('a design read from a file', async () => {
    await page.keyboard.press('2');
    await expect(page.getByText('No designs yet')).toBeVisible();
    await page.getByLabel('Design files').setInputFiles([
      { name: 'Kelp.svg', mimeType: 'image/svg+xml', buffer: readFileSync(KELP) },
      { name: 'torn.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg>\n<g>') },
    ]);
    await expect(page.getByText(/torn.svg: Line 2: this isn't well-formed XML/)).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Kelp' })).toBeVisible();
    await expect(page.getByText('none, one continuous line')).toBeVisible();
    await page.getByRole('button', { name: 'Understood' }).click();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Use in Tide Table' }).click();
  });

  const cloth = page.getByRole('application');
  /** Clicks a place of the cloth, in inches from its corner, as fitted to the screen. */
  const clickCloth = async (x: number, y: number): Promise<void> => {
    const box = (await cloth.boundingBox())!;
    const view = await viewOf(cloth);
    await page.mouse.click(box.x + x * INCH * view.scale + view.x, box.y + y * INCH * view.scale + view.y);
  };

  await test.step('placed, fitted, and the same in another block', async () => {
    await clickCloth(5, 5);
    await expect(page.getByTestId('totals')).toContainText('stitches');
    await page.getByRole('button', { name: /^Fit/ }).click();
    const contained = await page.getByTestId('totals').textContent();
    await page.getByText('Corners', { exact: true }).click();
    await expect(page.getByTestId('totals')).not.toHaveText(contained!);
    await expect(page.getByText(/^Stretch/)).toBeVisible();
    const before = await page.getByTestId('totals').textContent();
    const thumb = page.getByRole('slider', { name: 'Margin, drag to see it at once' });
    const at = (await thumb.boundingBox())!;
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await page.mouse.down();
    await page.mouse.move(at.x + 60, at.y + at.height / 2, { steps: 6 });
    await expect(page.getByTestId('totals')).not.toHaveText(before!);
    await Promise.all([page.waitForResponse(/\/edits$/), page.mouse.up()]);
    await page.keyboard.press('Control+z');
    await expect(page.getByTestId('totals')).toHaveText(before!);
    await page.keyboard.press('Control+Shift+z');
    await expect(page.getByTestId('totals')).not.toHaveText(before!);
    await page.keyboard.press('Control+z');

    await page.getByRole('button', { name: 'Same recipe on other patches' }).click();
    await clickCloth(14, 5);
    await page.keyboard.press('Escape');
    await expect(page.getByText('Used on 2 patches; all follow.')).toBeVisible();
    await cloth.focus();
    // Two patches share the recipe now: the change is shown in both, and made when it is accepted.
    await page.keyboard.press('.');
    await expect(page.getByRole('button', { name: /^Orient/ })).toContainText('turned 90°');
    await expect(page.getByRole('region', { name: 'Change of a shared recipe' })).toContainText(
      'This changes 2 patches',
    );
    await page.getByRole('button', { name: 'Change all 2' }).click();
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: /^Orient/ })).toContainText('as drawn');
    await expect(page.getByRole('status').filter({ hasText: 'saved' })).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('downloaded at true size', async () => {
    await page.getByRole('button', { name: 'Tide Table ▾' }).click();
    const downloading = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: 'SVG, true size' }).click();
    const text = readFileSync(await (await downloading).path(), 'utf8');
    expect(text).toContain('width="723.900mm" height="508.000mm"');
    expect(readSvg(text).strokes.length).toBeGreaterThan(2);
  });

  await page.getByRole('button', { name: /Units/ }).click();
  await page.getByRole('menuitem', { name: 'millimetres', exact: true }).click();
  await page.getByRole('link', { name: 'Frame' }).click();
  const corners = await seeCorners(server.address, quiltId, 'A1');

  await test.step('touched at its four corners', async () => {
    await page.getByRole('button', { name: 'Understood' }).click();
    await expect(page.getByText('Set the tension, then put the side clamps on.')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Enter');
    for (let i = 0; i < 4; i++) await touchNext(page, corners);
    await expect(page.getByText(/^A1 lies on the cloth within/)).toBeVisible();
  });

  await test.step('rehearsed and stitched, stopped and gone on with', async () => {
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Go to the start' }).click();
    await page.getByRole('button', { name: 'Rehearse' }).click();
    await expect(page.getByTestId('needle')).toHaveText('needle up');
    await page.getByRole('button', { name: 'Go to the start' }).click();
    await page.getByRole('button', { name: 'Understood' }).click();
    await page.getByRole('button', { name: 'Needle down and up' }).click();
    await page.getByRole('button', { name: 'Stitch', exact: true }).click();
    await expect(page.getByText(/^Stitch [1-9]\d* of/)).toBeVisible();
    await page.getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByText('Paused, the needle holds the place.')).toBeVisible();
    await page.keyboard.press('<');
    await expect(page.getByTestId('speed')).toHaveText('75 % speed');
    await page.getByRole('button', { name: 'Faster' }).click();
    await expect(page.getByTestId('speed')).toHaveText('100 % speed');
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.keyboard.press('Space');
    await expect(page.getByText(/^Stopped at stitch/)).toBeVisible();
    await expect(page.getByTestId('needle')).toHaveText('needle up');
  });

  await test.step('a second server on the same data refuses', async () => {
    const { code, said } = await refusedServer(server.folder);
    expect(code).toBe(1);
    expect(said).toMatch(/Another Gorse server \(process \d+\) is using the data folder/);
  });

  await test.step('killed while stitching: nothing is lost, and it goes on from there', async () => {
    await page.getByRole('button', { name: 'Go on from there' }).click();
    await page.getByRole('button', { name: 'Go there' }).click();
    await page.getByRole('button', { name: 'Needle down and up' }).click();
    await page.getByRole('button', { name: 'Stitch', exact: true }).click();
    await expect(page.getByText('Stitching A1.')).toBeVisible();
    const before = (await (await page.request.get(`${server.address}/api/quilts/${quiltId}`)).json()) as unknown;
    await expect
      .poll(async () => {
        const runs = (await (
          await page.request.get(`${server.address}/api/quilts/${quiltId}/runs`)
        ).json()) as RunAnswer[];
        return runs.some(({ events }) => events.at(-1)?.kind === 'progress');
      })
      .toBe(true);
    await server.kill();
    await expect(page.getByText('The server does not answer.')).toBeVisible();
    server = await startServer({ folder: server.folder, port: new URL(server.address).port, speed: 4 });
    expect(await (await page.request.get(`${server.address}/api/quilts/${quiltId}`)).json()).toEqual(before);
    await page.reload();
    await expect(page.getByText(/^Stopped at stitch [1-9]/)).toBeVisible();
    await page.getByRole('button', { name: 'Go on from there' }).click();
    await page.getByRole('button', { name: 'Go there' }).click();
    await page.getByRole('button', { name: 'Needle down and up' }).click();
    await page.getByRole('button', { name: 'Stitch', exact: true }).click();
    await expect(page.getByText('A1 is stitched.')).toBeVisible({ timeout: 180_000 });
  });

  await test.step('the log has it all, and the stitches lie within the patch', async () => {
    await page.getByRole('link', { name: 'Log' }).click();
    const entry = page.getByRole('region', { name: 'A1 · Kelp' });
    for (const event of [
      'loaded',
      'rehearsed',
      'bobbin thread up',
      'stitching began',
      'paused',
      'at 75 % of the planned speed',
      'stopped',
      'taken up again',
      'interrupted: the server or the link ended',
      'finished',
    ]) {
      await expect(entry.getByText(event, { exact: true }).first()).toBeVisible();
    }
    await expectAccessible(page);
    const runs = (await (await page.request.get(`${server.address}/api/quilts/${quiltId}/runs`)).json()) as RunAnswer[];
    expect(runs).toHaveLength(1);
    // The plan's frame is the touched patch: its corners were found to the touch noise and the last jog.
    const touched = (await (await page.request.get(`${server.address}/api/quilts/${quiltId}`)).json()) as {
      records: { touches: Record<string, { frame: FramePoint }> };
    };
    for (const { frame } of Object.values(touched.records.touches))
      expect(Math.min(...corners.map((corner) => distance(corner, frame)))).toBeLessThan(1.5);
  });
});
