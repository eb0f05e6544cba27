import type { Point } from '../geometry/point.ts';
import { cumulativeLength, pointAtLength, pointOf, type Polyline } from '../geometry/polyline.ts';
import { BY_SEAM } from '../tolerances.ts';
import type { JoinedRun } from './joined-run.ts';
import type { Seams } from './seams.ts';

/** Places where runs are to start, and to end. */
export interface Wished {
  readonly starts: readonly Point[];
  readonly ends: readonly Point[];
}

/** Between places of a run that are looked at, mm. */
const LOOKED_AT = 2;

export const isBySeam = ({ x, y }: Point, { index }: Seams): boolean => index.distance(x, y) <= BY_SEAM;

/**
 * Where runs start and end by seams: where they do already, or else at the first place by a seam on from there. Null when nothing changes: all
 * do, or none comes by a seam.
 * @param asked places that are kept
 */
export function endsBySeams(runs: readonly JoinedRun[], seams: Seams, asked: Wished): Wished | null {
  const found = runs.map(({ line, links }) => {
    const isDrawn = drawnOf(line, links);
    const [start, end] = [0, -1].map((i) => pointOf(line, i)) as [Point, Point];
    return {
      start: isBySeam(start, seams) ? { place: start, isNew: false } : firstBySeam(line, isDrawn, seams, 1),
      end: isBySeam(end, seams) ? { place: end, isNew: false } : firstBySeam(line, isDrawn, seams, -1),
    };
  });
  const [starts, ends] = [found.map(({ start }) => start), found.map(({ end }) => end)];
  if (![...starts, ...ends].some((one) => one?.isNew)) return null;
  const places = (those: typeof starts): Point[] => those.flatMap((one) => one?.place ?? []);
  return { starts: [...asked.starts, ...places(starts)], ends: [...asked.ends, ...places(ends)] };
}

/** Whether a place of a run, by its length along it, was drawn: it lies on no link. */
function drawnOf(line: Polyline, links: JoinedRun['links']): (at: number) => boolean {
  const along = cumulativeLength(line);
  const spans = links.map(({ from, to }) => [along[from]!, along[to]!] as const);
  return (at) => !spans.some(([from, to]) => at > from && at < to);
}

function firstBySeam(
  line: Polyline,
  isDrawn: (at: number) => boolean,
  seams: Seams,
  way: 1 | -1,
): { readonly place: Point; readonly isNew: boolean } | null {
  const along = cumulativeLength(line);
  const whole = along.at(-1)!;
  for (let gone = 0; gone <= whole; gone += LOOKED_AT) {
    const at = way === 1 ? gone : whole - gone;
    const place = pointAtLength(line, along, at);
    if (isDrawn(at) && isBySeam(place, seams)) return { place, isNew: true };
  }
  return null;
}
