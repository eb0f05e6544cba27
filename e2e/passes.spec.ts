import { expect, type Page, test } from '@playwright/test';
import type { QuiltAnswer } from '@gorse/contract';
import { distance, type Point, framePoint } from '@gorse/core';
import { ask } from './ask.ts';
import { expectAccessible } from './accessible.ts';
import { ownQuilt } from './demo.ts';
import { bringHead, lineUp, stitchRow, viewOf } from './frame-hands.ts';
import { eyeOf, type Stitched } from './quilt-eye.ts';
import { removeFolder, startDemo, startServer, type TestServer } from './server.ts';

let server: TestServer;
test.beforeAll(async () => {
  server = await startDemo({ speed: 60 });
});
test.afterAll(async () => {
  await server.kill();
  removeFolder(server.folder);
});

const openFrame = async (page: Page, quiltId: string): Promise<void> => {
  await page.goto(`${server.address}/quilts/${quiltId}/frame`);
  await page.getByRole('button', { name: /Units/ }).click();
  await page.getByRole('menuitem', { name: 'millimetres', exact: true }).click();
  await expect(page.getByText(/Keep hands, hair, sleeves/)).toBeVisible();
  await page.getByRole('button', { name: 'Understood' }).click();
};

test('passes are shown, moved by hand and pinned, and put back', async ({ page }) => {
  const id = await ownQuilt(server.address, 'Harbour Lights');
  await page.goto(`${server.address}/quilts/${id}/passes`);
  const strip = page.getByRole('complementary', { name: 'The quilt on the poles' });
  const card = page.getByRole('complementary', { name: 'The pass' });
  await expect(card).toContainText('3 passes');
  await expect(card.getByRole('region', { name: 'Pass 1', exact: true })).toContainText('row 4');
  await expect(card.getByRole('region', { name: 'Lining up' })).toContainText(/After these:.*±/);
  await expectAccessible(page);

  await card.getByRole('button', { name: 'Move row 4' }).click();
  await page.getByRole('menuitem', { name: 'Move to pass 2' }).click();
  await expect(card.getByRole('region', { name: 'Pass 1', exact: true })).not.toContainText('row 4');
  await strip.getByRole('button', { name: /^Pass 2/ }).click();
  await expect(card.getByRole('region', { name: 'Pass 2' })).toContainText('row 4');
  await expect(card.getByRole('region', { name: 'Lining up' })).toContainText(/of row 3/);
  await card.getByRole('button', { name: 'All passes as worked out' }).click();
  await expect(card.getByRole('region', { name: 'Pass 2' })).not.toContainText('row 4');

  const boundary = strip.getByRole('slider', { name: /^Where pass 3 begins/ });
  const before = Number(await boundary.getAttribute('aria-valuenow'));
  await boundary.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(async () => Number(await boundary.getAttribute('aria-valuenow'))).toBeLessThan(before - 10);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Number(await boundary.getAttribute('aria-valuenow'))).toBe(before);

  await page.getByRole('link', { name: 'Frames', exact: true }).click();
  await page.getByRole('button', { name: 'Copy and measure' }).first().click();
  await page.getByLabel('Name').fill('Shed frame');
  await page.getByLabel('Throat', { exact: true }).fill('20');
  await page.getByLabel('Throat', { exact: true }).press('Enter');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep this frame' }).click();
  await expect(page.getByRole('region', { name: 'Shed frame' })).toContainText('throat 20 in');
  await page.goto(`${server.address}/quilts/${id}/passes`);
  await page.getByRole('combobox', { name: 'Planned for the frame' }).click();
  await page.getByRole('option', { name: 'Shed frame' }).click();
  await expect(card).not.toContainText('3 passes');
  await expect(card).toContainText(/\d+ passes/);
});

test('the plan is dragged, a point chalked, the needle left down, the quilt loaded anew', async ({ page }) => {
  test.setTimeout(300_000);
  const quiltId = await ownQuilt(server.address, 'Harbour Lights');
  const recordsNow = async () => (await ask<QuiltAnswer>(server.address, `/quilts/${quiltId}`)).records;
  const methods = async () => Object.values((await recordsNow()).touches).map(({ method }) => method);
  const otherWay = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: /Other ways/ }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  const choose = async (name: string): Promise<void> => {
    await page.getByRole('combobox', { name: 'What to stitch' }).click();
    await page.getByRole('option', { name }).click();
  };
  await openFrame(page, quiltId);
  await page.getByRole('button', { name: 'Tension and clamps are set' }).click();

  await test.step('dragging the plan is a touch, and can be taken back', async () => {
    await expect(page.getByText(/^Put the needle over/)).toBeVisible();
    await otherWay('Drag the plan onto the cloth');
    const cloth = page.getByRole('application');
    const box = (await cloth.boundingBox())!;
    const view = await viewOf(cloth);
    const from = { x: box.x + 700 * view.scale + view.x, y: box.y + 300 * view.scale + view.y };
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 8, from.y + 6, { steps: 4 });
    await page.mouse.up();
    await expect.poll(methods).toEqual(['drag']);
    const [dragged] = Object.values((await recordsNow()).touches);
    // A pixel and a half.
    const to = framePoint(700 + 8 / view.scale, 300 + 6 / view.scale);
    expect(distance(dragged!.frame, to)).toBeLessThan(1.5 / view.scale);
    await page.getByRole('button', { name: 'Undo touch' }).click();
    await expect.poll(methods).toEqual([]);
  });

  await lineUp(page, server.address, quiltId);
  await choose('Row 4, pass 1');
  await stitchRow(page, 4);

  await test.step('a chalk mark is kept, and the needle left in the row is the first touch after the roll', async () => {
    await choose('Row 5, pass 2');
    await page.getByRole('button', { name: 'Understood' }).click();
    await bringHead(page, (await eyeOf(server.address, quiltId)).place('lower right corner of B1'));
    await page.getByRole('button', { name: 'Chalk the point under the needle' }).click();
    await expect
      .poll(async () => Object.values((await recordsNow()).landmarks))
      .toMatchObject([{ name: 'chalk mark 1', since: { advance: 0 } }]);
    await page.getByRole('button', { name: 'Leave the needle down in the row' }).click();
    await expect(page.getByTestId('needle')).toHaveText('needle down');
    await page.getByRole('button', { name: 'Clamps are off' }).click();
    await page.getByRole('button', { name: 'Rolled', exact: true }).click();
    await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
    await expect.poll(methods).toContain('needle');
    await expect(page.getByTestId('needle')).toHaveText('needle up');
  });

  await test.step('loaded anew, two touches more are checks', async () => {
    await otherWay('The quilt or machine was moved: line up anew');
    await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
    expect(await lineUp(page, server.address, quiltId)).toBeGreaterThanOrEqual(4);
    await page.getByText('Touches, and how far off each was').click();
    await expect(page.getByRole('listitem').filter({ hasText: 'the first' })).toBeVisible();
    await page.getByRole('link', { name: 'Log', exact: true }).click();
    await expect(page.getByRole('region', { name: 'On the poles' })).toContainText('loaded anew or moved');
  });
});

test('touches that disagree are told, one is made again, and the one that was wrong is left out', async ({ page }) => {
  const quiltId = await ownQuilt(server.address, 'Harbour Lights');
  await openFrame(page, quiltId);
  await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
  await expect(page.getByText(/^Put the needle over/)).toBeVisible();
  const eye = await eyeOf(server.address, quiltId);
  const { records, revision } = await ask<QuiltAnswer>(server.address, `/quilts/${quiltId}`);
  const patch = Object.values(records.regions).find(({ name }) => name === 'B1')!;
  const corners = eye.corners.filter(({ cloth }) => patch.shape.some(({ at }) => distance(at, cloth) < 0.1));
  const [slipped] = corners;
  const touches = corners.map(({ ids, name, cloth, since }, at) => {
    const { x, y } = eye.place(name);
    // On the wrong seam.
    const frame = framePoint(x, name === slipped!.name ? y + 9 : y);
    return { id: `t${at}`, on: ids[0], name, cloth, since, frame, advance: 0, method: 'head' as const, at };
  });
  const diff = touches.map((after) => ({ kind: 'touches' as const, id: after.id, before: null, after }));
  await ask(server.address, `/quilts/${quiltId}/edits`, {
    editId: 'four-corners',
    baseRevision: revision,
    mark: 'corners',
    diff,
  });
  await page.reload();
  const alert = page.getByRole('alert').filter({ hasText: /disagree|agree without it/ });
  await expect(alert).toContainText('One touch more tells which is right');
  for (let again = 0; again < 3 && !(await alert.getByRole('button', { name: 'Leave it out' }).isVisible()); again++) {
    const once = alert.getByRole('button', { name: /^Touch the .* again$/ });
    const name = /^Touch the (.*) again$/.exec((await once.textContent())!)![1]!;
    await once.click();
    await bringHead(page, eye.place(name));
    await page.getByRole('button', { name: 'Touch here' }).click();
    await expect(alert).not.toContainText(`Touch the ${name} again`);
  }
  await expect(alert).toContainText(new RegExp(`^The (first )?touch on the ${slipped!.name}.*agree without it`));
  await alert.getByRole('button', { name: 'Leave it out' }).click();
  await expect(alert).toBeHidden();
});

test('Harbour Lights is stitched over three passes, killed between, and its rows nest', async ({ page }) => {
  test.setTimeout(600_000);
  const quiltId = await ownQuilt(server.address, 'Harbour Lights');
  await openFrame(page, quiltId);

  for (let pass = 1, row = 1; pass <= 3; pass++) {
    await test.step(`pass ${pass}`, async () => {
      if (pass > 1) {
        await expect(page.getByText(`Roll on to pass ${pass} of 3.`)).toBeVisible();
        await page.getByRole('button', { name: 'Clamps are off' }).click();
        await expect(page.getByText(/^Roll \d+(\.\d+)?\smm on, away from you\.$/)).toBeVisible();
        await expect(page.getByText(/the lower edge of .* lies .* before the roll/)).toBeVisible();
        await page.getByRole('button', { name: 'Rolled', exact: true }).click();
      }
      await expect(page.getByText('Set the tension, then put the side clamps on.')).toBeVisible();
      if (pass === 2) await expectAccessible(page);
      await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
      expect(await lineUp(page, server.address, quiltId)).toBeGreaterThanOrEqual(2);
      for (let i = 0; i < 4; i++, row++) await stitchRow(page, row);
    });
    if (pass === 3) break;
    // The power goes between passes; the page comes back by itself or is loaded again.
    if (pass === 1) await expect(page.getByText(/Before you roll: needle up/)).toBeVisible();
    else await expect(page.getByText(`Roll on to pass ${pass + 1} of 3.`)).toBeVisible();
    await server.kill();
    server = await startServer({ folder: server.folder, port: new URL(server.address).port, speed: 60 });
    await page.reload();
    if (pass === 1) await page.getByRole('button', { name: 'Understood' }).click();
  }

  const { stitched } = await eyeOf(server.address, quiltId);
  const byRow = new Map(stitched.map((one) => [Number(/^row (\d+)/.exec(one.run.name)![1]), one]));
  expect(byRow.size).toBe(12);
  const advanceOf = (row: number): number => byRow.get(row)!.run.advance;
  expect([2, 3, 4].map(advanceOf)).toEqual(Array(3).fill(advanceOf(1)));
  expect(advanceOf(5)).toBeGreaterThan(advanceOf(4));
  expect(advanceOf(9)).toBeGreaterThan(advanceOf(8));
  // Across each roll: how much farther or nearer the new row lies to the old one than planned, point against nearest point.
  for (const [above, below] of [
    [4, 5],
    [8, 9],
  ] as const) {
    const [a, b] = [byRow.get(above)!, byRow.get(below)!];
    const misfits = b.planned.flatMap((p, i) => {
      const near = a.planned.reduce((best, q, k) => (distance(p, q) < distance(p, a.planned[best]!) ? k : best), 0);
      if (distance(p, a.planned[near]!) > 40) return [];
      const off = (one: Stitched, k: number): Point => ({
        x: one.true[k]!.x - one.planned[k]!.x,
        y: one.true[k]!.y - one.planned[k]!.y,
      });
      return [distance(off(b, i), off(a, near))];
    });
    misfits.sort((x, y) => x - y);
    expect(misfits.length).toBeGreaterThan(200);
    expect(misfits[Math.floor(0.95 * misfits.length)]).toBeLessThan(1.6);
  }
  await page.getByRole('link', { name: 'Passes', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Draw-in' })).toContainText(/along the poles/);
});
