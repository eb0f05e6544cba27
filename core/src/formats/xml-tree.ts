import { SaxesParser } from 'saxes';
import { FormatError } from '../problems.ts';
import { formatCount } from '../units.ts';

/** One element of an XML file, as read. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: XmlElement[];
  /** 1-based line of its opening tag. */
  readonly line: number;
}

const MOST_ELEMENTS = 200_000;
const DEEPEST = 256;
const MOST_ENTITIES = 64;
const LONGEST_ENTITY = 2_000;

/**
 * Reads XML into a tree of elements without their text; namespace prefixes are dropped from element names and `xlink:` from attributes.
 * Bounded in elements, depth and entities. Throws `FormatError`.
 */
export function readXml(text: string): XmlElement {
  const parser = new SaxesParser({ position: true });
  const root: XmlElement = { name: '#document', attributes: {}, children: [], line: 1 };
  const open: XmlElement[] = [root];
  let count = 0;
  parser.on('error', (error) => {
    throw new FormatError(
      `Line ${parser.line}: this isn't well-formed XML (${error.message.replace(/^\d+:\d+: /, '')}). Open it in a drawing program and save it as plain SVG.`,
      parser.line,
    );
  });
  parser.on('doctype', (doctype) => {
    Object.assign(parser.ENTITIES, internalEntities(doctype, parser.line));
  });
  parser.on('opentag', (tag) => {
    if (++count > MOST_ELEMENTS) {
      throw new FormatError(
        `The file has more than ${formatCount(MOST_ELEMENTS)} elements. Save only the stitch lines and try again.`,
        parser.line,
      );
    }
    if (open.length > DEEPEST) {
      throw new FormatError(
        `Line ${parser.line}: groups are nested more than ${DEEPEST} deep. Ungroup the drawing and save it again.`,
        parser.line,
      );
    }
    const attributes: Record<string, string> = {};
    for (const [key, value] of Object.entries(tag.attributes)) attributes[key.replace(/^xlink:/, '')] = String(value);
    const element: XmlElement = { name: tag.name.replace(/^.*:/, ''), attributes, children: [], line: parser.line };
    open.at(-1)!.children.push(element);
    open.push(element);
  });
  parser.on('closetag', () => {
    open.pop();
  });
  parser.write(text).close();
  const top = root.children[0];
  if (!top) throw new FormatError('The file is empty. Save the drawing again as plain SVG.');
  return top;
}

/** The few entities that drawing programs define inside a file. Nested ones would allow an expansion without bound, so they are refused. */
function internalEntities(doctype: string, line: number): Record<string, string> {
  const entities: Record<string, string> = {};
  let count = 0;
  for (const match of doctype.matchAll(/<!ENTITY\s+([\w.-]+)\s+(?:"([^"]*)"|'([^']*)')/g)) {
    const value = match[2] ?? match[3] ?? '';
    if (++count > MOST_ENTITIES || value.length > LONGEST_ENTITY || /&(?!#)/.test(value)) {
      throw new FormatError(
        `Line ${line}: the file defines XML entities that refer to each other or are too long. Save it as plain SVG.`,
        line,
      );
    }
    entities[match[1]!] = value;
  }
  return entities;
}
