import { LARGEST_COORDINATE } from '../tolerances.ts';
import type { Point } from '../geometry/point.ts';
import { FormatError } from '../problems.ts';
import { formatCount, MM_PER_INCH } from '../units.ts';

/** What a reader makes of a file. */
export interface Drawing {
  /** In the order and direction drawn; millimetres, y down. */
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
  /** The layer, or else the colour, that each stroke was drawn in; null where the file tells none. */
  readonly groups: readonly (string | null)[];
  /** What is gone with the needle up, where the file tells that too; shown, never stitched. */
  readonly travel?: readonly Float64Array<ArrayBuffer>[];
  /** Sentences about what was left out or assumed, with the line in the file. */
  readonly remarks: readonly string[];
  readonly unit: DrawnUnit;
  /** Of a table whose columns aren't named: what stands in them. Null for every other file. */
  readonly table: UnnamedTable | null;
}

/** Millimetres that one unit of the file stands for, and whether the file says so itself. */
export interface DrawnUnit {
  readonly mm: number;
  readonly stated: boolean;
}

/** The first rows of a table of which nobody said which columns are x and y. */
export interface UnnamedTable {
  readonly rows: readonly (readonly string[])[];
}

/** What the person says of a file that doesn't say it itself. */
export interface ReadAnswers {
  readonly unit?: FileUnit;
  /** 0-based columns of a table that hold x and y. */
  readonly columns?: readonly [x: number, y: number];
  /** What was taken for travel is what is stitched, and the other way round. */
  readonly exchanged?: boolean;
}

/** Units that a file may be drawn in without saying so. */
export const FILE_UNITS = ['in', 'mm', 'px', 'cm'] as const;
export type FileUnit = (typeof FILE_UNITS)[number];
export const MM_PER_FILE_UNIT: Readonly<Record<FileUnit, number>> = {
  in: MM_PER_INCH,
  mm: 1,
  px: MM_PER_INCH / 96,
  cm: 10,
};

/** The names of layers are cut off at so many characters. */
export const LONGEST_GROUP = 60;

/** Most points a drawing may have: a king quilt's rows have fewer than a tenth of that. */
const MOST_POINTS = 2_000_000;

/** Collects pen movements into strokes. Throws `FormatError` on coordinates that no quilt has and on drawings beyond the limit. */
export class StrokeCollector {
  /** The layer or colour of what is being drawn. */
  group: string | null = null;
  readonly groups: (string | null)[] = [];
  private readonly done: Float64Array<ArrayBuffer>[] = [];
  private points = 0;
  private current: number[] = [];

  /** The stroke being drawn, as `x, y` pairs to append to; a new one starts at `start`. */
  from(start: Point, line: number | null): number[] {
    if (this.current.length === 0) this.current.push(start.x, start.y);
    this.refuseBeyond(this.points + this.current.length / 2, line);
    return this.current;
  }

  /** Ends the stroke being drawn; a lone point is dropped. */
  finish(line: number | null): void {
    if (this.current.length >= 4) {
      for (const value of this.current) {
        if (!(Math.abs(value) <= LARGEST_COORDINATE)) {
          throw new FormatError(
            `Line ${line ?? '?'} has a coordinate of ${value} mm, larger than any quilt. Check the file's units, or draw it again nearer to the origin.`,
            line,
          );
        }
      }
      this.points += this.current.length / 2;
      this.refuseBeyond(this.points, line);
      this.done.push(Float64Array.from(this.current));
      this.groups.push(this.group);
    }
    this.current = [];
  }

  private refuseBeyond(points: number, line: number | null): void {
    if (points <= MOST_POINTS) return;
    throw new FormatError(
      `The drawing has more than ${formatCount(MOST_POINTS)} points. Simplify it in the drawing program and save it again.`,
      line,
    );
  }

  /** All strokes, as drawn. */
  strokes(): Float64Array<ArrayBuffer>[] {
    return this.done;
  }
}
