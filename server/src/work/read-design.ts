import {
  analyseDesign,
  applyEdits,
  type DesignEdit,
  type DesignFacts,
  type DesignLabels,
  type DrawnUnit,
  FormatError,
  isRefusal,
  normalisedStrokes,
  type ReadAnswers,
  readDrawing,
  type UnnamedTable,
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
}

/** Reads a drawing. Throws `Refusal` with the line in the file, when that is known. */
export function readFile({ file, source, answers }: ToRead): ReadResult {
  try {
    const { strokes, remarks, unit, table, labels } = readDrawing(file, source, answers);
    return { strokes, remarks, unit, table, labels, facts: analyseDesign(strokes).facts };
  } catch (error) {
    if (!(error instanceof FormatError)) throw error;
    const { message, line } = error;
    throw new Refusal('cannotRead', `${file}: ${message}`, [
      { path: line === null ? 'file' : `line ${line}`, message },
    ]);
  }
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
  };
}
