import { boundsOf, lengthOf, pointCount, pointOf, type Polyline, turnAt } from '../geometry/polyline.ts';
import { type Affine, applyToPoint, applyToPolyline } from '../geometry/affine.ts';
import type { Place } from '../lineup/touch.ts';

/** What was stitched of a run: needle points on the planned cloth and on the frame, hole for hole, in one advance. */
export interface StitchedRun {
  readonly cloth: readonly Polyline[];
  readonly frame: readonly Polyline[];
  readonly advance: number;
  /** The farthest hole that was made, counted over all strokes. */
  readonly upTo: number;
}

/** Points a stitched line is held to, this far apart along it, mm. */
const SPACING = 15;

/** Stitched points near enough to each other to lay new lines against; the ends of each stroke are among them. */
export function stitchedPlaces(run: StitchedRun, spacing: number = SPACING): Place[] {
  const out: Place[] = [];
  eachStitched(run, (cloth, frame, last) => {
    let gone = Infinity;
    for (let i = 0; i <= last; i++) {
      if (i > 0) gone += lengthOf(cloth.subarray(2 * i - 2, 2 * i + 2));
      if (gone < spacing && i < last) continue;
      gone = 0;
      out.push(placeOf(run, cloth, frame, i));
    }
  });
  return out;
}

export interface StitchedLandmark extends Place {
  readonly kind: 'cusp' | 'low point' | 'start' | 'end';
}

/** A turn this sharp is seen as a point. */
const CUSP = (5 * Math.PI) / 12;
/** One landmark is looked for in each stretch of about this width, mm. */
const APART = 180;

/**
 * Points of a stitched run that can be found again, as the quilt is loaded from left to right: its ends, and along its lower side the lowest
 * cusp of each stretch, or without one its lowest point.
 */
export function stitchedLandmarks(run: StitchedRun, lie: Affine): StitchedLandmark[] {
  const found: (StitchedLandmark & { readonly x: number; readonly y: number })[] = [];
  const lines: { cloth: Polyline; frame: Polyline; last: number }[] = [];
  eachStitched(run, (cloth, frame, last) => lines.push({ cloth, frame, last }));
  const box = boundsOf(lines.map(({ cloth, last }) => applyToPolyline(lie, cloth.subarray(0, 2 * last + 2))));
  const [first, final] = [lines[0], lines.at(-1)];
  if (!box || !first || !final) return [];
  const add = (line: (typeof lines)[number], i: number, kind: StitchedLandmark['kind']): void => {
    const place = placeOf(run, line.cloth, line.frame, i);
    found.push({ ...place, kind, ...applyToPoint(lie, place.cloth) });
  };
  add(first, 0, 'start');
  add(final, final.last, 'end');
  const parts = Math.max(1, Math.round((box.maxX - box.minX) / APART));
  const wide = (box.maxX - box.minX) / parts;
  for (let k = 0; k < parts; k++) {
    const inside = (x: number): boolean => x >= box.minX + k * wide && x < box.minX + (k + 1) * wide;
    const lowest = lowestHole(lines, lie, inside, true) ?? lowestHole(lines, lie, inside, false);
    if (lowest) add(lines[lowest.line]!, lowest.hole, lowest.kind);
  }
  return found.sort((a, b) => a.x - b.x).map(({ x, y, ...landmark }) => landmark);
}

function lowestHole(
  lines: readonly { readonly cloth: Polyline; readonly last: number }[],
  lie: Affine,
  inside: (x: number) => boolean,
  cusps: boolean,
): { readonly line: number; readonly hole: number; readonly kind: 'cusp' | 'low point' } | null {
  let best: { line: number; hole: number; y: number } | null = null;
  lines.forEach(({ cloth, last }, line) => {
    for (let hole = 1; hole < last; hole++) {
      const { x, y } = applyToPoint(lie, pointOf(cloth, hole));
      if (!inside(x) || (best && y <= best.y) || (cusps && turnAt(cloth, hole) < CUSP)) continue;
      best = { line, hole, y };
    }
  });
  const found = best as { line: number; hole: number; y: number } | null;
  return found && { line: found.line, hole: found.hole, kind: cusps ? 'cusp' : 'low point' };
}

/** Each stroke that was begun, with the index of its last hole made. */
function eachStitched(
  { cloth, frame, upTo }: StitchedRun,
  visit: (cloth: Polyline, frame: Polyline, last: number) => void,
): void {
  let before = 0;
  cloth.forEach((line, i) => {
    const last = Math.min(pointCount(line) - 1, upTo - before);
    before += pointCount(line);
    if (last > 0 && frame[i]) visit(line, frame[i], last);
  });
}

const placeOf = (run: StitchedRun, cloth: Polyline, frame: Polyline, i: number): Place => ({
  cloth: pointOf(cloth, i),
  since: { advance: run.advance, frame: pointOf(frame, i) },
});
