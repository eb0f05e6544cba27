import { reversedLine } from '../design/edit-line.ts';
import { LEAST_ADVANCE } from '../design/row-join.ts';
import { type Affine, applyToPolyline, compose, scaling, translation } from '../geometry/affine.ts';
import { inOneGo } from '../geometry/in-one-go.ts';
import type { Point } from '../geometry/point.ts';
import { boundsOf, type Bounds, pointOf, type Polyline } from '../geometry/polyline.ts';
import { ROW_JOIN } from '../tolerances.ts';

/** What every second copy is, counted like the squares of a chequered board. */
export const SECONDS = ['same', 'mirrored', 'flipped', 'turned'] as const;
export type Second = (typeof SECONDS)[number];

/** Copies of the design side by side, as drawn: they are sized and bent together. */
export interface Arrange {
  readonly across: number;
  readonly down: number;
  /** Between copies, mm as drawn; negative: they overlap. */
  readonly gapAcross: number;
  readonly gapDown: number;
  readonly second: Second;
  /** Where the design runs from side to side each copy begins where the one before it ends, and they are stitched in one go. */
  readonly joined: boolean;
}

export const ONE_COPY: Arrange = { across: 1, down: 1, gapAcross: 0, gapDown: 0, second: 'same', joined: true };

/** More copies than this one way make lines that can't be told apart. */
export const MOST_ACROSS = 60;

/** The copies' lines in the order they are stitched: row by row, where they are joined there and back. */
export function arranged(lines: readonly Polyline[], arrange: Arrange): readonly Polyline[] {
  const { across, down, gapDown, joined } = arrange;
  const box = boundsOf(lines);
  if ((across === 1 && down === 1) || !box) return lines;
  const rows: Polyline[] = [];
  let top = box.minY;
  for (let j = 0; j < down; j++) {
    const row = rowOf(lines, box, j, arrange);
    const own = boundsOf(row)!;
    const laid = row.map((line) => applyToPolyline(translation(box.minX - own.minX, top - own.minY), line));
    top += own.maxY - own.minY + gapDown;
    for (const line of joined && j % 2 === 1 ? reversedLine(laid) : laid) rows.push(line);
  }
  return joined ? inOneGo(rows) : rows;
}

function rowOf(lines: readonly Polyline[], box: Bounds, row: number, arrange: Arrange): readonly Polyline[] {
  const { across, gapAcross, second, joined } = arrange;
  const runs = joined && runsOn(lines, box, second);
  let at = startOf(lines);
  return Array.from({ length: across }, (_, i) => {
    const kind = (i + row) % 2 === 1 ? second : 'same';
    const turned = lines.map((line) => applyToPolyline(aboutMiddle(box, kind), line));
    if (!runs) {
      const move = translation(i * (box.maxX - box.minX + gapAcross), 0);
      return turned.map((line) => applyToPolyline(move, line));
    }
    // What is seen in a mirror runs back: it is stitched from its other end.
    const onward = RUNS_BACK[kind] ? reversedLine(turned) : turned;
    const from = startOf(onward);
    const laid = onward.map((line) => applyToPolyline(translation(at.x - from.x, at.y - from.y), line));
    const end = pointOf(laid.at(-1)!, -1);
    at = { x: end.x + gapAcross, y: end.y };
    return laid;
  }).flat();
}

const startOf = (lines: readonly Polyline[]): Point => pointOf(lines[0]!, 0);

const SIGNS: Readonly<Record<Second, readonly [number, number]>> = {
  same: [1, 1],
  mirrored: [-1, 1],
  flipped: [1, -1],
  turned: [-1, -1],
};
const RUNS_BACK: Readonly<Record<Second, boolean>> = { same: false, mirrored: true, flipped: false, turned: true };

function aboutMiddle({ minX, minY, maxX, maxY }: Bounds, kind: Second): Affine {
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
  return compose(translation(-x, -y), scaling(...SIGNS[kind]), translation(x, y));
}

/** Whether a copy can begin where the one before it ends, without all of them climbing. */
function runsOn(lines: readonly Polyline[], { minX, maxX }: Bounds, second: Second): boolean {
  const [start, end] = [startOf(lines), pointOf(lines.at(-1)!, -1)];
  const comesBack = second === 'mirrored' || second === 'flipped';
  const level = comesBack || Math.abs(end.y - start.y) <= ROW_JOIN;
  return lines.length === 1 && level && end.x - start.x >= LEAST_ADVANCE * (maxX - minX) && maxX > minX;
}
