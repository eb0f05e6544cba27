import { and, eq } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { photos } from './schema.ts';

export async function insertPhoto(tables: Tables, photo: typeof photos.$inferInsert): Promise<void> {
  await tables.insert(photos).values(photo);
}

export async function findPhoto(
  tables: Tables,
  quiltId: string,
  id: string,
): Promise<{ readonly type: string; readonly source: Uint8Array } | null> {
  const [row] = await tables
    .select({ type: photos.type, source: photos.source })
    .from(photos)
    .where(and(eq(photos.quiltId, quiltId), eq(photos.id, id)));
  return row ?? null;
}

/** Which of some ids are photos of a quilt. */
export async function knownPhotos(tables: Tables, quiltId: string): Promise<ReadonlySet<string>> {
  const rows = await tables.select({ id: photos.id }).from(photos).where(eq(photos.quiltId, quiltId));
  return new Set(rows.map(({ id }) => id));
}

/** Gives another quilt the same photos. */
export async function copyPhotos(tables: Tables, from: string, to: string): Promise<void> {
  const rows = await tables.select().from(photos).where(eq(photos.quiltId, from));
  if (rows.length > 0) await tables.insert(photos).values(rows.map((row) => ({ ...row, quiltId: to })));
}
