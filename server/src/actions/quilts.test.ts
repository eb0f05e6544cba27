import { PGlite } from '@electric-sql/pglite';
import { makeMap, newPlan } from '@gorse/core';
import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { overEmbedded } from '../store/database.ts';
import { insertQuilt } from '../store/quilt-store.ts';
import { quilts } from '../store/schema.ts';
import { TOP } from '../test/harness.ts';
import { getQuilt, listQuilts } from './quilts.ts';

const PLAN = newPlan('Tide Table', makeMap(TOP.setting, TOP.borders));

it('a quilt of a newer Gorse spoils none of the others on the shelf', async () => {
  const database = await overEmbedded(await PGlite.create(), null);
  await database.commit(async (tables) => {
    await insertQuilt(tables, 'old', PLAN, 1);
    await insertQuilt(tables, 'newer', PLAN, 2);
    await tables.update(quilts).set({ planVersion: 99 }).where(eq(quilts.id, 'newer'));
  });
  const [first, second] = await listQuilts(database);
  expect(first).toEqual({ id: 'newer', trouble: expect.stringMatching(/by a newer Gorse.* Update Gorse/) as string });
  expect(second).toMatchObject({ id: 'old', name: 'Tide Table' });
  await expect(getQuilt(database, 'newer')).rejects.toThrow(/newer Gorse/);
  await database.close();
});
