import Papa from 'papaparse';
import { FormatError } from '../problems.ts';
import { type Drawing, type FileUnit, MM_PER_FILE_UNIT, type ReadAnswers, StrokeCollector } from './drawing.ts';

const SHOWN_ROWS = 6;
const SHOWN_COLUMNS = 12;

interface Columns {
  readonly x: number;
  readonly y: number;
  readonly stroke: number | null;
  readonly unit: FileUnit | null;
}

/**
 * Reads points, one a row, y down. A heading names the columns (`x`, `y`, perhaps `stroke`) and may name the unit (`x_mm`, `y (in)`); without
 * one, two columns are x and y, and of more the person is asked (`table`). A blank row, or another value in `stroke`, begins a new stroke.
 * Throws `FormatError` with the row.
 */
export function readCsv(text: string, answers: ReadAnswers = {}): Drawing {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF|"/g, ''), { skipEmptyLines: false });
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  const first = rows.findIndex((row) => row.some((cell) => cell !== ''));
  if (first < 0) throw new FormatError('The file is empty. Save the points again.');
  const heading = rows[first]!;
  const hasHeading = heading.some((cell) => cell !== '' && !isNumber(cell));
  const named = hasHeading ? namedColumns(heading) : null;
  const width = Math.max(...rows.slice(0, 100).map((row) => row.length));
  if (width < 2) throw new FormatError('Each row needs an x and a y. Save the points as two columns.');
  const chosen = named ?? chosenColumns(answers, width);
  const columns = chosen ?? { x: 0, y: 1, stroke: null, unit: null };
  const mm = MM_PER_FILE_UNIT[columns.unit ?? answers.unit ?? 'mm'];
  const strokes = collect(rows, hasHeading ? first + 1 : first, columns, mm);
  return {
    strokes,
    groups: strokes.map(() => null),
    remarks: [],
    unit: { mm, stated: columns.unit !== null },
    table: chosen
      ? null
      : {
          rows: rows
            .slice(first)
            .filter((row) => row.some((cell) => cell !== ''))
            .slice(0, SHOWN_ROWS)
            .map((row) => row.slice(0, SHOWN_COLUMNS)),
        },
  };
}

const isNumber = (cell: string): boolean => cell !== '' && Number.isFinite(Number(cell));

function namedColumns(heading: readonly string[]): Columns | null {
  const find = (pattern: RegExp): number => heading.findIndex((cell) => pattern.test(cell));
  const x = find(/^x\b|^x_/i);
  const y = find(/^y\b|^y_/i);
  if (x < 0 || y < 0) return null;
  const stroke = find(/^(stroke|line|path|run)\b/i);
  const unit = /(?:[\s_([]|^)(mm|cm|in|px)(?:ch(?:es)?)?\)?\]?\s*$/i.exec(heading[x]!)?.[1]?.toLowerCase();
  return { x, y, stroke: stroke < 0 ? null : stroke, unit: (unit as FileUnit | undefined) ?? null };
}

function chosenColumns({ columns }: ReadAnswers, width: number): Columns | null {
  if (columns) return { x: columns[0], y: columns[1], stroke: null, unit: null };
  return width === 2 ? { x: 0, y: 1, stroke: null, unit: null } : null;
}

function collect(rows: readonly (readonly string[])[], from: number, columns: Columns, mm: number) {
  const pen = new StrokeCollector();
  let out: number[] | null = null;
  let stroke = '';
  for (let i = from; i < rows.length; i++) {
    const row = rows[i]!;
    const own = columns.stroke === null ? '' : (row[columns.stroke] ?? '');
    const blank = row.every((cell) => cell === '');
    if (blank || own !== stroke) {
      pen.finish(i + 1);
      out = null;
      stroke = own;
    }
    if (blank) continue;
    const [x, y] = [Number(row[columns.x] || NaN) * mm, Number(row[columns.y] || NaN) * mm];
    if (Number.isNaN(x) || Number.isNaN(y)) {
      throw new FormatError(
        `Row ${i + 1} has no number for x or y. Correct it, or choose other columns, and read it again.`,
        i + 1,
      );
    }
    if (out === null) out = pen.from({ x, y }, i + 1);
    else pen.from({ x, y }, i + 1).push(x, y);
  }
  pen.finish(rows.length);
  const strokes = pen.strokes();
  if (strokes.length === 0) throw new FormatError('A line needs at least two points. Add rows and read it again.');
  return strokes;
}
