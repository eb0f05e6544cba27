import type { Lie } from '../cloth/loading.ts';
import { applyToPolyline } from '../geometry/affine.ts';
import { clothPoint, distance, framePoint } from '../geometry/point.ts';
import { boundsOf, pointCount, pointOf, pointIn, type Polyline, turnAt } from '../geometry/polyline.ts';
import type { Place } from '../lineup/touch.ts';
import { holeId, type NamedPlace } from './landmarks.ts';

/** What was stitched of a run, or in thought of a piece: needle points on the planned cloth and on the frame, hole for hole, in one advance. */
export interface StitchedRun {
  readonly cloth: readonly Polyline[];
  readonly frame: readonly Polyline[];
  readonly advance: number;
  /** The farthest hole that was made, counted over all strokes. */
  readonly upTo: number;
}

/** The same, and of which piece. */
export interface StitchedPiece extends StitchedRun {
  readonly pieceId: string;
}

/** A run by what it goes by, and what was stitched in it is called. */
interface Named {
  readonly id: string;
  /** Null: what is found is called by what it is alone. */
  readonly name: string | null;
}

/** A stroke as far as it was stitched. */
interface StitchedStroke {
  readonly cloth: Polyline;
  readonly frame: Polyline;
  /** Holes of the run before it. */
  readonly before: number;
}

/** Each stroke that was begun, up to its last hole made. */
export function stitchedStrokes({ cloth, frame, upTo }: Omit<StitchedRun, 'advance'>): StitchedStroke[] {
  let before = 0;
  return cloth.flatMap((line, i) => {
    const holes = Math.min(pointCount(line), upTo - before + 1);
    const own = before;
    before += pointCount(line);
    if (holes < 2) return [];
    return [{ cloth: line.subarray(0, 2 * holes), frame: frame[i]!.subarray(0, 2 * holes), before: own }];
  });
}

/** Points a stitched line is held to, this far apart along it, mm. */
const SPACING = 15;

/** Stitched points near enough to each other to lay new lines against; the ends of each stroke are among them. */
export function stitchedPlaces(run: StitchedRun, spacing: number = SPACING): Place[] {
  return stitchedStrokes(run).flatMap((stroke) => {
    const out: Place[] = [];
    const last = pointCount(stroke.cloth) - 1;
    let gone = Infinity;
    for (let i = 0; i <= last; i++) {
      if (i > 0) gone += distance(pointOf(stroke.cloth, i - 1), pointOf(stroke.cloth, i));
      if (gone < spacing && i < last) continue;
      gone = 0;
      out.push(placeOf(run.advance, stroke, i));
    }
    return out;
  });
}

/** A turn this sharp is seen as a point. */
const CUSP = (5 * Math.PI) / 12;
/** One landmark is looked for in each stretch of about this width, mm. */
const APART = 180;

/**
 * Points of a stitched run that can be found again, as the quilt is loaded from left to right: its ends, and along its lower side the lowest
 * cusp of each stretch, or without one its lowest point, counted from the left. O(holes).
 */
export function stitchedLandmarks({ id, name }: Named, run: StitchedRun, lie: Lie): NamedPlace[] {
  const strokes = stitchedStrokes(run).map((stroke) => ({ ...stroke, loaded: applyToPolyline(lie, stroke.cloth) }));
  const box = boundsOf(strokes.map(({ loaded }) => loaded));
  const [first, final] = [strokes[0], strokes.at(-1)];
  if (!box || !first || !final) return [];
  const stretches = Math.max(1, Math.round((box.maxX - box.minX) / APART));
  const wide = Math.max(1e-9, (box.maxX - box.minX) / stretches);
  const cusps = new Map<number, Hole>();
  const points = new Map<number, Hole>();
  for (const stroke of strokes) {
    for (let i = 1; i < pointCount(stroke.loaded) - 1; i++) {
      const { x, y } = pointOf(stroke.loaded, i);
      const stretch = Math.min(stretches - 1, Math.floor((x - box.minX) / wide));
      const isLower = (known: Hole | undefined): boolean => !known || y > known.y;
      if (isLower(points.get(stretch))) points.set(stretch, { stroke, i, x, y });
      if (isLower(cusps.get(stretch)) && turnAt(stroke.cloth, i) >= CUSP) cusps.set(stretch, { stroke, i, x, y });
    }
  }
  const end = (stroke: (typeof strokes)[number], i: number): Hole => ({ stroke, i, ...pointOf(stroke.loaded, i) });
  const lower = [...points].map(([stretch, point]): readonly [Hole, string] => {
    const cusp = cusps.get(stretch);
    return cusp ? [cusp, 'cusp'] : [point, 'low point'];
  });
  const counted = lower
    .sort(([a], [b]) => a.x - b.x)
    .map(([hole, kind], i): readonly [Hole, string] => [hole, `${kind} ${i + 1}`]);
  return [[end(first, 0), 'start'] as const, [end(final, pointCount(final.loaded) - 1), 'end'] as const, ...counted]
    .sort(([a], [b]) => a.x - b.x)
    .map(([{ stroke, i }, kind]) => ({
      ...placeOf(run.advance, stroke, i),
      ids: [holeId(id, stroke.before + i)],
      name: name === null ? kind : `${kind} of ${name}`,
    }));
}

/** A hole of a stroke, and where it lies on the quilt as loaded. */
interface Hole {
  readonly stroke: StitchedStroke;
  readonly i: number;
  readonly x: number;
  readonly y: number;
}

const placeOf = (advance: number, { cloth, frame }: StitchedStroke, i: number): Place => ({
  cloth: pointIn(cloth, i, clothPoint),
  since: { advance, frame: pointIn(frame, i, framePoint) },
});
