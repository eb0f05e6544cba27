import { normalisedStrokes } from '../design/design.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { FormatError } from '../problems.ts';
import { joinStrokes } from '../route/join-strokes.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import { readCsv } from './csv-read.ts';
import type { Drawing, ReadAnswers } from './drawing.ts';
import { readDxf } from './dxf-read.ts';
import { fileKind, type FileKind, READABLE } from './endings.ts';
import { readGcode } from './gcode-read.ts';
import { type DesignLabels, readGorseDocument } from './gorse-document.ts';
import { readHpgl } from './hpgl-read.ts';
import { needlePicture, type NeedlePicture } from './needle-picture.ts';
import { readSvg } from './svg-read.ts';

export interface ReadDesign extends Drawing {
  readonly labels: DesignLabels | null;
  /** To be asked whether what is stitched was told from what is travelled; null where nothing is. */
  readonly needle: NeedlePicture | null;
}

type Reader = (text: string, answers: ReadAnswers) => Drawing & { readonly labels?: DesignLabels };

const READERS: Readonly<Record<FileKind, Reader>> = {
  svg: readSvg,
  dxf: readDxf,
  gcode: readGcode,
  hpgl: readHpgl,
  csv: readCsv,
  gorse: readGorseDocument,
};

/**
 * Reads a design file by its ending: strokes joined where they meet, in design space (millimetres, y down, the box's upper left corner at
 * the origin). Throws `FormatError` with a sentence whatever is wrong with the file.
 */
export function readDrawing(file: string, bytes: Uint8Array, answers: ReadAnswers = {}): ReadDesign {
  const drawing = readLines(file, bytes, answers);
  const joined = joinStrokes(drawing.strokes, JOIN_DISTANCE);
  if (joined.every((stroke) => lengthOf(stroke) === 0))
    throw new FormatError('There is no line in this file that could be stitched.');
  const remarks =
    joined.length < drawing.strokes.length
      ? [
          ...drawing.remarks,
          `Joined ${drawing.strokes.length} pieces into ${joined.length} where their ends meet within ${JOIN_DISTANCE} mm.`,
        ]
      : drawing.remarks;
  return {
    ...drawing,
    strokes: normalisedStrokes(joined),
    remarks,
    labels: drawing.labels ?? null,
    needle: needlePicture(drawing.strokes, drawing.travel ?? []),
  };
}

/** The lines of a file by its ending, just as they were drawn. Throws `FormatError` with a sentence whatever is wrong with the file. */
export function readLines(file: string, bytes: Uint8Array, answers: ReadAnswers = {}): ReturnType<Reader> {
  const kind = fileKind(file);
  if (!kind) throw new FormatError(`Gorse reads ${READABLE}. Save the drawing as one of these and drop that.`);
  return read(READERS[kind], textOf(bytes), answers);
}

/** A reader's library may trip over a broken file in ways of its own; to the person that is one more file that can't be read. */
function read(reader: Reader, text: string, answers: ReadAnswers): ReturnType<Reader> {
  try {
    return reader(text, answers);
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError('The file is damaged or cut short. Open it in the program that made it and save it again.');
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
