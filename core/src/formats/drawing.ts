import { MM_PER_INCH } from '../units.ts';
import type { Drawn } from './pen.ts';

/** What a reader makes of a file. */
export interface Drawing extends Drawn {
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
  /** Not stated, but what the program that wrote it usually means. */
  readonly likely?: FileUnit;
}

/** The first rows of a table of which nobody said which columns are x and y. */
export interface UnnamedTable {
  readonly rows: readonly (readonly string[])[];
  /** From the least number in each column to the largest, in the file's units; 0 where it has none. */
  readonly spread: readonly number[];
  /** The columns, 0-based, that most likely are x and y. */
  readonly likely: readonly [x: number, y: number];
}

/** What the person says of a file that doesn't say it itself. */
export interface ReadAnswers {
  readonly unit?: FileUnit;
  /** 0-based columns of a table that hold x and y. */
  readonly columns?: readonly [x: number, y: number];
  /** What isn't seen in the drawing and is taken in all the same, by `unseenKey`. */
  readonly taken?: readonly string[];
  /** What was taken for travel is what is stitched, and the other way round. */
  readonly exchanged?: boolean;
}

/** Units that a file may be drawn in without saying so. */
export const FILE_UNITS = ['in', 'mm', 'cm', 'px', 'px90', 'px72'] as const;
export type FileUnit = (typeof FILE_UNITS)[number];
export const MM_PER_FILE_UNIT: Readonly<Record<FileUnit, number>> = {
  in: MM_PER_INCH,
  mm: 1,
  cm: 10,
  px: MM_PER_INCH / 96,
  px90: MM_PER_INCH / 90,
  px72: MM_PER_INCH / 72,
};

/** The names of layers are cut off at so many characters. */
export const LONGEST_GROUP = 60;
