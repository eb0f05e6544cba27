import type { Side } from '../cloth/border.ts';
import { type Bend, UNBENT } from '../cloth/bend.ts';
import { applyToPolyline } from '../geometry/affine.ts';
import { clothPoint } from '../geometry/point.ts';
import { pointsIn, type Polyline, subdivided } from '../geometry/polyline.ts';
import { type BorderWay, countOn, stretchAt } from './answers.ts';
import type { BorderStretch, StripId } from './border-set.ts';
import type { BorderTask } from './border-task.ts';
import { layStrip, type MitreReach, type StripTask } from './lay-strip.ts';
import type { BorderCounts } from './solve-border.ts';
import { nextSide, type Strip } from './strips.ts';

/** A repeat of a border, or a corner, with its lines on the cloth. */
export interface BorderElement {
  readonly side: Side;
  readonly on: StripId;
  /** Which strip it is on, from 0; of a border its sides clockwise from the top. */
  readonly strip: number;
  /** From 0, clockwise along the side; the corner after it comes last. */
  readonly index: number;
  readonly lines: readonly Float64Array<ArrayBuffer>[];
}

/** All of a border where it lies, side by side clockwise from the top. */
export function layBorder(way: BorderWay, stretch: BorderStretch): BorderElement[] {
  const { bend } = way.task;
  const straight = layStraight(way, stretch);
  return bend === UNBENT
    ? straight
    : straight.map((element) => ({ ...element, lines: element.lines.map((line) => bent(line, bend)) }));
}

/** Between points of a line no farther apart than this the edge is as good as straight, mm. */
const FINE = 2;

const bent = (line: Polyline, bend: Bend): Float64Array<ArrayBuffer> =>
  Float64Array.from(
    pointsIn(subdivided(line, FINE), clothPoint).flatMap((p) => {
      const { x, y } = bend(p);
      return [x, y];
    }),
  );

/** As it would lie along straight edges. */
function layStraight(way: BorderWay, stretch: BorderStretch): BorderElement[] {
  const { fill, corners: school } = way;
  return stripTasks(way).flatMap((own) => {
    const { side, id: on, number: strip } = own.strip;
    const repeats = layStrip(own, fill, stretchAt(school, stretch)).map((lines, index) => ({
      ...{ side, on, strip, index, lines },
    }));
    const corner = way.task.corners.find((one) => one.side === side);
    if (!corner) return repeats;
    return [
      ...repeats,
      {
        side,
        on,
        strip,
        index: repeats.length,
        lines: corner.lines.map((line) => applyToPolyline(corner.toCloth, line)),
      },
    ];
  });
}

/** The strips of a border with all that decides where their repeats lie. */
export const stripTasks = ({ task: { sides }, counts }: BorderWay): StripTask[] =>
  sides.map(({ strip, motif, task }) => ({
    ...{ strip, motif, task },
    count: countOn(counts, strip),
    reach: reachOf(sides, strip, counts),
  }));

/** How many repeats lie in the corners of a mitre: as many from either side. Null where it ends square, or is too short for it. */
function reachOf(sides: BorderTask['sides'], { side, length, mitre }: Strip, counts: BorderCounts): MitreReach | null {
  if (!mitre) return null;
  const countOf = (of: Side): number => countOn(counts, { countOf: of });
  const intoOf = (of: Side, depth: number): number | null => {
    const found = sides.find(({ strip }) => strip.side === of)?.strip;
    return found ? (depth * countOf(of)) / found.length : null;
  };
  const reach = (other: Side, across: number): number => {
    const own = (across * countOf(side)) / length;
    const theirs = intoOf(other, sides.find(({ strip }) => strip.side === side)!.strip.depth);
    return theirs === null || across === 0 ? own : (own + theirs) / 2;
  };
  const before = reach(nextSide(side, -1), mitre.before);
  const after = reach(nextSide(side), mitre.after);
  return before + after < countOf(side) ? { before, after } : null;
}
