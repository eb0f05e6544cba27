import { expect, type Page, test } from '@playwright/test';
import type { QuiltSummary } from '@gorse/contract';
import { expectAccessible } from './accessible.ts';
import { ask } from './ask.ts';
import { clothHand } from './cloth-hand.ts';
import { ownServer } from './own-server.ts';
import { savedRecordsOf } from './plan-of.ts';

const server = ownServer();

/** Millimetres of an inch. */
const INCH = 25.4;

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });

test('from an empty shelf to a planned quilt of four families with sashing, in under 40 clicks and keys', async ({
  page,
}) => {
  let actions = 0;
  await page.goto(server.address);
  const press = async (name: string | RegExp): Promise<void> => {
    actions++;
    await button(page, name).first().click();
  };
  await press('New quilt');
  actions++;
  await page.keyboard.type('M');
  await press('Make the quilt');
  const hand = await clothHand(page);
  actions++;
  await hand.click(8 * INCH, 8 * INCH);
  await press('Take the starter designs');
  await expect(page.getByText(/No designs yet/)).toBeHidden();
  // A block, the strip right of it, the square below that, and the top border: 20, 31, 12 and 2 patches.
  for (const [x, y, count] of [
    [8, 8, 20],
    [13.7, 8, 31],
    [13.7, 13.7, 12],
    [20, 1, 2],
  ] as const) {
    actions++;
    await hand.click(x * INCH, y * INCH);
    await press(/ in [^:]+: /);
    await press(`Use on all ${count} alike`);
  }
  const { placements, recipes, regions } = await savedRecordsOf(page);
  expect(Object.keys(recipes)).toHaveLength(4);
  expect(Object.keys(placements)).toHaveLength(20 + 31 + 12 + 2);
  expect(actions).toBeLessThan(40);
  await expect(page.getByText(/^Checks:/)).not.toContainText('to mend');
  // Strips of both ways are worked alike, each along itself.
  const kinds = new Set(Object.values(placements).map(({ regionId }) => regions[regionId]!.family));
  expect(kinds).toContain('sashing-v');
  expect(kinds).toContain('sashing-h');
  await expectAccessible(page);
});

test('a shared recipe is changed when it is accepted, one patch differs until that is taken back, and it is kept for another quilt', async ({
  page,
}) => {
  const { quilts } = await ask<{ quilts: QuiltSummary[] }>(server.address, '/quilts');
  await page.goto(`${server.address}/quilts/${quilts[0]!.id}/layout`);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  const stage = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}`) });
  await stage('Fit').click();
  await page.getByRole('radio', { name: 'Corners' }).click();
  const proposal = page.getByRole('region', { name: 'Change of a shared recipe' });
  await expect(proposal).toContainText('This changes 20 patches');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(proposal).toBeHidden();
  await page.getByRole('radio', { name: 'Corners' }).click();
  await proposal.getByRole('button', { name: 'Only A1' }).click();
  await expect(stage('Fit')).toContainText('only here');
  expect(Object.values((await savedRecordsOf(page)).placements).filter(({ own }) => 'fit' in own)).toHaveLength(1);
  await page.getByRole('button', { name: 'As in the others' }).click();
  await expect(stage('Fit')).not.toContainText('only here');

  await stage('Arrange').click();
  await page.getByLabel('Across', { exact: true }).fill('2');
  await page.getByLabel('Across', { exact: true }).press('Tab');
  await proposal.getByRole('button', { name: 'Change all 20' }).click();
  await expect(stage('Arrange')).toContainText('2 across');
  await stage('Trim').click();
  const end = page.getByRole('slider', { name: /^End of the line/ });
  await end.focus();
  for (let i = 0; i < 3; i++) await end.press('ArrowLeft');
  await expect(stage('Trim')).toContainText(' of ');
  await proposal.getByRole('button', { name: 'Change all 20' }).click();
  await stage('Outline').click();
  await page.getByRole('button', { name: 'Outline the seam' }).click();
  await proposal.getByRole('button', { name: 'Change all 20' }).click();
  await expect(stage('Outline')).toContainText('the seam · after');

  await page.getByRole('button', { name: 'Keep this recipe' }).click();
  await page.getByLabel('Keep it as').fill('Mess block');
  await button(page, 'Keep').click();
  await expect(page.getByText(/^Mess block is kept/)).toBeVisible();
  await page.goto(server.address);
  await button(page, 'New quilt').click();
  await page.keyboard.type('N');
  await button(page, 'Make the quilt').click();
  await expect(page.getByRole('region', { name: 'Kept recipes' })).toContainText('Mess block');
  const hand = await clothHand(page);
  await hand.click(8 * INCH, 8 * INCH);
  await page.getByRole('button', { name: /^Mess block in A1: / }).click();
  await expect(stage('Outline')).toContainText('the seam · after');
  const { recipes } = await savedRecordsOf(page);
  expect(Object.values(recipes)).toMatchObject([{ arrange: { across: 2 }, outline: { lines: [0] } }]);

  // Evened out to half an inch, shown first.
  await page.getByRole('application').focus();
  await page.keyboard.press('Escape');
  await page.getByLabel('Spacing wanted').fill('1/2');
  await page.getByLabel('Spacing wanted').press('Enter');
  await button(page, 'Show').click();
  const even = page.getByRole('region', { name: 'Even out' });
  await expect(even).toContainText('→');
  await button(page, 'Even out').click();
  await expect(even).not.toContainText('→');
});
