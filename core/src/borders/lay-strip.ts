import type { StripCell } from '../cloth/patch-strips.ts';
import { applyToPolyline, compose, mapBetween } from '../geometry/affine.ts';
import { clipLine } from '../geometry/clip-line.ts';
import type { Point } from '../geometry/point.ts';
import { lengthOf, pointOf, type Polyline } from '../geometry/polyline.ts';
import type { BorderStretch } from './border-set.ts';
import { downOf, type Motif } from './motif.ts';
import { type SideTask, stretchOf } from './sums.ts';
import type { Strip } from './strips.ts';

/** How far repeats reach into each corner of a mitre, in repeats: both sides of a corner reach as far, so that their lines meet. */
export interface MitreReach {
  readonly before: number;
  readonly after: number;
}

/** A strip with all that decides where its repeats lie. */
export interface StripTask {
  readonly strip: Strip;
  readonly motif: Motif;
  readonly task: SideTask;
  readonly count: number;
  /** Null where it ends square. */
  readonly reach: MitreReach | null;
}

/** The lines of each repeat of a strip, on the cloth. Those that follow each other without a gap are one line. */
export function layStrip(
  { strip, motif, task, count, reach }: StripTask,
  fill: number,
  stretch: BorderStretch,
): Float64Array<ArrayBuffer>[][] {
  if (strip.cells) return strip.cells.map((cell) => inTriangle(motif, cell, strip, fill));
  const along = alongOf({ strip, motif, task, count, reach }, stretch);
  const down = downOf(motif, strip, fill);
  const cut = strip.mitre && mitred(strip, strip.mitre);
  let last: Float64Array | null = null;
  return Array.from({ length: count }, (_, repeat) => {
    const laid = motif.lines.map((line) => {
      const out = new Float64Array(withBreaks(line, along.breaksIn(repeat)));
      for (let i = 0; i < out.length; i += 2) {
        out[i] = along.at(repeat, out[i]!);
        out[i + 1] = down(out[i + 1]!);
      }
      return out;
    });
    const bound = boundTo(laid, strip, motif, repeat, count);
    const kept = cut ? bound.flatMap((line) => clipLine(line, { within: cut, without: [] })) : bound;
    return kept.map((line) => {
      const joined: Float64Array = motif.joins && last && strip.mitre ? alongMitre(last, line, strip) : line;
      last = line;
      return applyToPolyline(strip.toCloth, joined);
    });
  });
}

/** A repeat in a triangle, its foot on the base: upside down where that is above. */
function inTriangle(
  { lines, box }: Motif,
  { from, to, top, bottom, isUp }: StripCell,
  { toCloth }: Strip,
  fill: number,
): Float64Array<ArrayBuffer>[] {
  const [wide, high] = [(fill * (to - from)) / (box.maxX - box.minX), (fill * (bottom - top)) / (box.maxY - box.minY)];
  const middle = (from + to) / 2 - (wide * (box.minX + box.maxX)) / 2;
  const within = mapBetween<Point, Point>(
    isUp ? [wide, 0, 0, high, middle, bottom - high * box.maxY] : [wide, 0, 0, -high, middle, top + high * box.maxY],
  );
  return lines.map((line) => applyToPolyline(compose(within, toCloth), line));
}

/** From where to where each repeat of a strip runs along it, mm. */
export function repeatSpans(
  task: StripTask,
  stretch: BorderStretch,
): readonly { readonly from: number; readonly to: number }[] {
  const { from, advance } = task.motif;
  const along = alongOf(task, stretch);
  return Array.from({ length: task.count }, (_, repeat) => ({
    from: along.at(repeat, from),
    to: along.at(repeat, from + advance),
  }));
}

/** Where a place of a repeat comes to lie along the strip. */
interface Along {
  at(repeat: number, x: number): number;
  /** Places in a repeat, as drawn, at which the stretch changes. */
  breaksIn(repeat: number): readonly number[];
}

function alongOf({ strip, motif, task, count, reach }: StripTask, stretch: BorderStretch): Along {
  const { from, advance, box } = motif;
  const part = stretchOf(task, count, stretch);
  const scale = task.unit / advance;
  /** What lies left of where a repeat begins, where the strip ends square. */
  const overhang = task.extra === 0 ? 0 : (from - box.minX) * scale;
  if (reach) return intoMitres(strip, motif, count, reach);
  const none: readonly number[] = [];
  const apart = (begin: (repeat: number) => number, size: (repeat: number) => number): Along => ({
    at: (repeat, x) => begin(repeat) + (x - from) * size(repeat),
    breaksIn: () => none,
  });
  if (stretch === 'evenly') {
    const size = scale * (1 + part);
    return apart(
      (repeat) => overhang * (1 + part) + repeat * advance * size,
      () => size,
    );
  }
  if (stretch === 'spacers') {
    // One repeat alone has its room on both sides.
    const [spacer, first] = count === 1 ? [0, (part * task.unit) / 2] : [part * task.unit, 0];
    return apart(
      (repeat) => first + overhang + repeat * (task.unit + spacer),
      () => scale,
    );
  }
  const middle = count >> 1;
  return apart(
    (repeat) => overhang + (repeat + (repeat > middle ? part : 0)) * task.unit,
    (repeat) => scale * (repeat === middle ? 1 + part : 1),
  );
}

/** By repeats counted from the strip's beginning: so many in each corner, the others evenly between. */
function intoMitres(strip: Strip, { from, advance }: Motif, count: number, { before, after }: MitreReach): Along {
  const { before: first = 0, after: last = 0 } = strip.mitre ?? {};
  const stops = [
    [0, 0],
    [before, first],
    [count - after, strip.length - last],
    [count, strip.length],
  ] as const;
  const at = (repeats: number): number => {
    const k = repeats < before ? 0 : repeats <= count - after ? 1 : 2;
    const [[r0, x0], [r1, x1]] = [stops[k], stops[k + 1]!];
    return r1 === r0 ? x0 : x0 + ((repeats - r0) / (r1 - r0)) * (x1 - x0);
  };
  return {
    at: (repeat, x) => at(repeat + (x - from) / advance),
    breaksIn: (repeat) => [before, count - after].map((r) => from + (r - repeat) * advance),
  };
}

/** A line with a point wherever it crosses one of some places along. */
function withBreaks(line: Polyline, places: readonly number[]): ArrayLike<number> {
  if (places.length === 0) return line;
  const out: number[] = [line[0]!, line[1]!];
  for (let i = 2; i < line.length; i += 2) {
    const [x0, y0, x1, y1] = [line[i - 2]!, line[i - 1]!, line[i]!, line[i + 1]!];
    const cuts = places.map((x) => (x - x0) / (x1 - x0)).filter((t) => t > 0 && t < 1);
    for (const t of cuts.sort((a, b) => a - b)) out.push(x0 + t * (x1 - x0), y0 + t * (y1 - y0));
    out.push(x1, y1);
  }
  return out;
}

/** What lies between both cuts of a mitre: a little beyond the strip's own edges, where lines may run. */
function mitred({ length, depth }: Strip, { before, after }: NonNullable<Strip['mitre']>): Point[] {
  const [first, last] = [before / depth, after / depth];
  const [top, bottom] = [-BEYOND, depth + BEYOND];
  return [
    { x: first * top, y: top },
    { x: length - last * top, y: top },
    { x: length - last * bottom, y: bottom },
    { x: first * bottom, y: bottom },
  ];
}
/** mm. */
const BEYOND = 1;

/** Both on one cut of a mitre, a line goes on from where the one before ended, along the cut. */
function alongMitre(before: Polyline, line: Polyline, { length, depth, mitre }: Strip): Float64Array {
  const [a, b] = [pointOf(before, -1), pointOf(line, 0)];
  const isOn = ({ x, y }: Point): readonly [boolean, boolean] => [
    Math.abs(x - (mitre!.before * y) / depth) < ON,
    Math.abs(length - x - (mitre!.after * y) / depth) < ON,
  ];
  const [first, last] = [isOn(a), isOn(b)];
  const isSame = (first[0] && last[0]) || (first[1] && last[1]);
  return isSame ? Float64Array.of(a.x, a.y, ...line) : line;
}
const ON = 1e-6;

/** The first and the last repeat of a strip lead into the corners' lines: eased over half a repeat. */
function boundTo(
  lines: readonly Float64Array<ArrayBuffer>[],
  { ends, length, depth }: Strip,
  { joins }: Motif,
  repeat: number,
  count: number,
): readonly Float64Array<ArrayBuffer>[] {
  if (!joins) return lines;
  let line = lines[0]!;
  if (repeat === 0 && ends.first !== null) line = eased(line, { x: 0, y: ends.first }, 0, depth);
  if (repeat === count - 1 && ends.last !== null) line = eased(line, { x: length, y: ends.last }, -1, depth);
  return [line];
}

/** A line whose first or last point is moved, and what follows it ever less, till the middle of the line. What lies within the depth stays there. */
function eased(line: Polyline, to: Point, end: 0 | -1, depth: number): Float64Array<ArrayBuffer> {
  const from = pointOf(line, end);
  // Both edges stay, and what lies between goes along.
  const bent = (y: number): number => {
    if (y === from.y) return to.y;
    return y < from.y ? (y * to.y) / from.y : depth - ((depth - y) * (depth - to.y)) / (depth - from.y);
  };
  const half = lengthOf(line) / 2;
  const out = Float64Array.from(line);
  const n = line.length / 2;
  let way = 0;
  for (let k = 0; k < n; k++) {
    const i = 2 * (end === 0 ? k : n - 1 - k);
    if (k > 0) {
      const j = 2 * (end === 0 ? k - 1 : n - k);
      way += Math.sqrt((line[i]! - line[j]!) ** 2 + (line[i + 1]! - line[j + 1]!) ** 2);
    }
    if (way >= half) break;
    const t = 1 - way / half;
    const part = t * t * (3 - 2 * t);
    out[i] = line[i]! + part * (to.x - from.x);
    out[i + 1] = line[i + 1]! + part * (bent(line[i + 1]!) - line[i + 1]!);
  }
  return out;
}
