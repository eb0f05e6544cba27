import type { Lie } from '../cloth/loading.ts';
import { applyToPoint, applyToPolyline, inverse } from '../geometry/affine.ts';
import { clipLine } from '../geometry/clip-line.ts';
import { type ClothPoint, loadedPoint } from '../geometry/point.ts';
import { boxRing, boxRingIn, ringBounds } from '../geometry/polygon.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import type { Band } from '../passes/plan-passes.ts';
import { linesOf, type Stroke } from './stroke.ts';

/** A patch is stitched in no more parts than this. */
export const MOST_PARTS = 40;

/** A cut may lie so far off the even parting, as a part of a part's depth. */
const CUT_ABOUT = 0.08;
/** Places tried within that. */
const TRIED = 33;

/** From the upper to the lower edge of a ring on the quilt as loaded, mm. */
export function depthOf(ring: readonly ClothPoint[], lie: Lie): Band {
  const ys = ring.map((p) => applyToPoint(lie, p).y);
  return { top: Math.min(...ys), bottom: Math.max(...ys) };
}

/** The bands that the parts of a patch may take up: parted evenly, and a little deeper, since cuts are moved to good places. */
export function partBands({ top, bottom }: Band, parts: number): Band[] {
  if (parts <= 1) return [{ top, bottom }];
  const depth = (bottom - top) / parts;
  const about = CUT_ABOUT * depth;
  return Array.from({ length: parts }, (_, part) => ({
    top: part === 0 ? top : top + depth * part - about,
    bottom: part === parts - 1 ? bottom : top + depth * (part + 1) + about,
  }));
}

/** Parts that a patch is stitched in so that each lies within a reach, mm; Infinity where there is no reach. */
export const partsNeeded = ({ top, bottom }: Band, reach: number): number =>
  bottom - top <= reach ? 1 : Math.ceil(((bottom - top) * (1 + 2 * CUT_ABOUT)) / Math.max(0, reach));

/** The corners of the part of a ring's box that lies in a band, on the cloth. */
export function ringWithin(ring: readonly ClothPoint[], { top, bottom }: Band, lie: Lie): ClothPoint[] {
  const box = ringBounds(ring.map((p) => applyToPoint(lie, p)));
  const back = inverse(lie);
  const within = boxRingIn({ ...box, minY: Math.max(box.minY, top), maxY: Math.min(box.maxY, bottom) }, loadedPoint);
  return within.map((p) => applyToPoint(back, p));
}

/**
 * Strokes on the cloth in parts one above the other on the quilt as loaded, cut where the fewest cross, near the even parting: between
 * repeats, where there are some. One list a part.
 */
export function strokesInParts(strokes: readonly Stroke[], whole: Band, parts: number, lie: Lie): Stroke[][] {
  if (parts <= 1) return [[...strokes]];
  const back = inverse(lie);
  const loaded = strokes.map((stroke) => ({ ...stroke, line: applyToPolyline(lie, stroke.line) }));
  const cuts = cutsOf(linesOf(loaded), whole, parts);
  const box = boundsOf(linesOf(loaded)) ?? { minX: 0, maxX: 0, minY: 0, maxY: 0 };
  return Array.from({ length: parts }, (_, part) => {
    // The first and the last take what lies outside the patch.
    const minY = cuts[part - 1] ?? box.minY - 1;
    const maxY = cuts[part] ?? box.maxY + 1;
    const within = boxRing({ minX: box.minX - 1, maxX: box.maxX + 1, minY, maxY });
    if (maxY <= minY) return [];
    return loaded.flatMap(({ line, ...stroke }) =>
      clipLine(line, { within, without: [] }).map((cut) => ({ ...stroke, line: applyToPolyline(back, cut) })),
    );
  });
}

/** Where a patch is cut, y of the loaded quilt from the top down. */
function cutsOf(lines: readonly Polyline[], { top, bottom }: Band, parts: number): number[] {
  const depth = (bottom - top) / parts;
  return Array.from({ length: parts - 1 }, (_, k) => fewestCrossings(lines, top + depth * (k + 1), CUT_ABOUT * depth));
}

/** The y that the fewest segments cross, within `about` of the middle; the nearest to it among equals. */
function fewestCrossings(lines: readonly Polyline[], middle: number, about: number): number {
  const half = (TRIED - 1) / 2;
  const tried = Array.from({ length: TRIED }, (_, i) => middle + (about * (i - half)) / half).sort(
    (a, b) => Math.abs(a - middle) - Math.abs(b - middle),
  );
  const counts = tried.map((y) => lines.reduce((sum, line) => sum + crossingsAt(line, y), 0));
  return tried[counts.indexOf(Math.min(...counts))]!;
}

function crossingsAt(line: Polyline, y: number): number {
  let count = 0;
  for (let i = 3; i < line.length; i += 2) if (line[i - 2]! < y !== line[i]! < y) count++;
  return count;
}
