const [SPACE, TAB, NEWLINE, FORM_FEED, RETURN, COMMA] = [32, 9, 10, 12, 13, 44] as const;
const [PLUS, MINUS, POINT, ZERO, NINE, E, LOWER_E] = [43, 45, 46, 48, 57, 69, 101] as const;

/** A number of so few digits, divided by a power of ten, is rounded once: it is what `Number` makes of its text. */
const EXACT_DIGITS = 15;
const POWERS = Array.from({ length: EXACT_DIGITS + 1 }, (_, i) => 10 ** i);

/**
 * Goes through path data sign by sign: commands, numbers that may stand against each other, and the flags of arcs, which are one digit. A file may
 * hold millions of them, so none is cut out as text of its own.
 */
export class PathNumbers {
  at = 0;

  constructor(private readonly text: string) {}

  isAtEnd(): boolean {
    this.skipSpace();
    return this.at >= this.text.length;
  }

  /** The letter that comes next; empty where none does. */
  command(): string {
    this.skipSpace();
    const code = this.text.charCodeAt(this.at) | 32;
    return code >= 97 && code <= 122 ? this.text[this.at++]! : '';
  }

  /** NaN where none comes next. */
  number(): number {
    this.skipSpace(true);
    const { text } = this;
    const from = this.at;
    let at = from;
    let code = text.charCodeAt(at);
    const isNegative = code === MINUS;
    if (isNegative || code === PLUS) code = text.charCodeAt(++at);
    let mantissa = 0;
    let digits = 0;
    let decimals = 0;
    for (; code >= ZERO && code <= NINE; digits++, code = text.charCodeAt(++at)) mantissa = 10 * mantissa + code - ZERO;
    if (code === POINT) {
      code = text.charCodeAt(++at);
      for (; code >= ZERO && code <= NINE; digits++, decimals++, code = text.charCodeAt(++at))
        mantissa = 10 * mantissa + code - ZERO;
    }
    if (digits === 0) return NaN;
    const plainEnd = at;
    const end = code === E || code === LOWER_E ? exponentEnd(text, at) : at;
    this.at = end;
    if (digits > EXACT_DIGITS || end !== plainEnd) return Number(text.slice(from, end));
    const value = mantissa / POWERS[decimals]!;
    return isNegative ? -value : value;
  }

  /** 0 or 1; NaN where neither comes next. */
  flag(): number {
    this.skipSpace(true);
    const digit = this.text.charCodeAt(this.at) - ZERO;
    if (digit !== 0 && digit !== 1) return NaN;
    this.at++;
    return digit;
  }

  /** @param comma one comma counts as space, between numbers */
  private skipSpace(comma = false): void {
    for (let left = comma; ; this.at++) {
      const code = this.text.charCodeAt(this.at);
      if (code === COMMA && left) left = false;
      else if (code !== SPACE && code !== NEWLINE && code !== RETURN && code !== TAB && code !== FORM_FEED) return;
    }
  }
}

/** Behind an exponent, or where its letter stands when it is none: `2em`. */
function exponentEnd(text: string, letter: number): number {
  let at = letter + 1;
  let code = text.charCodeAt(at);
  if (code === PLUS || code === MINUS) code = text.charCodeAt(++at);
  const from = at;
  while (code >= ZERO && code <= NINE) code = text.charCodeAt(++at);
  return at === from ? letter : at;
}
