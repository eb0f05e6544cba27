import { expect, type Page, test } from '@playwright/test';
import { clothPoint, type PhotoPoint, project, squareUp } from '@gorse/core';
import { expectAccessible } from './accessible.ts';
import { clothHand } from './cloth-hand.ts';
import { named, recordsOf } from './plan-of.ts';
import { ownServer } from './own-server.ts';

const server = ownServer();

/** Where the corners of a top of 40 × 50 in lie on a photo of it, 1200 × 1600 pixels as it should be seen. */
const ON_PHOTO = [[150, 180], [1040, 140], [1120, 1450], [90, 1490]] as const; // prettier-ignore
const PHOTO = { width: 1200, height: 1600 };
const TRACED = { width: 40 * 25.4, length: 50 * 25.4 };
const shotPoints: readonly PhotoPoint[] = [[0, 0], [1, 0], [1, 1], [0, 1]].map(([u, v], i) => ({
  id: `corner-${i + 1}`,
  onPhoto: { x: ON_PHOTO[i]![0], y: ON_PHOTO[i]![1] },
  at: clothPoint(u! * TRACED.width, v! * TRACED.length),
})); // prettier-ignore

/** A photo of a light top on a dark floor with one dark block on it, held sideways: its pixels lie on their side, and its tag says so. */
async function photoOfTop(page: Page, block: readonly (readonly [number, number])[]): Promise<Buffer> {
  const { toPhoto } = squareUp(shotPoints, PHOTO)!;
  const rings = [ON_PHOTO, block.map(([x, y]) => project(toPhoto, { x, y })).map(({ x, y }) => [x, y])];
  const base64 = await page.evaluate(
    ([width, height, [top, dark]]) => {
      const canvas = document.createElement('canvas');
      // Turned a quarter clockwise, as the tag will ask, what lies at (x, y) here is seen at (width − y, x).
      [canvas.width, canvas.height] = [height, width];
      const context = canvas.getContext('2d')!;
      const fill = (colour: string, ring: readonly (readonly number[])[]): void => {
        context.fillStyle = colour;
        context.beginPath();
        for (const [x, y] of ring) context.lineTo(y!, width - x!);
        context.fill();
      };
      fill('#322', [[0, 0], [width, 0], [width, height], [0, height]]); // prettier-ignore
      fill('#ece4d0', top!);
      fill('#486', dark!);
      return canvas.toDataURL('image/jpeg', 0.92).split(',')[1]!;
    },
    [PHOTO.width, PHOTO.height, rings] as const,
  );
  const jpeg = Buffer.from(base64, 'base64');
  const orientation6 = Buffer.from('ffe1002245786966000049492a0008000000010012010300010000000600000000000000', 'hex');
  return Buffer.concat([jpeg.subarray(0, 2), orientation6, jpeg.subarray(2)]);
}

test('a photo is squared up by its corners, and a block traced over it lies where the photo shows it', async ({
  page,
}) => {
  await page.goto(server.address);
  const block = [[254, 254], [508, 254], [508, 508], [254, 508]] as const; // prettier-ignore
  const buffer = await photoOfTop(page, block);
  await page.getByRole('button', { name: 'New quilt' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Traced');
  await page.getByText('A photo', { exact: true }).click();
  await page
    .getByRole('dialog')
    .locator('input[type=file]')
    .setInputFiles({ name: 'top.jpg', mimeType: 'image/jpeg', buffer });
  for (const [label, inches] of [['Width', '40'], ['Length', '50']] as const) {
    await page.getByRole('textbox', { name: label, exact: true }).fill(inches);
    await page.getByRole('textbox', { name: label, exact: true }).press('Tab');
  } // prettier-ignore
  const picture = page.getByRole('group', { name: 'The photo, with its points' });
  const onScreen = async ([x, y]: readonly [number, number]): Promise<readonly [number, number]> =>
    picture.evaluate((svg: SVGSVGElement, [px, py]) => {
      const at = new DOMPoint(px, py).matrixTransform(svg.getScreenCTM()!);
      return [at.x, at.y] as const;
    }, [x, y] as const); // prettier-ignore
  for (const [i, to] of ON_PHOTO.entries()) {
    const ring = page.getByRole('slider', { name: `Point ${i + 1}.` });
    const now = (await ring.getAttribute('aria-valuetext'))!.match(/\d+/g)!.map(Number) as [number, number];
    await page.mouse.move(...(await onScreen(now)));
    await page.mouse.down();
    await page.mouse.move(...(await onScreen(to)), { steps: 3 });
    await page.mouse.up();
    // The pointer is coarser than the photo: the keys put it right.
    const there = async () => (await ring.getAttribute('aria-valuetext'))!.match(/\d+/g)!.map(Number);
    for (const [axis, [less, more]] of [['ArrowLeft', 'ArrowRight'], ['ArrowUp', 'ArrowDown']].entries()) {
      const off = to[axis]! - (await there())[axis]!;
      for (let n = 0; n < Math.abs(off); n++) await ring.press(off < 0 ? less! : more!);
    } // prettier-ignore
  }
  await expect(page.getByRole('status')).toContainText('Four points always agree');
  await page.getByRole('button', { name: 'Another point' }).click();
  await expect(page.getByRole('status')).toContainText('The points agree to');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Make the quilt' }).click();
  await expect(page.getByRole('region', { name: 'Photo under the map' })).toBeVisible();
  const [photo] = Object.values((await recordsOf(page)).photos);
  expect([photo!.width, photo!.height]).toEqual([1200, 1600]);

  const hand = await clothHand(page);
  await hand.cloth.focus();
  await page.keyboard.press('l');
  await expect(page.getByRole('group', { name: 'With this tool' })).toContainText('edges that the photo shows');
  for (const [x, y] of block) {
    // Four millimetres off, as a hand is.
    await hand.click(x + 4, y - 4);
    await expect(page.getByRole('button', { name: 'Take back a point' })).toBeVisible();
    await page.waitForTimeout(150);
  }
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect.poll(() => named(page, 'patch 1')).toBeDefined();
  const traced = (await named(page, 'patch 1'))!.shape.map(({ at }) => at);
  expect(traced).toHaveLength(4);
  traced.forEach(({ x, y }, i) => expect(Math.hypot(x - block[i]![0], y - block[i]![1])).toBeLessThan(25.4 / 8));
  await expectAccessible(page);
  // It can be hidden, taken away, and brought back.
  const card = page.getByRole('region', { name: 'Photo under the map' });
  await card.getByRole('switch', { name: 'Show it under the map' }).uncheck();
  await expect.poll(async () => Object.values((await recordsOf(page)).photos)[0]!.shown).toBe(false);
  await card.getByRole('button', { name: 'Take it away' }).click();
  await expect.poll(async () => Object.keys((await recordsOf(page)).photos)).toEqual([]);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Object.keys((await recordsOf(page)).photos)).toHaveLength(1);
});
