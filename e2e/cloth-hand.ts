import { expect, type Page } from '@playwright/test';

/** The pointer over the cloth, in millimetres of it. */
export async function clothHand(page: Page) {
  const cloth = page.getByRole('application');
  const box = (await cloth.boundingBox())!;
  const at = async (x: number, y: number): Promise<readonly [number, number]> => {
    // It is placed once its size is known, anew with each tool.
    await expect(cloth).toHaveAttribute('data-view', /./);
    const [scale, left, top] = (await cloth.getAttribute('data-view'))!.split(' ').map(Number);
    return [box.x + left! + x * scale!, box.y + top! + y * scale!];
  };
  return {
    cloth,
    /** Where that is in the page, px. */
    at,
    move: async (x: number, y: number) => page.mouse.move(...(await at(x, y))),
    async click(x: number, y: number): Promise<void> {
      const [px, py] = await at(x, y);
      await page.mouse.move(px, py);
      await page.mouse.click(px, py);
    },
    async drag(x: number, y: number, toX: number, toY: number): Promise<void> {
      await page.mouse.move(...(await at(x, y)));
      await page.mouse.down();
      await page.mouse.move(...(await at(toX, toY)), { steps: 4 });
      await page.mouse.up();
    },
  };
}
