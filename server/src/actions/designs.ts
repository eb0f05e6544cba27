import type {
  DesignAnswer,
  DesignLabelsRequest,
  MapDrawingAnswer,
  MapDrawingQuery,
  NewDesignQuery,
  FileQuestion,
} from '@gorse/contract';
import {
  decodeStrokes,
  type Design,
  type DesignEdit,
  designIdsOf,
  encodeStrokes,
  type PlanRecords,
  type ReadAnswers,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import type { ReadingDesk } from '../work/reading-desk.ts';
import type { Database } from '../store/database.ts';
import {
  findDesign,
  findDesignBytes,
  insertDesign,
  insertRevision,
  setDesignLabels,
  setDesignRemoved,
} from '../store/design-store.ts';
import { found, notFound, Refusal } from '../refusal.ts';

/**
 * Reads a drawing's bytes, keeps them as they are, and adds the design to the library. Refuses a file that doesn't say its unit, or which of
 * its columns are meant, with what must be known; asked again with the answer, it is read.
 */
export async function addDesign(
  database: Database,
  reading: ReadingDesk,
  { file, ...said }: NewDesignQuery,
  source: Uint8Array,
): Promise<DesignAnswer> {
  const { unit } = said;
  const read = await reading.run('read', { file, source, answers: answersOf(said) }, source.length);
  if (read.question) throw asking(file, read.question);
  const answered = read.unit.stated || unit === undefined ? [] : [`Read in ${UNIT_WORDS[unit]}, as you said.`];
  const turned = said.exchanged ? ['Travel and stitches are exchanged, as you said.'] : [];
  const taken = said.taken?.length ? ['Lines that aren’t seen in the drawing are taken in, as you said.'] : [];
  const design = {
    id: nanoid(12),
    name: read.labels?.name || nameOf(file),
    file,
    facts: read.facts,
    kind: read.labels?.kind ?? read.facts.kind,
    tags: read.labels?.tags ?? [],
    remarks: [...answered, ...turned, ...taken, ...read.remarks],
    addedAt: Date.now(),
    originalId: null,
    revision: 1,
    edits: [],
  };
  await database.commit((tables) => insertDesign(tables, { ...design, source, strokes: encodeStrokes(read.strokes) }));
  return design;
}

const UNIT_WORDS = {
  in: 'inches',
  mm: 'millimetres',
  cm: 'centimetres',
  px: 'pixels of 1/96 in',
  px90: 'pixels of 1/90 in',
  px72: 'pixels of 1/72 in',
} as const;

const nameOf = (file: string): string => file.replace(/(\.gorse)?\.[^.]*$/, '').slice(0, 120) || 'Design';

type Said = Pick<NewDesignQuery, 'unit' | 'x' | 'y' | 'exchanged' | 'taken'>;

const answersOf = ({ unit, x, y, exchanged, taken }: Said): ReadAnswers => ({
  ...(unit === undefined ? {} : { unit }),
  ...(x === undefined || y === undefined ? {} : { columns: [x, y] }),
  ...(exchanged === undefined ? {} : { exchanged }),
  ...(taken === undefined ? {} : { taken }),
});

/** Says of a file what must be known of it, or be looked at, before it is taken. */
function asking(file: string, question: FileQuestion): Refusal {
  const { table, needle, unseen } = question;
  const sentence =
    table !== null
      ? `${file} doesn't say which columns are x and y. Choose them.`
      : needle !== null
        ? `${file} stitches and travels. Look whether these are told apart as they should be.`
        : unseen !== null
          ? `${file} holds lines that aren't seen in it. Look at them, and choose which are taken in.`
          : `${file} doesn't say in which unit it is drawn. Choose the size that is right.`;
  return new Refusal('needsAnswer', sentence, [], { question });
}

/** Reads a drawing's bytes as patches of a map; nothing is kept. Refuses what isn't known as `addDesign` does. */
export async function readMapDrawing(
  reading: ReadingDesk,
  { file, snap, ...said }: MapDrawingQuery,
  source: Uint8Array,
): Promise<MapDrawingAnswer> {
  const read = await reading.run('readMap', { file, source, answers: answersOf(said), snap }, source.length);
  if (read.question) throw asking(file, read.question);
  const { size, pieces, closed, seams, loose, slivers, remarks } = read;
  return { size, pieces, closed, seams, loose, slivers, remarks };
}

/** A new revision of a design by edits of its line; the one it is made from stays as it is. */
export async function reviseDesign(
  database: Database,
  reading: ReadingDesk,
  id: string,
  edits: readonly DesignEdit[],
  name: string | undefined,
): Promise<DesignAnswer> {
  const parent = found(await findDesign(database.read, id), 'design');
  const others = new Map<string, readonly Float64Array[]>();
  for (const edit of edits) {
    if (edit.kind === 'join') others.set(edit.designId, await strokesOf(database, edit.designId));
  }
  const strokes = await strokesOf(database, id);
  const read = await reading.run('edit', { strokes, edits, others }, bytesIn(strokes));
  return database.commit((tables) =>
    insertRevision(tables, {
      id: nanoid(12),
      name: name ?? parent.name,
      file: parent.file,
      facts: read.facts,
      kind: parent.kind === parent.facts.kind ? read.facts.kind : parent.kind,
      tags: parent.tags,
      remarks: parent.remarks,
      addedAt: Date.now(),
      originalId: parent.originalId ?? parent.id,
      edits,
      source: null,
      strokes: encodeStrokes(read.strokes),
    }),
  );
}

const bytesIn = (strokes: readonly Float64Array[]): number =>
  strokes.reduce((sum, { byteLength }) => sum + byteLength, 0);

/** A design with its strokes, for computing. */
export async function loadDesign(database: Database, id: string): Promise<Design> {
  const { name } = found(await findDesign(database.read, id), 'design');
  return { id, name, strokes: await strokesOf(database, id) };
}

/** The designs of a plan, by id. */
export const designsOf = async (database: Database, records: PlanRecords): Promise<ReadonlyMap<string, Design>> =>
  new Map(await Promise.all(designIdsOf(records).map(async (id) => [id, await loadDesign(database, id)] as const)));

const strokesOf = async (database: Database, id: string): Promise<Float64Array[]> =>
  decodeStrokes(await designStrokes(database, id));

export const designStrokes = async (database: Database, id: string): Promise<Uint8Array> =>
  found(await findDesignBytes(database.read, id, 'strokes'), 'design');

/** The file as it came: a revision's is its original's. */
export async function designSource(database: Database, id: string): Promise<{ file: string; bytes: Uint8Array }> {
  const { originalId, file } = found(await findDesign(database.read, id), 'design');
  return { file, bytes: found(await findDesignBytes(database.read, originalId ?? id, 'source'), 'design') };
}

export async function labelDesign(database: Database, id: string, labels: DesignLabelsRequest): Promise<DesignAnswer> {
  await database.commit((tables) => setDesignLabels(tables, id, labels));
  return found(await findDesign(database.read, id), 'design');
}

/** Takes a design with all its revisions out of the library, or puts it back. Plans that use it keep it. */
export async function setDesignInLibrary(database: Database, id: string, inLibrary: boolean): Promise<void> {
  const { originalId } = found(await findDesign(database.read, id), 'design');
  const done = await database.commit((tables) =>
    setDesignRemoved(tables, originalId ?? id, inLibrary ? null : Date.now()),
  );
  if (!done) throw notFound('design');
}
