import { SaxesParser } from 'saxes';
import { FormatError } from '../problems.ts';
import { formatCount } from '../units.ts';
import { refuseTooMany } from './too-many.ts';

/** One element of an XML file, as read. */
export interface XmlElement {
  /** Without its prefix. */
  readonly name: string;
  /** What its prefix, or none, stands for; an unknown prefix stands for itself. */
  readonly namespace: string;
  /** Those of XLink without their prefix, all others as they were written. */
  readonly attributes: ReadonlyMap<string, string>;
  readonly parent: XmlElement | null;
  readonly children: XmlElement[];
  /** What stands between its tags, but for its elements: of style sheets alone. */
  readonly text: string;
  /** 1-based line of its opening tag. */
  readonly line: number;
}

export interface XmlDocument {
  readonly root: XmlElement;
  /** What had to be left out of it, by line; sentences without a full stop. */
  readonly remarks: readonly { readonly line: number; readonly sentence: string }[];
  /** What stands before it, where programs say who they are. */
  readonly prolog: string;
}

/** While it is read. */
type Mutable<T> = { -readonly [Key in keyof T]: T[Key] };

const MOST_ELEMENTS = 50_000;
const DEEPEST = 256;
const MOST_ATTRIBUTES = 1_000;
const MOST_ENTITIES = 64;
const LONGEST_ENTITY = 2_000;
const LONGEST_DOCTYPE = 100_000;
const LONGEST_PROLOG = 4_000;
/** Values longer than this are set aside while it is read, and only some are kept: data of lines, and what is embedded. */
const LONG_VALUE = 4_096;
const LONG = new Set(['d', 'points', 'href']);
/** Attributes that someone might miss if they are left out. */
const MISSED = new Set(['style', 'class', 'transform', 'viewBox']);
const XLINK = 'http://www.w3.org/1999/xlink';

/** Reads XML into a tree of elements, namespaces resolved. Bounded in elements, depth and entities. Throws `FormatError`. */
export function readXml(text: string): XmlDocument {
  const { short, valueOf } = withoutLongValues(text);
  const parser = new SaxesParser({ position: true, xmlns: true });
  const open: Mutable<XmlElement>[] = [];
  let root = null as XmlElement | null;
  let prolog = '';
  let count = 0;
  let attributeCount = 0;
  const remarks: { line: number; sentence: string }[] = [];
  Object.assign(parser.ENTITIES, internalEntities(short));
  // No handler more: with a seventh the parser becomes an object that is slow to use, and takes four times as long.
  parser.on('error', (error) => {
    // Programs copy parts of each other's files without saying what their prefixes stand for.
    if (/unbound namespace prefix/.test(error.message)) return;
    throw new FormatError(
      `Line ${parser.line}: this isn't well-formed XML (${error.message.replace(/^\d+:\d+: /, '')}). Open it in a drawing program and save it as plain SVG.`,
      parser.line,
    );
  });
  parser.on('attribute', () => {
    if (++attributeCount <= MOST_ATTRIBUTES) return;
    throw new FormatError(
      `Line ${parser.line}: an element has more than ${formatCount(MOST_ATTRIBUTES)} attributes. Save the drawing as plain SVG.`,
      parser.line,
    );
  });
  parser.on('opentag', (tag) => {
    if (++count > MOST_ELEMENTS) refuseTooMany(MOST_ELEMENTS, 'elements', parser.line);
    if (open.length >= DEEPEST) {
      throw new FormatError(
        `Line ${parser.line}: groups are nested more than ${DEEPEST} deep. Ungroup the drawing and save it again.`,
        parser.line,
      );
    }
    attributeCount = 0;
    const attributes = new Map<string, string>();
    for (const { name: written, local, uri, value } of Object.values(tag.attributes)) {
      const name = uri === XLINK ? local : written;
      if (uri === XLINK && attributes.has(name)) continue;
      const whole = valueOf(value);
      if (whole.length <= LONG_VALUE || LONG.has(name)) attributes.set(name, whole);
      else if (MISSED.has(name))
        remarks.push({ line: parser.line, sentence: `the attribute "${name}" is too long and is left out` });
    }
    const parent = open.at(-1) ?? null;
    const { local: name, uri: namespace } = tag;
    const element: XmlElement = { name, namespace, attributes, parent, children: [], text: '', line: parser.line };
    if (parent) parent.children.push(element);
    else {
      root = element;
      prolog = short.slice(0, Math.min(short.lastIndexOf('<', parser.position - 1), LONGEST_PROLOG));
    }
    open.push(element);
  });
  const say = (words: string): void => {
    const at = open.at(-1);
    if (at?.name === 'style') at.text += words;
  };
  parser.on('text', say);
  parser.on('cdata', say);
  parser.on('closetag', () => {
    open.pop();
  });
  parser.write(short).close();
  if (!root) throw new FormatError('The file is empty. Save the drawing again as plain SVG.');
  return { root, remarks, prolog };
}

/** Begins what stands for a long value; XML has no such sign of its own. */
const STANDS_FOR = '\uF8FF';

/**
 * A document with what is long between quotes, such as the data of paths, set aside: the parser goes through every sign several times, and most
 * of a large drawing is such data. Lines stay as they are, so that they can be named.
 */
function withoutLongValues(text: string): { short: string; valueOf: (value: string) => string } {
  if (text.includes(STANDS_FOR)) return { short: text, valueOf: (value) => value };
  const long: string[] = [];
  const parts: string[] = [];
  let kept = 0;
  for (let from = text.indexOf('"'); from >= 0;) {
    const to = text.indexOf('"', from + 1);
    if (to < 0) break;
    const value = to - from > LONG_VALUE ? text.slice(from + 1, to) : '';
    // What holds these is no value, or needs the parser.
    if (value === '' || /[<&]/.test(value)) {
      from = to;
      continue;
    }
    const lines = '\n'.repeat(newlinesIn(text, from, to));
    parts.push(text.slice(kept, from + 1), `${STANDS_FOR}${long.push(value) - 1}${lines}`);
    kept = to;
    from = text.indexOf('"', to + 1);
  }
  parts.push(text.slice(kept));
  return {
    short: parts.join(''),
    valueOf: (value) => (value.startsWith(STANDS_FOR) ? long[Number(value.slice(1))]! : value),
  };
}

function newlinesIn(text: string, from: number, to: number): number {
  let count = 0;
  for (let at = text.indexOf('\n', from); at >= 0 && at < to; at = text.indexOf('\n', at + 1)) count++;
  return count;
}

/** The few entities that drawing programs define inside a file. Nested ones would allow an expansion without bound, so they are refused. */
function internalEntities(text: string): Record<string, string> {
  const entities: Record<string, string> = {};
  const begin = text.indexOf('<!DOCTYPE');
  const [open, close] = [text.indexOf('[', begin), text.indexOf('>', begin)];
  if (begin < 0 || open < 0 || (close >= 0 && close < open)) return entities;
  const end = text.indexOf(']', open);
  const doctype = text.slice(open, end < 0 ? text.length : end);
  const line = 1 + newlinesIn(text, 0, begin);
  const refusal = new FormatError(
    `Line ${line}: the file defines XML entities that refer to each other or are too long. Save it as plain SVG.`,
    line,
  );
  if (doctype.length > LONGEST_DOCTYPE) throw refusal;
  let count = 0;
  for (const match of doctype.matchAll(/<!ENTITY\s+([\w.-]+)\s+(?:"([^"]*)"|'([^']*)')/g)) {
    const value = match[2] ?? match[3] ?? '';
    if (++count > MOST_ENTITIES || value.length > LONGEST_ENTITY || /&(?!#)/.test(value)) throw refusal;
    entities[match[1]!] = value;
  }
  return entities;
}
