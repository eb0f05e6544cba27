const [PLUS, MINUS, POINT, ZERO, NINE] = [43, 45, 46, 48, 57] as const;

/** A number of so few digits, divided by a power of ten, is rounded once: it is what `Number` makes of its text. */
const EXACT_DIGITS = 15;
const POWERS = Array.from({ length: EXACT_DIGITS + 1 }, (_, i) => 10 ** i);

/** Reads numbers where they stand in a text: a file may hold millions of them, so none is cut out as text of its own. */
export class Decimal {
  /** Behind the number that was read last. */
  end = 0;

  /** The number at a place, with its sign and without an exponent; NaN where none stands there. */
  at(text: string, from: number): number {
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
    this.end = at;
    if (digits > EXACT_DIGITS) return Number(text.slice(from, at));
    const value = mantissa / POWERS[decimals]!;
    return isNegative ? -value : value;
  }
}
