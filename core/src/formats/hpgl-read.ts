import { distance, type Point } from '../geometry/point.ts';
import { FormatError } from '../problems.ts';
import { toRadians } from '../units.ts';
import type { Drawing } from './drawing.ts';
import { type HpglCommand, hpglCommands } from './hpgl-commands.ts';
import { Pen } from './pen.ts';
import { Remarks } from './remarks.ts';

/** A plotter unit is 0.025 mm. */
const UNITS_PER_MM = 40;
/** Commands that change nothing of the lines: how the pen is held, and what is said back. */
const SILENT = new Set(
  'SP VS LT PT NR CT WU PW LA DI DR SI SR SL CS CA SS SA CP OA OC OE OH OI OP OS OW IW TL PS BP PG NP PM'.split(' '),
);
const LEFT_OUT: Readonly<Record<string, string>> = {
  LB: 'text is left out; turn it into lines first',
  PE: 'encoded polylines are left out; save it as plain HPGL',
  RA: 'filled areas are left out',
  RR: 'filled areas are left out',
  WG: 'filled areas are left out',
  FP: 'filled areas are left out',
};
const TURN = 2 * Math.PI;

/**
 * Reads HPGL pen movements: IN DF PU PD PA PR AA AR AT RT CI EA ER EW, with SC scaling (by the points of IP where given). 40 units a
 * millimetre; y is turned down. Throws `FormatError`.
 */
export function readHpgl(text: string): Drawing {
  const reader = new HpglReader();
  for (const command of hpglCommands(text)) reader.command(command);
  const drawn = reader.pen.drawn();
  if (drawn.strokes.length === 0)
    throw new FormatError('There is no pen-down movement in this file, so there is nothing to stitch.');
  return { ...drawn, remarks: reader.remarks.list(), unit: { mm: 1 / UNITS_PER_MM, stated: true }, table: null };
}

class HpglReader {
  readonly pen = new Pen();
  readonly remarks = new Remarks();
  private at: Point = { x: 0, y: 0 };
  private down = false;
  private absolute = true;
  private corners: readonly number[] = [0, 0, 10000, 10000];
  private scale: readonly number[] | null = null;

  command({ name, numbers: n }: HpglCommand): void {
    switch (name) {
      case 'IN':
      case 'DF':
        this.pen.finish();
        this.down = false;
        this.absolute = true;
        this.scale = null;
        break;
      case 'PU':
      case 'PD':
        this.down = name === 'PD';
        if (!this.down) this.pen.finish();
        this.go(n);
        break;
      case 'PA':
      case 'PR':
        this.absolute = name === 'PA';
        this.go(n);
        break;
      case 'AA':
      case 'AR':
        if (n.length >= 3) this.arc(this.place(n[0]!, n[1]!, name === 'AA'), n[2]!);
        break;
      case 'AT':
      case 'RT':
        if (n.length >= 4)
          this.arcThrough(this.place(n[0]!, n[1]!, name === 'AT'), this.place(n[2]!, n[3]!, name === 'AT'));
        break;
      case 'CI':
        if (n.length >= 1) this.circle(n[0]!);
        break;
      case 'EA':
      case 'ER':
        if (n.length >= 2) this.rectangle(this.place(n[0]!, n[1]!, name === 'EA'));
        break;
      case 'EW':
        if (n.length >= 3) this.wedge(n[0]!, n[1]!, n[2]!);
        break;
      case 'IP':
        if (n.length === 4) this.corners = n;
        break;
      case 'SC':
        this.scale = n.length >= 4 && n[0] !== n[1] && n[2] !== n[3] ? n : null;
        break;
      case 'RO':
        if ((n[0] ?? 0) !== 0) this.remarks.say('a turned page is read unturned; turn the design after reading');
        break;
      default:
        if (!SILENT.has(name)) this.remarks.say(LEFT_OUT[name] ?? `the command ${name} is left out`);
    }
  }

  private go(n: readonly number[]): void {
    for (let i = 0; i + 1 < n.length; i += 2) {
      const to = this.place(n[i]!, n[i + 1]!, this.absolute);
      if (this.down) this.pen.from(this.at, null).line(to.x, to.y);
      this.at = to;
    }
  }

  private arc(centre: Point, degrees: number): void {
    // Positive angles run counter-clockwise on paper, which is against growing angles with y down.
    this.arcBy(centre, -toRadians(degrees));
  }

  private arcBy(centre: Point, turn: number, end?: Point): void {
    const radius = distance(centre, this.at);
    const start = Math.atan2(this.at.y - centre.y, this.at.x - centre.x);
    const to = end ?? onCircle(centre, radius, start + turn);
    if (this.down) this.pen.from(this.at, null).conic(circleOf(centre, radius), start, turn, to);
    this.at = to;
  }

  /** From where the pen is, through one place to another; straight where no circle goes through the three. */
  private arcThrough(through: Point, to: Point): void {
    const { at } = this;
    const [ax, ay, bx, by] = [through.x - at.x, through.y - at.y, to.x - at.x, to.y - at.y];
    const cross = 2 * (ax * by - ay * bx);
    const [a, b] = [ax * ax + ay * ay, bx * bx + by * by];
    if (Math.abs(cross) <= 1e-9 * (a + b)) {
      if (this.down) this.pen.from(at, null).line(to.x, to.y);
      this.at = to;
      return;
    }
    const centre = { x: at.x + (by * a - ay * b) / cross, y: at.y + (ax * b - bx * a) / cross };
    const angle = (p: Point): number => Math.atan2(p.y - centre.y, p.x - centre.x);
    const growing = (((angle(to) - angle(at)) % TURN) + TURN) % TURN;
    // The place between lies to the right of the way with y down, where angles grow.
    this.arcBy(centre, cross > 0 ? growing : growing - TURN, to);
  }

  /** A circle is a stroke of its own, pen up or down, and leaves the pen where it was. */
  private circle(radius: number): void {
    const { at } = this;
    this.pen.finish();
    const r = this.own(radius);
    const start = { x: at.x + r, y: at.y };
    this.pen.from(start, null).conic(circleOf(at, r), 0, -TURN, start);
    this.pen.finish();
  }

  private rectangle(to: Point): void {
    const { at } = this;
    this.closed([at, { x: to.x, y: at.y }, to, { x: at.x, y: to.y }]);
  }

  private wedge(radius: number, from: number, sweep: number): void {
    const { at } = this;
    const r = Math.abs(this.own(radius));
    // A negative radius turns the start round by half a circle.
    const start = -toRadians(from) + (radius < 0 ? Math.PI : 0);
    const turn = -toRadians(sweep);
    const begin = onCircle(at, r, start);
    this.pen.finish();
    const isWhole = Math.abs(turn) >= TURN - 1e-9;
    if (isWhole) this.pen.from(begin, null);
    else this.pen.from(at, null).line(begin.x, begin.y);
    this.pen.conic(circleOf(at, r), start, turn, isWhole ? begin : onCircle(at, r, start + turn));
    if (!isWhole) this.pen.line(at.x, at.y);
    this.pen.finish();
  }

  /** A stroke of its own, which leaves the pen where it was. */
  private closed(corners: readonly Point[]): void {
    this.pen.finish();
    this.pen.from(corners[0]!, null);
    for (const { x, y } of [...corners.slice(1), corners[0]!]) this.pen.line(x, y);
    this.pen.finish();
  }

  /** A length of the user's own, mm. */
  private own(length: number): number {
    return Math.abs(this.place(length, 0, false).x - this.at.x);
  }

  /** Millimetres with y down, of plotter units or of the user's units under SC. */
  private place(x: number, y: number, absolute: boolean): Point {
    const [p1x, p1y, p2x, p2y] = this.corners;
    const s = this.scale;
    const fx = s ? (p2x! - p1x!) / (s[1]! - s[0]!) : 1;
    const fy = s ? (p2y! - p1y!) / (s[3]! - s[2]!) : 1;
    return absolute
      ? {
          x: (s ? p1x! + (x - s[0]!) * fx : x) / UNITS_PER_MM,
          y: -(s ? p1y! + (y - s[2]!) * fy : y) / UNITS_PER_MM,
        }
      : { x: this.at.x + (x * fx) / UNITS_PER_MM, y: this.at.y - (y * fy) / UNITS_PER_MM };
  }
}

const circleOf = (centre: Point, r: number) => ({ centre, u: { x: r, y: 0 }, v: { x: 0, y: r } });
const onCircle = (centre: Point, r: number, angle: number): Point => ({
  x: centre.x + r * Math.cos(angle),
  y: centre.y + r * Math.sin(angle),
});
