import {
  analyseDesign,
  applyEdits,
  type DesignEdit,
  type DesignFacts,
  type DesignLabels,
  type DrawnPieces,
  type DrawnUnit,
  FormatError,
  type NeedlePicture,
  isRefusal,
  normalisedStrokes,
  type ReadAnswers,
  piecesOfLines,
  readDrawing,
  readMapLines,
  type UnnamedTable,
  type UnseenPicture,
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

export interface ReadResult {
  readonly strokes: readonly Float64Array[];
  readonly facts: DesignFacts;
  readonly remarks: readonly string[];
  readonly unit: DrawnUnit;
  readonly table: UnnamedTable | null;
  readonly labels: DesignLabels | null;
  readonly needle: NeedlePicture | null;
  readonly unseen: UnseenPicture | null;
}

export interface ReadMap extends DrawnPieces {
  readonly remarks: readonly string[];
  readonly unit: DrawnUnit;
  readonly table: UnnamedTable | null;
  readonly needle: NeedlePicture | null;
  readonly unseen: UnseenPicture | null;
}

/** Reads a drawing. Throws `Refusal` with the line in the file, when that is known. */
export const readFile = ({ file, source, answers }: ToRead): ReadResult =>
  refusing(file, () => {
    const { strokes, remarks, unit, table, labels, needle, unseen } = readDrawing(file, source, answers);
    const { facts } = analyseDesign(strokes);
    const said = facts.unknown ? [...remarks, LEFT_TO_FIND] : remarks;
    return { strokes, remarks: said, unit, table, labels, needle, unseen, facts };
  });

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

/** A drawing's lines made patches of a map. Throws `Refusal` as `readFile` does. */
export function readMap({ snap, ...file }: ToRead & { readonly snap: number }): ReadMap {
  return refusing(file.file, () => {
    const { strokes, groups, remarks, unit, table, needle, unseen } = readMapLines(
      file.file,
      file.source,
      file.answers,
    );
    const pieces = piecesOfLines(
      strokes.map((line, i) => ({ line, group: groups[i] ?? null })),
      snap,
    );
    return { ...pieces, remarks, unit, table, needle, unseen };
  });
}

/** Edits a design's lines. Throws `Refusal` with the reason why it can't. */
export function editLines({ strokes, edits, others }: ToEdit): ReadResult {
  const edited = applyEdits(strokes, edits, (id) => others.get(id));
  if (isRefusal(edited)) throw new Refusal('cannotRead', edited.refusal, [{ path: 'edits', message: edited.refusal }]);
  const home = normalisedStrokes(edited);
  return {
    strokes: home,
    facts: analyseDesign(home).facts,
    remarks: [],
    unit: { mm: 1, stated: true },
    table: null,
    labels: null,
    needle: null,
    unseen: null,
  };
}
