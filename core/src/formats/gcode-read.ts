import { distance, type Point } from '../geometry/point.ts';
import { FormatError } from '../problems.ts';
import { MM_PER_INCH } from '../units.ts';
import { type Drawing, MM_PER_FILE_UNIT, type ReadAnswers } from './drawing.ts';
import { Needle, NeedleScan } from './gcode-needle.ts';
import { type GcodeWord, GcodeWords, lastOf } from './gcode-words.ts';
import { Pen } from './pen.ts';
import { Remarks } from './remarks.ts';
import { eachLine } from './text-lines.ts';

/** Words that say where to. */
const AXES = new Set(['X', 'Y', 'I', 'J']);
/** Codes whose words mean something else than a place to go to, on their line alone. */
const ONE_OFF = new Set([4, 10, 28, 28.1, 30, 30.1, 52, 53, 92, 92.1, 92.2, 92.3]);

/**
 * Reads G-code: G0 travels, G1 to G3, G5 and G5.1 stitch, with G20/21, G90/91, G92, I/J (G90.1/91.1) and R arcs, parameters and expressions. What
 * lifts the needle is found from the whole program (`NeedleScan`). Y is turned down. Without G20 or G21 the unit answered is taken, else
 * millimetres. `travel` is what is gone with the needle up; answered so, the two are exchanged. Throws `FormatError`.
 */
export function readGcode(text: string, answers: ReadAnswers = {}): Drawing {
  const remarks = new Remarks();
  const remark = (line: number, sentence: string): void => remarks.say(sentence, line);
  const scan = new NeedleScan();
  let stated = false as boolean;
  const silent = new GcodeWords(() => undefined);
  eachLine(text, (line, number) => {
    // Of the needle a plain move says nothing but that it is one.
    if (PLAIN_MOVE.test(line)) {
      scan.line([], true);
      return;
    }
    const words = silent.line(line, number);
    stated ||= words.some(({ letter, value }) => letter === 'G' && (value === 20 || value === 21));
    scan.line(ofNeedle(words), isMove(words));
  });
  const unit = stated ? 1 : MM_PER_FILE_UNIT[answers.unit ?? 'mm'];
  const reader = new GcodeReader(unit, new Needle(scan.rule()), remark);
  const words = new GcodeWords(remark);
  eachLine(text, (line, number) => reader.line(words.line(line, number), number));
  const [stitched, gone] = answers.exchanged ? [reader.travel, reader.pen] : [reader.pen, reader.travel];
  const drawn = stitched.drawn();
  if (drawn.strokes.length === 0)
    throw new FormatError('There is no move with the needle down in this file, so there is nothing to stitch.');
  return {
    ...drawn,
    travel: gone.drawn().strokes,
    remarks: remarks.list(),
    unit: { mm: reader.unit, stated },
    table: null,
  };
}

/** A line that goes somewhere across the plane and says nothing else. */
const PLAIN_MOVE = /^(?:N\d+ ?)?(?:G0?[0-3] ?)?[XY]-?\d+(?:\.\d+)?(?: ?[XYIJF]-?\d+(?:\.\d+)?)* ?$/;

const isOneOff = (words: readonly GcodeWord[]): boolean =>
  words.some(({ letter, value }) => letter === 'G' && ONE_OFF.has(value));
const isDrill = (code: number): boolean => code >= 73 && code <= 89 && code !== 80;

/** What a line says of the needle: where it drills, or its words mean something else than a place, its Z is no height. */
const ofNeedle = (words: readonly GcodeWord[]): readonly GcodeWord[] =>
  isOneOff(words) || words.some(({ letter, value }) => letter === 'G' && isDrill(value))
    ? words.filter(({ letter }) => letter !== 'Z')
    : words;
const isMove = (words: readonly GcodeWord[]): boolean =>
  !isOneOff(words) && words.some(({ letter }) => AXES.has(letter));

class GcodeReader {
  readonly pen = new Pen();
  readonly travel = new Pen();
  private at: Point = { x: 0, y: 0 };
  /** Where the program's own origin lies, by G92. */
  private origin: Point = { x: 0, y: 0 };
  private motion = 0;
  private absolute = true;
  private absoluteCentre = false;

  constructor(
    /** Millimetres a unit. */
    public unit: number,
    private readonly needle: Needle,
    private readonly remark: (line: number, sentence: string) => void,
  ) {}

  line(words: readonly GcodeWord[], number: number): void {
    for (const { letter, value } of words) if (letter === 'G') this.mode(value, number);
    for (const word of ofNeedle(words)) this.needle.say(word);
    if (!this.needle.isDown) this.pen.finish();
    if (isOneOff(words)) this.oneOff(words, number);
    else if (isMove(words)) this.move(words, number);
  }

  private mode(code: number, line: number): void {
    if ([0, 1, 2, 3, 5, 5.1].includes(code)) this.motion = code;
    else if (code === 20) this.unit = MM_PER_INCH;
    else if (code === 21) this.unit = 1;
    else if (code === 90) this.absolute = true;
    else if (code === 91) this.absolute = false;
    else if (code === 90.1) this.absoluteCentre = true;
    else if (code === 91.1) this.absoluteCentre = false;
    else if (code === 18 || code === 19) this.remark(line, `G${code} works in another plane; arcs are read flat`);
    else if (code === 80) this.motion = 0;
    else if (isDrill(code)) {
      this.motion = 0;
      this.remark(line, `G${code} drills, which is left out`);
    }
  }

  /** What a line means by its words other than a place to go to. */
  private oneOff(words: readonly GcodeWord[], line: number): void {
    const is = (...codes: readonly number[]): boolean =>
      words.some(({ letter, value }) => letter === 'G' && codes.includes(value));
    if (is(92)) {
      // The place where it stands is called otherwise from here on.
      const [x, y] = [lastOf(words, 'X'), lastOf(words, 'Y')];
      this.origin = {
        x: x === undefined ? this.origin.x : this.at.x - x * this.unit,
        y: y === undefined ? this.origin.y : this.at.y + y * this.unit,
      };
    } else if (is(92.1, 92.2)) this.origin = { x: 0, y: 0 };
    else if (is(28, 28.1, 30, 30.1, 53, 10, 52)) {
      const code = words.find(({ letter, value }) => letter === 'G' && ONE_OFF.has(value))!.value;
      this.remark(line, `G${code} depends on the machine and is left out`);
      this.pen.finish();
    }
  }

  private move(words: readonly GcodeWord[], line: number): void {
    const from = this.at;
    const along = (name: 'X' | 'Y', was: number, origin: number, sign: 1 | -1): number => {
      const value = lastOf(words, name);
      return value === undefined ? was : sign * value * this.unit + (this.absolute ? origin : was);
    };
    // Y is kept down from here on; the file's points up.
    const to = { x: along('X', from.x, this.origin.x, 1), y: along('Y', from.y, this.origin.y, -1) };
    this.at = to;
    const isDown = this.motion !== 0 && this.needle.isDown;
    const [pen, other] = isDown ? [this.pen, this.travel] : [this.travel, this.pen];
    other.finish();
    if (!isDown && to.x === from.x && to.y === from.y) return;
    pen.from(from, line);
    if (this.motion <= 1) pen.line(to.x, to.y);
    else if (this.motion <= 3) this.arc(pen, from, to, words, line);
    else this.curve(pen, from, to, words);
  }

  /** G5 and G5.1: I and J lead from where it starts to the first control point, P and Q from where it ends to the second. */
  private curve(pen: Pen, from: Point, to: Point, words: readonly GcodeWord[]): void {
    const by = (p: Point, across: string, down: string): Point => ({
      x: p.x + (lastOf(words, across) ?? 0) * this.unit,
      y: p.y - (lastOf(words, down) ?? 0) * this.unit,
    });
    if (this.motion === 5.1) pen.quadratic(by(from, 'I', 'J'), to);
    else pen.cubic(by(from, 'I', 'J'), by(to, 'P', 'Q'), to);
  }

  private arc(pen: Pen, from: Point, to: Point, words: readonly GcodeWord[], line: number): void {
    const clockwise = this.motion === 2;
    const radiusSaid = lastOf(words, 'R');
    const centre =
      radiusSaid !== undefined
        ? centreByRadius(from, to, radiusSaid * this.unit, clockwise)
        : {
            x: (lastOf(words, 'I') ?? 0) * this.unit + (this.absoluteCentre ? this.origin.x : from.x),
            y: -(lastOf(words, 'J') ?? 0) * this.unit + (this.absoluteCentre ? this.origin.y : from.y),
          };
    const radius = centre === null ? 0 : distance(centre, from);
    if (centre === null || radius === 0 || Math.abs(distance(centre, to) - radius) > Math.max(0.5, radius * 0.01)) {
      this.remark(line, 'an arc whose ends do not lie on its circle is read as a straight line');
      pen.line(to.x, to.y);
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
    pen.conic(conic, start, turn, to);
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
