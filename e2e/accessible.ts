import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Axe finds nothing serious or critical on the page as it is. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const grave = violations.filter((one) => one.impact === 'serious' || one.impact === 'critical');
  expect(grave.map((one) => `${one.id}: ${one.nodes.map((node) => node.html).join(' ')}`)).toEqual([]);
}
