import { movedStart } from '../design/edit-line.ts';
import {
  cumulativeLength,
  lengthOf,
  pointAtLength,
  pointCount,
  pointOf,
  type Polyline,
  polyline,
} from '../geometry/polyline.ts';
import { indexSegments, type SegmentIndex } from '../geometry/segment-index.ts';
import { stretchOf } from '../geometry/stretch-of.ts';
import { nearestAlong } from '../geometry/nearest-along.ts';

/** A line and whether it is one of those that were tied in. */
export interface TiedIn {
  readonly line: Polyline;
  readonly isRound: boolean;
}

/**
 * Closed lines tied to others that come near: from the nearest place a step leads to it, round, and back, so that what was one run still is.
 * Lines follow each other end to end; what is farther off than `farthest`, mm, stays by itself.
 */
export function tiedIn(lines: readonly Polyline[], round: readonly Polyline[], farthest: number): TiedIn[] {
  const drawn = lines.filter((line) => lengthOf(line) > 0);
  const index = drawn.length > 0 ? indexSegments(drawn) : null;
  const ties = round.map((ring) => index && tieTo(drawn, index, ring, farthest));
  const out = round.flatMap((line, i): TiedIn[] => (ties[i] ? [] : [{ line, isRound: true }]));
  drawn.forEach((line, own) => {
    const at = ties.flatMap((tie) => (tie?.line === own ? [tie] : [])).sort((a, b) => a.along - b.along);
    const lengths = cumulativeLength(line);
    const whole = lengths.at(-1)!;
    let begun = 0;
    for (const { along, ring } of at) {
      const cut = Math.min(along, whole);
      if (cut > begun) out.push({ line: stretchOf(line, begun, cut), isRound: false });
      begun = cut;
      const [from, to] = [pointAtLength(line, lengths, cut), pointOf(ring, 0)];
      out.push({ line: polyline([from, to]), isRound: false }, { line: ring, isRound: true });
      out.push({ line: polyline([to, from]), isRound: false });
    }
    out.push({ line: at.length === 0 ? line : stretchOf(line, begun, whole), isRound: false });
  });
  return out.filter(({ line }) => pointCount(line) > 1 && lengthOf(line) > 0);
}

interface Tie {
  /** Index of the line that it leaves, and how far along that, mm. */
  readonly line: number;
  readonly along: number;
  /** From the place that it leads to, round to there. */
  readonly ring: Polyline;
}

function tieTo(lines: readonly Polyline[], index: SegmentIndex, ring: Polyline, farthest: number): Tie | null {
  let best = { segment: -1, off: Infinity, x: 0, y: 0 };
  for (let i = 0; i < ring.length; i += 2) {
    const [x, y] = [ring[i]!, ring[i + 1]!];
    const segment = index.nearest(x, y, best.segment < 0 ? undefined : best.segment);
    const off = index.distance(x, y, segment);
    if (off < best.off) best = { segment, off, x, y };
  }
  if (best.off > farthest) return null;
  const line = index.stroke[best.segment]!;
  const { along } = nearestAlong(lines[line]!, best);
  const [turned] = movedStart([ring], nearestAlong(ring, best).along) as [Polyline];
  return { line, along, ring: turned };
}
