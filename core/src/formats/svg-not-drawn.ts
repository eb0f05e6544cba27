import type { Style } from './svg-style.ts';
import type { XmlElement } from './xml-tree.ts';

/** Elements that hold no line, and what is said of each. */
export const LEFT_OUT: Readonly<Record<string, string>> = {
  text: 'text is left out; turn it into paths in the drawing program',
  flowRoot: 'text is left out; turn it into paths in the drawing program',
  image: 'a picture is left out; trace it into lines first',
  foreignObject: 'embedded content is left out',
};
/** What refers to another element of some name, by property, and isn't drawn. */
const EFFECTS = [
  { property: 'mask', name: 'mask', sentence: 'masking is left out; the whole lines are kept' },
  { property: 'filter', name: 'filter', sentence: 'a filter is left out; only the lines are kept' },
  { property: 'fill', name: 'pattern', sentence: 'a pattern is left out; only the outline of what it fills is kept' },
  ...['marker', 'marker-start', 'marker-mid', 'marker-end'].map((property) => ({
    property,
    name: 'marker',
    sentence: 'markers on lines are left out',
  })),
];

/** What is to be said of an element whose style refers to what isn't drawn. */
export const effectsOf = (style: Style, byId: ReadonlyMap<string, XmlElement>): string[] =>
  EFFECTS.filter(({ property, name }) => {
    const value = style.get(property);
    return value?.includes('(') && byId.get(urlIn(value) ?? '')?.name === name;
  }).map(({ sentence }) => sentence);

/** Of the alternatives of a `switch`, the first whose conditions hold here (SVG 2, section 5.9): plain SVG for one who reads English. */
export function chosenOf({ children }: XmlElement): readonly XmlElement[] {
  const holds = ({ attributes }: XmlElement): boolean => {
    const languages = attributes.get('systemLanguage')?.split(',');
    return !attributes.has('requiredExtensions') && (!languages || languages.some((one) => /^en\b/i.test(one.trim())));
  };
  return children
    .filter((child) => child.name !== 'desc' && child.name !== 'title')
    .filter(holds)
    .slice(0, 1);
}

/** The id that a value names which begins as `url(#id)`; null where it is none. */
export const urlIn = (value: string): string | null =>
  /^\s*url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(value)?.[1]?.trim() ?? null;
