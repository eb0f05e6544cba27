import type { FileQuestion } from '@gorse/contract';
import {
  analyseDesign,
  applyEdits,
  boundsOf,
  type DesignEdit,
  type DesignFacts,
  type DesignLabels,
  type DrawnPieces,
  type DrawnUnit,
  FormatError,
  isRefusal,
  normalisedStrokes,
  type ReadAnswers,
  piecesOfLines,
  readDrawing,
  type ReadLines,
  readMapLines,
} from '@gorse/core';
import { Refusal } from '../refusal.ts';

export interface ToRead {
  readonly file: string;
  readonly source: Uint8Array;
  readonly answers: ReadAnswers;
}
export interface ToEdit {
  readonly strokes: readonly Float64Array[];
  readonly edits: readonly DesignEdit[];
  readonly others: ReadonlyMap<string, readonly Float64Array[]>;
}

/** A file of which something must be known before it is taken. */
export interface AskedFirst {
  readonly question: FileQuestion;
}

export interface ReadResult {
  readonly question: null;
  readonly strokes: readonly Float64Array[];
  readonly facts: DesignFacts;
  readonly remarks: readonly string[];
  readonly unit: DrawnUnit;
  readonly labels: DesignLabels | null;
}

export interface ReadMap extends DrawnPieces {
  readonly question: null;
  readonly remarks: readonly string[];
}

/** Reads a drawing, unless there is something to ask first. Throws `Refusal` with the line in the file, when that is known. */
export const readFile = ({ file, source, answers }: ToRead): ReadResult | AskedFirst =>
  refusing(file, () => {
    const lines = readDrawing(file, source, answers);
    const question = questionOf(lines, answers);
    if (question) return { question };
    const { strokes, remarks, unit, labels } = lines;
    const { facts } = analyseDesign(strokes);
    return { question, strokes, facts, unit, labels, remarks: facts.unknown ? [...remarks, LEFT_TO_FIND] : remarks };
  });

/** What a file doesn't say, or what of it must be looked at, as far as no answer was given. */
function questionOf({ strokes, unit, table, needle, unseen }: ReadLines, answers: ReadAnswers): FileQuestion | null {
  const box = boundsOf(strokes);
  const asked = {
    unit:
      unit.stated || answers.unit || !box
        ? null
        : {
            width: (box.maxX - box.minX) / unit.mm,
            height: (box.maxY - box.minY) / unit.mm,
            likely: unit.likely ?? null,
          },
    table,
    needle: answers.exchanged === undefined ? needle : null,
    unseen: answers.taken === undefined ? unseen : null,
  };
  return Object.values(asked).every((part) => part === null) ? null : asked;
}

const LEFT_TO_FIND =
  'The line is so long or dense that some of its numbers are left out; its card in the library works them out when asked.';

function refusing<T>(file: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (!(error instanceof FormatError)) throw error;
    const { message, line } = error;
    throw new Refusal('cannotRead', `${file}: ${message}`, [
      { path: line === null ? 'file' : `line ${line}`, message },
    ]);
  }
}

/** A drawing's lines made patches of a map, unless there is something to ask first. Throws `Refusal` as `readFile` does. */
export function readMap({ file, source, answers, snap }: ToRead & { readonly snap: number }): ReadMap | AskedFirst {
  return refusing(file, () => {
    const lines = readMapLines(file, source, answers);
    const question = questionOf(lines, answers);
    if (question) return { question };
    const { strokes, groups, remarks } = lines;
    const drawn = strokes.map((line, i) => ({ line, group: groups[i] ?? null }));
    return { question, remarks, ...piecesOfLines(drawn, snap) };
  });
}

/** Edits a design's lines. Throws `Refusal` with the reason why it can't. */
export function editLines({ strokes, edits, others }: ToEdit): Pick<ReadResult, 'strokes' | 'facts'> {
  const edited = applyEdits(strokes, edits, (id) => others.get(id));
  if (isRefusal(edited)) throw new Refusal('cannotRead', edited.refusal, [{ path: 'edits', message: edited.refusal }]);
  const home = normalisedStrokes(edited);
  return { strokes: home, facts: analyseDesign(home).facts };
}
