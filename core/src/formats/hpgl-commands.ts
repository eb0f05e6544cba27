import { Decimal } from './decimal.ts';
import { refuseTooMany } from './too-many.ts';

/** One command of an HPGL file with its numbers; a label's text is not among them. */
export interface HpglCommand {
  /** Two letters, upper case. */
  readonly name: string;
  readonly numbers: readonly number[];
}

const [ESCAPE, SEMICOLON] = [27, 59] as const;
/** What ends a label unless DT says another. */
const END_OF_TEXT = String.fromCharCode(3);
/** One for each point that a drawing may have, and twice as many that say something else. */
const MOST_COMMANDS = 3_000_000;
/** A command with more numbers comes in parts, pairs together: one may go to a million places. */
const MOST_AT_ONCE = 1_000;

/**
 * The commands of a file in turn, without what isn't HPGL: the job's own lines (`@PJL …`), escape sequences for the plotter itself, text. Each
 * sign is looked at once. Throws `FormatError` on too many.
 */
export function* hpglCommands(text: string): Generator<HpglCommand> {
  const decimal = new Decimal();
  let endOfLabel = END_OF_TEXT;
  let count = 0;
  for (let at = 0; at < text.length;) {
    if (text.charCodeAt(at) === ESCAPE) {
      at = afterEscape(text, at + 1);
      continue;
    }
    if (text.startsWith('@PJL', at)) {
      at = endOf(text, '\n', at);
      continue;
    }
    if (!isLetter(text, at) || !isLetter(text, at + 1)) {
      at++;
      continue;
    }
    if (++count > MOST_COMMANDS) refuseTooMany(MOST_COMMANDS, 'commands');
    const name = text.slice(at, at + 2).toUpperCase();
    at += 2;
    if (name === 'LB') {
      at = endOf(text, endOfLabel, at);
      yield { name, numbers: [] };
    } else if (name === 'DT') {
      // The sign itself, which may be a letter; without one it is the usual again.
      endOfLabel = text[at] === ';' || at >= text.length ? END_OF_TEXT : text[at]!;
      at = endOf(text, ';', at);
    } else if (name === 'PE' || name === 'CO') {
      at = endOf(text, ';', at);
      if (name === 'PE') yield { name, numbers: [] };
    } else {
      let numbers: number[] = [];
      while (at < text.length && !endsCommand(text, at)) {
        const value = decimal.at(text, at);
        at = Number.isNaN(value) ? at + 1 : decimal.end;
        if (!Number.isNaN(value)) numbers.push(value);
        if (numbers.length < MOST_AT_ONCE) continue;
        yield { name, numbers };
        numbers = [];
      }
      yield { name, numbers };
    }
  }
}

function isLetter(text: string, at: number): boolean {
  const code = text.charCodeAt(at) | 32;
  return code >= 97 && code <= 122;
}

const endsCommand = (text: string, at: number): boolean => {
  const code = text.charCodeAt(at);
  return code === SEMICOLON || code === ESCAPE || isLetter(text, at);
};

const endOf = (text: string, sign: string, from: number): number => {
  const at = text.indexOf(sign, from);
  return at < 0 ? text.length : at + sign.length;
};

/** After an escape: `.` and a letter with numbers up to a colon, `%` with a number and a letter, or one letter. */
function afterEscape(text: string, from: number): number {
  const long = /%-?\d*[A-Za-z]/y;
  const device = /\.[A-Z@()](?:[\d;,-]*:)?/y;
  for (const form of [long, device]) {
    form.lastIndex = from;
    if (form.test(text)) return form.lastIndex;
  }
  return from + 1;
}
