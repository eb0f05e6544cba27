import type { Side } from '../cloth/border.ts';
import { reversedLine } from '../design/edit-line.ts';
import { LEAST_ADVANCE } from '../design/row-join.ts';
import { applyToPolyline, compose, rotation, scaling } from '../geometry/affine.ts';
import { boundsOf, type Bounds, pointOf, type Polyline } from '../geometry/polyline.ts';
import { ROW_JOIN } from '../tolerances.ts';
import type { CornerSchool, Stance } from './border-set.ts';
import type { Strip } from './strips.ts';

/** A repeat as it runs along a strip: x onward, y from the outer edge in; as drawn. */
export interface Motif {
  readonly lines: readonly Polyline[];
  readonly box: Bounds;
  /** Where a repeat begins, and how far it is to the next. */
  readonly from: number;
  readonly advance: number;
  /** Each repeat begins where the one before it ends: they are one line. */
  readonly joins: boolean;
}

/** How a design is turned in a strip: quarter turns clockwise, then seen in a mirror along the strip. */
interface Look {
  readonly quarters: number;
  readonly mirror: boolean;
}

/** A strip begins at the upper left corner and goes round clockwise: drawn as it is, a design has its feet inward there. */
const LOOKS: Readonly<Record<Stance, Readonly<Record<Side, number>>>> = {
  outward: { top: 2, right: 2, bottom: 2, left: 2 },
  upright: { top: 0, right: 3, bottom: 2, left: 1 },
  mirrored: { top: 0, right: 0, bottom: 0, left: 0 },
  round: { top: 0, right: 0, bottom: 0, left: 0 },
};

/** In a triangle it stands as it was drawn, or upside down. */
export const AS_DRAWN: Look = { quarters: 0, mirror: false };

export function lookOf(stance: Stance, corners: CornerSchool, side: Side): Look {
  const quarters = LOOKS[stance][side];
  // At a mitre each strip is the mirror image of the next, so that their lines meet.
  if (corners === 'mitre' && stance !== 'upright') return { quarters, mirror: side === 'right' || side === 'left' };
  return { quarters, mirror: stance === 'mirrored' && (side === 'bottom' || side === 'left') };
}

/** Known ones of each design: the same repeat is counted in many sizes. */
const motifs = new WeakMap<readonly Polyline[], Map<string, Motif | null>>();

/** Null for a design without length or depth as it stands there. */
export function motifOf(design: readonly Polyline[], look: Look): Motif | null {
  const known = motifs.get(design) ?? new Map<string, Motif | null>();
  motifs.set(design, known);
  const key = `${look.quarters} ${look.mirror}`;
  let motif = known.get(key);
  if (motif === undefined) known.set(key, (motif = motifAs(design, look)));
  return motif;
}

function motifAs(design: readonly Polyline[], { quarters, mirror }: Look): Motif | null {
  const turn = compose(rotation((quarters * Math.PI) / 2), scaling(mirror ? -1 : 1, 1));
  const turned = design.map((line) => applyToPolyline(turn, line));
  const box = boundsOf(turned);
  if (!box || !(box.maxX > box.minX) || !(box.maxY > box.minY)) return null;
  const width = box.maxX - box.minX;
  const ends = (lines: readonly Polyline[]) => [pointOf(lines[0]!, 0), pointOf(lines.at(-1)!, -1)] as const;
  const [first, last] = ends(turned);
  // It is stitched the way the strip runs.
  const lines = last.x < first.x ? reversedLine(turned) : turned;
  const [start, end] = ends(lines);
  const joins = lines.length === 1 && Math.abs(end.y - start.y) <= ROW_JOIN && end.x - start.x >= LEAST_ADVANCE * width;
  return { lines, box, joins, from: joins ? start.x : box.minX, advance: joins ? end.x - start.x : width };
}

/** Of the drawn size, across a strip. */
export const scaleOf = ({ box }: Motif, { depth }: Pick<Strip, 'depth'>, fill: number): number =>
  (fill * depth) / (box.maxY - box.minY);

/** From the drawn depth to that of a strip, in its middle. */
export function downOf(motif: Motif, strip: Pick<Strip, 'depth'>, fill: number): (y: number) => number {
  const scale = scaleOf(motif, strip, fill);
  const top = ((1 - fill) / 2) * strip.depth;
  return (y) => top + (y - motif.box.minY) * scale;
}
