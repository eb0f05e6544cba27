import { FormatError } from '../problems.ts';
import { formatCount } from '../units.ts';

/** Most tags of one entity: a polyline with a hundred thousand vertices has fewer. */
const MOST_TAGS = 4_000_000;

/**
 * Goes through the tags of a DXF file: a line with a group code, and one with its value (DXF reference, "Group codes"). Lines may end in any
 * way; empty lines where a code should stand are passed over.
 */
export class DxfTags {
  /** Group code and value of the tag that it stands on. */
  code = 0;
  value = '';

  /** @param place where in the text to begin: the `place` of one that went through it before */
  constructor(
    private readonly text: string,
    private at = 0,
  ) {}

  get place(): number {
    return this.at;
  }

  /** Goes on to the next tag; false at the end. */
  next(): boolean {
    for (;;) {
      if (this.at >= this.text.length) return false;
      const code = codeOf(this.line());
      if (code === null) continue;
      this.code = code;
      this.value = this.line().trim();
      return true;
    }
  }

  private line(): string {
    const { text } = this;
    const from = this.at;
    let end = from;
    let sign = text.charCodeAt(end);
    while (end < text.length && sign !== 10 && sign !== 13) sign = text.charCodeAt(++end);
    this.at = end + (sign === 13 && text.charCodeAt(end + 1) === 10 ? 2 : 1);
    return text.slice(from, end);
  }
}

const codeOf = (line: string): number | null => (/^\s*-?\d{1,4}\s*$/.test(line) ? Number(line) : null);

/** One thing of a file with its tags; those that belong to it, such as a polyline's vertices, come with it. */
export class DxfEntity {
  private readonly codes: number[] = [];
  private readonly values: string[] = [];
  readonly parts: DxfEntity[] = [];

  constructor(readonly type: string) {}

  add(code: number, value: string): void {
    this.codes.push(code);
    this.values.push(value);
  }

  /** The first value of a group code; undefined where there is none. */
  text(code: number): string | undefined {
    const at = this.codes.indexOf(code);
    return at < 0 ? undefined : this.values[at];
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
    return this.values.filter((_, i) => this.codes[i] === code).map(numberIn);
  }

  /** The values of some group codes, from one `first` to the next. */
  groups(first: number, others: readonly number[]): number[][] {
    const found: number[][] = [];
    this.codes.forEach((code, i) => {
      if (code === first) found.push([numberIn(this.values[i]!), ...others.map(() => 0)]);
      const which = others.indexOf(code);
      if (which >= 0 && found.length > 0) found.at(-1)![which + 1] = numberIn(this.values[i]!);
    });
    return found;
  }
}

/** Some programs write a decimal comma. What is no number is NaN, and refused when it is drawn. */
export const numberIn = (text: string): number => Number(text.replace(',', '.') || NaN);

/**
 * The entities of one section in turn, up to its end: polylines with their vertices, inserts with their attributes.
 * Blocks come as `BLOCK` and `ENDBLK` with what lies between as entities of their own.
 */
export function* dxfEntities(tags: DxfTags): Generator<DxfEntity> {
  let entity: DxfEntity | null = null;
  let whole: DxfEntity | null = null;
  let count = 0;
  while (tags.next()) {
    const { code, value } = tags;
    if (code !== 0) {
      if (++count > MOST_TAGS) refuseLong();
      entity?.add(code, value);
      continue;
    }
    if (value === 'SEQEND') {
      entity = null;
      continue;
    }
    entity = new DxfEntity(value);
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

function refuseLong(): never {
  throw new FormatError(
    `The drawing has more than ${formatCount(MOST_TAGS)} entries. Save only the stitch lines and try again.`,
  );
}
