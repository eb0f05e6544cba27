import {
  type ClothPoint,
  type Loading,
  minus,
  type PlanRecords,
  type Point,
  quiltOf,
  type RowException,
} from '@gorse/core';
import type { Tool } from './hand.ts';

/** Across the rows and along them, mm of the finished quilt; the sense is that of the quilt as it is loaded. */
export type RowMove = Pick<RowException, 'down' | 'along'>;

/** What is left beside a row, mm; null beyond the first and the last. */
export interface Clearances {
  readonly above: number | null;
  readonly below: number | null;
}

/** A row in the hand. */
export interface RowInHand {
  /** How far a way on the cloth moves it; along the rows only when that is asked for (`free`). */
  readonly by: (way: Point, free: boolean) => RowMove;
  readonly show: (move: RowMove | null) => void;
  /** Works out what is left beside it when it is moved so. */
  readonly clearances: (move: RowMove) => Promise<Clearances>;
  readonly showClearances: (found: Clearances) => void;
  readonly put: (move: RowMove) => void;
  readonly fail: (error: unknown) => void;
}

/** Moves a row; the clearances follow as fast as they can be worked out: one at a time, the latest place next. What comes late to an ended drag is dropped. */
export function moveRowTool(from: ClothPoint, row: RowInHand): Tool<ClothPoint> {
  let over = false;
  let asking = false;
  let wished: RowMove | null = null;
  const ask = async (): Promise<void> => {
    if (asking) return;
    asking = true;
    try {
      for (let move = wished; move && !over; move = wished) {
        wished = null;
        const found = await row.clearances(move);
        // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- it may have ended meanwhile
        if (!over) row.showClearances(found);
      }
    } finally {
      asking = false;
    }
  };
  const finish = (): void => {
    over = true;
    row.show(null);
  };
  return {
    move(p, free) {
      wished = row.by(minus(p, from), free);
      row.show(wished);
      ask().catch(row.fail);
    },
    end(p, free) {
      finish();
      row.put(row.by(minus(p, from), free));
    },
    cancel: finish,
  };
}

/** A way on the cloth as one across and along the rows. */
export function asRowMove(loading: Loading, by: Point, free: boolean): RowMove {
  return loading === 'upright' ? { down: by.y, along: free ? by.x : 0 } : { down: by.x, along: free ? -by.y : 0 };
}

/** The other way round. */
const asClothMove = (loading: Loading, { down, along }: RowMove): Point =>
  loading === 'upright' ? { x: along, y: down } : { x: down, y: -along };

/** Where a pointer moved by so much on the cloth puts a row of the finished quilt. */
export function movedBy(records: PlanRecords, by: Point, free: boolean): RowMove {
  const { loading, batting } = quiltOf(records);
  const left = 1 - batting.drawIn;
  return asRowMove(loading, { x: by.x * left, y: by.y * left }, free);
}

/** How far a dragged row is drawn from where it lies, on the cloth. */
export function drawnBy(records: PlanRecords, { down, along }: RowMove): Point {
  const { loading, batting } = quiltOf(records);
  const loose = 1 / (1 - batting.drawIn);
  return asClothMove(loading, { down: down * loose, along: along * loose });
}
