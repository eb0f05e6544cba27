import type {
  RecipeStages,
  Shape,
  AdvanceKind,
  DesignEdit,
  DesignFacts,
  DesignKind,
  Machine,
  PlanDiff,
  RunEventKind,
  RunState,
  RunStatus,
} from '@gorse/core';
import {
  bigint,
  boolean,
  customType,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({
  dataType: () => 'bytea',
});
/** Milliseconds since 1970. */
const moment = (name: string) => bigint(name, { mode: 'number' });

export const quilts = pgTable('quilts', {
  id: text('id').primaryKey(),
  /** Version of the plan document that its records are of. */
  planVersion: integer('plan_version').notNull(),
  revision: integer('revision').notNull(),
  updatedAt: moment('updated_at').notNull(),
  removedAt: moment('removed_at'),
});

export const planRecords = pgTable(
  'plan_records',
  {
    quiltId: text('quilt_id')
      .notNull()
      .references(() => quilts.id),
    kind: text('kind').notNull(),
    id: text('id').notNull(),
    value: jsonb('value').notNull(),
  },
  (table) => [primaryKey({ columns: [table.quiltId, table.kind, table.id] })],
);

export const edits = pgTable(
  'edits',
  {
    quiltId: text('quilt_id')
      .notNull()
      .references(() => quilts.id),
    /** The revision that this edit made. */
    revision: integer('revision').notNull(),
    editId: text('edit_id').notNull(),
    mark: text('mark').notNull(),
    diff: jsonb('diff').$type<PlanDiff>().notNull(),
    at: moment('at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.quiltId, table.revision] }),
    uniqueIndex('edits_once').on(table.quiltId, table.editId),
  ],
);

export const designs = pgTable(
  'designs',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    /** The file as it came, byte for byte, and its name. A revision has its original's. */
    file: text('file').notNull(),
    source: bytes('source'),
    strokes: bytes('strokes').notNull(),
    facts: jsonb('facts').$type<DesignFacts>().notNull(),
    /** Guessed, or as the person said. */
    kind: text('kind').$type<DesignKind>().notNull(),
    tags: jsonb('tags').$type<readonly string[]>().notNull(),
    remarks: jsonb('remarks').$type<readonly string[]>().notNull(),
    addedAt: moment('added_at').notNull(),
    removedAt: moment('removed_at'),
    /** Null for an original; else what it goes back to. */
    originalId: text('original_id'),
    revision: integer('revision').notNull(),
    /** What made it of the revision it was taken from. */
    edits: jsonb('edits').$type<readonly DesignEdit[]>().notNull(),
  },
  (table) => [index('designs_of_original').on(table.originalId)],
);

export const runs = pgTable(
  'runs',
  {
    id: text('id').primaryKey(),
    quiltId: text('quilt_id')
      .notNull()
      .references(() => quilts.id),
    pieceId: text('piece_id').notNull(),
    /** What was stitched, and of which design. */
    name: text('name').notNull(),
    design: text('design').notNull().default(''),
    /** It goes on with what another run had left. */
    continued: boolean('continued').notNull().default(false),
    planHash: text('plan_hash').notNull(),
    /** Hash of what said where the cloth lies; empty for runs made before it was kept. */
    linedUp: text('lined_up').notNull().default(''),
    /** Needle points on the frame, as they are stitched. */
    points: bytes('points').notNull(),
    /** The same on the planned cloth, hole for hole; null for runs made before they were kept. */
    cloth: bytes('cloth'),
    /** The advance that it was lined up in. */
    advance: integer('advance').notNull().default(0),
    holes: jsonb('holes').$type<readonly number[]>().notNull(),
    seconds: doublePrecision('seconds').notNull(),
    thread: doublePrecision('thread').notNull(),
    madeAt: moment('made_at').notNull(),
    // What its log comes to, so that the shelf and the start need not read logs. Only the status is indexed: it seldom changes.
    status: text('status').$type<RunStatus>().notNull().default('ready'),
    stitch: integer('stitch').notNull().default(0),
    bobbinThreadUp: boolean('bobbin_thread_up').notNull().default(false),
    rehearsed: boolean('rehearsed').notNull().default(false),
    fault: text('fault').$type<RunState['fault']>(),
  },
  (table) => [index('runs_of_quilt').on(table.quiltId), index('runs_by_status').on(table.status, table.quiltId)],
);

/** How quilts were put on the poles; append-only. */
export const advances = pgTable(
  'advances',
  {
    quiltId: text('quilt_id')
      .notNull()
      .references(() => quilts.id),
    seq: integer('seq').notNull(),
    kind: text('kind').$type<AdvanceKind>().notNull(),
    pass: integer('pass').notNull(),
    rolled: doublePrecision('rolled').notNull(),
    front: doublePrecision('front'),
    at: moment('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.quiltId, table.seq] })],
);

/** Photos that lie under maps, as they were sent. */
export const photos = pgTable(
  'photos',
  {
    quiltId: text('quilt_id')
      .notNull()
      .references(() => quilts.id),
    id: text('id').notNull(),
    type: text('type').notNull(),
    source: bytes('source').notNull(),
    addedAt: moment('added_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.quiltId, table.id] })],
);

/** Frames of one's own. */
export const frames = pgTable('frames', {
  id: text('id').primaryKey(),
  machine: jsonb('machine').$type<Machine>().notNull(),
  madeAt: moment('made_at').notNull(),
  removedAt: moment('removed_at'),
});

/** Recipes that are kept for other quilts, each with the patch that it is pictured in. */
export const keptRecipes = pgTable('kept_recipes', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  stages: jsonb('stages').$type<RecipeStages>().notNull(),
  shape: jsonb('shape').$type<Shape>().notNull(),
  addedAt: moment('added_at').notNull(),
  removedAt: moment('removed_at'),
});

/** Append-only. */
export const runEvents = pgTable(
  'run_events',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    seq: integer('seq').notNull(),
    kind: text('kind').$type<RunEventKind>().notNull(),
    stitch: integer('stitch').notNull(),
    at: moment('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.runId, table.seq] })],
);

/** Tablets and other computers that may come in over the network. */
export const devices = pgTable('devices', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** SHA-256 of its token, in hex: who reads the database can't come in by it. */
  tokenHash: text('token_hash').notNull().unique(),
  pairedAt: moment('paired_at').notNull(),
  seenAt: moment('seen_at').notNull(),
});
