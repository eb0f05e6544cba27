import { FormatError } from '../problems.ts';
import { toDegrees, toRadians } from '../units.ts';

/** Brackets in brackets, at the most. */
const DEEPEST = 32;

/** What can be worked out of one number; angles are degrees. */
const FUNCTIONS: Readonly<Record<string, (x: number) => number>> = {
  ABS: Math.abs,
  ACOS: (x) => toDegrees(Math.acos(x)),
  ASIN: (x) => toDegrees(Math.asin(x)),
  COS: (x) => Math.cos(toRadians(x)),
  EXP: Math.exp,
  FIX: Math.floor,
  FUP: Math.ceil,
  LN: Math.log,
  ROUND: Math.round,
  SIN: (x) => Math.sin(toRadians(x)),
  SQRT: Math.sqrt,
  TAN: (x) => Math.tan(toRadians(x)),
};

/** What joins two numbers, by how closely it binds, the loosest first. */
const OPERATORS: readonly Readonly<Record<string, (a: number, b: number) => number>>[] = [
  {
    AND: (a, b) => Number(a !== 0 && b !== 0),
    OR: (a, b) => Number(a !== 0 || b !== 0),
    XOR: (a, b) => Number((a !== 0) !== (b !== 0)),
  },
  {
    EQ: (a, b) => Number(a === b),
    NE: (a, b) => Number(a !== b),
    GT: (a, b) => Number(a > b),
    GE: (a, b) => Number(a >= b),
    LT: (a, b) => Number(a < b),
    LE: (a, b) => Number(a <= b),
  },
  { '+': (a, b) => a + b, '-': (a, b) => a - b },
  { '*': (a, b) => a * b, '/': (a, b) => a / b, MOD: (a, b) => a - b * Math.floor(a / b) },
  { '**': (a, b) => a ** b },
];

const isDigit = (sign: string): boolean => sign >= '0' && sign <= '9';
const isSpace = (sign: string): boolean => sign <= ' ' || sign === '\u00a0';

/** A place in a line of G-code that goes on from sign to sign, and never back: a line takes as long as it is long. */
export class GcodeExpression {
  private at = 0;
  private depth = 0;

  constructor(
    private readonly text: string,
    private readonly line: number,
    private readonly parameter: (name: string) => number,
  ) {}

  /** The next sign that means something, taken; null at the line's end. Comments, in brackets or from a semicolon on, mean nothing. */
  next(): string | null {
    const sign = this.peek();
    if (sign !== null) this.at++;
    return sign;
  }

  /** Whether a sign, or a word, comes next; it is taken then. */
  takes(word: string): boolean {
    this.peek();
    if (this.text.slice(this.at, this.at + word.length).toUpperCase() !== word) return false;
    this.at += word.length;
    return true;
  }

  hasValue(): boolean {
    const sign = this.peek();
    return sign !== null && (isDigit(sign) || '+-.#['.includes(sign) || this.functionName() !== null);
  }

  /** The name of a parameter, behind its `#`: a number, a name in pointed brackets, or a parameter that holds the number. */
  name(): string {
    if (!this.takes('<')) return String(this.value());
    const end = this.text.indexOf('>', this.at);
    if (end < 0) throw this.broken();
    const name = this.text.slice(this.at, end).replace(/\s/g, '').toLowerCase();
    this.at = end + 1;
    return name;
  }

  /** A number, a parameter, a function, or an expression in square brackets, with its sign. Throws `FormatError`. */
  value(): number {
    // Nearly all are plain numbers.
    const sign = this.peek();
    if (sign !== null && isDigit(sign)) return this.finite(this.number());
    const value = this.nested(() => this.signed());
    return this.finite(value);
  }

  private finite(value: number): number {
    if (!Number.isFinite(value)) throw this.broken();
    return value;
  }

  broken(): FormatError {
    return new FormatError(
      `Line ${this.line}: "${this.text.trim().slice(0, 40)}" can't be worked out. Save the program as plain moves.`,
      this.line,
    );
  }

  private signed(): number {
    const sign = this.peek();
    if (sign !== null && (isDigit(sign) || sign === '.')) return this.number();
    if (this.takes('-')) return -this.value();
    if (this.takes('+')) return this.value();
    if (this.takes('#')) return this.parameter(this.name());
    if (this.takes('[')) return this.bracket();
    const name = this.functionName();
    if (name === null) throw this.broken();
    this.at += name.length;
    if (!this.takes('[')) throw this.broken();
    const value = this.bracket();
    if (name !== 'ATAN') return FUNCTIONS[name]!(value);
    if (!this.takes('/') || !this.takes('[')) throw this.broken();
    return toDegrees(Math.atan2(value, this.bracket()));
  }

  /** What stands in square brackets, behind the first. */
  private bracket(): number {
    const value = this.nested(() => this.binary(0));
    if (!this.takes(']')) throw this.broken();
    return value;
  }

  private binary(level: number): number {
    const operators = OPERATORS[level];
    if (!operators) return this.value();
    let value = this.binary(level + 1);
    for (let found = this.operator(operators); found; found = this.operator(operators))
      value = found(value, this.binary(level + 1));
    return value;
  }

  private operator(of: (typeof OPERATORS)[number]): ((a: number, b: number) => number) | null {
    // `**` binds closer than `*`, and is none of it.
    if (this.peek() === '*' && this.text[this.at + 1] === '*' && !of['**']) return null;
    const word = Object.keys(of).find((one) => this.takes(one));
    return word === undefined ? null : of[word]!;
  }

  private functionName(): string | null {
    this.peek();
    const word = this.text.slice(this.at, this.at + 5).toUpperCase();
    return [...Object.keys(FUNCTIONS), 'ATAN'].find((name) => word.startsWith(name)) ?? null;
  }

  private number(): number {
    const from = this.at;
    let hasDigit = false;
    for (let hasPoint = false; this.at < this.text.length; this.at++) {
      const sign = this.text[this.at]!;
      if (isDigit(sign)) hasDigit = true;
      else if (sign === '.' && !hasPoint) hasPoint = true;
      else break;
    }
    if (!hasDigit) throw this.broken();
    return Number(this.text.slice(from, this.at));
  }

  private nested(work: () => number): number {
    if (++this.depth > DEEPEST) throw this.broken();
    const value = work();
    this.depth--;
    return value;
  }

  /** The next sign that means something, not taken. */
  private peek(): string | null {
    for (;;) {
      const sign = this.text[this.at];
      if (sign === undefined || sign === ';') {
        this.at = this.text.length;
        return null;
      }
      if (sign === '(') {
        const end = this.text.indexOf(')', this.at);
        this.at = end < 0 ? this.text.length : end + 1;
      } else if (isSpace(sign)) this.at++;
      else return sign;
    }
  }
}
