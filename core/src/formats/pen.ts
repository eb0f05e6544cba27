import { type ConicFrame, flattenConicInto, flattenCubicInto, flattenQuadraticInto } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { FormatError } from '../problems.ts';
import { fineness, FLATTEN_CHORD, LARGEST_COORDINATE, MOST_POINTS } from '../tolerances.ts';
import { formatCount } from '../units.ts';
import type { LeftOut, Unseen } from './left-out.ts';
import { type Clip, SeenAndUnseen, type StrokeLook } from './seen-and-unseen.ts';

/** Most separate lines: each is a cut of the thread, unless it joins others. */
const MOST_STROKES = 100_000;
/** A stroke that never goes farther than this from its start, mm, is a point. */
const POINT_SIZE = 1e-6;

/** What was drawn, its curves flattened as finely as its size asks for. */
export interface Drawn {
  /** In the order and direction drawn; millimetres, y down. */
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
  /** The layer, or else the colour, that each stroke was drawn in; null where the file tells none. */
  readonly groups: readonly (string | null)[];
  /** What isn't seen in the drawing, by why and layer. */
  readonly leftOut: readonly LeftOut[];
}

/** Appends a curve without its start; it may end early where `out` has more than `most` numbers. */
type Flatten = (out: number[], tolerance: number, most: number) => void;

/** Kinds of movement, each followed by its numbers: a line's and a curve's own points, a conic's frame, angles and end, the number of a spline. */
const [LINE, QUADRATIC, CUBIC, CONIC, SPLINE] = [0, 1, 2, 3, 4] as const;

/** A line's kind and its end. */
const LINE_SIZE = 3;

interface Stroke extends StrokeLook {
  readonly at: number;
  readonly start: Point;
  readonly line: number | null;
}

/**
 * Takes down what a drawing's pen does, in millimetres of the file's own space. Curves stay curves until all is drawn: how finely they must be
 * flattened depends on how large it is. Throws `FormatError` where there are more points than any design has.
 */
export class Pen {
  /** The layer or colour of what is being drawn. */
  group: string | null = null;
  /** Why what is being drawn isn't seen; null where it is. */
  unseen: Unseen | null = null;
  clip: Clip | null = null;
  private readonly drawnStrokes: Stroke[] = [];
  private readonly splines: Flatten[] = [];
  private moves = new Float64Array(96);
  private used = 0;
  private count = 0;
  isDrawing = false;
  private readonly low = { x: Infinity, y: Infinity };
  private readonly high = { x: -Infinity, y: -Infinity };

  /** Begins a stroke at `start`, unless one is being drawn. `line` is the file's, 1-based. */
  from(start: Point, line: number | null): this {
    if (!this.isDrawing) {
      if (this.drawnStrokes.length >= MOST_STROKES) refuseMany(line);
      const { group, unseen, clip } = this;
      this.drawnStrokes.push({ at: this.used, start, line, group, unseen, clip });
      this.isDrawing = true;
      this.reach(start.x, start.y);
    }
    return this;
  }

  line(x: number, y: number): void {
    // By far the most frequent, so without the detour of `put`.
    this.makeRoom(LINE_SIZE);
    this.moves[this.used++] = LINE;
    this.moves[this.used++] = x;
    this.moves[this.used++] = y;
    this.reach(x, y);
  }

  quadratic(c: Point, end: Point): void {
    this.put(QUADRATIC, c.x, c.y, end.x, end.y);
    this.reach(c.x, c.y);
    this.reach(end.x, end.y);
  }

  cubic(c: Point, d: Point, end: Point): void {
    this.put(CUBIC, c.x, c.y, d.x, d.y, end.x, end.y);
    this.reach(c.x, c.y);
    this.reach(d.x, d.y);
    this.reach(end.x, end.y);
  }

  /** A stretch of a circle or ellipse, which ends exactly at `end`. */
  conic({ centre, u, v }: ConicFrame, from: number, turn: number, end: Point): void {
    this.put(CONIC, centre.x, centre.y, u.x, u.y, v.x, v.y, from, turn, end.x, end.y);
    const [x, y] = [Math.abs(u.x) + Math.abs(v.x), Math.abs(u.y) + Math.abs(v.y)];
    this.reach(centre.x - x, centre.y - y);
    this.reach(centre.x + x, centre.y + y);
  }

  /** A curve by points that it lies among. */
  spline(controls: readonly Point[], flatten: Flatten): void {
    this.put(SPLINE, this.splines.length);
    this.splines.push(flatten);
    for (const { x, y } of controls) this.reach(x, y);
  }

  /** Ends the stroke being drawn. */
  finish(): void {
    this.isDrawing = false;
  }

  /**
   * All that was drawn; strokes without a length are nothing. What isn't seen is kept apart, but for that which is `taken`, by `unseenKey`.
   * Throws `FormatError` on coordinates that no quilt has.
   */
  drawn(taken: readonly string[] = []): Drawn {
    const size = Math.max(this.high.x - this.low.x, this.high.y - this.low.y);
    const tolerance = FLATTEN_CHORD * (size > 0 && size < Infinity ? fineness(size) : 1);
    const sorted = new SeenAndUnseen(taken);
    let points = 0;
    this.drawnStrokes.forEach((stroke, i) => {
      const line = this.flattened(stroke, this.drawnStrokes[i + 1]?.at ?? this.used, tolerance, MOST_POINTS - points);
      if (isPoint(line)) return;
      points += line.length / 2;
      this.refuseFar(line, stroke.line);
      sorted.put(line, stroke);
      // Clips may cut one line into thousands.
      if (sorted.count > 2 * MOST_STROKES) refuseMany(stroke.line);
    });
    return { strokes: sorted.strokes, groups: sorted.groups, leftOut: sorted.leftOut() };
  }

  private flattened(
    { at, start, line }: Stroke,
    end: number,
    tolerance: number,
    left: number,
  ): Float64Array<ArrayBuffer> {
    const m = this.moves;
    if (this.isStraight(at, end)) return this.straight(start, at, end, left, line);
    const out = [start.x, start.y];
    for (let k = at; k < end;) {
      const from = pt(out.at(-2)!, out.at(-1)!);
      switch (m[k]) {
        case LINE:
          out.push(m[k + 1]!, m[k + 2]!);
          k += LINE_SIZE;
          break;
        case QUADRATIC:
          flattenQuadraticInto(out, from, pt(m[k + 1]!, m[k + 2]!), pt(m[k + 3]!, m[k + 4]!), tolerance);
          k += 5;
          break;
        case CUBIC: {
          const [c, d, to] = [pt(m[k + 1]!, m[k + 2]!), pt(m[k + 3]!, m[k + 4]!), pt(m[k + 5]!, m[k + 6]!)];
          flattenCubicInto(out, from, c, d, to, tolerance);
          k += 7;
          break;
        }
        case CONIC: {
          const frame = { centre: pt(m[k + 1]!, m[k + 2]!), u: pt(m[k + 3]!, m[k + 4]!), v: pt(m[k + 5]!, m[k + 6]!) };
          flattenConicInto(out, frame, m[k + 7]!, m[k + 8]!, tolerance);
          out.splice(-2, 2, m[k + 9]!, m[k + 10]!);
          k += 11;
          break;
        }
        default:
          this.splines[m[k + 1]!]!(out, tolerance, 2 * left);
          k += 2;
      }
      if (out.length / 2 > left) refuseLong(line);
    }
    return new Float64Array(out);
  }

  private isStraight(at: number, end: number): boolean {
    if ((end - at) % LINE_SIZE !== 0) return false;
    for (let k = at; k < end; k += LINE_SIZE) if (this.moves[k] !== LINE) return false;
    return true;
  }

  /** A stroke of lines alone, as most are. */
  private straight(
    start: Point,
    at: number,
    end: number,
    left: number,
    line: number | null,
  ): Float64Array<ArrayBuffer> {
    const points = 1 + (end - at) / LINE_SIZE;
    if (points > left) refuseLong(line);
    const out = new Float64Array(2 * points);
    out[0] = start.x;
    out[1] = start.y;
    for (let k = at, i = 2; k < end; k += LINE_SIZE) {
      out[i++] = this.moves[k + 1]!;
      out[i++] = this.moves[k + 2]!;
    }
    return out;
  }

  private put(...numbers: readonly number[]): void {
    this.makeRoom(numbers.length);
    for (const value of numbers) this.moves[this.used++] = value;
  }

  private makeRoom(numbers: number): void {
    if (++this.count > MOST_POINTS) refuseLong(this.drawnStrokes.at(-1)?.line ?? null);
    if (this.used + numbers <= this.moves.length) return;
    const larger = new Float64Array(2 * this.moves.length);
    larger.set(this.moves);
    this.moves = larger;
  }

  private reach(x: number, y: number): void {
    if (x < this.low.x) this.low.x = x;
    if (x > this.high.x) this.high.x = x;
    if (y < this.low.y) this.low.y = y;
    if (y > this.high.y) this.high.y = y;
  }

  /** A drawing may lie anywhere, but may not be larger than any quilt: measured from where it begins. */
  private refuseFar(points: Polyline, line: number | null): void {
    const { x, y } = this.drawnStrokes[0]!.start;
    for (let i = 0; i < points.length; i++) {
      const value = points[i]! - (i % 2 === 0 ? x : y);
      if (Math.abs(value) <= LARGEST_COORDINATE) continue;
      const where = line === null ? 'The drawing' : `Line ${line}`;
      throw new FormatError(
        `${where} has a coordinate of ${points[i]!} mm, larger than any quilt. Check the file's units, and whether a stray point lies far off.`,
        line,
      );
    }
  }
}

function isPoint(line: Polyline): boolean {
  for (let i = 2; i < line.length; i += 2)
    if (!(Math.abs(line[i]! - line[0]!) <= POINT_SIZE && Math.abs(line[i + 1]! - line[1]!) <= POINT_SIZE)) return false;
  return true;
}

function refuseMany(line: number | null): never {
  throw new FormatError(
    `The drawing has more than ${formatCount(MOST_STROKES)} separate lines. Join them in the drawing program, and save it again.`,
    line,
  );
}

function refuseLong(line: number | null): never {
  throw new FormatError(
    `The drawing has more than ${formatCount(MOST_POINTS)} points. Simplify it in the drawing program and save it again.`,
    line,
  );
}

const pt = (x: number, y: number): Point => ({ x, y });
