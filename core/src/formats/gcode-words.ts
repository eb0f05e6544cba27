import { FormatError } from '../problems.ts';
import { GcodeExpression } from './gcode-expression.ts';

/** One word of G-code: a letter and the number behind it. */
export interface GcodeWord {
  readonly letter: string;
  readonly value: number;
}

const MOST_PARAMETERS = 10_000;

/** What a line asks the controller itself to do: nothing that it draws. */
const OTHERS = /^\s*(?:[$%]|M11[78]\b)/i;
/** As nearly all lines begin, and none that jumps. */
const PLAIN = /^(?:N\d+\s*)?[GXYZIJMSF]\s*[-.\d]/;
/** Jumps, loops and subprograms; a program's number alone is none. */
const FLOW =
  /^\s*(?:N\d+\s*)?(?:O\s*(?:<|\[|#|\d+\s*(?:SUB|CALL|WHILE|DO|IF|ELSE|END|REPEAT|RETURN|BREAK|CONT))|(?:IF|WHILE)\s*\[|GOTO|END\s*\d|DO\s*\d)/i;

const HASH = 35;
/** The capital letter that a sign is, by its code; undefined where it is none. */
const CAPITALS = Array.from('ABCDEFGHIJKLMNOPQRSTUVWXYZ');
const capital = (code: number): string | undefined => CAPITALS[(code | 32) - 97];

/** The last value behind a letter; undefined where it isn't there. */
export function lastOf(words: readonly GcodeWord[], letter: string): number | undefined {
  for (let i = words.length - 1; i >= 0; i--) if (words[i]!.letter === letter) return words[i]!.value;
  return undefined;
}

/**
 * Reads G-code line by line into words: letters stand where they like, values may be parameters and expressions. One pass over every line. There
 * are millions of words, so those of one line are used again for the next.
 */
export class GcodeWords {
  private readonly words: GcodeWord[] = [];
  private readonly made: { letter: string; value: number }[] = [];
  private readonly parameters = new Map<string, number>();
  /** Of the line being read. */
  private number = 0;

  /** @param told what can't be followed, said once each by who listens */
  constructor(private readonly told: (line: number, sentence: string) => void) {}

  /** The words of one line, in order, until the next is read. Throws `FormatError` where an expression can't be worked out. */
  line(text: string, number: number): readonly GcodeWord[] {
    this.words.length = 0;
    if (OTHERS.test(text)) return this.words;
    if (!PLAIN.test(text) && FLOW.test(text)) {
      this.told(number, 'loops, jumps and subprograms are not followed; save the program as plain moves');
      return this.words;
    }
    // What a line sets holds from the next line on.
    let sets: [string, number][] | null = null;
    this.number = number;
    const at = this.expression.begin(text, number);
    for (let code = at.next(); code !== null; code = at.next()) {
      const letter = capital(code);
      if (code === HASH) {
        const name = at.name();
        if (!at.takes('=')) throw at.broken();
        (sets ??= []).push([name, at.value()]);
      } else if (letter !== undefined && at.hasValue()) this.add(letter, at.value());
    }
    for (const [name, value] of sets ?? []) {
      if (this.parameters.size >= MOST_PARAMETERS && !this.parameters.has(name))
        throw new FormatError(`Line ${number}: more parameters than a program needs. Save it as plain moves.`, number);
      this.parameters.set(name, value);
    }
    return this.words;
  }

  private add(letter: string, value: number): void {
    const word = (this.made[this.words.length] ??= { letter, value });
    word.letter = letter;
    word.value = value;
    this.words.push(word);
  }

  private readonly parameter = (name: string): number => {
    const value = this.parameters.get(name);
    if (value === undefined) this.told(this.number, `the parameter #${name} was not set in this file and is read as 0`);
    return value ?? 0;
  };
  private readonly expression = new GcodeExpression(this.parameter);
}
