import { cumulativeLength, type Polyline, segmentAt } from '../geometry/polyline.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { crossingsOf } from '../geometry/cut-lines.ts';
import { indexRings } from '../geometry/ring-index.ts';
import { needlePoints, type NeedlePoints, type ThreadRule } from '../stitch/needle-points.ts';
import { EDGE_CHORD, SHORTEST_STITCH, STITCH_CHORD } from '../tolerances.ts';
import { stitchLength } from '../units.ts';
import type { Masking, Stroke } from './stroke.ts';

/** The needle holes of a stroke. What a mask joined is stitched in stretches: a hole at each end of one, and stitches of their own length where they have one. */
export function needleHoles({ line, spi, masking }: Stroke, stitchesPerInch: number): NeedlePoints {
  if (!masking) return needlePoints(line, stitchLength(spi ?? stitchesPerInch));
  const mayLie = clearOf(masking.guard);
  return inTurn(
    stretches(line, masking).map(({ part, isEdge, own }) =>
      needlePoints(part, stitchLength(own ?? stitchesPerInch), {
        chord: isEdge ? EDGE_CHORD : STITCH_CHORD,
        mayLie,
      }),
    ),
  );
}

interface Stretch {
  readonly part: Polyline;
  readonly isEdge: boolean;
  /** Its own stitches per inch; null as the rest. */
  readonly own: number | null;
}

/** The line parted where links, and stretches with stitches of their own, begin and end; not nearer to each other than a stitch may be short. */
function stretches(line: Polyline, { links, own }: Pick<Masking, 'links' | 'own'>): Stretch[] {
  const along = cumulativeLength(line);
  const last = along.length - 1;
  const onEdge = new Uint8Array(last);
  for (const { kind, from, to } of links) if (kind === 'edge') onEdge.fill(1, from, to);
  const spiAt = (i: number): number | null => own.find(({ from, to }) => from <= i && i < to)?.spi ?? null;
  const isApart = (a: number, b: number): boolean => along[b]! - along[a]! >= SHORTEST_STITCH;
  const at = [0];
  const borders = [...links, ...own].flatMap(({ from, to }) => [from, to]).sort((a, b) => a - b);
  for (const i of borders) if (isApart(at.at(-1)!, i) && isApart(i, last)) at.push(i);
  at.push(last);
  return at.slice(1).map((to, k) => {
    const from = at[k]!;
    // What is too short to be parted off is stitched as the rest of its stretch.
    const middle = segmentAt(along, (along[from]! + along[to]!) / 2);
    return { part: line.subarray(2 * from, 2 * to + 2), isEdge: onEdge[middle] === 1, own: spiAt(middle) };
  });
}

/** Stretches one after another: the first hole of each but the first is the last of the one before. */
function inTurn(each: readonly NeedlePoints[]): NeedlePoints {
  const points: number[] = [];
  const sharp: number[] = [];
  for (const one of each) {
    const before = Math.max(0, points.length / 2 - 1);
    for (let i = points.length === 0 ? 0 : 2; i < one.points.length; i++) points.push(one.points[i]!);
    for (const i of one.sharp) sharp.push(before + i);
  }
  return { points: Float64Array.from(points), sharp };
}

/** Whether a thread may lie straight between two places: it doesn't cross what it is kept from. */
function clearOf(guard: Rings): NonNullable<ThreadRule['mayLie']> {
  const index = indexRings(guard);
  return (ax, ay, bx, by) => crossingsOf(index, ax, ay, bx, by).length === 0;
}
