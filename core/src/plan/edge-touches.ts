import { type Bend, bendBetween, type BorderEdge, BORDER_EDGES, type Seams, UNBENT } from '../cloth/bend.ts';
import { type BorderSpan, type Box, boxOf, insideOf, type Side, SIDES } from '../cloth/border.ts';
import type { QuiltMap } from '../cloth/quilt-map.ts';
import { plannedOff } from '../cloth/shaped-edge.ts';
import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import type { StitchedPlace } from '../lineup/easing.ts';
import { edgeCurve, type EdgeReading } from '../lineup/edge-curve.ts';
import type { LineUp } from '../lineup/line-up.ts';
import { TOUCH_NOISE } from '../lineup/touch.ts';
import { edgeId, isEdgeTouch, type LongEdge } from './edge-id.ts';
import { pieceRef } from './piece-ref.ts';
import type { BorderSetRecord, TouchRecord } from './records.ts';
import { type StitchedPiece, stitchedPlaces } from './stitched.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';

/** The seam, or the quilt's own edge, that a border's edges of a level lie on as planned. */
export const seamBox = ({ size, borders }: QuiltMap, level: number): Box => boxOf(size, insideOf(borders.slice(level)));

export const seamsOf = (map: QuiltMap, { border, over }: BorderSpan): Seams => ({
  outer: seamBox(map, border + over),
  inner: seamBox(map, border),
});

/** How far off its seam an edge lies as planned, by where along it: only the top's own edge may be no straight line. */
export const plannedEdge = ({ size, borders }: QuiltMap, { level, side }: LongEdge): ((at: number) => number) =>
  level === borders.length ? plannedOff(borders, size, side) : () => 0;

/** The same edge, told from a border. */
export const longEdge = ({ border, over }: BorderSpan, edge: BorderEdge, side: Side): LongEdge => ({
  level: edge === 'outer' ? border + over : border,
  side,
});

/** How far along an edge a place lies, from the quilt's left or upper edge, and how far to the right of or below it. */
export function onEdge(box: Box, side: Side, { x, y }: ClothPoint): { readonly at: number; readonly off: number } {
  switch (side) {
    case 'top':
      return { at: x, off: y - box.y0 };
    case 'bottom':
      return { at: x, off: y - box.y1 };
    case 'left':
      return { at: y, off: x - box.x0 };
    case 'right':
      return { at: y, off: x - box.x1 };
  }
}

/** What tells how edges run: those of one border, or of all. */
export function edgeTouchesOf(
  { touches }: Pick<PlanRecords, 'touches'>,
  span: BorderSpan | null = null,
): readonly TouchRecord[] {
  const all = Object.values(touches).filter(isEdgeTouch);
  if (span === null) return all;
  const own = new Set(BORDER_EDGES.flatMap((edge) => SIDES.map((side) => edgeId(longEdge(span, edge, side)))));
  return all.filter(({ on }) => on !== null && own.has(on));
}

/** The other way round. */
export function placeOnEdge({ x0, y0, x1, y1 }: Box, side: Side, at: number, off: number): ClothPoint {
  switch (side) {
    case 'top':
      return clothPoint(at, y0 + off);
    case 'bottom':
      return clothPoint(at, y1 + off);
    case 'left':
      return clothPoint(x0 + off, at);
    case 'right':
      return clothPoint(x1 + off, at);
  }
}

/** From where to where an edge runs. */
export const edgeExtent = ({ x0, y0, x1, y1 }: Box, side: Side): readonly [number, number] =>
  side === 'top' || side === 'bottom' ? [x0, x1] : [y0, y1];

/** A touch of an earlier advance is known no better than that line-up was there, mm: a deviation. */
const CARRIED = 0.8;

/** What an edge was found to be by the touches on it. Those of this advance lie where its line-up finds them. */
export function readingsOf(
  records: Pick<PlanRecords, 'touches' | 'quilts'>,
  edge: LongEdge,
  advance: number,
  { toCloth }: Pick<LineUp, 'toCloth'>,
): readonly EdgeReading[] {
  const own = edgeId(edge);
  const { map } = quiltOf(records);
  const box = seamBox(map, edge.level);
  const planned = plannedEdge(map, edge);
  return Object.values(records.touches)
    .filter(({ on }) => on === own)
    .map((touch) => {
      const isHere = touch.advance === advance;
      const noise = TOUCH_NOISE[touch.method];
      const { at, off } = onEdge(box, edge.side, isHere ? toCloth(touch.frame) : touch.cloth);
      return {
        ...{ at, off: off - planned(at) },
        noise: isHere ? noise : Math.sqrt(noise * noise + CARRIED * CARRIED),
      };
    });
}

/** Away from the frame all touches are of earlier advances. */
export const NO_ADVANCE: readonly [number, Pick<LineUp, 'toCloth'>] = [-1, { toCloth: ({ x, y }) => clothPoint(x, y) }];

/** Where places of a border truly lie on the cloth, by the touches along its edges. */
export function bendOfBorder(
  records: Pick<PlanRecords, 'touches' | 'quilts'>,
  span: BorderSpan,
  advance: number,
  lineUp: Pick<LineUp, 'toCloth'>,
): Bend {
  if (edgeTouchesOf(records, span).length === 0) return UNBENT;
  const seams = seamsOf(quiltOf(records).map, span);
  const read = (edge: BorderEdge, side: Side): readonly EdgeReading[] =>
    readingsOf(records, longEdge(span, edge, side), advance, lineUp);
  /** An edge that wasn't touched runs beside the one that was: what lies between isn't squeezed for want of a touch. */
  const offOf = (edge: BorderEdge, side: Side): ((at: number) => number) => {
    const own = read(edge, side);
    const readings = own.length > 0 ? own : read(edge === 'outer' ? 'inner' : 'outer', side);
    return sampled(edgeCurve(readings).off, ...edgeExtent(seams[edge], side));
  };
  const { map } = quiltOf(records);
  return bendBetween(
    seams,
    { outer: onSides((side) => offOf('outer', side)), inner: onSides((side) => offOf('inner', side)) },
    onSides((side) => plannedEdge(map, longEdge(span, 'outer', side))),
  );
}

const onSides = <T>(of: (side: Side) => T): Readonly<Record<Side, T>> => ({
  ...{ top: of('top'), right: of('right') },
  ...{ bottom: of('bottom'), left: of('left') },
});

/** The border that a piece is of, whose edges can be followed: strips of patches have none. */
export function borderOfPiece(
  { borderSets }: Pick<PlanRecords, 'borderSets'>,
  id: string,
): BorderSetRecord | undefined {
  const ref = pieceRef(id);
  const set = ref?.source === 'borderSets' ? borderSets[ref.record] : undefined;
  return set?.strips === null ? set : undefined;
}

/** The bend of any piece, by its id: pieces of a border follow its edges, all others lie as they are. That of each border is worked out once. */
export function bendsOf(
  records: PlanRecords,
  advance: number,
  lineUp: Pick<LineUp, 'toCloth'>,
): (pieceId: string) => Bend {
  const known = new Map<string, Bend>();
  return (pieceId) => {
    const set = borderOfPiece(records, pieceId);
    if (!set) return UNBENT;
    const bend = known.get(set.id) ?? bendOfBorder(records, set, advance, lineUp);
    known.set(set.id, bend);
    return bend;
  };
}

/** Points of what is stitched, near enough to each other to lay new lines against, each with the bend of its own piece. */
export const bentPlaces = (
  runs: readonly StitchedPiece[],
  bendOf: (pieceId: string) => Bend,
): (StitchedPlace & { readonly bend: Bend })[] =>
  runs.flatMap((run) => {
    const bend = bendOf(run.pieceId);
    return stitchedPlaces(run).map((place) => ({ ...place, bend }));
  });

/** Edges wander over hands' breadths: between places so far apart, mm, they are straight to a hundredth of a millimetre. */
const STEP = 10;

/** A function known at many places, read off a list. */
function sampled(of: (at: number) => number, from: number, to: number): (at: number) => number {
  const steps = Math.max(1, Math.ceil((to - from) / STEP));
  const values = Float64Array.from({ length: steps + 1 }, (_, i) => of(from + ((to - from) * i) / steps));
  return (at) => {
    const t = Math.min(steps, Math.max(0, ((at - from) / (to - from)) * steps));
    const i = Math.min(steps - 1, Math.floor(t));
    return values[i]! + (t - i) * (values[i + 1]! - values[i]!);
  };
}
