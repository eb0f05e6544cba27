import { FormatError } from '../problems.ts';
import { type Drawing, type FileUnit, MM_PER_FILE_UNIT, type ReadAnswers } from './drawing.ts';
import { Pen } from './pen.ts';
import { eachLine } from './text-lines.ts';

const SHOWN_ROWS = 6;
const SHOWN_COLUMNS = 12;
/** So many rows tell what columns there are. */
const SAMPLED_ROWS = 100;

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
  const delimiter = delimiterOf(text);
  // A quoted cell may hold a decimal comma; otherwise quotes say nothing of numbers.
  const cellOf = delimiter === ',' ? (cell: string) => cell.trim() : pointed;
  const plain = text.replace(/"([+-]?\d*),(\d+)"/g, '$1.$2').replace(/^\uFEFF|"/g, '');
  const even = delimiter === ' ' ? plain.replace(/[^\S\r\n]+/g, ' ').replace(/^ | $/gm, '') : plain;
  const rows = (take: (row: readonly string[], number: number) => unknown): void =>
    // Quotes are gone, so a delimiter is nothing else.
    eachLine(even, (line, number) => take(line.split(delimiter).map(cellOf), number));
  const sample: (readonly string[])[] = [];
  let first = 0;
  rows((row, number) => {
    if (row.every((cell) => cell === '')) return true;
    if (sample.length === 0) first = number;
    return sample.push(row) < SAMPLED_ROWS;
  });
  const heading = sample[0];
  if (!heading) throw new FormatError('The file is empty. Save the points again.');
  const named = namedColumns(heading);
  // Words above numbers; a column may hold words all the way down.
  const hasHeading =
    named !== null ||
    heading.some((cell, i) => cell !== '' && !isNumber(cell) && sample.slice(1).some((row) => isNumber(row[i] ?? '')));
  const width = Math.max(...sample.map((row) => row.length));
  if (width < 2) throw new FormatError('Each row needs an x and a y. Save the points as two columns.');
  const chosen = named ?? chosenColumns(answers, width);
  const spread = new Spread(Math.min(width, SHOWN_COLUMNS));
  const likely = likelyColumns(hasHeading ? sample.slice(1) : sample, spread.columns);
  const columns = chosen ?? { x: likely[0], y: likely[1], stroke: null, unit: null };
  const mm = MM_PER_FILE_UNIT[columns.unit ?? answers.unit ?? 'mm'];
  const points = new RowPoints(columns, mm);
  const begin = first + (hasHeading ? 1 : 0);
  rows((row, number) => {
    if (number < begin) return;
    points.take(row, number);
    if (!chosen) spread.take(row);
  });
  const drawn = points.pen.drawn();
  if (drawn.strokes.length === 0)
    throw new FormatError('A line needs at least two points. Add rows and read it again.');
  const shown = sample.slice(0, SHOWN_ROWS).map((row) => row.slice(0, SHOWN_COLUMNS));
  return {
    ...drawn,
    remarks: [],
    unit: { mm, stated: columns.unit !== null },
    table: chosen ? null : { rows: shown, spread: spread.list(), likely },
  };
}

const DELIMITERS = [';', '\t', '|', ','] as const;
/** So many rows with something in them tell what stands between their cells. */
const ASKED_ROWS = 50;
/** A row is looked at up to so many signs. */
const LONGEST_ROW = 10_000;

/** What stands between cells: what each of the first rows holds, and holds as often as the others. Blank rows say nothing; spaces do last of all. */
function delimiterOf(text: string): string {
  const rows: string[] = [];
  eachLine(text, (line) => {
    if (/\d/.test(line)) rows.push(line.slice(0, LONGEST_ROW));
    return rows.length < ASKED_ROWS;
  });
  const counts = (sign: string): number[] => rows.map((row) => row.split(sign).length - 1);
  const held = DELIMITERS.filter((sign) => rows.length > 0 && counts(sign).every((count) => count > 0));
  const even = held.find((sign) => new Set(counts(sign)).size === 1) ?? held[0];
  return even ?? (rows.every((row) => /\S\s+\S/.test(row)) ? ' ' : ',');
}

/** A cell with its decimal comma, where commas don't stand between cells, as a point. */
const pointed = (cell: string): string => {
  const text = cell.trim();
  return /^[+-]?\d*,\d+(e[+-]?\d+)?$/i.test(text) ? text.replace(',', '.') : text;
};

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

/** The first two columns that hold numbers alone. */
function likelyColumns(rows: readonly (readonly string[])[], count: number): readonly [x: number, y: number] {
  const all = Array.from({ length: count }, (_, i) => i);
  const [x = 0, y = 1] = all.filter((i) => rows.every((row) => isNumber(row[i] ?? '')));
  return [x, y];
}

/** How far apart the numbers of each of the first columns lie. */
class Spread {
  private readonly least: Float64Array;
  private readonly most: Float64Array;

  constructor(readonly columns: number) {
    this.least = new Float64Array(columns).fill(Infinity);
    this.most = new Float64Array(columns).fill(-Infinity);
  }

  take(row: readonly string[]): void {
    for (let i = 0; i < this.columns; i++) {
      if (!isNumber(row[i] ?? '')) continue;
      this.least[i] = Math.min(this.least[i]!, Number(row[i]));
      this.most[i] = Math.max(this.most[i]!, Number(row[i]));
    }
  }

  list(): number[] {
    return Array.from(this.most, (most, i) => Math.max(0, most - this.least[i]!));
  }
}

/** Puts rows on the pen as they come. */
class RowPoints {
  readonly pen = new Pen();
  private stroke = '';

  constructor(
    private readonly columns: Columns,
    private readonly mm: number,
  ) {}

  /** Throws `FormatError` where a row that isn't blank has no number. */
  take(row: readonly string[], number: number): void {
    const { columns, mm, pen } = this;
    const own = columns.stroke === null ? '' : (row[columns.stroke] ?? '');
    const blank = row.every((cell) => cell === '');
    if (blank || own !== this.stroke) {
      pen.finish();
      this.stroke = own;
    }
    if (blank) return;
    const [x, y] = [Number(row[columns.x] || NaN) * mm, Number(row[columns.y] || NaN) * mm];
    if (Number.isNaN(x) || Number.isNaN(y)) {
      throw new FormatError(
        `Row ${number} has no number for x or y. Correct it, or choose other columns, and read it again.`,
        number,
      );
    }
    if (pen.isDrawing) pen.line(x, y);
    else pen.from({ x, y }, number);
  }
}
