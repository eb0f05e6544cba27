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

/** Work on a design's lines that can take long. */
export type ReadTask =
  | { readonly kind: 'read'; readonly file: string; readonly source: Uint8Array; readonly answers: ReadAnswers }
  | {
      readonly kind: 'edit';
      readonly strokes: readonly Float64Array[];
      readonly edits: readonly DesignEdit[];
      readonly others: ReadonlyMap<string, readonly Float64Array[]>;
    };

export interface ReadResult {
  readonly strokes: readonly Float64Array[];
  readonly facts: DesignFacts;
  readonly remarks: readonly string[];
  readonly unit: DrawnUnit;
  readonly table: UnnamedTable | null;
  readonly labels: DesignLabels | null;
}

/** A sentence why it can't be done, with the line in the file when known. */
export interface ReadFault {
  readonly message: string;
  readonly line: number | null;
}
export type ReadOutcome = { readonly result: ReadResult } | { readonly fault: ReadFault };

/** Does a task; whatever is wrong with the file or the edits comes back as a fault. */
export function runReadTask(task: ReadTask): ReadOutcome {
  try {
    return task.kind === 'read' ? readFile(task) : editLines(task);
  } catch (error) {
    if (error instanceof FormatError) return { fault: { message: error.message, line: error.line } };
    throw error;
  }
}

function readFile({ file, source, answers }: Extract<ReadTask, { kind: 'read' }>): ReadOutcome {
  const { strokes, remarks, unit, table, labels } = readDrawing(file, source, answers);
  return { result: { strokes, remarks, unit, table, labels, facts: analyseDesign(strokes).facts } };
}

function editLines({ strokes, edits, others }: Extract<ReadTask, { kind: 'edit' }>): ReadOutcome {
  const edited = applyEdits(strokes, edits, (id) => others.get(id));
  if (isRefusal(edited)) return { fault: { message: edited.refusal, line: null } };
  const home = normalisedStrokes(edited);
  return {
    result: {
      strokes: home,
      facts: analyseDesign(home).facts,
      remarks: [],
      unit: { mm: 1, stated: true },
      table: null,
      labels: null,
    },
  };
}
