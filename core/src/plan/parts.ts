import { type Loading, loadingMap } from '../cloth/loading.ts';
import type { Region } from '../cloth/region.ts';
import { type Affine, applyToPoint, applyToPolyline, inverse } from '../geometry/affine.ts';
import { clipLine } from '../geometry/clip-line.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { boxRing, ringBounds } from '../geometry/polygon.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import type { Band } from '../passes/plan-passes.ts';
import type { Resolved } from './pipeline.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import type { PlacementRecord, RecipeRecord } from './records.ts';
import { type Stitched, stitchLines } from './stitch-lines.ts';

/** A patch is stitched in no more parts than this. */
export const MOST_PARTS = 40;

/** A cut may lie so far off the even parting, as a part of a part's depth. */
const CUT_ABOUT = 0.08;
/** Places tried within that. */
const TRIED = 33;

/** What is stitched of a placement in one go: all of it, or one of its parts. */
export interface PlacedPart extends Stitched {
  readonly id: string;
  readonly name: string;
}

/** Ids of what is stitched of a placement: its own, or one a part. */
export const partIds = ({ id, parts }: PlacementRecord): string[] =>
  parts <= 1 ? [id] : Array.from({ length: parts }, (_, part) => `${id}-part-${part + 1}`);

/** What a part (from 0) is called. */
const partName = (region: Region, parts: number, part: number): string =>
  parts <= 1 ? region.name : `${region.name}, part ${part + 1} of ${parts}`;

/** From the upper to the lower edge of a ring on the quilt as loaded, mm. */
export function depthOf(ring: readonly ClothPoint[], lie: Affine): Band {
  const ys = ring.map((p) => applyToPoint(lie, p).y);
  return { top: Math.min(...ys), bottom: Math.max(...ys) };
}

/**
 * The corners of what a placement takes up: its patch, so that it can be touched; of a patch deeper than a pass what is stitched in it.
 * @param drawn corners round the fitted design on the cloth; null while they aren't known
 */
export function placementRing(
  { ring }: Region,
  drawn: readonly ClothPoint[] | null,
  lie: Affine,
  frame: FrameProfile,
): readonly ClothPoint[] {
  const { top, bottom } = depthOf(ring, lie);
  return drawn && bottom - top > usableReach(frame, top) ? drawn : ring;
}

/** The bands that the parts of a patch may take up: parted evenly, and a little deeper, since cuts are moved to good places. */
export function partBands({ top, bottom }: Band, parts: number): Band[] {
  const depth = (bottom - top) / parts;
  const about = CUT_ABOUT * depth;
  return Array.from({ length: parts }, (_, part) => ({
    top: part === 0 ? top : top + depth * part - about,
    bottom: part === parts - 1 ? bottom : top + depth * (part + 1) + about,
  }));
}

/** Where each part of a placement lies, before its lines are worked out. */
export interface PartPlace extends Band {
  readonly id: string;
  readonly name: string;
  /** Corners of what it takes up, on the cloth. */
  readonly ring: readonly ClothPoint[];
}

export function partPlaces(
  placement: PlacementRecord,
  region: Region,
  drawn: readonly ClothPoint[] | null,
  lie: Affine,
  frame: FrameProfile,
): PartPlace[] {
  const whole = placementRing(region, drawn, lie, frame);
  const bands = partBands(depthOf(whole, lie), placement.parts);
  return partIds(placement).map((id, part) => ({
    ...bands[part]!,
    id,
    name: partName(region, placement.parts, part),
    ring: placement.parts <= 1 ? whole : ringWithin(whole, bands[part]!, lie),
  }));
}

/** The corners of the part of a ring's box that lies in a band, on the cloth. */
function ringWithin(ring: readonly ClothPoint[], { top, bottom }: Band, lie: Affine): ClothPoint[] {
  const box = ringBounds(ring.map((p) => applyToPoint(lie, p)));
  const back = inverse(lie);
  const within = boxRing({ ...box, minY: Math.max(box.minY, top), maxY: Math.min(box.maxY, bottom) });
  return within.map((p) => applyToPoint(back, p));
}

/** Parts that a patch is stitched in so that each lies within a reach, mm; Infinity where there is no reach. */
export const partsNeeded = ({ top, bottom }: Band, reach: number): number =>
  bottom - top <= reach ? 1 : Math.ceil(((bottom - top) * (1 + 2 * CUT_ABOUT)) / Math.max(0, reach));

/**
 * A placement as it is stitched: in one go, or in parts one above the other on the quilt as loaded, each with tie-offs of its own. Lines are
 * cut where the fewest cross, near the even parting: between repeats, where there are some.
 */
export function placedParts(
  records: PlanRecords,
  placement: PlacementRecord,
  region: Region,
  recipe: RecipeRecord,
  resolved: Resolved,
  loading: Loading = quiltOf(records).loading,
): PlacedPart[] {
  const ids = partIds(placement);
  if (ids.length === 1) return [{ ...resolved, id: placement.id, name: region.name }];
  const { grid, machine } = quiltOf(records);
  const lie = loadingMap(loading, grid);
  const back = inverse(lie);
  const loaded = resolved.fitted.strokes.map((stroke) => applyToPolyline(lie, stroke));
  const ring = placementRing(region, resolved.fitted.frame, lie, machine.frame);
  const cuts = cutsOf(loaded, depthOf(ring, lie), placement.parts);
  const box = boundsOf(loaded) ?? { minX: 0, maxX: 0, minY: 0, maxY: 0 };
  return ids.map((id, part) => {
    // The first and the last take what lies outside the patch.
    const minY = cuts[part - 1] ?? box.minY - 1;
    const maxY = cuts[part] ?? box.maxY + 1;
    const within = boxRing({ minX: box.minX - 1, maxX: box.maxX + 1, minY, maxY });
    const lines = maxY > minY ? loaded.flatMap((line) => clipLine(line, { within, without: [] })) : [];
    const onCloth = lines.map((line) => applyToPolyline(back, line));
    return {
      ...stitchLines(onCloth, recipe.stitch, machine.motion),
      id,
      name: partName(region, placement.parts, part),
    };
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
