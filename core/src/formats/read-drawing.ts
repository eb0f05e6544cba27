import { normalisedStrokes } from '../design/design.ts';
import { FormatError } from '../problems.ts';
import { joinStrokes } from '../route/join-strokes.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import { readCsv } from './csv-read.ts';
import type { Drawing, ReadAnswers } from './drawing.ts';
import { readDxf } from './dxf-read.ts';
import type { FileKind } from './endings.ts';
import { PATCHES, STITCH_LINES } from './exported.ts';
import { fileText } from './file-text.ts';
import { readGcode } from './gcode-read.ts';
import { type DesignLabels, readGorseDocument } from './gorse-document.ts';
import { readHpgl } from './hpgl-read.ts';
import { leftOutRemark } from './left-out.ts';
import { type NeedlePicture, needlePicture, type UnseenPicture, unseenPicture } from './read-pictures.ts';
import { readSvg } from './svg-read.ts';

/** The lines of a file as they were drawn, and what must be looked at before they are taken. */
export interface ReadLines extends Drawing {
  /** To be asked whether what is stitched was told from what is travelled; null where nothing is. */
  readonly needle: NeedlePicture | null;
  /** To be asked what of that which isn't seen is taken in all the same; null where all is seen. */
  readonly unseen: UnseenPicture | null;
  readonly labels: DesignLabels | null;
}

/** Parts that were left out are named one by one up to so many. */
const MOST_REMARKED = 20;

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
 * Reads a design file: strokes joined where they meet, in design space (millimetres, y down, the box's upper left corner at the origin). Throws
 * `FormatError` with a sentence whatever is wrong with the file.
 */
export function readDrawing(file: string, bytes: Uint8Array, answers: ReadAnswers = {}): ReadLines {
  const lines = ofOwnExport(readLines(file, bytes, answers), STITCH_LINES);
  const joined = joinStrokes(lines.strokes, JOIN_DISTANCE);
  const remarks =
    joined.length < lines.strokes.length
      ? [
          ...lines.remarks,
          `Joined ${lines.strokes.length} pieces into ${joined.length} where their ends meet within ${JOIN_DISTANCE} mm.`,
        ]
      : lines.remarks;
  return { ...lines, strokes: normalisedStrokes(joined), remarks };
}

/** The lines of a file that are edges of patches, just as they were drawn. Throws as `readDrawing` does. */
export const readMapLines = (file: string, bytes: Uint8Array, answers: ReadAnswers = {}): ReadLines =>
  ofOwnExport(readLines(file, bytes, answers), PATCHES);

const OTHER_LAYER = {
  [STITCH_LINES]: 'The patches of this quilt are left out: they are outlines, not stitched.',
  [PATCHES]: 'What is stitched on this quilt is left out: only its patches are read.',
} as const;

/** Of a quilt that Gorse has written the one layer that is wanted; any other drawing as it is. */
function ofOwnExport(lines: ReadLines, layer: keyof typeof OTHER_LAYER): ReadLines {
  const { strokes, groups, remarks } = lines;
  if (!groups.includes(PATCHES) || !groups.includes(STITCH_LINES)) return lines;
  const wanted = strokes.filter((_, i) => groups[i] === layer);
  return {
    ...lines,
    strokes: wanted,
    groups: wanted.map(() => null),
    remarks: [...remarks, OTHER_LAYER[layer]],
  };
}

/**
 * The lines of a file, just as they were drawn. Where nothing of it is seen, and nobody said yet what of it is taken in, all of it comes, so that
 * it can be asked about. Throws `FormatError` with a sentence whatever is wrong with the file.
 */
function readLines(file: string, bytes: Uint8Array, answers: ReadAnswers = {}): ReadLines {
  const { kind, text } = fileText(file, bytes);
  const { labels = null, ...drawing } = read(READERS[kind], text, answers);
  const { strokes, leftOut, travel = [] } = drawing;
  if (strokes.length === 0 && answers.taken !== undefined)
    throw new FormatError(
      'Nothing of this file is seen, and nothing else of it was taken in, so there is nothing to stitch.',
    );
  const pictures = {
    labels,
    needle: needlePicture(strokes, travel),
    unseen: leftOut.length === 0 ? null : unseenPicture(strokes, leftOut),
  };
  const remarks = [...drawing.remarks, ...leftOut.slice(0, MOST_REMARKED).map(leftOutRemark)];
  if (strokes.length > 0) return { ...drawing, ...pictures, remarks };
  const unseen = leftOut.flatMap((one) => one.strokes);
  return { ...drawing, ...pictures, remarks, strokes: unseen, groups: unseen.map(() => null) };
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
