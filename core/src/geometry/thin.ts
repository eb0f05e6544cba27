import { pointCount, type Polyline, simplify } from './polyline.ts';
import { COARSEST_GRID, THINNED_CHORD } from '../tolerances.ts';

/** Points nearer to each other than this tell how finely coordinates were rounded, mm. */
const DENSE = 0.5;
/** So many of them tell it. */
const ENOUGH = 20;

/**
 * The line without points that say nothing: none that is left out lies off by more than `THINNED_CHORD`, or than the steps of `withoutSteps`.
 * @param fine part of these that may be left out, of what will be stitched larger than it is drawn
 */
export const thinned = (line: Polyline, fine = 1): Polyline =>
  pointCount(line) < 3 ? line : simplify(line, fine * Math.max(THINNED_CHORD, stepsOf(line)));

/**
 * The line itself, or where dense points were rounded to a coarse grid the line without these steps, which no one drew: no point that is left out
 * lies off by more than the grid, `COARSEST_GRID` at the most.
 */
export function withoutSteps(line: Polyline): Polyline {
  const steps = stepsOf(line);
  return steps > THINNED_CHORD ? simplify(line, steps) : line;
}

const stepsOf = (line: Polyline): number => Math.min(COARSEST_GRID, roughness(line));

/** So many points tell the roughness of a line as well as all of them. */
const ASKED = 512;

/** Third differences of rounded points are about so many times the grid; those of a curve are all but nothing. */
const OF_GRID = 1.5;

/** The grid that dense points were rounded to, mm, or less than it: told by the median of their third differences. */
function roughness(line: Polyline): number {
  const found: number[] = [];
  const every = Math.max(1, Math.floor(pointCount(line) / ASKED));
  for (let i = 3; i < pointCount(line); i += every) {
    if (!isShort(line, i) || !isShort(line, i - 1) || !isShort(line, i - 2)) continue;
    const x = stepTo(line, 2 * i) - 2 * stepTo(line, 2 * i - 2) + stepTo(line, 2 * i - 4);
    const y = stepTo(line, 2 * i + 1) - 2 * stepTo(line, 2 * i - 1) + stepTo(line, 2 * i - 3);
    found.push(x * x + y * y);
  }
  if (found.length < ENOUGH) return 0;
  found.sort((a, b) => a - b);
  return Math.sqrt(found[found.length >> 1]!) / OF_GRID;
}

/** How far one coordinate is from the same of the point before. */
const stepTo = (line: Polyline, k: number): number => line[k]! - line[k - 2]!;
const isShort = (line: Polyline, i: number): boolean =>
  stepTo(line, 2 * i) ** 2 + stepTo(line, 2 * i + 1) ** 2 < DENSE * DENSE;
