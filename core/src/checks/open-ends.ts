import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { lengthOf, nearestPart, pointOf } from '../geometry/polyline.ts';
import { indexRings } from '../geometry/ring-index.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { alongOwn, segment } from '../mask/meetings.ts';
import type { RejoinRule } from '../mask/rejoin-rule.ts';
import type { Seams } from '../mask/seams.ts';
import type { Piece } from '../plan/piece.ts';
import { linesOnCloth } from '../plan/pipeline.ts';
import type { Stroke } from '../plan/stroke.ts';
import type { PlanProblem } from '../problems.ts';
import { OPEN_END } from '../tolerances.ts';

/** Starts and ends of what keep-outs cut that lie in the open: far from seams, from what is kept out, and from all else that is stitched there. */
export function openEnds(
  pieces: readonly Pick<Piece, 'masked' | 'laid'>[],
  { ends }: Pick<RejoinRule, 'ends'>,
  seams: Seams | null,
): readonly Omit<PlanProblem, 'subject'>[] {
  const found = pieces.flatMap(({ masked, laid }) => (masked ? endsInTheOpen(laid, seams) : []));
  if (!found[0]) return [];
  const remedy = ends === 'free' && seams ? ({ kind: 'endsBySeams' } as const) : null;
  return [{ code: 'openEnds', severity: 'know', at: found[0], amount: found.length, remedy }];
}

/** What is stitched just before an end says nothing of how open that lies, mm along the line. */
const OWN_TAIL = 4 * OPEN_END;

const boxAbout = (x: number, y: number): [number, number, number, number] => [
  x - OPEN_END,
  y - OPEN_END,
  x + OPEN_END,
  y + OPEN_END,
];

function isByKeepOut({ line, masking }: Stroke, which: 0 | -1): boolean {
  const { x, y } = pointOf(line, which);
  return masking !== undefined && indexRings(masking.guard).near(...boxAbout(x, y)) > 0;
}

function endsInTheOpen(laid: Piece['laid'], seams: Seams | null): ClothPoint[] {
  const lines = linesOnCloth(laid);
  if (lines.every((line) => line.length < 4)) return [];
  const index = indexSegments(lines);
  const along = alongOwn(index);
  return lines.flatMap((line, i) =>
    ([0, -1] as const).flatMap((which): ClothPoint[] => {
      const { x, y } = pointOf(line, which);
      if ((seams?.index.distance(x, y) ?? Infinity) <= OPEN_END) return [];
      if (isByKeepOut(laid.strokes[i]!, which)) return [];
      const end = which === 0 ? 0 : lengthOf(line);
      const isNear = index.within(...boxAbout(x, y)).some((k) => {
        const [ax, ay, bx, by] = segment(index.ends, k);
        const t = nearestPart(x, y, ax, ay, bx, by);
        if (Math.hypot(ax + t * (bx - ax) - x, ay + t * (by - ay) - y) > OPEN_END) return false;
        return index.stroke[k] !== i || Math.abs(along(k, t) - end) > OWN_TAIL;
      });
      return isNear ? [] : [clothPoint(x, y)];
    }),
  );
}
