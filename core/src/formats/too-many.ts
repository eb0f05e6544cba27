import { FormatError } from '../problems.ts';
import { formatCount } from '../units.ts';

/** Refuses a file with no end of something, which is counted while it is read. @param line 1-based, where it is known */
export function refuseTooMany(most: number, what: string, line: number | null = null): never {
  throw new FormatError(
    `The file has more than ${formatCount(most)} ${what}. Save only the stitch lines and try again.`,
    line,
  );
}
