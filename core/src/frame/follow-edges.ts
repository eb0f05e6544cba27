import { type BorderEdge, BORDER_EDGES } from '../cloth/bend.ts';
import { bordersOf, type BorderSpan, type Box, insideOf, type Side, SIDES } from '../cloth/border.ts';
import type { QuiltMap } from '../cloth/quilt-map.ts';
import { type ClothPoint, clothPoint, distance, type FramePoint } from '../geometry/point.ts';
import { type EdgeCurve, edgeCurve, planEdgeTouches, worstOf } from '../lineup/edge-curve.ts';
import type { LineUp } from '../lineup/line-up.ts';
import { TOUCH_NOISE } from '../lineup/touch.ts';
import { edgeId, type LongEdge } from '../plan/edge-id.ts';
import {
  borderOfPiece,
  edgeExtent,
  edgeTouchesOf,
  longEdge,
  onEdge,
  placeOnEdge,
  readingsOf,
  seamBox,
  seamsOf,
  plannedEdge,
} from '../plan/edge-touches.ts';
import { pieceId } from '../plan/piece-ref.ts';
import type { Piece } from '../plan/piece.ts';
import { type PlanRecords, quiltOf } from '../plan/plan-document.ts';
import { EDGE_SURE, EDGE_WANDERS } from '../tolerances.ts';

/** A place along a long edge, to be touched. */
export interface EdgePlace extends LongEdge {
  readonly edge: BorderEdge;
  /** How far from the side's upper or left end, mm. */
  readonly along: number;
  /** Where it is thought to lie. */
  readonly at: FramePoint;
}

/** How well the edges of a border are known beside a piece of it. */
export interface EdgesKnown {
  /** Best touched next; null when they are sure enough, or out of reach. */
  readonly next: EdgePlace | null;
  /** Touches that are still wanted, with the next one. */
  readonly left: number;
  /** The 95 % bound where they are least sure, mm; null where no edge lies in reach. */
  readonly bound: number | null;
  /** Touches made on them in this advance, the earliest first. */
  readonly touches: readonly string[];
}

/** Places of an edge are told apart so far, mm. */
const APART = 25;

/** What is known of the cloth and the head where edges are followed. */
export interface Following {
  readonly records: PlanRecords;
  readonly advance: number;
  readonly lineUp: Pick<LineUp, 'toCloth' | 'toFrame'>;
  /** Whether the head gets there. */
  readonly inReach: (p: FramePoint) => boolean;
  /** Of places alike wanted the nearest comes first. */
  readonly from: FramePoint;
  /** Places that she would rather not touch. */
  readonly refused: readonly EdgePlace[];
}

/** The edges of a border along a piece of it, as far as the head gets. Null for what is no piece of a border. */
export function followEdges({ ref, needle }: Pick<Piece, 'ref' | 'needle'>, following: Following): EdgesKnown | null {
  const { records, advance, lineUp, from } = following;
  const set = borderOfPiece(records, pieceId(ref));
  if (!set) return null;
  const edges = SIDES.flatMap((side) => BORDER_EDGES.map((edge) => ({ edge, ...longEdge(set, edge, side) })));
  const asked = edges.flatMap((one) => {
    const readings = readingsOf(records, one, advance, lineUp);
    const curve = edgeCurve(readings);
    const places = placesAlong(one, curve, set, needle, following);
    if (places.length === 0) return [];
    const ways = places.map(({ along }) => along);
    return [
      {
        bound: worstOf(curve, ways).bound,
        wanted: planEdgeTouches(readings, ways, EDGE_SURE, TOUCH_NOISE.head).map((at) => places[ways.indexOf(at)]!),
      },
    ];
  });
  const wanted = asked.flatMap((one) => one.wanted);
  const nearest = wanted.toSorted((a, b) => distance(a.at, from) - distance(b.at, from));
  return {
    next: nearest[0] ?? null,
    left: wanted.length,
    bound: asked.length === 0 ? null : Math.max(...asked.map(({ bound }) => bound)),
    touches: edgeTouchesOf(records, set)
      .filter((touch) => touch.advance === advance)
      .toSorted((a, b) => a.at - b.at)
      .map(({ id }) => id),
  };
}

/** Places of an edge that lie beside a piece's stitches, are in reach and weren't refused. */
function placesAlong(
  edge: LongEdge & { readonly edge: BorderEdge },
  curve: EdgeCurve,
  span: BorderSpan,
  needle: Piece['needle'],
  { records, lineUp, inReach, refused }: Following,
): readonly EdgePlace[] {
  const { map } = quiltOf(records);
  const depth = insideOf(bordersOf(map.borders, span))[edge.side];
  const stretch = stretchOf(edge.side, seamsOf(map, span).inner, depth, needle);
  if (!stretch) return [];
  const box = seamBox(map, edge.level);
  const planned = plannedEdge(map, edge);
  const [first, last] = edgeExtent(box, edge.side);
  const [from, to] = [Math.max(first, stretch.from), Math.min(last, stretch.to)];
  if (from > to) return [];
  const steps = Math.max(1, Math.ceil((to - from) / APART));
  return Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps).flatMap((along) => {
    const at = lineUp.toFrame(placeOnEdge(box, edge.side, along, planned(along) + curve.off(along)));
    const isRefused = refused.some(
      (one) => one.level === edge.level && one.side === edge.side && Math.abs(one.along - along) < APART,
    );
    return inReach(at) && !isRefused ? [{ ...edge, along, at }] : [];
  });
}

/** Stitches count to a side when they lie in it by more than this part of its depth: those that end at it follow others. */
const IN_SIDE = 0.2;

/** From where to where along a side stitches lie in it. */
function stretchOf(
  side: Side,
  inner: Box,
  depth: number,
  needle: Piece['needle'],
): { readonly from: number; readonly to: number } | null {
  let [from, to] = [Infinity, -Infinity];
  for (const line of needle)
    for (let i = 0; i < line.length; i += 2) {
      const { at, off } = onEdge(inner, side, clothPoint(line[i]!, line[i + 1]!));
      const outward = side === 'top' || side === 'left' ? -off : off;
      if (!(outward > IN_SIDE * depth)) continue;
      from = Math.min(from, at);
      to = Math.max(to, at);
    }
  return from < to ? { from, to } : null;
}

/** A touch along an edge, or why it is none. */
export type EdgeFollowed =
  { readonly on: string; readonly frame: FramePoint; readonly cloth: ClothPoint } | { readonly refusal: string };

/**
 * The seam beside the needle, which was put on a border's edge.
 * @param inside how far within the border the needle stood, mm; less than 0: beyond the edge
 */
export function edgeFollowed(
  { map }: { readonly map: QuiltMap },
  { level, side, edge }: Pick<EdgePlace, 'level' | 'side' | 'edge'>,
  needle: FramePoint,
  { toCloth, toFrame }: Pick<LineUp, 'toCloth' | 'toFrame'>,
  inside: number,
): EdgeFollowed {
  const box = seamBox(map, level);
  const { at, off } = onEdge(box, side, toCloth(needle));
  // Right of and below it is inward of an upper or left edge; the border lies inward of its outer edges, outward of its inner ones.
  const inward = side === 'top' || side === 'left' ? 1 : -1;
  const seam = off - inside * inward * (edge === 'outer' ? 1 : -1);
  if (Math.abs(seam - plannedEdge(map, { level, side })(at)) > EDGE_WANDERS)
    return { refusal: 'The needle is far from that edge. Put it on the edge, or say how far it stands from it.' };
  const cloth = placeOnEdge(box, side, at, seam);
  return { on: edgeId({ level, side }), frame: toFrame(cloth), cloth };
}
