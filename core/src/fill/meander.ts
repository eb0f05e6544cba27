import { flattenQuadraticInto } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';
import { signedArea } from '../geometry/polygon.ts';
import { lengthOf, pointsOf, type Polyline } from '../geometry/polyline.ts';
import { grown, type Rings } from '../geometry/ring-areas.ts';
import { randomFrom } from '../random.ts';
import { WARP_CHORD } from '../tolerances.ts';
import type { Background, FillArea } from './rule.ts';
import { latticeIn } from './lattice.ts';
import { latticeWalks } from './lattice-walk.ts';

/** Rounding its bends makes a meander shorter: lines so much nearer than asked leave as much of it on a surface as lines of the spacing asked. */
const NEARER = 0.91;
/** Narrow places leave room beside the lines: so much off the spacing asked, it is laid once more with others; no more others than this. */
const NEAR_ENOUGH = 0.03;
const MOST_MENDED = 1.2;
/** Places wander off their rows by so much of the spacing: less than a quarter, so that no two bends touch. */
const WANDER = 0.16;

/** A closed line that wanders over what is left, everywhere about as far from itself as is asked, and crosses itself nowhere; one for each part of it. */
export function meander(
  { left }: Pick<FillArea, 'left'>,
  { spacing, seed }: Pick<Background, 'spacing' | 'seed'>,
): Polyline[] {
  const first = wandered(left, NEARER * spacing, seed);
  const off = spacingOf(left, first, spacing) / spacing;
  return Math.abs(off - 1) < NEAR_ENOUGH || !Number.isFinite(off)
    ? first
    : wandered(left, (NEARER * spacing) / Math.min(MOST_MENDED, Math.max(1 / MOST_MENDED, off)), seed);
}

/** What length leaves on a surface as a spacing, mm: half a spacing along every edge is half its own. */
function spacingOf(left: Rings, lines: readonly Polyline[], spacing: number): number {
  const length = lines.reduce((sum, line) => sum + lengthOf(line), 0);
  return (surfaceOf(left) + surfaceOf(grown(left, -spacing / 2))) / 2 / length;
}

const surfaceOf = (rings: Rings): number => Math.abs(rings.reduce((sum, ring) => sum + signedArea(pointsOf(ring)), 0));

/** @param pitch from place to place of the lattice, mm */
function wandered(left: Rings, pitch: number, seed: number): Polyline[] {
  const room = grown(left, -pitch / 2);
  if (room.length === 0) return [];
  const lattice = latticeIn(room, pitch);
  const random = randomFrom(seed);
  const walks = latticeWalks(lattice, random);
  const off = (): number => (2 * random() - 1) * WANDER * pitch;
  return walks.map((places) =>
    rounded(
      places.map((place) => {
        const { x, y } = lattice.at(place);
        return { x: x + off(), y: y + off() };
      }),
    ),
  );
}

/** A closed line from middle to middle of its sides, bent towards each corner: it leaves no triangle of two middles and their corner. */
function rounded(corners: readonly Point[]): Polyline {
  const middle = (i: number): Point => {
    const [a, b] = [corners[i % corners.length]!, corners[(i + 1) % corners.length]!];
    return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  };
  const first = middle(corners.length - 1);
  const out = [first.x, first.y];
  corners.forEach((corner, i) =>
    flattenQuadraticInto(out, middle(i + corners.length - 1), corner, middle(i), WARP_CHORD),
  );
  return Float64Array.from(out);
}
