import { outlineOf } from '../cloth/shape.ts';
import type { DesignFacts } from '../design/analysis.ts';
import { MOST_ACROSS, ONE_COPY } from '../fit/arrange.ts';
import { distortionOf } from '../fit/distortion.ts';
import { type Drawn, hasArea } from '../fit/fit.ts';
import { type FitRule, fitWarp, marginsOf, refitted } from '../fit/fits.ts';
import { type Orient, orientMap } from '../fit/orient.ts';
import type { Seat } from '../fit/seat.ts';
import type { Warp } from '../fit/warp.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type ClothPoint, distance, type Point } from '../geometry/point.ts';
import { boxRing, isConvex, ringBounds, signedArea } from '../geometry/polygon.ts';
import { type RecipeStages, usualStages } from '../plan/recipe.ts';
import { OUTSIDE_REGION } from '../tolerances.ts';
import { type Candidate, candidatesFor, sortOf, UNSUITED } from './candidates.ts';

/** A design of the library as far as suggestions look at it. */
export interface Offered {
  readonly id: string;
  readonly kind: DesignFacts['kind'];
  readonly facts: Pick<
    DesignFacts,
    'width' | 'height' | 'start' | 'end' | 'spacing' | 'directional' | 'join' | 'hull' | 'strokes'
  >;
}

/** The patch that something is looked for. */
export interface Wanted {
  readonly seat: Seat;
  /** Where the stitching of neighbours begins and ends. */
  readonly ends: readonly ClothPoint[];
  /** From line to line on the rest of the quilt, mm; null while that tells nothing. */
  readonly spacing: number | null;
}

/** A way to work a design in a patch, and how it comes out. */
export interface Suggestion {
  readonly stages: RecipeStages;
  /** The less the better. */
  readonly cost: number;
  /** How much wider or higher than in proportion, as a part of 1, and radians off the right angle, where they are most. */
  readonly stretch: number;
  readonly shear: number;
  /** From line to line, mm; null of a design whose lines never face each other. */
  readonly spacing: number | null;
  /** How much of the patch the design takes up, 0 to 1. */
  readonly fills: number;
  /** From its start or end to the nearest of the neighbours', mm; null where there are none. */
  readonly gap: number | null;
}

/** What makes one suggestion better than another: each a cost of about 1 for what no one would take. */
const WEIGHTS = { stretch: 2.5, shear: 1.6, spacing: 0.5, bare: 0.9, gap: 0.25, turned: 0.8, cuts: 0.12 };
/** A distance to the neighbours' ends beyond this part of the patch's size counts as far, mm. */
const FAR = 0.5;

/** The best way to work each design in a patch, the most suited first. Designs that can't be laid there are left out. */
export function suggest(
  wanted: Wanted,
  offered: readonly Offered[],
  usual: RecipeStages = usualStages(''),
): readonly Suggestion[] {
  const sort = sortOf(wanted.seat.shape);
  const ring = outlineOf(wanted.seat.shape);
  const area = Math.abs(signedArea(ring));
  const looked = isConvex(ring) ? offered : likeliest(offered, ring);
  return looked
    .flatMap((design) => {
      const ways = candidatesFor(
        sort,
        { kind: design.kind, directional: design.facts.directional },
        marginsOf(usual.fit),
      );
      const all = ways.flatMap((way) => judged(wanted, design, way, usual, area) ?? []);
      const best = all.reduce<Suggestion | null>((a, b) => (a === null || b.cost < a.cost - 1e-9 ? b : a), null);
      return best ? [{ ...best, cost: best.cost + UNSUITED[sort][design.kind] }] : [];
    })
    .sort((a, b) => a.cost - b.cost);
}

function judged(
  { seat, ends, spacing: usualSpacing }: Wanted,
  { id, facts }: Offered,
  { orient, fit, repeats }: Candidate,
  usual: RecipeStages,
  area: number,
): Suggestion | null {
  const copies = repeats === 'even' ? evenCopies(facts, orient, seat, fit) : ONE;
  const whole = copiesOf(facts, copies, orient);
  const warp = whole && fitWarp(whole.drawn, seat, fit);
  if (!whole || !warp) return null;
  const { scale, across: wide, down: high, shear, folded } = distortionOf(warp);
  if (folded) return null;
  const stretch = Math.max(Math.abs(wide), Math.abs(high));
  const hull = whole.drawn.hull().map((p) => warp.mapPoint(p));
  const fills = Math.min(1, Math.abs(signedArea(hull)) / area);
  const spacing = facts.spacing === null ? null : facts.spacing * scale;
  const gap = gapOf(warp, whole, ends);
  const size = Math.sqrt(area);
  const out = hull.some((p) => beyond(seat, p) > OUTSIDE_REGION) ? 0.6 : 0;
  const isTurned = facts.directional && fit.kind === 'threePoint' && fit.apex !== 0;
  const cost =
    WEIGHTS.stretch * Math.abs(Math.log((1 + wide) / (1 + high))) +
    WEIGHTS.shear * Math.abs(shear) +
    WEIGHTS.bare * (1 - fills) +
    (spacing !== null && usualSpacing !== null ? WEIGHTS.spacing * Math.abs(Math.log(spacing / usualSpacing)) : 0) +
    (gap === null ? 0 : WEIGHTS.gap * Math.min(1, gap / (FAR * size))) +
    (isTurned ? WEIGHTS.turned : 0) +
    WEIGHTS.cuts * Math.min(4, facts.strokes * copies.down * (facts.join.joins ? 1 : copies.across) - 1) +
    out;
  const stages = { ...usual, designId: id, orient, fit, arrange: { ...ONE_COPY, ...copies } };
  return { stages, cost, stretch, shear, spacing, fills, gap };
}

/** In a patch that bends inward so many are looked at: the others differ more from its proportions. */
const LOOKED_AT = 40;

function likeliest(offered: readonly Offered[], ring: readonly Point[]): readonly Offered[] {
  const { minX, minY, maxX, maxY } = ringBounds(ring);
  const own = Math.log((maxX - minX) / (maxY - minY));
  const off = ({ kind, facts: { width, height } }: Offered): number =>
    Math.abs(Math.log(width / height) - own) + UNSUITED.other[kind];
  return offered.toSorted((a, b) => off(a) - off(b)).slice(0, LOOKED_AT);
}

type Copies = Pick<RecipeStages['arrange'], 'across' | 'down'>;
const ONE: Copies = { across: 1, down: 1 };

/** So many copies as a fit sees them, and where their stitching begins and ends, turned. */
function copiesOf(
  { width, height, start, end, join, hull }: Offered['facts'],
  { across, down }: Copies,
  orient: Orient,
) {
  const map = orientMap(orient);
  const [right, below] = [(across - 1) * (join.joins ? join.repeat : width), (down - 1) * height];
  const outline =
    across === 1 && down === 1 && hull && hull.length >= 6
      ? Array.from({ length: hull.length / 2 }, (_, i) => ({ x: hull[2 * i]!, y: hull[2 * i + 1]! }))
      : boxRing({ minX: 0, minY: 0, maxX: width + right, maxY: height + below });
  const turned = outline.map((p) => applyToPoint(map, p));
  const box = ringBounds(turned);
  const drawn: Drawn = { lines: [], box, hull: () => turned };
  // Rows go there and back: after an even number the end lies under the start.
  const last = down % 2 === 1 ? { x: end.x + right, y: end.y + below } : { x: start.x, y: start.y + below };
  return hasArea(drawn) ? { drawn, ends: [start, last].map((p) => applyToPoint(map, p)) } : null;
}

/** As many copies as keep the proportions best in a patch of four corners. */
function evenCopies(facts: Offered['facts'], orient: Orient, seat: Seat, fit: FitRule): Copies {
  const one = copiesOf(facts, ONE, orient);
  const warp = one && fitWarp(one.drawn, seat, refitted(fit, 'along'));
  if (!warp) return ONE;
  const { across, down } = warp.jacobian(0.5, 0.5);
  const wide = Math.sqrt((across.x ** 2 + across.y ** 2) / (down.x ** 2 + down.y ** 2));
  const isOnSide = Math.abs(Math.sin(orient.angle)) > Math.SQRT1_2;
  // So much wider than in proportion, or higher: further copies fit beside it, or below.
  const pitch = facts.join.joins ? facts.join.repeat / facts.width : 1;
  const more = (times: number, each: number): number =>
    Math.min(MOST_ACROSS, Math.max(1, Math.round(1 + (times - 1) / each)));
  return wide > 1 !== isOnSide
    ? { across: more(Math.max(wide, 1 / wide), pitch), down: 1 }
    : { across: 1, down: more(Math.max(wide, 1 / wide), 1) };
}

const gapOf = (
  warp: Warp,
  { ends: own }: { readonly ends: readonly Point[] },
  ends: readonly ClothPoint[],
): number | null =>
  ends.length === 0 ? null : Math.min(...own.flatMap((p) => ends.map((end) => distance(warp.mapPoint(p), end))));

/** How far a place lies outside a patch, beyond its straight edges from corner to corner. */
function beyond({ shape }: Seat, p: Point): number {
  const ring = outlineOf(shape);
  let most = -Infinity;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const length = Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2);
    if (length > 0) most = Math.max(most, ((b.y - a.y) * (p.x - a.x) - (b.x - a.x) * (p.y - a.y)) / length);
  });
  return most;
}
