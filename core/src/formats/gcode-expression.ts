import { FormatError } from '../problems.ts';
import { formatCount, toDegrees, toRadians } from '../units.ts';
import { Decimal } from './decimal.ts';

/** Brackets in brackets, at the most. */
const DEEPEST = 32;
/** Values of a program that aren't plain numbers, at the most. */
const MOST_WORKED_OUT = 2_000_000;

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

/** What joins two numbers, and how closely it binds. */
interface Operator {
  readonly binds: number;
  readonly work: (a: number, b: number) => number;
}
const operators = (binds: number, works: Readonly<Record<string, Operator['work']>>): [string, Operator][] =>
  Object.entries(works).map(([name, work]) => [name, { binds, work }]);
const OPERATORS: ReadonlyMap<string, Operator> = new Map([
  ...operators(0, {
    AND: (a, b) => Number(a !== 0 && b !== 0),
    OR: (a, b) => Number(a !== 0 || b !== 0),
    XOR: (a, b) => Number((a !== 0) !== (b !== 0)),
  }),
  ...operators(1, {
    EQ: (a, b) => Number(a === b),
    NE: (a, b) => Number(a !== b),
    GT: (a, b) => Number(a > b),
    GE: (a, b) => Number(a >= b),
    LT: (a, b) => Number(a < b),
    LE: (a, b) => Number(a <= b),
  }),
  ...operators(2, { '+': (a, b) => a + b, '-': (a, b) => a - b }),
  ...operators(3, { '*': (a, b) => a * b, '/': (a, b) => a / b, MOD: (a, b) => a - b * Math.floor(a / b) }),
  ...operators(4, { '**': (a, b) => a ** b }),
]);
/** The name of an operator, where one comes next. */
const OPERATOR = /\*\*|[-+*/]|AND|OR|XOR|EQ|NE|GT|GE|LT|LE|MOD/iy;

const [SPACE, NO_BREAK, OPEN, POINT, ZERO, SEMICOLON] = [32, 0xa0, 40, 46, 48, 59] as const;
const isDigit = (code: number): boolean => code >= ZERO && code <= ZERO + 9;
const isSpace = (code: number): boolean => code <= SPACE || code === NO_BREAK;

/** A place in a line of G-code that goes on from sign to sign, and never back: a line takes as long as it is long. */
export class GcodeExpression {
  private text = '';
  private line = 0;
  private at = 0;
  private depth = 0;
  private workedOut = 0;
  private readonly decimal = new Decimal();

  constructor(private readonly parameter: (name: string) => number) {}

  /** Stands at the beginning of another line. */
  begin(text: string, line: number): this {
    this.text = text;
    this.line = line;
    this.at = this.depth = 0;
    return this;
  }

  /** The code of the next sign that means something, taken; null at the line's end. Comments, in brackets or from a semicolon on, mean nothing. */
  next(): number | null {
    return this.isAtEnd() ? null : this.text.charCodeAt(this.at++);
  }

  /** Whether a sign comes next; it is taken then. */
  takes(sign: string): boolean {
    if (this.isAtEnd() || this.text[this.at] !== sign) return false;
    this.at++;
    return true;
  }

  hasValue(): boolean {
    if (this.isAtEnd()) return false;
    return isDigit(this.code()) || '+-.#['.includes(this.text[this.at]!) || this.functionName() !== null;
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
    if (!this.isAtEnd() && isDigit(this.code())) return this.number();
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
    if (this.isAtEnd()) throw this.broken();
    if (isDigit(this.code()) || this.code() === POINT) return this.number();
    const sign = this.text[this.at]!;
    if ('-+#['.includes(sign)) {
      this.at++;
      if (sign === '#') return this.parameter(this.name());
      if (sign === '[') return this.bracket();
      return sign === '-' ? -this.value() : this.value();
    }
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
    const value = this.nested(() => this.joined(0));
    if (!this.takes(']')) throw this.broken();
    return value;
  }

  /** What is joined by operators that bind so closely, from the left. */
  private joined(binds: number): number {
    let value = this.value();
    for (;;) {
      if (this.isAtEnd()) return value;
      OPERATOR.lastIndex = this.at;
      const word = OPERATOR.exec(this.text)?.[0];
      const operator = word === undefined ? undefined : OPERATORS.get(word.toUpperCase())!;
      if (!operator || operator.binds < binds) return value;
      this.at += word!.length;
      value = operator.work(value, this.joined(operator.binds + 1));
    }
  }

  private functionName(): string | null {
    if (this.isAtEnd()) return null;
    const word = this.text.slice(this.at, this.at + 5).toUpperCase();
    return [...Object.keys(FUNCTIONS), 'ATAN'].find((name) => word.startsWith(name)) ?? null;
  }

  private number(): number {
    const value = this.decimal.at(this.text, this.at);
    if (Number.isNaN(value)) throw this.broken();
    this.at = this.decimal.end;
    return this.finite(value);
  }

  private nested(work: () => number): number {
    if (++this.workedOut > MOST_WORKED_OUT)
      throw new FormatError(
        `The program works out more than ${formatCount(MOST_WORKED_OUT)} values. Save it as plain moves.`,
        this.line,
      );
    if (++this.depth > DEEPEST) throw this.broken();
    const value = work();
    this.depth--;
    return value;
  }

  /** Goes on to the next sign that means something, which isn't taken. */
  private isAtEnd(): boolean {
    const { text } = this;
    while (this.at < text.length) {
      const code = text.charCodeAt(this.at);
      if (code === SEMICOLON) this.at = text.length;
      else if (code === OPEN) {
        const end = text.indexOf(')', this.at);
        this.at = end < 0 ? text.length : end + 1;
      } else if (isSpace(code)) this.at++;
      else return false;
    }
    return true;
  }

  private code(): number {
    return this.text.charCodeAt(this.at);
  }
}
