import type { Polyline } from './polyline.ts';
import { type RingIndex, sideOf, sideOfEdgeEnd } from './ring-index.ts';

/** Where a line was cut: a place on a ring, by its length along that, mm. */
export interface RingPlace {
  readonly ring: number;
  readonly along: number;
}

/** What is kept of lines: what lies inside an odd number of rings, or outside. */
export interface CutArea {
  readonly index: RingIndex;
  readonly keeps: 'inside' | 'outside';
}

/** A part of a line that may be stitched, in the line's direction. */
export interface CutPiece {
  readonly line: Polyline;
  /** Index of the line that it is part of. */
  readonly source: number;
  /** Where it begins and ends on the edge; null where the line itself does. */
  readonly from: RingPlace | null;
  readonly to: RingPlace | null;
}

/** Parts no longer than this are only rounding where a line touches an edge, mm. */
const NOTHING = 1e-9;

/**
 * The parts of some lines in an area, in their order. A line that touches an edge isn't cut there; one that runs along an edge counts as in or
 * out as a whole; one that goes back over itself is cut in the same places both ways. O(segments · edges near them).
 */
export function cutLines(lines: readonly Polyline[], { keeps, index }: CutArea): CutPiece[] {
  const out: CutPiece[] = [];
  lines.forEach((line, source) => {
    if (line.length < 4) return;
    let kept = index.isInside(line[0]!, line[1]!) === (keeps === 'inside');
    // What is kept begins with the line, or at a cut, on from the next of the line's points; it ends at a cut, or with the line.
    let from: Cut | null = null;
    let to: Cut | null = null;
    const close = (): void => {
      const piece = pieceBetween(line, from, to);
      if (isLine(piece)) out.push({ line: piece, source, from: from && from.place, to: to && to.place });
    };
    let isOpen = kept;
    for (let i = 2; i < line.length; i += 2) {
      const [x0, y0, x1, y1] = [line[i - 2]!, line[i - 1]!, line[i]!, line[i + 1]!];
      for (const { t, edge } of crossingsOf(index, x0, y0, x1, y1)) {
        const [x, y] = [x0 + t * (x1 - x0), y0 + t * (y1 - y0)];
        const run = Math.sqrt((x - index.ends[4 * edge]!) ** 2 + (y - index.ends[4 * edge + 1]!) ** 2);
        const cut: Cut = { x, y, next: i, place: { ring: index.ring[edge]!, along: index.along[edge]! + run } };
        kept = !kept;
        if (!kept) to = cut;
        // Where it leaves and comes back in one place, without having been anywhere else, it only touches.
        else if (to && staysAt(line, to, i) && isAt(to, x, y)) to = null;
        else {
          if (isOpen) close();
          [from, to, isOpen] = [cut, null, true];
        }
      }
    }
    if (isOpen) close();
  });
  return out;
}

/** A place where a line is cut, before its point with this index. */
interface Cut {
  readonly x: number;
  readonly y: number;
  readonly next: number;
  readonly place: RingPlace;
}

const isAt = (cut: Cut, x: number, y: number): boolean => Math.abs(x - cut.x) + Math.abs(y - cut.y) <= NOTHING;

/** Whether all points of a line from a cut to before one of its points lie where it was cut. */
function staysAt(line: Polyline, cut: Cut, end: number): boolean {
  for (let i = cut.next; i < end; i += 2) if (!isAt(cut, line[i]!, line[i + 1]!)) return false;
  return true;
}

function pieceBetween(line: Polyline, from: Cut | null, to: Cut | null): Polyline {
  const own = line.subarray(from?.next ?? 0, to?.next ?? line.length);
  const piece = new Float64Array((from ? 2 : 0) + own.length + (to ? 2 : 0));
  if (from) piece.set([from.x, from.y]);
  piece.set(own, from ? 2 : 0);
  if (to) piece.set([to.x, to.y], piece.length - 2);
  return piece;
}

function isLine(line: Polyline): boolean {
  for (let i = 2; i < line.length; i += 2)
    if (Math.abs(line[i]! - line[0]!) + Math.abs(line[i + 1]! - line[1]!) > NOTHING) return true;
  return false;
}

/** One crossing of a segment: how far along that, from 0 to 1, and with which edge. */
interface Crossing {
  readonly t: number;
  readonly edge: number;
}
const NONE: readonly Crossing[] = [];

/** What a segment crosses, from its start on. */
export function crossingsOf(
  { ends, near, found }: RingIndex,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): readonly Crossing[] {
  const count = near(Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1));
  if (count === 0 || (x0 === x1 && y0 === y1)) return NONE;
  const crossed: Crossing[] = [];
  for (let k = 0; k < count; k++) {
    const edge = found[k]!;
    const [ax, ay, bx, by] = [ends[4 * edge]!, ends[4 * edge + 1]!, ends[4 * edge + 2]!, ends[4 * edge + 3]!];
    if (ax === bx && ay === by) continue;
    if (sideOf(ax, ay, bx, by, x0, y0) === sideOf(ax, ay, bx, by, x1, y1)) continue;
    if (sideOfEdgeEnd(x0, y0, x1, y1, ax, ay) === sideOfEdgeEnd(x0, y0, x1, y1, bx, by)) continue;
    const off0 = (bx - ax) * (y0 - ay) - (by - ay) * (x0 - ax);
    const off1 = (bx - ax) * (y1 - ay) - (by - ay) * (x1 - ax);
    crossed.push({ t: off0 === off1 ? 0 : Math.min(1, Math.max(0, off0 / (off0 - off1))), edge });
  }
  return crossed.length > 1 ? crossed.sort((a, b) => a.t - b.t) : crossed;
}
