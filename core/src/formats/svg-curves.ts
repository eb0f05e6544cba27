import svgpath from 'svgpath';
import { type Affine } from '../geometry/affine.ts';
import { conicOfArc } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';
import { toRadians } from '../units.ts';
import type { Pen } from './pen.ts';

/** Puts path data on the pen under a map to millimetres. Returns why the rest of it can't be read, or null. */
export function drawPath(pen: Pen, data: string, matrix: Affine, line: number): string | null {
  const path = svgpath(data);
  const broken = (path as unknown as { readonly err: string }).err;
  let start: Point = { x: 0, y: 0 };
  let at: Point = start;
  const out = (): Pen => pen.from(at, line);
  path
    .abs()
    .unshort()
    .matrix([...matrix])
    .iterate((segment, _index, x, y) => {
      at = { x, y };
      switch (segment[0]) {
        case 'M':
          pen.finish();
          start = pt(segment[1], segment[2]);
          break;
        case 'L':
          out().line(segment[1], segment[2]);
          break;
        case 'H':
          out().line(segment[1], y);
          break;
        case 'V':
          out().line(x, segment[1]);
          break;
        case 'C':
          out().cubic(pt(segment[1], segment[2]), pt(segment[3], segment[4]), pt(segment[5], segment[6]));
          break;
        case 'Q':
          out().quadratic(pt(segment[1], segment[2]), pt(segment[3], segment[4]));
          break;
        case 'A': {
          const [, rx, ry, axis, large, sweep, ex, ey] = segment;
          const arc = { rx, ry, axis: toRadians(axis), large: large === 1, sweep: sweep === 1 };
          const to = pt(ex, ey);
          const conic = conicOfArc(at, arc, to);
          if (conic) out().conic(conic.conic, conic.from, conic.turn, to);
          else out().line(ex, ey);
          break;
        }
        case 'Z':
        case 'z':
          if (x !== start.x || y !== start.y) out().line(start.x, start.y);
          pen.finish();
          break;
      }
    });
  pen.finish();
  return broken ? broken.replace(/^SvgPath: /, '') : null;
}

const pt = (x: number, y: number): Point => ({ x, y });
