import { cumulativeLength, squaredDistanceToChord, withoutRepeats, type Polyline } from '../geometry/polyline.ts';
import { withoutSteps } from '../geometry/thin.ts';
import { SHARP_STITCH_RATIO, SHORTEST_STITCH, STITCH_CHORD } from '../tolerances.ts';
import { cornersOf } from './corners.ts';

export interface NeedlePoints {
  /** One needle hole a point, in the space of the line; the first and last are the line's own ends. */
  readonly points: Float64Array<ArrayBuffer>;
  /** Holes where the line forced a stitch much shorter than asked, as indices into `points`. */
  readonly sharp: readonly number[];
}

/** What a thread between two holes may do. */
export interface ThreadRule {
  /** How far it may leave the drawn line, mm. */
  readonly chord: number;
  /** Whether it may lie straight between two places; all may where nothing is said. */
  readonly mayLie?: (ax: number, ay: number, bx: number, by: number) => boolean;
}

const USUAL_THREAD: ThreadRule = { chord: STITCH_CHORD };

/**
 * Stitches a line: equal stitches along its arc length, a hole on every corner, and shorter stitches where the thread would leave the
 * drawn line by more than it may, or lie where it may not. No hole lies nearer to the one before than `SHORTEST_STITCH`, but for cusps and a line that is shorter
 * as a whole; a stretch too short for two of them may leave the line by half of it. What is only rounding is left out first (`withoutSteps`). A
 * line of no length gives its one point.
 * O(points + holes · points between two holes).
 * @param stitch length of one stitch, in the line's millimetres
 */
export function needlePoints(line: Polyline, stitch: number, thread: ThreadRule = USUAL_THREAD): NeedlePoints {
  const clean = withoutRepeats(withoutSteps(line));
  const along = cumulativeLength(clean);
  const holes: Holes = { points: [clean[0] ?? 0, clean[1] ?? 0], kinds: [CORNER] };
  const corners = cornersOf(clean, along);
  for (let i = 1; i < corners.length; i++)
    stitchSection(clean, along, corners[i - 1]!, corners[i]!, { ...thread, stitch }, holes);
  const { points, kinds } = spaced(holes, stitch);
  return { points: new Float64Array(points), sharp: kinds.flatMap((kind, i) => (kind & SHARP ? [i] : [])) };
}

/** The line turns or ends at a hole: it stays. */
const CORNER = 1;
/** The line forced a stitch much shorter than asked to a hole. */
const SHARP = 2;

/** Holes as `x, y` pairs, and what each is. */
interface Holes {
  readonly points: number[];
  readonly kinds: number[];
}

/** Appends the holes after point `from` up to and with point `to`. Never leaves a sliver: what is left is always divided evenly. */
function stitchSection(
  line: Polyline,
  along: Float64Array,
  from: number,
  to: number,
  rule: ThreadRule & { readonly stitch: number },
  { points, kinds }: Holes,
): void {
  const { stitch } = rule;
  const end = along[to]!;
  const least = Math.min(SHORTEST_STITCH, stitch);
  let at = along[from]!;
  let index = from;
  while (end - at > 1e-9) {
    const left = end - at;
    const even = left / Math.ceil(left / stitch - 1e-6);
    let step = even;
    while (step > least && leavesThread(line, along, index, at, at + step, rule)) step *= 0.8;
    step = Math.max(step, Math.min(least, even));
    if (left - step > 1e-9 && left - step < least) step = left >= 2 * least ? left / 2 : left;
    const isCorner = left - step < 1e-9;
    at = isCorner ? end : at + step;
    while (index < to && along[index + 1]! <= at) index++;
    const t = isCorner ? 0 : partAt(along, index, at);
    const i = 2 * (isCorner ? to : index);
    points.push(t === 0 ? line[i]! : coordinateAt(line, i, t), t === 0 ? line[i + 1]! : coordinateAt(line, i + 1, t));
    kinds.push((isCorner ? CORNER : 0) | (step < stitch * SHARP_STITCH_RATIO ? SHARP : 0));
  }
}

/** Without holes that a tight curl brings nearer to the one before than a stitch may be short; others grow by less than that. */
function spaced({ points, kinds }: Holes, stitch: number): Holes {
  const least = Math.min(SHORTEST_STITCH, stitch) - 1e-6;
  const apart = (x: number, y: number, k: number): number => Math.sqrt((x - kept[k]!) ** 2 + (y - kept[k + 1]!) ** 2);
  const kept: number[] = [];
  const keptKinds: number[] = [];
  for (let i = 0; i < kinds.length; i++) {
    const [x, y] = [points[2 * i]!, points[2 * i + 1]!];
    const n = kept.length;
    if (n > 0 && apart(x, y, n - 2) < least) {
      if (!(kinds[i]! & CORNER)) continue;
      if (!(keptKinds.at(-1)! & CORNER) && n > 2 && apart(x, y, n - 4) <= stitch) {
        kept.length = n - 2;
        keptKinds.pop();
      }
    }
    kept.push(x, y);
    keptKinds.push(kinds[i]!);
  }
  return { points: kept, kinds: keptKinds };
}

/** Where an arc length lies between the point at `index` and the next, 0 to 1. */
function partAt(along: Float64Array, index: number, at: number): number {
  const span = along[index + 1]! - along[index]!;
  return span === 0 ? 0 : (at - along[index]!) / span;
}

/** One of x and y, `i` in the line's array, that far towards the next point. */
const coordinateAt = (line: Polyline, i: number, t: number): number => line[i]! + (line[i + 2]! - line[i]!) * t;

/**
 * Whether the line between two arc lengths is anywhere farther than it may be from the straight thread between them, or that lies where it may not.
 * @param index the point at or before `from`
 */
function leavesThread(
  line: Polyline,
  along: Float64Array,
  index: number,
  from: number,
  to: number,
  { chord, mayLie }: ThreadRule,
): boolean {
  let last = index;
  while (last + 1 < along.length && along[last + 1]! < to) last++;
  if (last === index) return false;
  const t = partAt(along, index, from);
  const ax = coordinateAt(line, 2 * index, t);
  const ay = coordinateAt(line, 2 * index + 1, t);
  const u = last + 1 < along.length ? partAt(along, last, to) : 0;
  const bx = u === 0 ? line[2 * last]! : coordinateAt(line, 2 * last, u);
  const by = u === 0 ? line[2 * last + 1]! : coordinateAt(line, 2 * last + 1, u);
  for (let i = index + 1; i <= last; i++) {
    if (squaredDistanceToChord(line[2 * i]!, line[2 * i + 1]!, ax, ay, bx, by) > chord * chord) return true;
  }
  return mayLie !== undefined && !mayLie(ax, ay, bx, by);
}
