import { expect, type Page } from '@playwright/test';
import type { QuiltAnswer } from '@gorse/contract';
import type { PlanRecords, Region } from '@gorse/core';
import { ask } from './ask.ts';

/** The plan of the quilt that a page shows, as the server has it. */
export async function recordsOf(page: Page): Promise<PlanRecords> {
  const { origin, pathname } = new URL(page.url());
  const id = /quilts\/([\w-]+)/.exec(pathname)![1]!;
  return (await ask<QuiltAnswer>(origin, `/quilts/${id}`)).records;
}

/** The same once all that was done is saved. */
export async function savedRecordsOf(page: Page): Promise<PlanRecords> {
  await expect(page.getByRole('status').filter({ hasText: 'saved' })).toBeVisible();
  return recordsOf(page);
}

/** A patch of it by its name. */
export const named = async (page: Page, name: string): Promise<Region | undefined> =>
  Object.values((await recordsOf(page)).regions).find((one) => one.name === name);
