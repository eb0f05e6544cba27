import { JOIN_DISTANCE, LARGEST_COORDINATE } from '../tolerances.ts';
import type { Point } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { FormatError } from '../problems.ts';

/** What a reader makes of a file. */
export interface Drawing {
  /** In the order and direction drawn; millimetres, y down. */
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
  /** Sentences about what was left out or assumed, with the line in the file. */
  readonly remarks: readonly string[];
}

/** Most points a drawing may have: a king quilt's rows have fewer than a tenth of that. */
const MOST_POINTS = 2_000_000;

/** Collects pen movements into strokes. Throws `FormatError` on coordinates that no quilt has and on drawings beyond the limit. */
export class StrokeCollector {
  private readonly done: Float64Array<ArrayBuffer>[] = [];
  private points = 0;
  private current: number[] = [];

  /** The stroke being drawn, as `x, y` pairs to append to; a new one starts at `start`. */
  from(start: Point, line: number | null): number[] {
    if (this.current.length === 0) this.current.push(start.x, start.y);
    this.refuseBeyond(this.points + this.current.length / 2, line);
    return this.current;
  }

  /** Ends the stroke being drawn; a lone point is dropped. */
  finish(line: number | null): void {
    if (this.current.length >= 4) {
      for (const value of this.current) {
        if (!(Math.abs(value) <= LARGEST_COORDINATE)) {
          throw new FormatError(
            `Line ${line ?? '?'} has a coordinate of ${value} mm, larger than any quilt. Check the file's units, or draw it again nearer to the origin.`,
            line,
          );
        }
      }
      this.points += this.current.length / 2;
      this.refuseBeyond(this.points, line);
      this.done.push(Float64Array.from(this.current));
    }
    this.current = [];
  }

  private refuseBeyond(points: number, line: number | null): void {
    if (points <= MOST_POINTS) return;
    throw new FormatError(
      `The drawing has more than ${MOST_POINTS.toLocaleString('en')} points. Simplify it in the drawing program and save it again.`,
      line,
    );
  }

  /** All strokes; neighbours in drawing order whose ends meet become one stroke. */
  strokes(): Float64Array<ArrayBuffer>[] {
    const out: Float64Array<ArrayBuffer>[] = [];
    let chain: Polyline[] = [];
    const flush = (): void => {
      if (chain.length > 0) out.push(concatenate(chain));
      chain = [];
    };
    for (const stroke of this.done) {
      const before = chain.at(-1);
      if (before && !meets(before, stroke)) flush();
      chain.push(stroke);
    }
    flush();
    return out;
  }
}

const meets = (before: Polyline, after: Polyline): boolean =>
  Math.abs(before.at(-2)! - after[0]!) <= JOIN_DISTANCE && Math.abs(before.at(-1)! - after[1]!) <= JOIN_DISTANCE;

function concatenate(chain: readonly Polyline[]): Float64Array<ArrayBuffer> {
  const out = new Float64Array(chain.reduce((n, s) => n + s.length, 0) - 2 * (chain.length - 1));
  let at = 0;
  chain.forEach((stroke, i) => {
    const part = i === 0 ? stroke : stroke.subarray(2);
    out.set(part, at);
    at += part.length;
  });
  return out;
}
