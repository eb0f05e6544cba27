import { flattenConicInto } from '../geometry/flatten.ts';
import { distance, type Point } from '../geometry/point.ts';
import { FormatError } from '../problems.ts';
import { FLATTEN_CHORD } from '../tolerances.ts';
import { MM_PER_INCH } from '../units.ts';
import { type Drawing, MM_PER_FILE_UNIT, type ReadAnswers, StrokeCollector } from './drawing.ts';

const MOST_REMARKS = 20;
/** In brackets, or from a semicolon on; never beyond a line. Written so that no text makes it slow. */
const COMMENT = /\([^()\n]*\)?|;.*$/gm;

/**
 * Reads G-code: G0 travels, G1 to G3 stitch, with G20/21, G90/91, I/J (G90.1/91.1) and R arcs, modal words and comments. The needle is up
 * after M5 and, in files that lift it so, above Z 0. Y is turned down. Without G20 or G21 the unit answered is taken, else millimetres.
 * Throws `FormatError`.
 */
export function readGcode(text: string, answers: ReadAnswers = {}): Drawing {
  const stated = /(^|[^A-Z0-9.])G0?2[01](?![\d.])/im.test(text.replace(COMMENT, ' '));
  const reader = new GcodeReader(stated ? 1 : MM_PER_FILE_UNIT[answers.unit ?? 'mm'], /\bM0?3\b/i.test(text));
  let number = 0;
  for (const line of text.split(/\r\n|\n|\r/)) reader.line(line, ++number);
  reader.pen.finish(number);
  const strokes = reader.pen.strokes();
  if (strokes.length === 0)
    throw new FormatError('There is no G1, G2 or G3 move in this file, so there is nothing to stitch.');
  return {
    strokes,
    groups: reader.pen.groups,
    remarks: [...reader.remarks],
    unit: { mm: reader.unit, stated },
    table: null,
  };
}

class GcodeReader {
  readonly pen = new StrokeCollector();
  readonly remarks = new Set<string>();
  private at: Point = { x: 0, y: 0 };
  private motion = 0;
  private absolute = true;
  private absoluteCentre = false;
  private stopped = false;
  private lifted = false;

  constructor(
    /** Millimetres a unit. */
    public unit: number,
    /** M3 and M5 say when the needle goes; else Z may. */
    private readonly spindle: boolean,
  ) {}

  line(raw: string, number: number): void {
    const code = raw.replace(COMMENT, ' ');
    const words = new Map<string, number>();
    for (const [, letter, value] of code.matchAll(/([A-Za-z])\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)/g)) {
      const name = letter!.toUpperCase();
      if (name === 'G') this.mode(Number(value), number);
      else if (name === 'M') this.machine(Number(value), number);
      else words.set(name, Number(value));
    }
    if (words.has('Z') && !this.spindle) {
      this.lifted = words.get('Z')! > 0;
      if (this.lifted) this.pen.finish(number);
    }
    if (['X', 'Y', 'I', 'J'].some((name) => words.has(name))) this.move(words, number);
  }

  private mode(code: number, line: number): void {
    if (code >= 0 && code <= 3 && Number.isInteger(code)) this.motion = code;
    else if (code === 20) this.unit = MM_PER_INCH;
    else if (code === 21) this.unit = 1;
    else if (code === 90) this.absolute = true;
    else if (code === 91) this.absolute = false;
    else if (code === 90.1) this.absoluteCentre = true;
    else if (code === 91.1) this.absoluteCentre = false;
    else if (code === 18 || code === 19) this.remark(line, `G${code} works in another plane; arcs are read flat`);
    else if (code === 5 || code === 5.1) this.remark(line, `G${code} curves are read as straight lines`);
    else if (code === 28 || code === 30 || code === 92)
      this.remark(line, `G${code} depends on the machine and is left out`);
  }

  private machine(code: number, line: number): void {
    if (code === 3 || code === 4) this.stopped = false;
    if (code !== 5) return;
    this.stopped = this.spindle;
    this.pen.finish(line);
  }

  private move(words: ReadonlyMap<string, number>, line: number): void {
    const from = this.at;
    const along = (name: string, was: number): number => {
      const value = words.get(name);
      return value === undefined ? was : value * this.unit + (this.absolute ? 0 : was);
    };
    // Y is kept down from here on; the file's points up.
    const to = { x: along('X', from.x), y: -along('Y', -from.y) };
    this.at = to;
    if (this.motion === 0 || this.stopped || this.lifted) {
      this.pen.finish(line);
      return;
    }
    const out = this.pen.from(from, line);
    if (this.motion === 1) out.push(to.x, to.y);
    else this.arc(out, from, to, words, line);
  }

  private arc(out: number[], from: Point, to: Point, words: ReadonlyMap<string, number>, line: number): void {
    const clockwise = this.motion === 2;
    const centre = words.has('R')
      ? centreByRadius(from, to, words.get('R')! * this.unit, clockwise)
      : {
          x: (words.get('I') ?? 0) * this.unit + (this.absoluteCentre ? 0 : from.x),
          y: -(words.get('J') ?? 0) * this.unit + (this.absoluteCentre ? 0 : from.y),
        };
    const radius = centre === null ? 0 : distance(centre, from);
    if (centre === null || radius === 0 || Math.abs(distance(centre, to) - radius) > Math.max(0.5, radius * 0.01)) {
      this.remark(line, 'an arc whose ends do not lie on its circle is read as a straight line');
      out.push(to.x, to.y);
      return;
    }
    const start = Math.atan2(from.y - centre.y, from.x - centre.x);
    const end = Math.atan2(to.y - centre.y, to.x - centre.x);
    // With y down, clockwise as seen is the way of growing angles.
    const full = 2 * Math.PI;
    const growing = (((end - start) % full) + full) % full;
    const closed = growing < 1e-9 || full - growing < 1e-9;
    const turn = closed ? (clockwise ? full : -full) : clockwise ? growing : growing - full;
    const conic = { centre, u: { x: radius, y: 0 }, v: { x: 0, y: radius } };
    flattenConicInto(out, conic, start, turn, FLATTEN_CHORD);
    out.splice(-2, 2, to.x, to.y);
  }

  private remark(line: number, sentence: string): void {
    if (this.remarks.size < MOST_REMARKS) this.remarks.add(`Line ${line}: ${sentence}.`);
  }
}

/** The centre of an arc given by its radius; a negative one asks for the longer way round. Null when it can't reach. */
function centreByRadius(from: Point, to: Point, radius: number, clockwise: boolean): Point | null {
  const chord = distance(from, to);
  const r = Math.abs(radius);
  if (chord === 0 || chord > 2 * r * (1 + 1e-6)) return null;
  const h = Math.sqrt(Math.max(0, r * r - (chord * chord) / 4));
  const side = clockwise === radius > 0 ? 1 : -1;
  return {
    x: (from.x + to.x) / 2 - (side * h * (to.y - from.y)) / chord,
    y: (from.y + to.y) / 2 + (side * h * (to.x - from.x)) / chord,
  };
}
