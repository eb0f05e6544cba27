import { loadingMap } from '../cloth/loading.ts';
import type { Region } from '../cloth/region.ts';
import { applyToPolyline, inverse } from '../geometry/affine.ts';
import { clipLine } from '../geometry/clip-line.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { boxRing } from '../geometry/polygon.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import type { PlacementRecord } from './records.ts';

/** A cut may lie so far off the even parting, as a part of a part's depth. */
const CUT_ABOUT = 0.08;
/** Places tried within that. */
const TRIED = 33;

/**
 * One part of a placement that is stitched in parts: its lines between two cuts across the poles, and what it is called. Each cut lies where
 * the fewest lines cross, near the even parting: between repeats, where there are some. `part` -1 or a placement in one part gives all.
 */
export function partOf(
  records: PlanRecords,
  { parts }: PlacementRecord,
  region: Region,
  runs: readonly Polyline[],
  part: number,
): { readonly runs: readonly Float64Array[]; readonly name: string } {
  const whole = runs.map((run) => Float64Array.from(run));
  const { loading, grid } = quiltOf(records);
  const lie = loadingMap(loading, grid);
  const loaded = whole.map((run) => applyToPolyline(lie, run));
  const box = boundsOf(loaded);
  if (parts <= 1 || part < 0 || !box) return { runs: whole, name: region.name };
  const depth = (box.maxY - box.minY) / parts;
  const cut = (k: number): number =>
    k <= 0
      ? box.minY - 1
      : k >= parts
        ? box.maxY + 1
        : fewestCrossings(loaded, box.minY + depth * k, CUT_ABOUT * depth);
  const band = boxRing({ minX: box.minX - 1, maxX: box.maxX + 1, minY: cut(part), maxY: cut(part + 1) });
  const back = inverse(lie);
  return {
    runs: loaded
      .flatMap((run) => clipLine(run, { within: band, without: [] }))
      .map((run) => applyToPolyline(back, run)),
    name: `${region.name}, part ${part + 1} of ${parts}`,
  };
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
