import { type ClothPoint, exceptionOf, type PlanRecords, type RowSetRecord } from '@gorse/core';
import { useState } from 'react';
import { edit } from '../../../document/plan-store.ts';
import { changeRow } from '../../../document/rows.ts';
import { planner } from '../../../planning-worker/link.ts';
import type { Tool } from '../../../tools/hand.ts';
import { type Clearances, movedBy, type RowMove, moveRowTool } from '../../../tools/move-row.ts';
import { tellError } from '../../../ui/notices.ts';

/** A row being moved: how far from where it was, as measured on the finished quilt, and what is left beside it. */
export interface RowDrag extends RowMove, Clearances {
  readonly row: number;
}

/** Moving a row with the pointer. */
export function useRowDrag(
  set: RowSetRecord | undefined,
  records: PlanRecords,
): {
  readonly drag: RowDrag | null;
  readonly begin: (row: number, from: ClothPoint) => Tool<ClothPoint> | null;
} {
  const [drag, setDrag] = useState<RowDrag | null>(null);
  const begin = (row: number, from: ClothPoint): Tool<ClothPoint> | null => {
    if (!set) return null;
    const before = exceptionOf(set, row);
    return moveRowTool(from, {
      by: (way, free) => movedBy(records, way, free),
      show: (move) => setDrag((now) => move && { above: now?.above ?? null, below: now?.below ?? null, row, ...move }),
      clearances: ({ down, along }) =>
        planner.of(records).clearances(set, row, before.down + down, before.along + along),
      showClearances: (found) => setDrag((now) => now && { ...now, ...found }),
      put: (move) => moveRow(set, row, move),
      fail: tellError,
    });
  };
  return { drag, begin };
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
