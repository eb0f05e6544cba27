import { PGlite } from '@electric-sql/pglite';
import type { ShelfAnswer } from '@gorse/contract';
import { makeMap, newPlan } from '@gorse/core';
import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { overEmbedded } from '../store/embedded.ts';
import { insertQuilt } from '../store/quilt-store.ts';
import { quilts } from '../store/schema.ts';
import { TOP } from '../test/harness.ts';
import { getQuilt } from './quilts.ts';
import { listQuilts } from './shelf.ts';

const PLAN_MAP = makeMap(TOP.setting, TOP.borders);
const PLAN = newPlan('Tide Table', PLAN_MAP);

it('a quilt of a newer Gorse spoils none of the others on the shelf', async () => {
  const database = await overEmbedded(await PGlite.create(), null);
  await database.commit(async (tables) => {
    await insertQuilt(tables, 'old', PLAN, 1);
    await insertQuilt(tables, 'newer', PLAN, 2);
    await tables.update(quilts).set({ planVersion: 99 }).where(eq(quilts.id, 'newer'));
  });
  const [first, second] = (await listQuilts(database, {})).quilts;
  expect(first).toEqual({ id: 'newer', trouble: expect.stringMatching(/by a newer Gorse.* Update Gorse/) as string });
  expect(second).toMatchObject({ id: 'old', name: 'Tide Table' });
  await expect(getQuilt(database, 'newer')).rejects.toThrow(/newer Gorse/);
  await database.close();
});

it('the shelf is told page by page, and found by name', async () => {
  const database = await overEmbedded(await PGlite.create(), null);
  const names = Array.from({ length: 50 }, (_, i) => `Tide ${i}${i % 10 === 0 ? ' Lamp%_' : ''}`);
  await database.commit(async (tables) => {
    // Two of each moment: the place on the shelf must still be clear.
    for (const [i, name] of names.entries()) await insertQuilt(tables, `q${i}`, newPlan(name, PLAN_MAP), i >> 1);
  });
  const pages: ShelfAnswer[] = [];
  for (let after: string | null = ''; after !== null; after = pages.at(-1)!.after)
    pages.push(await listQuilts(database, after === '' ? {} : { after }));
  expect(pages.map((page) => page.quilts.length)).toEqual([24, 24, 2]);
  const told = pages.flatMap((page) => page.quilts.map(({ id }) => Number(id.slice(1))));
  expect(told.map((i) => i >> 1)).toEqual(Array.from({ length: 50 }, (_, i) => (49 - i) >> 1));
  expect(new Set(told).size).toBe(50);
  const found = await listQuilts(database, { find: 'lamp%_' });
  expect(found.quilts.map(({ id }) => id)).toEqual(['q40', 'q30', 'q20', 'q10', 'q0']);
  await database.close();
});
