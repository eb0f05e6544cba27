/** One command of an HPGL file with its numbers; a label's text is not among them. */
export interface HpglCommand {
  /** Two letters, upper case. */
  readonly name: string;
  readonly numbers: readonly number[];
}

const ESCAPE = 27;
/** What ends a label unless DT says another. */
const END_OF_TEXT = String.fromCharCode(3);
const NUMBER = /[+-]?(?:\d+(?:\.\d*)?|\.\d+)/g;

/**
 * The commands of a file in turn, without what isn't HPGL: the job's own lines (`@PJL …`), escape sequences for the plotter itself, text. Each
 * sign is looked at once.
 */
export function* hpglCommands(text: string): Generator<HpglCommand> {
  let endOfLabel = END_OF_TEXT;
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
      let end = at;
      while (end < text.length && text[end] !== ';' && !isLetter(text, end) && text.charCodeAt(end) !== ESCAPE) end++;
      yield { name, numbers: (text.slice(at, end).match(NUMBER) ?? []).map(Number) };
      at = end;
    }
  }
}

function isLetter(text: string, at: number): boolean {
  const code = text.charCodeAt(at) | 32;
  return code >= 97 && code <= 122;
}

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
