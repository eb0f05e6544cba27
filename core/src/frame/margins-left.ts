import { type BorderEdge, BORDER_EDGES, type Seams } from '../cloth/bend.ts';
import { type BorderSpan, type Side, SIDES } from '../cloth/border.ts';
import { edgesOf, outlineOf, type Shape } from '../cloth/shape.ts';
import type { ClothPoint, FramePoint } from '../geometry/point.ts';
import { insideRing } from '../geometry/polygon.ts';
import { type Polyline, polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import type { LineUp } from '../lineup/line-up.ts';
import { bendOfBorder, edgeExtent, longEdge, placeOnEdge, plannedEdge, seamsOf } from '../plan/edge-touches.ts';
import { type PlanRecords, quiltOf } from '../plan/plan-document.ts';

/** The sides of a patch as one stands before it. */
export const FRAME_SIDES = ['above', 'right', 'below', 'left'] as const;
export type FrameSide = (typeof FRAME_SIDES)[number];

/** What is left between stitches and the seam on each side that a patch has, or on either edge of a border, mm; less than 0: they run over it. */
export type MarginsLeft = Partial<Readonly<Record<FrameSide | BorderEdge, number>>>;

/**
 * @param lines stitches on the frame
 * @param shape the patch as it was touched
 */
export function marginsLeft(
  lines: readonly Polyline[],
  shape: Shape,
  { toFrame }: Pick<LineUp, 'toFrame'>,
): MarginsLeft {
  const ring = outlineOf(shape).map(toFrame);
  const edges = edgesOf(shape).map(({ line }) => {
    const seam = line.map(toFrame);
    return { side: sideOf(seam), seam: indexSegments([polyline(seam)]) };
  });
  const left: Partial<Record<FrameSide, number>> = {};
  const tell = (side: FrameSide, mm: number): void => {
    left[side] = Math.min(left[side] ?? Infinity, mm);
  };
  for (const line of lines)
    for (let i = 0; i < line.length; i += 2) {
      const [x, y] = [line[i]!, line[i + 1]!];
      const away = edges.map(({ seam }) => seam.distance(x, y));
      if (insideRing(ring, x, y)) edges.forEach(({ side }, k) => tell(side, away[k]!));
      else {
        // It has crossed the seam that it lies nearest to.
        const over = Math.min(...away);
        tell(edges[away.indexOf(over)]!.side, -over);
      }
    }
  return left;
}

/** Where a seam lies that a patch has on its right as one goes along it. */
function sideOf(seam: readonly FramePoint[]): FrameSide {
  const [a, b] = [seam[0]!, seam.at(-1)!];
  const [across, down] = [b.x - a.x, b.y - a.y];
  if (Math.abs(across) >= Math.abs(down)) return across >= 0 ? 'above' : 'below';
  return down >= 0 ? 'right' : 'left';
}

/**
 * The same in a border, whose edges run as they were touched.
 * @param lines stitches on the frame
 */
export function marginsInBorder(
  lines: readonly Polyline[],
  records: Pick<PlanRecords, 'quilts' | 'touches'>,
  span: BorderSpan,
  advance: number,
  lineUp: Pick<LineUp, 'toCloth' | 'toFrame'>,
): MarginsLeft {
  const { map } = quiltOf(records);
  const seams = seamsOf(map, span);
  const bend = bendOfBorder(records, span, advance, lineUp);
  const left = BORDER_EDGES.map((edge) => {
    const ring = seamRing(seams[edge], (side) => plannedEdge(map, longEdge(span, edge, side))).map((p) =>
      lineUp.toFrame(bend(p)),
    );
    const seam = indexSegments([polyline([...ring, ring[0]!])]);
    let least = Infinity;
    for (const line of lines)
      for (let i = 0; i < line.length; i += 2) {
        const [x, y] = [line[i]!, line[i + 1]!];
        const isOver = insideRing(ring, x, y) !== (edge === 'outer');
        least = Math.min(least, (isOver ? -1 : 1) * seam.distance(x, y));
      }
    return [edge, least] as const;
  });
  return Object.fromEntries(left.filter(([, mm]) => mm < Infinity));
}

/** Places all round a seam, clockwise, `RING_STEP` apart. */
const seamRing = (box: Seams[BorderEdge], plannedOn: (side: Side) => (at: number) => number): readonly ClothPoint[] =>
  SIDES.flatMap((side) => {
    const planned = plannedOn(side);
    const [from, to] = edgeExtent(box, side);
    const steps = Math.max(1, Math.ceil((to - from) / RING_STEP));
    const along = Array.from({ length: steps }, (_, i) => (i * (to - from)) / steps);
    const isBack = side === 'bottom' || side === 'left';
    return along.map((way) => {
      const at = isBack ? to - way : from + way;
      return placeOnEdge(box, side, at, planned(at));
    });
  });
/** mm. */
const RING_STEP = 25;
