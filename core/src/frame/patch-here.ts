import { joinFamilies } from '../cloth/drawn/families.ts';
import { freeName, shapeTrouble } from '../cloth/drawn/patch-edit.ts';
import { controlId } from '../cloth/map-graph.ts';
import type { Region } from '../cloth/region.ts';
import { type Control, fromUpperLeft, insetOf, type Shape, tracedShape } from '../cloth/shape.ts';
import type { Size } from '../cloth/size.ts';
import { clothPoint, type ClothPoint, type FramePoint, framePoint, minus, plus } from '../geometry/point.ts';
import { boxRingIn } from '../geometry/polygon.ts';
import { squaredDistanceToSegment } from '../geometry/polyline.ts';
import type { LineUp } from '../lineup/line-up.ts';
import { EDGE_WANDERS } from '../tolerances.ts';

/** What was touched of a patch, in the order of the touches. */
type Ring = (touched: readonly Touched[], size: Size | null) => readonly Touched[];

const asTouched: Ring = (touched) => touched;

/** How a patch that isn't on the map is touched: how many touches make it (null: as many as she likes), and what they make of it on the frame. */
const WAYS = {
  /** Two opposite corners of a box. */
  box: { touches: 2, ring: ([a, b]) => boxOf(a, b?.frame) },
  /** The upper left corner of a box whose size is known. */
  sized: { touches: 1, ring: ([a], size) => boxOf(a, a && size && plus(a.frame, { x: size.width, y: size.length })) },
  triangle: { touches: 3, ring: asTouched },
  four: { touches: 4, ring: asTouched },
  round: { touches: null, ring: asTouched },
} as const satisfies Record<string, { readonly touches: number | null; readonly ring: Ring }>;
export type TouchedAs = keyof typeof WAYS;

export const touchesOfWay = (as: TouchedAs): number | null => WAYS[as].touches;
/** All round takes so many at least. */
export const FEWEST_ROUND = 3;

/** A place that the needle was put on, on a corner or along an edge. */
export interface Touched {
  readonly frame: FramePoint;
  readonly corner: boolean;
}

/** A patch made of touches, and where each of its controls lies on the frame; or why there is none. */
export type PatchHere =
  | { readonly region: Region; readonly onFrame: readonly { readonly on: string; readonly frame: FramePoint }[] }
  | { readonly refusal: string };

/**
 * A patch where the line-up says that its touches lie: its fit goes through them.
 * @param as a box is square to the frame; of a sized one `size` is known, and its upper left corner was touched
 * @param inside how far within the seam the needle stood, mm; less than 0: beyond it. The seam lies so far along the normal
 */
export function patchHere(
  regions: readonly Region[],
  { as, touched, size, inside }: Touching,
  { toCloth, toFrame }: Pick<LineUp, 'toCloth' | 'toFrame'>,
  id: string,
): PatchHere {
  const ring = WAYS[as].ring(touched, size);
  if (ring.length < 3) return { refusal: 'Touch one place more: that is no patch yet.' };
  const traced = tracedShape(ring.map(({ frame, corner }) => ({ at: toCloth(frame), corner })));
  const seam = inside === 0 ? traced : insetOf(traced, -inside);
  if (!seam) return { refusal: 'The gauge leaves no cloth in the patch. Say how far the needle stood from the seam.' };
  const shape = tracedShape(fromUpperLeft(seam));
  const trouble = shapeTrouble(shape);
  if (trouble !== null) return { refusal: trouble };
  const name = freeName('patch', regions, true);
  const [region] = joinFamilies(
    [{ id, kind: 'block', name, origin: 'touched', family: `alike-${id}`, print: 0, shape }],
    regions,
  );
  return { region: region!, onFrame: shape.map((one) => ({ on: controlId(id, one.id), frame: toFrame(one.at) })) };
}

export interface Touching {
  readonly as: TouchedAs;
  readonly touched: readonly Touched[];
  /** Of a box whose size is known, mm. */
  readonly size: Size | null;
  readonly inside: number;
}

/** Square to the frame, between two corners; nothing without both. */
function boxOf(a: Touched | undefined, opposite: FramePoint | null | undefined): readonly Touched[] {
  if (!a || !opposite) return [];
  const [from, to] = [a.frame, opposite];
  const box = {
    ...{ minX: Math.min(from.x, to.x), maxX: Math.max(from.x, to.x) },
    ...{ minY: Math.min(from.y, to.y), maxY: Math.max(from.y, to.y) },
  };
  return boxRingIn(box, framePoint).map((frame) => ({ frame, corner: true }));
}

/** A patch with one more point on the edge that runs nearest to a place: what it is bent to. */
export interface BentEdge {
  readonly region: Region;
  /** The new control's id on the map. */
  readonly on: string;
  /** Where the seam lies there. */
  readonly at: ClothPoint;
}

/** A bent edge, or why there is none. */
export type EdgeTouched = BentEdge | { readonly refusal: string };

/**
 * A touch along an edge that wanders, but not farther than `EDGE_WANDERS`.
 * @param shape the patch as it was touched so far, control by control
 * @param at where the needle stood, `inside` mm within the seam
 */
export function edgeTouched(region: Region, shape: Shape, at: ClothPoint, inside: number): EdgeTouched {
  const next = (i: number): Control => shape[(i + 1) % shape.length]!;
  const off = shape.map((one, i) => squaredDistanceToSegment(at.x, at.y, one.at, next(i).at));
  const least = Math.min(...off);
  if (Math.sqrt(least) > EDGE_WANDERS + Math.abs(inside))
    return { refusal: `The needle is far from every edge of ${region.name}. Put it on the edge, then touch.` };
  const nearest = off.indexOf(least);
  const along = minus(next(nearest).at, shape[nearest]!.at);
  const length = Math.sqrt(along.x * along.x + along.y * along.y) || 1;
  // Clockwise as seen, what lies outside is on the left.
  const seam = clothPoint(at.x + (along.y / length) * inside, at.y - (along.x / length) * inside);
  const ids = new Set(shape.map(({ id }) => id));
  let n = shape.length + 1;
  while (ids.has(`c${n}`)) n++;
  const control: Control = { id: `c${n}`, at: seam, corner: false };
  const made = [...region.shape.slice(0, nearest + 1), control, ...region.shape.slice(nearest + 1)];
  const trouble = shapeTrouble(made);
  if (trouble !== null) return { refusal: trouble };
  return { region: { ...region, shape: made }, on: controlId(region.id, control.id), at: seam };
}
