import type { DesignAnswer } from '@gorse/contract';
import { decodeStrokes, type Design, encodeStrokes, FormatError, measureDesign, readSvg } from '@gorse/core';
import { nanoid } from 'nanoid';
import type { Database } from '../store/database.ts';
import { findDesign, findDesignBytes, insertDesign, setDesignRemoved } from '../store/design-store.ts';
import { found, notFound, Refusal } from './refusal.ts';

/** Largest file that is read. */
export const LARGEST_FILE = 20 * 1024 * 1024;

/** Reads a drawing's bytes, keeps them as they are, and adds the design to the library. */
export async function addDesign(database: Database, file: string, source: Uint8Array): Promise<DesignAnswer> {
  if (!/\.svg$/i.test(file)) {
    throw new Refusal(
      'cannotRead',
      `${file} isn't an SVG file. Save the design as plain SVG in the drawing program and drop that.`,
      [{ path: 'file', message: 'Only SVG can be read.' }],
    );
  }
  const drawing = readDrawing(file, source);
  const design = {
    id: nanoid(12),
    name: file.replace(/\.[^.]*$/, '').slice(0, 120) || 'Design',
    file,
    measure: measureDesign(drawing.strokes),
    remarks: drawing.remarks,
    addedAt: Date.now(),
  };
  await database.commit((tables) =>
    insertDesign(tables, { ...design, source, strokes: encodeStrokes(drawing.strokes) }),
  );
  return design;
}

function readDrawing(file: string, source: Uint8Array): ReturnType<typeof readSvg> {
  try {
    return readSvg(textOf(source));
  } catch (error) {
    if (!(error instanceof FormatError)) throw error;
    const path = error.line === null ? 'file' : `line ${error.line}`;
    throw new Refusal('cannotRead', `${file}: ${error.message}`, [{ path, message: error.message }]);
  }
}

/** Drawing programs write UTF-8, seldom UTF-16 with its mark. */
function textOf(source: Uint8Array): string {
  const encoding =
    source[0] === 0xff && source[1] === 0xfe
      ? 'utf-16le'
      : source[0] === 0xfe && source[1] === 0xff
        ? 'utf-16be'
        : 'utf-8';
  return new TextDecoder(encoding).decode(source);
}

/** A design with its strokes, for computing. */
export async function loadDesign(database: Database, id: string): Promise<Design> {
  const { name } = found(await findDesign(database.read, id), 'design');
  return { id, name, strokes: decodeStrokes(await designBytes(database, id, 'strokes')) };
}

export const designBytes = async (database: Database, id: string, part: 'source' | 'strokes'): Promise<Uint8Array> =>
  found(await findDesignBytes(database.read, id, part), 'design');

/** Takes a design out of the library, or puts it back. Plans that use it keep it. */
export async function setDesignInLibrary(database: Database, id: string, inLibrary: boolean): Promise<void> {
  const done = await database.commit((tables) => setDesignRemoved(tables, id, inLibrary ? null : Date.now()));
  if (!done) throw notFound('design');
}
