import { expect, type Locator, type Page } from '@playwright/test';
import { distance, type FramePoint, framePoint } from '@gorse/core';
import { eyeOf } from './quilt-eye.ts';

/** The head's position as the screen says it, mm. */
export async function headAt(page: Page): Promise<FramePoint> {
  const text = (await page.getByTestId('position').textContent())!;
  const [, x, y] = /x ([\d.−]+) y ([\d.−]+)\smm/.exec(text)!;
  return framePoint(Number(x), Number(y));
}

/** How the cloth lies on the screen: px = mm · scale + offset. */
export async function viewOf(cloth: Locator): Promise<{ scale: number; x: number; y: number }> {
  const [scale, x, y] = (await cloth.getAttribute('data-view'))!.split(' ').map(Number);
  return { scale: scale!, x: x!, y: y! };
}

/** The head moves in a few milliseconds. */
const OFTEN = { intervals: [15, 30, 60, 120] };

async function carryHead(page: Page, cloth: Locator, to: FramePoint): Promise<void> {
  const box = (await cloth.boundingBox())!;
  const view = await viewOf(cloth);
  const onScreen = (p: FramePoint) => ({ x: box.x + p.x * view.scale + view.x, y: box.y + p.y * view.scale + view.y });
  const from = onScreen(await headAt(page));
  const goal = onScreen(to);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + goal.x) / 2, (from.y + goal.y) / 2, { steps: 4 });
  await page.mouse.move(goal.x, goal.y, { steps: 4 });
  await page.mouse.up();
}

/** Carries the head by its ring to near a place, then jogs it there with the keys. */
export async function bringHead(page: Page, to: FramePoint): Promise<void> {
  const cloth = page.getByRole('application');
  // The cloth may be shown otherwise by the time that it is dropped: then, as anyone would, once more.
  await expect(async () => {
    await carryHead(page, cloth, to);
    await expect.poll(async () => distance(await headAt(page), to), { ...OFTEN, timeout: 5000 }).toBeLessThan(3);
  }).toPass();
  await page.getByText('0.5 mm', { exact: true }).click();
  await cloth.focus();
  for (let i = 0; i < 40; i++) {
    const before = await headAt(page);
    const { x, y } = before;
    const key =
      Math.abs(to.x - x) > 0.3
        ? to.x > x
          ? 'ArrowRight'
          : 'ArrowLeft'
        : Math.abs(to.y - y) > 0.3
          ? to.y > y
            ? 'ArrowDown'
            : 'ArrowUp'
          : null;
    if (key === null) return;
    await page.keyboard.press(key);
    await expect.poll(async () => distance(await headAt(page), before), OFTEN).toBeGreaterThan(0.1);
  }
}

const TO_TOUCH = /^(Put the needle over|Check: put|.* lies on the cloth within|.*’s pass lies)/;

/** Touches what is asked for until nothing more is, or six are made; says how many. Rolls again where the touches show that all lies out of reach. */
export async function lineUp(page: Page, address: string, quiltId: string): Promise<number> {
  let eye = await eyeOf(address, quiltId);
  for (let touched = 0; ; touched++) {
    const understood = page.getByRole('button', { name: 'Understood' });
    // Waited for rather than expected: that looks through the whole page, which is no part of what the bench measures.
    await page.getByText(TO_TOUCH).or(understood).first().waitFor();
    if (await understood.isVisible()) await understood.click();
    const title = (await page.getByText(TO_TOUCH).textContent())!;
    if (title.includes('lies on')) return touched;
    if (title.includes('pass lies')) {
      await page.getByRole('button', { name: 'Clamps are off' }).click();
      await page.getByRole('button', { name: 'Rolled', exact: true }).click();
      await page.getByRole('button', { name: 'Tension and clamps are set' }).click();
      eye = await eyeOf(address, quiltId);
      touched = -1;
      continue;
    }
    if (touched === 6) {
      await page.getByRole('button', { name: 'Good enough' }).click();
      return touched;
    }
    await bringHead(page, eye.place(/over the (.*)\.$/.exec(title)![1]!));
    await page.getByRole('button', { name: 'Touch here' }).click();
    await page.getByText(title, { exact: true }).waitFor({ state: 'hidden' });
  }
}

/** Stitches the row that is lined up, without a rehearsal. */
export const stitchRow = (page: Page, row: number): Promise<void> => stitchPiece(page, `Row ${row}`);

/** The same of any piece, by its name. */
export async function stitchPiece(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: `Load ${name}`, exact: true }).click();
  await page.getByRole('button', { name: 'Go to the start' }).click();
  await page.getByRole('button', { name: /^Skip/ }).click();
  const caution = page.getByRole('button', { name: 'Understood' });
  const needle = page.getByRole('button', { name: 'Needle down and up' });
  await expect(caution.or(needle)).toBeVisible();
  if (await caution.isVisible()) {
    await expect(page.getByText(/wear eye protection/)).toBeVisible();
    await caution.click();
  }
  await needle.click();
  await page.getByRole('button', { name: 'Stitch', exact: true }).click();
  await expect(page.getByText(`${name} is stitched.`)).toBeVisible({ timeout: 180_000 });
  await page.getByTestId('big-button').click();
}
