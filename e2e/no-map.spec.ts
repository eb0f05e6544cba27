import { expect, type Page, test } from '@playwright/test';
import type { QuiltAnswer } from '@gorse/contract';
import { distance, framePoint, outlineOf, touchesOf } from '@gorse/core';
import { expectAccessible } from './accessible.ts';
import { ask } from './ask.ts';
import { bringHead } from './frame-hands.ts';
import { ownServer } from './own-server.ts';

const server = ownServer();

/** Four corners of a patch that isn't square, on the frame. */
const CORNERS = [framePoint(300, 200), framePoint(552, 206), framePoint(549, 455), framePoint(297, 448)];

const planOf = async (page: Page) => {
  const id = /quilts\/([\w-]+)/.exec(page.url())![1]!;
  return (await ask<QuiltAnswer>(server.address, `/quilts/${id}`)).records;
};

test('from an empty shelf to the first stitch without a map, by four corners, in under 20 clicks and keys', async ({
  page,
}) => {
  await page.addInitScript(() =>
    localStorage.setItem('gorse-preferences', JSON.stringify({ state: { lengthStyle: 'mm' }, version: 0 })),
  );
  await page.goto(server.address);
  let actions = 0;
  const press = async (name: string | RegExp): Promise<void> => {
    actions++;
    await page.getByRole('button', { name }).first().click();
  };
  await press('New quilt');
  actions++;
  await page.keyboard.type('M');
  actions++;
  await page.getByRole('radio', { name: /Nothing/ }).click();
  await press('Make the quilt');
  await press('Understood');
  await press('Tension and clamps are set');
  await press(/Four corners/);
  await expectAccessible(page);
  for (const [i, corner] of CORNERS.entries()) {
    await expect(page.getByText(/^Put the needle over/)).toContainText(['first', 'second', 'third', 'fourth'][i]!);
    // The head is carried by hand.
    await bringHead(page, corner);
    await press('Touch here');
  }
  await press('Take the starter designs');
  await press(/ in patch 1: /);
  await press('Load Patch 1');
  await press('Go to the start');
  await press(/^Skip/);
  await press('Understood');
  await press('Needle down and up');
  await press('Stitch');
  await expect(page.getByText('Stitching patch 1.')).toBeVisible();
  expect(actions).toBeLessThan(20);

  const { regions, placements, ...records } = await planOf(page);
  const [patch] = Object.values(regions);
  expect(patch).toMatchObject({ name: 'patch 1', origin: 'touched' });
  expect(Object.values(placements)).toMatchObject([{ regionId: patch!.id }]);
  const touched = touchesOf({ ...records, regions, placements });
  // One touch a corner, each on the patch's own corner, at the places where the needle stood.
  expect(touched.map(({ on }) => on)).toEqual([1, 2, 3, 4].map((i) => `control.${patch!.id}.c${i}`));
  for (const [i, { frame, cloth }] of touched.entries()) {
    expect(distance(frame, CORNERS[i]!)).toBeLessThan(1.5);
    expect(distance(cloth, outlineOf(patch!.shape)[i]!)).toBeLessThan(1e-9);
  }
});
