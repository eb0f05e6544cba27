import {
  exceptionOf,
  type Loading,
  type PlanRecords,
  type Point,
  quiltOf,
  type RowException,
  type RowSetRecord,
} from '@gorse/core';
import { useRef, useState } from 'react';
import { edit } from '../../../document/plan-store.ts';
import { changeRow } from '../../../document/rows.ts';
import type { Tool } from '../../../tools/hand.ts';
import { tellError } from '../../../ui/notices.ts';
import { planner } from '../../../planning-worker/link.ts';

/** A row being moved: how far from where it was, as measured on the finished quilt, and what is left beside it. */
export interface RowDrag {
  readonly row: number;
  readonly down: number;
  readonly along: number;
  readonly above: number | null;
  readonly below: number | null;
}

/** Across the rows and along them, mm; the sense is that of the quilt as it is loaded. */
type RowMove = Pick<RowException, 'down' | 'along'>;

/** A way on the cloth as one across and along the rows; along them only when it is asked for (`free`). */
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

/** Moves a row on from where it is; one undo step. */
export function moveRow(set: RowSetRecord, row: number, { down, along }: RowMove): void {
  if (down === 0 && along === 0) return;
  const before = exceptionOf(set, row);
  edit(
    along === 0 ? `move row ${row + 1}` : `move row ${row + 1} sideways`,
    changeRow(set.id, row, { down: before.down + down, along: before.along + along }),
  );
}

/** Moving a row with the pointer; the clearances follow as fast as they can be worked out. */
export function useRowDrag(
  set: RowSetRecord | undefined,
  records: PlanRecords,
): {
  readonly drag: RowDrag | null;
  readonly begin: (row: number, from: Point) => Tool | null;
} {
  const [drag, setDrag] = useState<RowDrag | null>(null);
  /** Of the gesture under way, so that what comes late to another is dropped. */
  const current = useRef(0);
  const asking = useRef(false);
  const wished = useRef<{ row: number; down: number; along: number; gesture: number } | null>(null);

  const ask = async (rows: RowSetRecord): Promise<void> => {
    if (asking.current) return;
    asking.current = true;
    try {
      for (let wish = wished.current; wish; wish = wished.current) {
        wished.current = null;
        const { row, gesture } = wish;
        const before = exceptionOf(rows, row);
        const [down, along] = [before.down + wish.down, before.along + wish.along];
        const found = await planner.of(records).clearances(rows, row, down, along);
        if (gesture === current.current) setDrag((now) => now && { ...now, ...found });
      }
    } finally {
      asking.current = false;
    }
  };
  const begin = (row: number, from: Point): Tool | null => {
    if (!set) return null;
    const gesture = ++current.current;
    const to = (p: Point, free: boolean): RowMove => movedBy(records, { x: p.x - from.x, y: p.y - from.y }, free);
    return {
      move(p, free) {
        if (gesture !== current.current) return;
        const by = to(p, free);
        setDrag((now) => ({ above: now?.above ?? null, below: now?.below ?? null, row, ...by }));
        wished.current = { row, ...by, gesture };
        ask(set).catch(tellError);
      },
      end(p, free) {
        if (gesture !== current.current) return;
        current.current++;
        setDrag(null);
        moveRow(set, row, to(p, free));
      },
      cancel() {
        current.current++;
        setDrag(null);
      },
    };
  };
  return { drag, begin };
}
