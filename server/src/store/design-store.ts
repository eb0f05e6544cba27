import type { DesignAnswer } from '@gorse/contract';
import { asc, eq, inArray, isNull, max, or } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { designs } from './schema.ts';

const SUMMARY = {
  id: designs.id,
  name: designs.name,
  file: designs.file,
  facts: designs.facts,
  kind: designs.kind,
  tags: designs.tags,
  remarks: designs.remarks,
  addedAt: designs.addedAt,
  originalId: designs.originalId,
  revision: designs.revision,
  edits: designs.edits,
};

export type NewDesign = Omit<typeof designs.$inferInsert, 'removedAt'>;

export const insertDesign = async (tables: Tables, design: NewDesign): Promise<void> => {
  await tables.insert(designs).values(design);
};

/** Adds a design under the next revision number of its original. */
export async function insertRevision(
  tables: Tables,
  design: Omit<NewDesign, 'revision'> & { readonly originalId: string },
): Promise<DesignAnswer> {
  // The original is locked, so that two revisions made at once get two numbers.
  await tables.select({ id: designs.id }).from(designs).where(eq(designs.id, design.originalId)).for('update');
  const [last] = await tables
    .select({ revision: max(designs.revision) })
    .from(designs)
    .where(familyOf(design.originalId));
  const [row] = await tables
    .insert(designs)
    .values({ ...design, revision: (last?.revision ?? 1) + 1 })
    .returning(SUMMARY);
  return row!;
}

const familyOf = (originalId: string) => or(eq(designs.id, originalId), eq(designs.originalId, originalId));

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

type Labels = Partial<Pick<NewDesign, 'name' | 'kind' | 'tags'>>;

export async function setDesignLabels(tables: Tables, id: string, { name, kind, tags }: Labels): Promise<void> {
  const labels = {
    ...(name === undefined ? {} : { name }),
    ...(kind === undefined ? {} : { kind }),
    ...(tags === undefined ? {} : { tags }),
  };
  if (Object.keys(labels).length > 0) await tables.update(designs).set(labels).where(eq(designs.id, id));
}

/** With all its revisions. */
export async function setDesignRemoved(tables: Tables, originalId: string, removedAt: number | null): Promise<boolean> {
  const rows = await tables
    .update(designs)
    .set({ removedAt })
    .where(familyOf(originalId))
    .returning({ id: designs.id });
  return rows.length > 0;
}
