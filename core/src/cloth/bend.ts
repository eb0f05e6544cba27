import type { Box, Side } from './border.ts';
import { type ClothPoint, clothPoint } from '../geometry/point.ts';

/** Where a planned place of the cloth truly lies on it. */
export type Bend = (p: ClothPoint) => ClothPoint;

export const UNBENT: Bend = (p) => p;

/** The long edges of a border, by the seams that it lies between. */
export const BORDER_EDGES = ['outer', 'inner'] as const;
export type BorderEdge = (typeof BORDER_EDGES)[number];

/** The planned seams of a border. */
export type Seams = Readonly<Record<BorderEdge, Box>>;

/** How far an edge lies off at a place along it, to the right of and below where it was planned, mm. */
export type Offsets = Readonly<Record<BorderEdge, Readonly<Record<Side, (at: number) => number>>>>;

/**
 * A border bent to its edges as they run: what lies on one goes where that is, and between them in proportion. Sideways the left and right edges
 * lead, down the upper and lower ones, so that corners go with both, and what lies between two corners is spread evenly. Continuous; exact on
 * all edges.
 * @param planned how far the outer edges lie off the box as planned, where they aren't straight
 */
export function bendBetween({ outer, inner }: Seams, offsets: Offsets, planned: Offsets['outer'] = LEVEL): Bend {
  const within = (at: number, from: number, to: number): number => Math.min(to, Math.max(from, at));
  const offOf = (edge: BorderEdge, side: Side, p: ClothPoint): number => {
    const box = edge === 'outer' ? outer : inner;
    const isLevel = side === 'top' || side === 'bottom';
    return offsets[edge][side](isLevel ? within(p.x, box.x0, box.x1) : within(p.y, box.y0, box.y1));
  };
  return (p) => {
    const [left, right] = [outer.x0 + planned.left(p.y), outer.x1 + planned.right(p.y)];
    const [top, bottom] = [outer.y0 + planned.top(p.x), outer.y1 + planned.bottom(p.x)];
    const x = between(p.x, [left, inner.x0, inner.x1, right], (k) => offOf(...KNOTS.x[k]!, p));
    const y = between(p.y, [top, inner.y0, inner.y1, bottom], (k) => offOf(...KNOTS.y[k]!, p));
    return clothPoint(p.x + x, p.y + y);
  };
}

const still = (): number => 0;
/** Edges that run as planned. */
export const LEVEL: Offsets['outer'] = { top: still, right: still, bottom: still, left: still };

type Knot = readonly [BorderEdge, Side];
const KNOTS: Readonly<Record<'x' | 'y', readonly Knot[]>> = {
  x: [['outer', 'left'], ['inner', 'left'], ['inner', 'right'], ['outer', 'right']],
  y: [['outer', 'top'], ['inner', 'top'], ['inner', 'bottom'], ['outer', 'bottom']],
}; // prettier-ignore

/** Seams nearer than this are one: the border isn't on that side, mm. */
const NO_DEPTH = 1e-9;

/** Between the values at some knots, in proportion; beyond the first and the last as there. Of knots in one place the inner ones count. */
function between(
  at: number,
  knots: readonly [number, number, number, number],
  value: (knot: number) => number,
): number {
  const k = at < knots[1] ? 0 : at <= knots[2] ? 1 : 2;
  const [from, to] = [knots[k], knots[k + 1]!];
  if (to - from < NO_DEPTH) return value(k === 0 ? 1 : 2);
  const t = Math.min(1, Math.max(0, (at - from) / (to - from)));
  return (1 - t) * value(k) + t * value(k + 1);
}
