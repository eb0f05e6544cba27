import { compile } from 'css-select';
import type { CssNode, Selector } from 'css-tree';
import generate from 'css-tree/generator';
import parse from 'css-tree/parser';
import { type Declaration, type Declared, declarationsIn, declarationsOf, RAW } from './svg-declarations.ts';
import type { XmlElement } from './xml-tree.ts';

/** What is said of an element by its attributes, or by name of a property where a style says it. */
export interface Style {
  get(name: string): string | undefined;
}

/** A style with some of it said anew. */
export const restyled = (style: Style, said: ReadonlyMap<string, string>): Style => ({
  get: (name) => said.get(name) ?? style.get(name),
});

interface Rule extends Declared {
  readonly selector: Selector;
  readonly specificity: number;
  matches?: Matches;
}
type Matches = (element: XmlElement) => boolean;

/** A style attribute, and what comes of it where no rule says anything. */
interface OwnStyle extends Declared {
  readonly alone: ReadonlyMap<string, string>;
}

/** All sheets together, without what is embedded in them. */
const LONGEST_SHEETS = 500_000;
/** A document has fewer: each takes some signs of its sheets. */
const MOST_RULES = 1e7;
/** Steps from element to element while looking for what applies; an honest file takes a few for each. */
const MOST_STEPS = 500_000;
/** Style attributes are mostly repeated. */
const MOST_KNOWN = 5_000;

/**
 * The style sheets of a document, and what they and the style attributes say of each element: the cascade (CSS Cascading and Inheritance 3,
 * section 6) of one origin, with presentation attributes below all rules. Rules are found by the id, class or tag that they end in.
 */
export class SvgStyles {
  private readonly rules = new Map<string, Rule[]>();
  private readonly known = new Map<string, OwnStyle>();
  private readonly compiled = new Map<string, Matches>();
  private steps = 0;
  /** Rules of all sheets so far. */
  private count = 0;

  /** @param remark takes what had to be left out */
  constructor(
    sheets: readonly XmlElement[],
    private readonly remark: (element: XmlElement, sentence: string) => void,
  ) {
    let length = 0;
    for (const sheet of sheets) {
      if (!isForScreen(sheet.attributes.get('media') ?? '')) continue;
      const text = withoutData(sheet.text);
      length += text.length;
      if (length > LONGEST_SHEETS) remark(sheet, 'a style sheet is too long and is left out');
      else this.read(sheet, text);
    }
  }

  /** What applies to an element; the attributes themselves where no style says anything. */
  of(element: XmlElement): Style {
    const rules = this.rules.size === 0 ? NO_RULES : this.matching(element);
    const text = element.attributes.get('style');
    const own = text === undefined ? null : this.ownStyle(text);
    if (rules.length > 0) return restyled(element.attributes, cascade([...rules, ...(own ? [own] : [])]));
    return own ? restyled(element.attributes, own.alone) : element.attributes;
  }

  private matching(element: XmlElement): readonly Rule[] {
    const found: Rule[] = [];
    const look = (key: string): void => {
      for (const rule of this.rules.get(key) ?? NO_RULES) if (this.applies(rule, element)) found.push(rule);
    };
    look('*');
    look(element.name);
    const id = element.attributes.get('id');
    if (id !== undefined) look(`#${id}`);
    for (const one of element.attributes.get('class')?.split(/\s+/) ?? []) look(`.${one}`);
    // Specificity holds the order too in which rules were written.
    return found.length < 2 ? found : found.sort((a, b) => a.specificity - b.specificity);
  }

  private applies(rule: Rule, element: XmlElement): boolean {
    if (++this.steps > MOST_STEPS) {
      this.remark(element, 'the style sheet asks for more than can be worked out; from here on it is left out');
      this.rules.clear();
      return false;
    }
    return (rule.matches ??= this.ready(rule.selector))(element);
  }

  private ownStyle(text: string): OwnStyle {
    const known = this.known.get(text);
    if (known) return known;
    const declarations = declarationsOf(text);
    const read = { declarations, alone: cascade([{ declarations }]) };
    if (this.known.size < MOST_KNOWN) this.known.set(text, read);
    return read;
  }

  private read(sheet: XmlElement, text: string): void {
    const take = (node: CssNode): void => {
      if (node.type === 'StyleSheet' || node.type === 'Block') node.children.forEach(take);
      else if (node.type === 'Atrule') {
        if (node.name === 'import') this.remark(sheet, 'a style sheet of another file is left out');
        if (node.name === 'media' && node.block && isForScreen(node.prelude ? generate(node.prelude) : ''))
          take(node.block);
      } else if (node.type === 'Rule' && node.prelude.type === 'SelectorList') {
        const declarations = declarationsIn(node.block);
        if (declarations.length === 0) return;
        node.prelude.children.forEach((selector) => {
          if (selector.type === 'Selector') this.add(selector, declarations);
        });
      }
    };
    take(parse(text, { ...RAW, parseRulePrelude: true }));
  }

  private add(selector: Selector, declarations: readonly Declaration[]): void {
    const key = keyOf(selector);
    // Of equal weight, what is written later counts.
    const rule = { ...{ selector, declarations }, specificity: specificityOf(selector) + this.count++ / MOST_RULES };
    const known = this.rules.get(key);
    if (known) known.push(rule);
    else this.rules.set(key, [rule]);
  }

  /** Rules are made ready when they are first asked: of many sheets most never are. */
  private ready(selector: Selector): Matches {
    const text = generate(selector);
    const known = this.compiled.get(text);
    if (known) return known;
    let matches: Matches = () => false;
    try {
      matches = compile<XmlElement, XmlElement>(text, { xmlMode: true, adapter: this.adapter });
    } catch {
      // A selector that isn't known selects nothing.
    }
    this.compiled.set(text, matches);
    return matches;
  }

  private readonly adapter = {
    isTag: (node: XmlElement): node is XmlElement => node.name !== '',
    getAttributeValue: (element: XmlElement, name: string): string | undefined => element.attributes.get(name),
    hasAttrib: (element: XmlElement, name: string): boolean => element.attributes.has(name),
    getChildren: (node: XmlElement): XmlElement[] => node.children,
    getName: (element: XmlElement): string => element.name,
    getParent: (node: XmlElement): XmlElement | null => {
      this.steps++;
      return node.parent;
    },
    getSiblings: (node: XmlElement): XmlElement[] => {
      const siblings = node.parent?.children ?? [node];
      this.steps += siblings.length;
      return siblings;
    },
    getText: (node: XmlElement): string => node.text,
    removeSubsets: (nodes: XmlElement[]): XmlElement[] => nodes,
  };
}

const NO_RULES: readonly Rule[] = [];

/** What is said in the end: what comes later counts, and what is important counts more. */
function cascade(all: readonly Declared[]): ReadonlyMap<string, string> {
  const said = new Map<string, string>();
  for (const important of [false, true])
    for (const { declarations } of all)
      for (const one of declarations) if (one.important === important) said.set(one.property, one.value);
  return said;
}

/** A sheet without fonts and pictures that are embedded in it. */
function withoutData(sheet: string): string {
  const parts: string[] = [];
  let kept = 0;
  for (const { index } of sheet.matchAll(/url\(\s*["']?data:/g)) {
    if (index < kept) continue;
    const end = sheet.indexOf(')', index);
    if (end < 0) break;
    parts.push(sheet.slice(kept, index), 'url(');
    kept = end;
  }
  return `${parts.join('')}${sheet.slice(kept)}`;
}

const isForScreen = (media: string): boolean =>
  media.split(',').some((one) => /^(|all|screen|only (all|screen))$/i.test(one.trim()));

/** What a selected element must have at the least: an id, a class, its tag, or nothing that is looked up. */
function keyOf(selector: Selector): string {
  let key = '*';
  let rank = 0;
  const better = (of: number, text: string): void => {
    if (of > rank) [rank, key] = [of, text];
  };
  selector.children.forEach((part) => {
    if (part.type === 'Combinator') [rank, key] = [0, '*'];
    else if (part.type === 'IdSelector') better(3, `#${part.name}`);
    else if (part.type === 'ClassSelector') better(2, `.${part.name}`);
    else if (part.type === 'TypeSelector') better(1, part.name.replace(/^.*\|/, ''));
  });
  return key;
}

/** Ids, then classes and the like, then tags, as one number (Selectors 4, section 17); of a list the weightiest counts. */
function specificityOf(node: CssNode): number {
  switch (node.type) {
    case 'IdSelector':
      return 1e6;
    case 'ClassSelector':
    case 'AttributeSelector':
      return 1e3;
    case 'TypeSelector':
      return node.name === '*' ? 0 : 1;
    case 'PseudoClassSelector':
      if (/^(is|not|has)$/i.test(node.name)) return Math.max(0, ...(node.children?.toArray() ?? []).map(specificityOf));
      return /^where$/i.test(node.name) ? 0 : 1e3;
    case 'SelectorList':
      return Math.max(0, ...node.children.toArray().map(specificityOf));
    case 'Selector':
      return node.children.reduce((sum, part) => sum + specificityOf(part), 0);
    default:
      return 0;
  }
}
