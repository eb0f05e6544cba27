import { afterLine, endOfLine } from './text-lines.ts';
import { refuseTooMany } from './too-many.ts';

/** Most tags of one section: a million vertices have fewer. */
const MOST_TAGS = 4_000_000;
/** Most entities of one section, vertices that are entities among them. */
const MOST_ENTITIES = 1_000_000;

/**
 * Goes through the tags of a DXF file: a line with a group code, and one with its value (DXF reference, "Group codes"). Lines may end in any
 * way; empty lines where a code should stand are passed over. A file has millions of them, so a value is cut out only when it is asked for.
 */
export class DxfTags {
  /** Group code of the tag that it stands on. */
  code = 0;
  /** Where its value stands. */
  from = 0;
  to = 0;

  /** @param place where to begin: the `place` of one that went through it before */
  constructor(
    readonly text: string,
    private at = 0,
  ) {}

  get place(): number {
    return this.at;
  }

  get value(): string {
    return this.text.slice(this.from, this.to).trim();
  }

  /** Goes on to the next tag; false at the end. */
  next(): boolean {
    for (;;) {
      if (this.at >= this.text.length) return false;
      const from = this.at;
      const code = codeIn(this.text, from, this.lineEnd());
      if (code === null) continue;
      this.code = code;
      this.from = this.at;
      this.to = this.lineEnd();
      return true;
    }
  }

  /** Where the line that it stands at ends; it goes on to the next. */
  private lineEnd(): number {
    const end = endOfLine(this.text, this.at);
    this.at = afterLine(this.text, end);
    return end;
  }
}

const [SPACE, TAB, MINUS, ZERO] = [32, 9, 45, 48] as const;
const LONGEST_CODE = 4;

/** The whole number on a line, null where it is none of a few digits. */
function codeIn(text: string, from: number, to: number): number | null {
  let [at, end] = [from, to];
  while (at < end && isSpace(text.charCodeAt(at))) at++;
  while (end > at && isSpace(text.charCodeAt(end - 1))) end--;
  const isNegative = text.charCodeAt(at) === MINUS;
  if (isNegative) at++;
  if (end <= at || end - at > LONGEST_CODE) return null;
  let code = 0;
  for (; at < end; at++) {
    const digit = text.charCodeAt(at) - ZERO;
    if (!(digit >= 0 && digit <= 9)) return null;
    code = 10 * code + digit;
  }
  return isNegative ? -code : code;
}

const isSpace = (sign: number): boolean => sign === SPACE || sign === TAB;

/** One thing of a file with its tags; those that belong to it, such as a polyline's vertices, come with it. */
export class DxfEntity {
  /** Group code, and where its value begins in the text, in turn: of a long polyline there are millions. */
  private readonly tags: number[] = [];
  readonly parts: DxfEntity[] = [];

  constructor(
    private readonly file: string,
    readonly type: string,
  ) {}

  add({ code, from }: DxfTags): void {
    this.tags.push(code, from);
  }

  /** The first value of a group code; undefined where there is none. */
  text(code: number): string | undefined {
    for (let i = 0; i < this.tags.length; i += 2) if (this.tags[i] === code) return this.valueAt(i);
    return undefined;
  }

  number(code: number, missing: number): number {
    const text = this.text(code);
    return text === undefined ? missing : numberIn(text);
  }

  /** Whether a bit is set in the flags of a group code. */
  has(code: number, bit: number): boolean {
    return (this.number(code, 0) & bit) !== 0;
  }

  /** All values of a group code. */
  numbers(code: number): number[] {
    return Array.from(this.groups([code]));
  }

  /** The values of some group codes, from one of the first code to the next, all in one; 0 where one isn't said. */
  groups(codes: readonly number[]): Float64Array {
    const [first] = codes;
    let count = 0;
    for (let i = 0; i < this.tags.length; i += 2) if (this.tags[i] === first) count++;
    const found = new Float64Array(codes.length * count);
    let at = -codes.length;
    for (let i = 0; i < this.tags.length; i += 2) {
      const which = codes.indexOf(this.tags[i]!);
      if (which === 0) at += codes.length;
      if (which >= 0 && at >= 0) found[at + which] = numberIn(this.valueAt(i));
    }
    return found;
  }

  private valueAt(tag: number): string {
    const from = this.tags[tag + 1]!;
    return this.file.slice(from, endOfLine(this.file, from)).trim();
  }
}

/** Some programs write a decimal comma. What is no number is NaN, and refused when it is drawn. */
const numberIn = (text: string): number => Number((text.includes(',') ? text.replace(',', '.') : text) || NaN);

/**
 * The entities of one section in turn, up to its end: polylines with their vertices, inserts with their attributes.
 * Blocks come as `BLOCK` and `ENDBLK` with what lies between as entities of their own.
 */
export function* dxfEntities(tags: DxfTags): Generator<DxfEntity> {
  let entity: DxfEntity | null = null;
  let whole: DxfEntity | null = null;
  let tagCount = 0;
  let entityCount = 0;
  while (tags.next()) {
    if (tags.code !== 0) {
      if (++tagCount > MOST_TAGS) refuseTooMany(MOST_TAGS, 'entries');
      entity?.add(tags);
      continue;
    }
    if (++entityCount > MOST_ENTITIES) refuseTooMany(MOST_ENTITIES, 'entities');
    const { value } = tags;
    if (value === 'SEQEND') {
      entity = null;
      continue;
    }
    entity = new DxfEntity(tags.text, value);
    if (whole && isPart(whole, value)) {
      whole.parts.push(entity);
      continue;
    }
    if (whole) yield whole;
    if (value === 'ENDSEC' || value === 'EOF') return;
    whole = entity;
  }
  if (whole) yield whole;
}

const isPart = ({ type }: DxfEntity, part: string): boolean =>
  (type === 'POLYLINE' && part === 'VERTEX') || (type === 'INSERT' && part === 'ATTRIB');
