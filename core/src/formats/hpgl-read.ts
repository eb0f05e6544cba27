import { flattenConicInto } from '../geometry/flatten.ts';
import { distance, type Point } from '../geometry/point.ts';
import { FormatError } from '../problems.ts';
import { FLATTEN_CHORD } from '../tolerances.ts';
import { toRadians } from '../units.ts';
import { type Drawing, StrokeCollector } from './drawing.ts';

/** A plotter unit is 0.025 mm. */
const UNITS_PER_MM = 40;
const KNOWN = new Set('IN DF PU PD PA PR AA AR CI SP SC IP VS LT FS PT RO NR CT WU PW TL DT'.split(' '));
const LEFT_OUT: Readonly<Record<string, string>> = {
  LB: 'text is left out; turn it into lines first',
  PE: 'encoded polylines are left out; save it as plain HPGL',
  RA: 'filled areas are left out',
  RR: 'filled areas are left out',
  WG: 'filled areas are left out',
  RO: 'a turned page is read unturned; turn the design after reading',
};

/** A label runs to its end mark and may hold anything; commands for the plotter itself begin with an escape. */
const END_MARK = String.fromCharCode(3);
const ESCAPE = String.fromCharCode(27);
const LABEL = new RegExp(`LB[^${END_MARK}]*${END_MARK}?`, 'g');
const DEVICE = new RegExp(`${ESCAPE}\\.[A-Z@()][^:;A-Za-z]*:?`, 'g');

/**
 * Reads HPGL pen movements: IN PU PD PA PR AA AR CI SP, with SC scaling (by the points of IP where given). 40 units a millimetre; y is
 * turned down. Throws `FormatError`.
 */
export function readHpgl(text: string): Drawing {
  const reader = new HpglReader();
  const plain = text.replace(LABEL, 'LB;').replace(DEVICE, '');
  for (const [, name, values] of plain.matchAll(/([A-Za-z]{2})([^A-Za-z;]*);?/g)) {
    const numbers = (values!.match(/[+-]?(?:\d+\.?\d*|\.\d+)/g) ?? []).map(Number);
    reader.command(name!.toUpperCase(), numbers);
  }
  reader.pen.finish(null);
  const strokes = reader.pen.strokes();
  if (strokes.length === 0)
    throw new FormatError('There is no pen-down movement in this file, so there is nothing to stitch.');
  return {
    strokes,
    groups: reader.pen.groups,
    remarks: [...reader.remarks],
    unit: { mm: 1 / UNITS_PER_MM, stated: true },
    table: null,
  };
}

class HpglReader {
  readonly pen = new StrokeCollector();
  readonly remarks = new Set<string>();
  private at: Point = { x: 0, y: 0 };
  private down = false;
  private absolute = true;
  private corners: readonly number[] = [0, 0, 10000, 10000];
  private scale: readonly number[] | null = null;

  command(name: string, n: readonly number[]): void {
    switch (name) {
      case 'IN':
      case 'DF':
        this.pen.finish(null);
        this.down = false;
        this.absolute = true;
        this.scale = null;
        break;
      case 'PU':
      case 'PD':
        this.down = name === 'PD';
        if (!this.down) this.pen.finish(null);
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
      case 'CI':
        if (n.length >= 1) this.circle(n[0]!);
        break;
      case 'IP':
        if (n.length === 4) this.corners = n;
        break;
      case 'SC':
        this.scale = n.length >= 4 && n[0] !== n[1] && n[2] !== n[3] ? n : null;
        break;
      default:
        if (!KNOWN.has(name)) this.remarks.add(`${sentence(LEFT_OUT[name] ?? `the command ${name} is left out`)}.`);
    }
    if (name === 'RO' && (n[0] ?? 0) !== 0) this.remarks.add(`${sentence(LEFT_OUT.RO!)}.`);
  }

  private go(n: readonly number[]): void {
    for (let i = 0; i + 1 < n.length; i += 2) {
      const to = this.place(n[i]!, n[i + 1]!, this.absolute);
      if (this.down) this.pen.from(this.at, null).push(to.x, to.y);
      this.at = to;
    }
  }

  private arc(centre: Point, degrees: number): void {
    const radius = distance(centre, this.at);
    const start = Math.atan2(this.at.y - centre.y, this.at.x - centre.x);
    const out: number[] = this.down ? this.pen.from(this.at, null) : [];
    // Positive angles run counter-clockwise on paper, which is against growing angles with y down.
    flattenConicInto(out, circleOf(centre, radius), start, -toRadians(degrees), FLATTEN_CHORD);
    this.at = { x: out.at(-2)!, y: out.at(-1)! };
  }

  /** A circle is a stroke of its own, pen up or down, and leaves the pen where it was. */
  private circle(radius: number): void {
    const { at } = this;
    this.pen.finish(null);
    const r = Math.abs(this.place(radius, 0, false).x - at.x);
    const out = this.pen.from({ x: at.x + r, y: at.y }, null);
    flattenConicInto(out, circleOf(at, r), 0, -2 * Math.PI, FLATTEN_CHORD);
    out.splice(-2, 2, at.x + r, at.y);
    this.pen.finish(null);
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
const sentence = (text: string): string => `${text[0]!.toUpperCase()}${text.slice(1)}`;
