import type { Alternate, JoinRule, RowLook } from './repeat.ts';

/** What matters to the person: answers are ranked by it. */
export const ROW_SCHOOLS = ['height', 'rows', 'margins', 'clearance', 'even'] as const;
export type RowSchool = (typeof ROW_SCHOOLS)[number];

/** The numbers that hang together: rows × height + gaps + margins = length. */
export const ROW_NUMBERS = ['rows', 'height', 'clearance', 'margin'] as const;
export type RowNumber = (typeof ROW_NUMBERS)[number];

/** Millimetres as they will be measured on the finished quilt. */
export interface RowNumbers {
  /** Whole rows; one that is cut or squeezed to fit comes on top. */
  readonly rows: number;
  /** Of the drawn size. */
  readonly scale: number;
  /** Least distance between stitched lines of neighbouring rows. */
  readonly clearance: number;
  /** From the area's upper edge to the first row's box, and with whole rows alone from the last one's to the lower edge. Negative runs over. */
  readonly margin: number;
}

/** What is asked of rows: what matters most, and what is liked where it is free; mm. */
export interface RowWish {
  readonly matters: RowSchool;
  readonly clearance: number;
  readonly margin: number;
}

/** One row changed by hand. */
export interface RowException {
  /** Counted from 0. */
  readonly row: number;
  /** Moved down (negative: up) and along, mm. */
  readonly down: number;
  readonly along: number;
  /** Of the size of the others. */
  readonly scale: number;
  readonly dropped: boolean;
}

/** How the room below the last whole row is used: left, or by one more row cut at the edge or squeezed to fit. */
export const LAST_ROWS = ['whole', 'cut', 'squeezed'] as const;
export type LastRow = (typeof LAST_ROWS)[number];

/** Where rows lie: millimetres of the quilt as it is loaded. */
export interface RowArea {
  /** Stop at the border's inner edge. */
  readonly insideBorder: boolean;
  /** The first row starts at the upper edge, as loaded, of this patch. */
  readonly fromRegionId: string | null;
  /** Patches that rows stop at. */
  readonly leaveOut: readonly string[];
}

/** One design in rows over the top. */
export interface RowSet {
  readonly designId: string;
  readonly join: JoinRule;
  readonly look: RowLook;
  readonly alternate: Alternate;
  readonly area: RowArea;
  readonly numbers: RowNumbers;
  readonly wish: RowWish;
  readonly pins: readonly RowNumber[];
  readonly last: LastRow;
  /** All rows moved along by hand, mm. */
  readonly along: number;
  /** Starts and ends lie at least this far off the cloth; with rows inside the border there is none. */
  readonly overhang: number;
  readonly sewing: {
    /** Every second row from right to left. */
    readonly backAndForth: boolean;
    /** Rows of a pass run into each other along the edge. Needs back and forth. */
    readonly joined: boolean;
  };
  readonly exceptions: readonly RowException[];
}

export const NO_EXCEPTION: Omit<RowException, 'row'> = { down: 0, along: 0, scale: 1, dropped: false };
