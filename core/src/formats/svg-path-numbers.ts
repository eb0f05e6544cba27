import { Decimal } from './decimal.ts';

const [SPACE, TAB, NEWLINE, FORM_FEED, RETURN, COMMA] = [32, 9, 10, 12, 13, 44] as const;
const [PLUS, MINUS, ZERO, NINE, E, LOWER_E] = [43, 45, 48, 57, 69, 101] as const;

/**
 * Goes through path data sign by sign: commands, numbers that may stand against each other, and the flags of arcs, which are one digit.
 */
export class PathNumbers {
  at = 0;
  private readonly decimal = new Decimal();

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
    const { text, at: from, decimal } = this;
    const value = decimal.at(text, from);
    if (Number.isNaN(value)) return NaN;
    const code = text.charCodeAt(decimal.end);
    this.at = code === E || code === LOWER_E ? exponentEnd(text, decimal.end) : decimal.end;
    return this.at === decimal.end ? value : Number(text.slice(from, this.at));
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
