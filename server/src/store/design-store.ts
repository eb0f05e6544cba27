import type { DesignAnswer } from '@gorse/contract';
import { asc, eq, inArray, isNull } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { designs } from './schema.ts';

const SUMMARY = {
  id: designs.id,
  name: designs.name,
  file: designs.file,
  measure: designs.measure,
  remarks: designs.remarks,
  addedAt: designs.addedAt,
};

export type NewDesign = Omit<typeof designs.$inferInsert, 'removedAt'>;

export const insertDesign = async (tables: Tables, design: NewDesign): Promise<void> => {
  await tables.insert(designs).values(design);
};

export const listDesigns = (tables: Tables): Promise<DesignAnswer[]> =>
  tables
    .select(SUMMARY)
    .from(designs)
    .where(isNull(designs.removedAt))
    .orderBy(asc(designs.name), asc(designs.addedAt));

export async function findDesign(tables: Tables, id: string): Promise<DesignAnswer | null> {
  const [row] = await tables.select(SUMMARY).from(designs).where(eq(designs.id, id));
  return row ?? null;
}

/** Which of some ids are designs; removed ones count, since plans may still use them. */
export async function knownDesigns(tables: Tables, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await tables
    .select({ id: designs.id })
    .from(designs)
    .where(inArray(designs.id, [...ids]));
  return new Set(rows.map((row) => row.id));
}

export async function findDesignBytes(
  tables: Tables,
  id: string,
  part: 'source' | 'strokes',
): Promise<Uint8Array | null> {
  const [row] = await tables.select({ bytes: designs[part] }).from(designs).where(eq(designs.id, id));
  return row?.bytes ?? null;
}

export async function setDesignRemoved(tables: Tables, id: string, removedAt: number | null): Promise<boolean> {
  const rows = await tables.update(designs).set({ removedAt }).where(eq(designs.id, id)).returning({ id: designs.id });
  return rows.length > 0;
}
