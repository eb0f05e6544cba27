import { expect } from '@playwright/test';
import type { DesignAnswer } from '@gorse/contract';
import { distance, evenBorder, plainGrid, usualBorder } from '@gorse/core';
import { expectAccessible } from './accessible.ts';
import { ask } from './ask.ts';
import { test } from './demo.ts';
import { lineUp, stitchPiece } from './frame-hands.ts';
import { eyeOf } from './quilt-eye.ts';

test('a side waits until the quilt is turned, is stitched whole then, and joins the corner stitched before', async ({
  page,
  demo,
}) => {
  test.setTimeout(300_000);
  await page.addInitScript(() =>
    localStorage.setItem('gorse-preferences', JSON.stringify({ state: { lengthStyle: 'mm' }, version: 0 })),
  );
  const { address } = demo;
  const top = {
    setting: plainGrid({ across: 2, down: 2, blockWidth: 240, blockHeight: 320, sashing: 0 }),
    borders: [evenBorder(120)],
  };
  const { id } = await ask<{ id: string }>(address, '/quilts', { name: 'Two loadings', ...top });
  const designs = await ask<DesignAnswer[]>(address, '/designs');
  const idOf = (name: string): string => designs.find((one) => one.name === name)!.id;
  const after = {
    ...usualBorder('side', 0, idOf('Swell')),
    ...{ cornerDesignId: idOf('Swell corner'), corners: 'cornerDesign', fill: 0.4, without: ['bottom', 'left'] },
  };
  const diff = [{ kind: 'borderSets', id: after.id, before: null, after }];
  await ask(address, `/quilts/${id}/edits`, { editId: 'two-sides-bordered', baseRevision: 0, mark: 'border', diff });

  // Both ways are compared, and the quilt is to be turned.
  await page.goto(`${address}/quilts/${id}/layout`);
  await page.getByText('Borders (B)').click();
  await page.getByRole('button', { name: /^Across the poles in sections/ }).click();
  await expect(page.getByRole('radio', { name: /^In sections/ })).toContainText(/2 passesabout .*2 pieces, 1 cut/);
  const whole = page.getByRole('radio', { name: /^Whole, once the quilt is turned/ });
  await expect(whole).toContainText('2 passes, turned once');
  await whole.click();
  await expect(page.getByText(/Everything inside must be stitched or basted/)).toBeVisible();
  await expectAccessible(page);

  // Its passes are shown as the quilt lies in each.
  await page.getByRole('link', { name: 'Passes' }).click();
  await page.getByText('Turned: 2', { exact: true }).click();
  await expect(page.getByText(/First turn the quilt a quarter to the right/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Pass 2: ○ right border/ })).toBeVisible();

  await page.goto(`${address}/quilts/${id}/frame`);
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
  await lineUp(page, address, id);
  await stitchPiece(page, 'Top border');
  await expect(page.getByText(/sags once it is loaded the other way/)).toBeVisible();
  await page.getByRole('button', { name: 'Understood' }).click();
  await expect(page.getByText('Turn the quilt a quarter to the right for right border.')).toBeVisible();
  await expect(page.getByText(/^Take it off; its left edge goes on the take-up pole/)).toBeVisible();
  await page.getByRole('button', { name: 'Turned and loaded' }).click();
  await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
  // Two touches more than usual say whether the first two were the right places.
  expect(await lineUp(page, address, id)).toBeGreaterThanOrEqual(4);
  await stitchPiece(page, 'Right border');

  const { stitched } = await eyeOf(address, id);
  const [first, second] = stitched.toSorted((a, b) => a.run.advance - b.run.advance);
  const apart = (where: 'planned' | 'true'): number => distance(first![where].at(-1)!, second![where][0]!);
  expect([apart('planned') < 0.05, apart('true') < 0.8], `${apart('true')} mm apart`).toEqual([true, true]);
  // From end to end it lies where it was planned on the pieced cloth.
  const off = second!.true.map((p, i) => distance(p, second!.planned[i]!));
  expect(Math.max(...off), `up to ${Math.max(...off)} mm off`).toBeLessThan(4);
  await page.goto(`${address}/quilts/${id}/log`);
  await expect(page.getByText('turned by a quarter and loaded')).toBeVisible();
});
