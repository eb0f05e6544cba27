import { insideRing, type Loading, MM_PER_INCH, type Point, ringBounds, type RowSetRecord } from '@gorse/core';
import type { KeyboardEvent } from 'react';
import { edit } from '../../../document/plan-store.ts';
import { changeRow } from '../../../document/rows.ts';
import { asRowMove } from '../../../tools/move-row.ts';
import { moveRow } from './use-row-drag.ts';

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};

/** The row whose middle is nearest to a point within it: nested boxes overlap. Null where there is none. */
export function rowAt(
  rows: readonly { readonly row: number; readonly ring: readonly Point[] }[],
  p: Point,
  loading: Loading,
): number | null {
  const off = (ring: readonly Point[]): number => {
    const { minX, minY, maxX, maxY } = ringBounds(ring);
    return loading === 'upright' ? Math.abs(p.y - (minY + maxY) / 2) : Math.abs(p.x - (minX + maxX) / 2);
  };
  const hits = rows.filter((one) => insideRing(one.ring, p.x, p.y));
  return hits.sort((a, b) => off(a.ring) - off(b.ring))[0]?.row ?? null;
}

/** Rows by keyboard: Page Down and Up choose, arrows move by 1/16 in, Shift four times that, sideways with Alt; Delete drops. */
export const rowKeys =
  (
    set: RowSetRecord | undefined,
    rows: readonly number[],
    row: number | null,
    loading: Loading,
    choose: (row: number | null) => void,
  ) =>
  (event: KeyboardEvent): void => {
    const arrow = ARROWS[event.key];
    const at = row === null ? -1 : rows.indexOf(row);
    if (event.key === 'PageDown') choose(rows[Math.min(rows.length - 1, at + 1)] ?? null);
    else if (event.key === 'PageUp') choose(rows[Math.max(0, at - 1)] ?? null);
    else if (event.key === 'Escape') choose(null);
    else if (arrow && set && row !== null) {
      const step = (MM_PER_INCH / 16) * (event.shiftKey ? 4 : 1);
      moveRow(set, row, asRowMove(loading, { x: arrow[0] * step, y: arrow[1] * step }, event.altKey));
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && set && row !== null)
      edit(`drop row ${row + 1}`, changeRow(set.id, row, { dropped: true }));
    else return;
    event.preventDefault();
  };
