import { type Affine, applyToPoint } from '../geometry/affine.ts';
import { conicOfArc } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';
import { toRadians } from '../units.ts';
import type { Pen } from './pen.ts';
import { PathNumbers } from './svg-path-numbers.ts';

/** Puts path data on the pen under a map to millimetres, up to where it breaks (SVG 2, section 9.5.4). Returns what is wrong there, or null. */
export function drawPath(pen: Pen, data: string, matrix: Affine, line: number): string | null {
  const path = new PathReader(pen, data, matrix, line);
  const isSound = path.read();
  pen.finish();
  return isSound ? null : `at character ${path.at + 1}`;
}

/** The commands of a path, as they come, in its own space. */
class PathReader {
  private readonly numbers: PathNumbers;
  private now: Point = { x: 0, y: 0 };
  private start: Point = this.now;
  /** The last control point of the curve just drawn, which the next may go on from smoothly; null after anything else. */
  private cubicControl: Point | null = null;
  private quadraticControl: Point | null = null;

  constructor(
    private readonly pen: Pen,
    data: string,
    private readonly matrix: Affine,
    private readonly line: number,
  ) {
    this.numbers = new PathNumbers(data);
  }

  get at(): number {
    return this.numbers.at;
  }

  /** False where it breaks. */
  read(): boolean {
    const { numbers } = this;
    let command = numbers.command();
    if (command !== 'M' && command !== 'm') return command === '';
    while (command !== '') {
      const name = command.toUpperCase();
      const isRelative = name !== command;
      if (name === 'Z') this.close();
      else if (!this.draw(name, isRelative)) return false;
      const next = numbers.command();
      if (next !== '') command = next;
      else if (numbers.isAtEnd()) break;
      // Numbers without a letter repeat what was drawn last; those behind a move are lines.
      else if (name === 'Z') return false;
      else if (name === 'M') command = isRelative ? 'l' : 'L';
    }
    return numbers.isAtEnd();
  }

  private draw(name: string, isRelative: boolean): boolean {
    const { numbers } = this;
    const from = isRelative ? this.now : ORIGIN;
    switch (name) {
      case 'M': {
        const to = this.point(from);
        if (isBroken(to)) return false;
        this.pen.finish();
        this.now = this.start = to;
        this.goneStraight();
        return true;
      }
      case 'L':
        return this.lineTo(this.point(from));
      case 'H':
        return this.lineTo({ x: numbers.number() + from.x, y: this.now.y });
      case 'V':
        return this.lineTo({ x: this.now.x, y: numbers.number() + from.y });
      case 'C':
        return this.cubicTo(this.point(from), this.point(from), this.point(from));
      case 'S':
        return this.cubicTo(this.mirrored(this.cubicControl), this.point(from), this.point(from));
      case 'Q':
        return this.quadraticTo(this.point(from), this.point(from));
      case 'T':
        return this.quadraticTo(this.mirrored(this.quadraticControl), this.point(from));
      case 'A':
        return this.arcTo(
          [numbers.number(), numbers.number(), numbers.number(), numbers.flag(), numbers.flag()],
          this.point(from),
        );
      default:
        return false;
    }
  }

  private point(from: Point): Point {
    const x = this.numbers.number() + from.x;
    return { x, y: this.numbers.number() + from.y };
  }

  private lineTo(to: Point): boolean {
    if (isBroken(to)) return false;
    const [a, b, c, d, e, f] = this.matrix;
    this.begun().line(a * to.x + c * to.y + e, b * to.x + d * to.y + f);
    this.now = to;
    this.goneStraight();
    return true;
  }

  private cubicTo(c: Point, d: Point, to: Point): boolean {
    if (isBroken(c) || isBroken(d) || isBroken(to)) return false;
    this.begun().cubic(this.placed(c), this.placed(d), this.placed(to));
    this.now = to;
    this.goneStraight();
    this.cubicControl = d;
    return true;
  }

  private quadraticTo(c: Point, to: Point): boolean {
    if (isBroken(c) || isBroken(to)) return false;
    this.begun().quadratic(this.placed(c), this.placed(to));
    this.now = to;
    this.goneStraight();
    this.quadraticControl = c;
    return true;
  }

  private arcTo([rx, ry, axis, large, sweep]: readonly [number, number, number, number, number], to: Point): boolean {
    if (Number.isNaN(rx + ry + axis + large + sweep) || isBroken(to)) return false;
    const arc = { rx, ry, axis: toRadians(axis), large: large === 1, sweep: sweep === 1 };
    const found = conicOfArc(this.now, arc, to);
    if (!found) return this.lineTo(to);
    const { conic, from, turn } = found;
    const [a, b, c, d] = this.matrix;
    const vector = (p: Point): Point => ({ x: a * p.x + c * p.y, y: b * p.x + d * p.y });
    const placed = { centre: this.placed(conic.centre), u: vector(conic.u), v: vector(conic.v) };
    this.begun().conic(placed, from, turn, this.placed(to));
    this.now = to;
    this.goneStraight();
    return true;
  }

  private close(): void {
    if (this.now.x !== this.start.x || this.now.y !== this.start.y) this.lineTo(this.start);
    this.goneStraight();
    this.pen.finish();
    this.now = this.start;
  }

  private begun(): Pen {
    return this.pen.isDrawing ? this.pen : this.pen.from(this.placed(this.now), this.line);
  }

  private goneStraight(): void {
    this.cubicControl = this.quadraticControl = null;
  }

  private mirrored(control: Point | null): Point {
    const { now } = this;
    return control ? { x: 2 * now.x - control.x, y: 2 * now.y - control.y } : now;
  }

  private placed(p: Point): Point {
    return applyToPoint(this.matrix, p);
  }
}

const ORIGIN: Point = { x: 0, y: 0 };
const isBroken = ({ x, y }: Point): boolean => Number.isNaN(x + y);
