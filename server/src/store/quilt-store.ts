import { EMPTY_RECORDS, migratePlan, PLAN_VERSION, type PlanDiff, type PlanKind, type PlanRecords } from '@gorse/core';
import { and, desc, eq, exists, gt, inArray, isNull, lt, or, type SQL, sql } from 'drizzle-orm';
import { rowsOf, type Tables } from './database.ts';
import { grouped } from './grouped.ts';
import { edits, planRecords, quilts } from './schema.ts';

export interface StoredPlan {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: number;
  /** What it is kept as; the records are brought up to date. */
  readonly planVersion: number;
  readonly records: PlanRecords;
}

/** Rows a statement may insert at once, well below the driver's limit on parameters. */
const ROWS_AT_ONCE = 1000;

export async function insertQuilt(tables: Tables, id: string, records: PlanRecords, at: number): Promise<void> {
  await tables.insert(quilts).values({ id, planVersion: PLAN_VERSION, revision: 0, updatedAt: at });
  await insertRecords(tables, id, records);
}

async function insertRecords(tables: Tables, id: string, records: PlanRecords): Promise<void> {
  const rows = Object.entries(records).flatMap(([kind, byId]) =>
    Object.entries(byId as Record<string, unknown>).map(([recordId, value]) => ({
      quiltId: id,
      kind,
      id: recordId,
      value,
    })),
  );
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await tables.insert(planRecords).values(rows.slice(i, i + ROWS_AT_ONCE));
}

/** `block-1-2` before `block-1-10`. */
const byNumber = new Intl.Collator('en', { numeric: true });

/** Null when there is no such quilt, or it was removed. Throws `UnreadablePlan`. */
export async function findPlan(tables: Tables, id: string): Promise<StoredPlan | null> {
  // In one statement, so that revision and records are of one moment.
  const rows = await tables
    .select({ quilt: quilts, kind: planRecords.kind, records: RECORDS_OF_KIND })
    .from(quilts)
    .innerJoin(planRecords, eq(planRecords.quiltId, quilts.id))
    .where(and(eq(quilts.id, id), isNull(quilts.removedAt)))
    .groupBy(quilts.id, planRecords.kind);
  return rows[0] ? planOf(rows[0].quilt, rows) : null;
}

type RecordsOfKind = Readonly<Record<string, unknown>>;
/** All records of a kind as one value: much less to read than a row for each. */
const RECORDS_OF_KIND = sql<RecordsOfKind>`jsonb_object_agg(${planRecords.id}, ${planRecords.value})`;

function planOf(
  { id, revision, updatedAt, planVersion }: typeof quilts.$inferSelect,
  rows: readonly { readonly kind: string; readonly records: RecordsOfKind }[],
): StoredPlan {
  // The database gives them in any order; lists and ties must come out the same each time.
  const inOrder = (records: RecordsOfKind): RecordsOfKind =>
    Object.fromEntries(Object.entries(records).sort(([a], [b]) => byNumber.compare(a, b)));
  const records: Record<string, RecordsOfKind> = { ...EMPTY_RECORDS };
  for (const row of rows) records[row.kind] = inOrder(row.records);
  return { id, revision, updatedAt, planVersion, records: migratePlan(planVersion, records) };
}

/** Where a page of the shelf ended: the next begins below it. */
export interface ShelfPlace {
  readonly updatedAt: number;
  readonly id: string;
}

/** Some quilts of the shelf from a place on, last changed first, whose names hold a text; of their records those of some kinds. */
export async function listPlans(
  tables: Tables,
  {
    after,
    find,
    kinds,
    limit,
  }: {
    readonly after: ShelfPlace | null;
    readonly find: string;
    readonly kinds: readonly PlanKind[];
    readonly limit: number;
  },
): Promise<{ readonly place: ShelfPlace; readonly plan: () => StoredPlan }[]> {
  const named = tables
    .select({ one: sql`1` })
    .from(planRecords)
    .where(
      and(
        eq(planRecords.quiltId, quilts.id),
        eq(planRecords.kind, 'quilts'),
        sql`strpos(lower(${planRecords.value} ->> 'name'), lower(${find})) > 0`,
      ),
    );
  const page = await tables
    .select()
    .from(quilts)
    .where(
      and(
        isNull(quilts.removedAt),
        after === null ? undefined : sql`(${quilts.updatedAt}, ${quilts.id}) < (${after.updatedAt}, ${after.id})`,
        find === '' ? undefined : exists(named),
      ),
    )
    .orderBy(desc(quilts.updatedAt), desc(quilts.id))
    .limit(limit);
  if (page.length === 0) return [];
  // A plan of an older version is brought up to date as a whole.
  const old = page.filter(({ planVersion }) => planVersion < PLAN_VERSION).map(({ id }) => id);
  const rows = await tables
    .select({ quiltId: planRecords.quiltId, kind: planRecords.kind, records: RECORDS_OF_KIND })
    .from(planRecords)
    .where(
      and(
        inArray(
          planRecords.quiltId,
          page.map(({ id }) => id),
        ),
        or(inArray(planRecords.kind, [...kinds]), inArray(planRecords.quiltId, old)),
      ),
    )
    .groupBy(planRecords.quiltId, planRecords.kind);
  const byQuilt = grouped(rows, ({ quiltId }) => quiltId);
  return page.map((quilt) => ({ place: quilt, plan: () => planOf(quilt, byQuilt.get(quilt.id) ?? []) }));
}

/** Writes a plan of an older version anew in this one, before anything is added to it; its revision stays. */
export async function upgradePlan(tables: Tables, id: string): Promise<void> {
  const old = await tables
    .select({ id: quilts.id })
    .from(quilts)
    .where(and(eq(quilts.id, id), lt(quilts.planVersion, PLAN_VERSION)))
    .for('update');
  const plan = old.length === 0 ? null : await findPlan(tables, id);
  if (!plan) return;
  await tables.delete(planRecords).where(eq(planRecords.quiltId, id));
  await insertRecords(tables, id, plan.records);
  await tables.update(quilts).set({ planVersion: PLAN_VERSION }).where(eq(quilts.id, id));
}

export async function revisionOfEdit(tables: Tables, quiltId: string, editId: string): Promise<number | null> {
  const [edit] = await tables
    .select({ revision: edits.revision })
    .from(edits)
    .where(and(eq(edits.quiltId, quiltId), eq(edits.editId, editId)));
  return edit?.revision ?? null;
}

export async function diffsSince(tables: Tables, quiltId: string, revision: number): Promise<PlanDiff> {
  const rows = await tables
    .select({ diff: edits.diff })
    .from(edits)
    .where(and(eq(edits.quiltId, quiltId), gt(edits.revision, revision)))
    .orderBy(edits.revision);
  return rows.flatMap((row) => row.diff);
}

/** A quilt has this id, on the shelf or removed. */
export async function isQuilt(tables: Tables, id: string): Promise<boolean> {
  return (await tables.select({ id: quilts.id }).from(quilts).where(eq(quilts.id, id))).length > 0;
}

/** An edit, and the revision that it makes of the one before. */
export interface NewEdit {
  readonly editId: string;
  readonly mark: string;
  readonly diff: PlanDiff;
  readonly revision: number;
  readonly at: number;
}

/**
 * Adds an edit if the plan is of this version and still stands at the revision before, all in one statement, since a database at work counts
 * them. Returns false, with nothing written, when it does not.
 */
export async function saveEdit(
  tables: Tables,
  id: string,
  { editId, mark, diff, revision, at }: NewEdit,
): Promise<boolean> {
  const named = (changes: PlanDiff): SQL =>
    sql`jsonb_to_recordset(${JSON.stringify(changes)}::jsonb) AS change(kind text, id text, after jsonb)`;
  const kept = diff.filter(({ after }) => after !== null);
  const removed = diff.filter(({ after }) => after === null);
  const rows = await rowsOf<{ id: string }>(
    tables,
    sql`
    WITH quilt AS (
      UPDATE quilts SET revision = ${revision}, updated_at = ${at}
      WHERE id = ${id} AND revision = ${revision - 1} AND plan_version = ${PLAN_VERSION} AND removed_at IS NULL
      RETURNING id
    ), edit AS (
      INSERT INTO edits (quilt_id, revision, edit_id, mark, diff, at)
      SELECT id, ${revision}, ${editId}, ${mark}, ${JSON.stringify(diff)}::jsonb, ${at} FROM quilt
    ), kept AS (
      INSERT INTO plan_records (quilt_id, kind, id, value)
      SELECT quilt.id, change.kind, change.id, change.after FROM quilt, ${named(kept)}
      ON CONFLICT (quilt_id, kind, id) DO UPDATE SET value = excluded.value
    ), removed AS (
      DELETE FROM plan_records AS record USING quilt, ${named(removed)}
      WHERE record.quilt_id = quilt.id AND record.kind = change.kind AND record.id = change.id
    )
    SELECT id FROM quilt`,
  );
  return rows.length > 0;
}

/** Removed quilts stay and can be brought back. Returns false when there is no such quilt. */
export async function markRemoved(tables: Tables, id: string, removedAt: number | null): Promise<boolean> {
  const rows = await tables.update(quilts).set({ removedAt }).where(eq(quilts.id, id)).returning({ id: quilts.id });
  return rows.length > 0;
}
