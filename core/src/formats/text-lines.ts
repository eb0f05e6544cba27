import { refuseTooMany } from './too-many.ts';

const [NEWLINE, RETURN] = [10, 13] as const;
/** A line for each point that a drawing may have, and as many that say something else. */
const MOST_LINES = 2_000_000;

/** Where the line ends that a place stands in: at CR, LF, or the end of the text. */
export function endOfLine(text: string, from: number): number {
  let end = from;
  let sign = text.charCodeAt(end);
  while (end < text.length && sign !== NEWLINE && sign !== RETURN) sign = text.charCodeAt(++end);
  return end;
}

/** Where the next line begins behind the end of one; CR and LF together end one line. */
export const afterLine = (text: string, end: number): number =>
  end + (text.charCodeAt(end) === RETURN && text.charCodeAt(end + 1) === NEWLINE ? 2 : 1);

/** Each line with its number, 1-based, until `take` gives false. None is kept: a file may have millions. Throws `FormatError` on too many. */
export function eachLine(text: string, take: (line: string, number: number) => unknown): void {
  let number = 0;
  for (let from = 0; from <= text.length;) {
    const end = endOfLine(text, from);
    if (number >= MOST_LINES) refuseTooMany(MOST_LINES, 'lines');
    if (take(text.slice(from, end), ++number) === false) return;
    from = afterLine(text, end);
  }
}
