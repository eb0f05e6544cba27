import { sql } from 'drizzle-orm';
import { rowsOf, type Tables } from './database.ts';

/** What is read in one statement, so that it is of one moment: tables, parents first, with the column that names whose the rows are. */
const PARTS = {
  quilt: [
    ['quilts', 'id'],
    ['plan_records', 'quilt_id'],
    ['edits', 'quilt_id'],
    ['advances', 'quilt_id'],
    ['photos', 'quilt_id'],
  ],
  run: [
    ['runs', 'id'],
    ['run_events', 'run_id'],
  ],
  design: [['designs', 'id']],
  frame: [['frames', 'id']],
  recipe: [['kept_recipes', 'id']],
} as const;
type Part = keyof typeof PARTS;

/** Every table, parents first. */
export const TABLES: readonly string[] = Object.values(PARTS).flatMap((tables) => tables.map(([table]) => table));

/** A row as it is kept: its table, and its columns as the database writes them (bytes as `\x…`). */
export interface Row {
  readonly table: string;
  readonly row: Readonly<Record<string, unknown>>;
}

/** One line of text for each row. */
export type Lines = AsyncIterable<string>;

/** Tables of the database as it is; one of an older version may have fewer. */
async function tablesThere(tables: Tables): Promise<ReadonlySet<string>> {
  const rows = await rowsOf<{ name: string }>(
    tables,
    sql`SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public'`,
  );
  return new Set(rows.map(({ name }) => name));
}

async function* linesOf(tables: Tables, there: ReadonlySet<string>, part: Part, id: string): Lines {
  const selects = PARTS[part]
    .filter(([table]) => there.has(table))
    .map(
      ([table, column], i) =>
        sql`SELECT ${i}::int AS place, ${table}::text AS name, to_jsonb(t)::text AS row
          FROM ${sql.identifier(table)} AS t WHERE t.${sql.identifier(column)} = ${id}`,
    );
  const union = sql`${sql.join(selects, sql` UNION ALL `)} ORDER BY place`;
  for (const { name, row } of await rowsOf<{ name: string; row: string }>(tables, union))
    yield `{"table":${JSON.stringify(name)},"row":${row}}\n`;
}

const idsOf = async (tables: Tables, table: string, where = sql`true`): Promise<readonly string[]> =>
  (await rowsOf<{ id: string }>(tables, sql`SELECT id FROM ${sql.identifier(table)} WHERE ${where} ORDER BY id`)).map(
    ({ id }) => id,
  );

export const quiltIds = (tables: Tables): Promise<readonly string[]> => idsOf(tables, 'quilts');
export const designIds = (tables: Tables): Promise<readonly string[]> => idsOf(tables, 'designs');

/** A quilt with all that was done with it. Edits may go on meanwhile: what is told of a quilt, and of each run, is of one moment. */
export async function* linesOfQuilt(tables: Tables, id: string): Lines {
  const there = await tablesThere(tables);
  yield* linesOf(tables, there, 'quilt', id);
  for (const run of await idsOf(tables, 'runs', sql`quilt_id = ${id}`)) yield* linesOf(tables, there, 'run', run);
}

export async function* linesOfAll(tables: Tables, part: 'design' | 'frame' | 'recipe', table: string): Lines {
  const there = await tablesThere(tables);
  if (!there.has(table)) return;
  for (const id of await idsOf(tables, table)) yield* linesOf(tables, there, part, id);
}

export async function* linesOfDesigns(tables: Tables, ids: readonly string[]): Lines {
  const there = await tablesThere(tables);
  for (const id of ids) yield* linesOf(tables, there, 'design', id);
}

/** A file of an archive: its name, and its lines when they are asked for. */
export interface Entry {
  readonly name: string;
  readonly lines: () => Lines;
}

/** Everything: a file a quilt, then the designs that they may name, then one's own frames and the recipes that are kept. */
export async function everything(tables: Tables): Promise<readonly Entry[]> {
  return [
    ...(await idsOf(tables, 'quilts')).map((id) => ({
      name: `quilts/${id}.ndjson`,
      lines: () => linesOfQuilt(tables, id),
    })),
    { name: 'designs.ndjson', lines: () => linesOfAll(tables, 'design', 'designs') },
    { name: 'frames.ndjson', lines: () => linesOfAll(tables, 'frame', 'frames') },
    { name: 'recipes.ndjson', lines: () => linesOfAll(tables, 'recipe', 'kept_recipes') },
  ];
}

/** Rows put in at once: their number, and how long they may be. */
const ROWS_AT_ONCE = 500;
const CHARACTERS_AT_ONCE = 4_000_000;

/** Puts rows into a database of the version that they are of; parents must come before what names them. */
export async function insertRows(tables: Tables, rows: AsyncIterable<Row>): Promise<void> {
  let table = '';
  let batch: string[] = [];
  let characters = 0;
  const flush = async (): Promise<void> => {
    if (batch.length > 0)
      await tables.execute(
        sql`INSERT INTO ${sql.identifier(table)}
          SELECT * FROM jsonb_populate_recordset(NULL::${sql.identifier(table)}, ${`[${batch.join()}]`}::jsonb)`,
      );
    batch = [];
    characters = 0;
  };
  for await (const next of rows) {
    if (next.table !== table || batch.length >= ROWS_AT_ONCE || characters > CHARACTERS_AT_ONCE) await flush();
    table = next.table;
    batch.push(JSON.stringify(next.row));
    characters += batch.at(-1)!.length;
  }
  await flush();
}

/** Rows out of their lines. */
export async function* rowsIn(lines: Lines): AsyncIterable<Row> {
  for await (const line of lines) yield JSON.parse(line) as Row;
}

export async function truncateAll(tables: Tables): Promise<void> {
  const names = TABLES.map((table) => sql.identifier(table));
  await tables.execute(sql`TRUNCATE ${sql.join(names, sql`, `)}`);
}
