import { expect, type Locator, type Page, test } from '@playwright/test';
import type { DesignAnswer, QuiltAnswer, QuiltSummary } from '@gorse/contract';
import { evenBorder, mapPatches, plainGrid, quiltOf } from '@gorse/core';
import { ask } from './ask.ts';
import { expectAccessible } from './accessible.ts';
import { ownServer } from './own-server.ts';

const server = ownServer();

/** What she does, counted: a press, or something typed or chosen. */
function countedHand(page: Page) {
  let actions = 0;
  const act =
    <A extends unknown[]>(does: (...about: A) => Promise<void>) =>
    async (...about: A): Promise<void> => {
      actions++;
      await does(...about);
    };
  const open = act((list: string | RegExp) => page.getByRole('combobox', { name: list }).click());
  const take = act((option: string) => page.getByRole('option', { name: option, exact: true }).click());
  return {
    get actions() {
      return actions;
    },
    press: act((button: string) => page.getByRole('button', { name: button, exact: true }).click()),
    choose: act((what: string) => page.getByText(what, { exact: true }).click()),
    type: act(async (label: string, text: string) => {
      const field: Locator = page.getByRole('textbox', { name: label, exact: true });
      await field.fill(text);
      await field.press('Tab');
    }),
    async pick(list: string | RegExp, option: string): Promise<void> {
      await open(list);
      await take(option);
    },
  };
}
type Hand = ReturnType<typeof countedHand>;

/** Each kind of top, what makes it, and what it then holds. */
const TOPS: readonly (readonly [name: string, make: (hand: Hand) => Promise<void>, size: string, patches: RegExp])[] = [
  [
    'blocks of two kinds, in sashing',
    async (hand) => {
      await hand.press('Another kind of block');
      await hand.pick('Block A is', 'nine-patch');
    },
    '1282.7 1574.8',
    /middle of A1.* B1 /,
  ],
  [
    'on point with half blocks and a mitred border',
    async (hand) => {
      await hand.choose('On point');
      await hand.type('Block size', '9');
      await hand.type('Sashing width', '0');
      await hand.choose('Half blocks');
      await hand.pick(/How border is pieced/, 'mitred corners');
    },
    '1445.6 1768.8',
    /top border.* A1 .* left half block 1 /,
  ],
  [
    'bricks solved from the finished width',
    async (hand) => {
      await hand.choose('Brick');
      await hand.type('Sashing width', '0');
      await hand.type('Finished width', '60');
    },
    '1524 1422.4',
    / E2 /,
  ],
  [
    'hexagons without a border',
    async (hand) => {
      await hand.choose('Hexagons');
      await hand.type('Border width', '0');
    },
    '609.6 615.9',
    /^A1 .* E4 /,
  ],
  [
    'triangles',
    async (hand) => {
      await hand.choose('Triangles');
    },
    '863.6 922.3',
    / I5 /,
  ],
  [
    'strips',
    async (hand) => {
      await hand.choose('Strips');
      await hand.type('Strip length', '70');
    },
    '1282.7 1930.4',
    /strip 4 /,
  ],
  [
    'whole cloth',
    async (hand) => {
      await hand.choose('Just a size');
      await hand.type('Width', '45');
      await hand.type('Length', '50');
      await hand.type('Border width', '0');
    },
    '1143 1270',
    /^whole cloth $/,
  ],
];

for (const [name, make, size, patches] of TOPS) {
  test(`a top is made: ${name}`, async ({ page }) => {
    await page.goto(server.address);
    const hand = countedHand(page);
    await hand.press('New quilt');
    await hand.type('Name', name);
    await make(hand);
    await expectAccessible(page);
    await hand.press('Make the quilt');
    await expect(page.getByRole('link', { name: 'Layout' })).toHaveAttribute('aria-current', 'page');
    expect(hand.actions).toBeLessThan(15);
    const { records } = await ask<QuiltAnswer>(server.address, `/quilts/${/quilts\/([\w-]+)/.exec(page.url())![1]!}`);
    const { map } = quiltOf(records);
    expect(`${+map.size.width.toFixed(1)} ${+map.size.length.toFixed(1)}`).toBe(size);
    const names = mapPatches(map).map((one) => `${one.name} `);
    expect(names.join('')).toMatch(patches);
    expect(Object.keys(records.regions)).toHaveLength(names.length);
  });
}

test('a block is made another kind by key, and what a change would take along is said first', async ({ page }) => {
  await page.goto(server.address);
  const hand = countedHand(page);
  await hand.press('New quilt');
  await hand.type('Name', 'Lantern');
  await hand.press('Another kind of block');
  await hand.press('Make the quilt');
  const id = (await ask<{ quilts: QuiltSummary[] }>(server.address, '/quilts')).quilts[0]!.id;
  await page.getByRole('link', { name: 'Quilt', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'The quilt top' })).toBeVisible();
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  const chosen = page.getByRole('region', { name: 'The chosen patch' });
  await expect(chosen).toContainText('A1');
  await expect(chosen).toContainText('block A');
  await page.keyboard.press('k');
  await expect(chosen).toContainText('block B');
  const familyOf = async () =>
    (await ask<QuiltAnswer>(server.address, `/quilts/${id}`)).records.regions['block-1-1']!.family;
  await expect.poll(familyOf).toBe('block-2');
  await expectAccessible(page);

  const body =
    '<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="90mm" viewBox="0 0 90 90"><path d="M5 5H85V85"/></svg>';
  const read = await fetch(`${server.address}/api/designs?file=Lantern.svg`, { method: 'POST', body });
  const { id: designId } = (await read.json()) as DesignAnswer;
  await page.goto(`${server.address}/quilts/${id}/layout`);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: /^Drawing of Lantern/ }).click();
  const placements = async () => {
    const { records } = await ask<QuiltAnswer>(server.address, `/quilts/${id}`);
    return Object.values(records.placements).map(({ recipeId }) => records.recipes[recipeId]!.designId);
  };
  await expect.poll(placements).toEqual([designId]);
  await page.getByRole('link', { name: 'Quilt', exact: true }).click();
  await page.getByText('Strips', { exact: true }).click();
  const asked = page.getByRole('dialog');
  await expect(asked).toContainText('1 patch with a design would be gone: A1.');
  await expectAccessible(page);
  await asked.getByRole('button', { name: 'Keep the map as it is' }).click();
  await expect(page.getByRole('radio', { name: 'Straight' })).toBeChecked();
  await page.getByText('Strips', { exact: true }).click();
  await asked.getByRole('button', { name: 'Change it' }).click();
  await expect.poll(placements).toEqual([]);
  await page.keyboard.press('Control+z');
  await expect.poll(placements).toEqual([designId]);
});

test('the real top is measured by keyboard alone, judged, and its size taken into the border', async ({ page }) => {
  const body = {
    name: 'Measured',
    setting: plainGrid({ across: 5, down: 6, blockWidth: 9 * 25.4, blockHeight: 9 * 25.4, sashing: 0 }),
    borders: [evenBorder(5 * 25.4)],
  };
  const { id } = await ask<{ id: string }>(server.address, '/quilts', body);
  await page.goto(`${server.address}/quilts/${id}/quilt`);
  await page.getByRole('button', { name: 'Measure the real top…' }).click();
  await page.getByLabel('Width at the top').focus();
  for (const length of ['55 1/4', '55', '55 5/8', '64 1/2', '64 1/4', '64 3/8', '85', '84 1/4']) {
    await page.keyboard.type(length);
    await page.keyboard.press('Enter');
  }
  const card = page.getByRole('region', { name: 'The top as measured' });
  await expect(card).toContainText('Block it before loading');
  await expect(card).toContainText(
    /differ by 3\/4.in: it leans 9\/16.in to the right\. The bottom edge is 5\/8.in longer/,
  );
  await expectAccessible(page);
  await card.getByRole('button', { name: 'In the border' }).click();
  await expect(card).toContainText('The map is of the size measured.');
  const quiltNow = async () => quiltOf((await ask<QuiltAnswer>(server.address, `/quilts/${id}`)).records);
  // (55 1/4 + 55 + 55 5/8) / 3 in wide.
  await expect.poll(async () => (await quiltNow()).map.size.width / 25.4).toBeCloseTo(165.875 / 3, 6);
  expect((await quiltNow()).measured.diagonalLeft).toBeCloseTo(85 * 25.4, 6);

  const sums = page.getByRole('region', { name: 'Backing, batting, binding' });
  await expect(sums).toContainText(/Cut 2 pieces of .* seams along the poles/);
  await sums.getByLabel('Width of the cloth').fill('108');
  await sums.getByLabel('Width of the cloth').press('Enter');
  await expect(sums).toContainText(/Cut 1 piece of .* without a seam/);
  const printed = page.waitForEvent('download');
  await sums.getByRole('link', { name: 'Print the shopping sheet' }).click();
  expect((await printed).suggestedFilename()).toBe('Measured shopping.pdf');
  // The width is hers for the next quilt as well.
  await page.reload();
  await expect(sums.getByLabel('Width of the cloth')).toHaveValue('108');
});
