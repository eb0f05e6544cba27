import { outlineOf } from '../cloth/shape.ts';
import type { DesignFacts } from '../design/analysis.ts';
import { MOST_ACROSS, ONE_COPY } from '../fit/arrange.ts';
import { distortionOf } from '../fit/distortion.ts';
import { type Drawn, drawnBy, hasArea } from '../fit/fit.ts';
import { type FitRule, fitWarp, refitted } from '../fit/fits.ts';
import { type Orient, orientMap } from '../fit/orient.ts';
import type { Seat } from '../fit/seat.ts';
import { sizeIn } from '../fit/size-in.ts';
import { applyToPoint, applyToPolyline } from '../geometry/affine.ts';
import { type ClothPoint, distance, type Point } from '../geometry/point.ts';
import { distanceToRing, insideRing, isConvex, ringBounds, signedArea } from '../geometry/polygon.ts';
import { type RecipeStages, USUAL_MARGIN, usualStages } from '../plan/recipe.ts';
import { OUTSIDE_REGION } from '../tolerances.ts';
import { bestOf } from './best-of.ts';
import { type Candidate, candidatesFor, sortOf, UNSUITED } from './candidates.ts';
import { copiesDrawn } from './copies-box.ts';

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
  readonly stages: RecipeStages & { readonly designId: string };
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
const WEIGHTS = { stretch: 2.5, shear: 1.6, spacing: 0.5, bare: 0.9, gap: 0.25, turned: 0.8, outside: 0.6, cut: 0.12 };
/** A distance to the neighbours' ends beyond this part of the patch's size is far, however far. */
const FAR = 0.5;
/** Beyond so many cuts one more makes no difference. */
const MANY_CUTS = 4;

/** The best way to work each design in a patch, the most suited first. Designs that can't be laid there are left out. */
export function suggest(wanted: Wanted, offered: readonly Offered[]): readonly Suggestion[] {
  const sort = sortOf(wanted.seat.shape);
  const ring = outlineOf(wanted.seat.shape);
  const looked = isConvex(ring) ? offered : likeliest(offered, ring);
  return looked
    .flatMap((design) => {
      const { directional } = design.facts;
      const ways = candidatesFor(sort, design.kind, directional, [USUAL_MARGIN]);
      const best = bestOf(
        ways.flatMap((way) => judged(wanted, ring, design, way) ?? []),
        ({ cost }) => cost,
      );
      return best ? [{ ...best, cost: best.cost + UNSUITED[sort][design.kind] }] : [];
    })
    .sort((a, b) => a.cost - b.cost);
}

/** One way to work a design; null where it can't be laid. @param ring of the patch */
function judged(
  { seat, ends, spacing: usual }: Wanted,
  ring: readonly Point[],
  { id, facts }: Offered,
  { orient, fit, repeats }: Candidate,
): Suggestion | null {
  const copies = repeats === 'even' ? evenCopies(facts, orient, seat, fit) : ONE;
  const whole = copiesOf(facts, copies, orient);
  const warp = whole && fitWarp(whole.drawn, seat, fit);
  if (!whole || !warp) return null;
  const { scale, across, down, shear, folded } = distortionOf(warp);
  if (folded) return null;
  const area = Math.abs(signedArea(ring));
  const hull = whole.drawn.hull().map((p) => warp.mapPoint(p));
  const fills = Math.min(1, Math.abs(signedArea(hull)) / area);
  const spacing = facts.spacing === null ? null : facts.spacing * scale;
  const own = whole.ends.map((p) => warp.mapPoint(p));
  const gap = ends.length === 0 ? null : Math.min(...own.flatMap((p) => ends.map((end) => distance(p, end))));
  const cuts = facts.strokes * copies.down * (facts.join.joins ? 1 : copies.across) - 1;
  const cost =
    WEIGHTS.stretch * Math.abs(Math.log((1 + across) / (1 + down))) +
    WEIGHTS.shear * Math.abs(shear) +
    WEIGHTS.bare * (1 - fills) +
    (spacing === null || usual === null ? 0 : WEIGHTS.spacing * Math.abs(Math.log(spacing / usual))) +
    (gap === null ? 0 : WEIGHTS.gap * Math.min(1, gap / (FAR * Math.sqrt(area)))) +
    (facts.directional && fit.kind === 'threePoint' && fit.apex !== 0 ? WEIGHTS.turned : 0) +
    (hull.some((p) => isOutside(ring, p)) ? WEIGHTS.outside : 0) +
    WEIGHTS.cut * Math.min(MANY_CUTS, cuts);
  const stages = { ...usualStages(id), orient, fit, arrange: { ...ONE_COPY, ...copies } };
  return { stages, cost, stretch: Math.max(Math.abs(across), Math.abs(down)), shear, spacing, fills, gap };
}

const isOutside = (ring: readonly Point[], { x, y }: Point): boolean =>
  !insideRing(ring, x, y) && distanceToRing(ring, x, y) > OUTSIDE_REGION;

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
): { readonly drawn: Drawn; readonly ends: readonly Point[] } | null {
  const map = orientMap(orient);
  const pitch = { x: join.joins ? join.repeat : width, y: height };
  const box = { minX: 0, minY: 0, maxX: width, maxY: height };
  const drawn =
    across === 1 && down === 1 && hull && hull.length >= 6
      ? drawnBy([applyToPolyline(map, Float64Array.from(hull))])
      : copiesDrawn({ box, pitch }, across, down, orient);
  const [right, below] = [(across - 1) * pitch.x, (down - 1) * pitch.y];
  // Rows go there and back: after an even number the end lies under the start.
  const last = down % 2 === 1 ? { x: end.x + right, y: end.y + below } : { x: start.x, y: start.y + below };
  return hasArea(drawn) ? { drawn, ends: [start, last].map((p) => applyToPoint(map, p)) } : null;
}

/** As many copies as keep the proportions best in a patch of four corners. */
function evenCopies(facts: Offered['facts'], orient: Orient, seat: Seat, fit: FitRule): Copies {
  const one = copiesOf(facts, ONE, orient);
  const warp = one && fitWarp(one.drawn, seat, refitted(fit, 'along'));
  if (!warp) return ONE;
  const { across, down } = sizeIn(warp);
  const isOnSide = Math.abs(Math.sin(orient.angle)) > Math.SQRT1_2;
  // So much wider than in proportion, or higher: further copies fit beside it, or below.
  const times = Math.max(across / down, down / across);
  const pitch = facts.join.joins ? facts.join.repeat / facts.width : 1;
  const copies = (each: number): number => Math.min(MOST_ACROSS, Math.round(1 + (times - 1) / each));
  return across > down !== isOnSide ? { across: copies(pitch), down: 1 } : { across: 1, down: copies(1) };
}
