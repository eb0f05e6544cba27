import type { DesignAnswer } from '@gorse/contract';
import { type DesignFacts, type DesignKind, MM_PER_INCH, unlikeness } from '@gorse/core';

export const KIND_NAMES: Readonly<Record<DesignKind, string>> = {
  edgeToEdge: 'Edge-to-edge',
  border: 'Border',
  corner: 'Corner',
  block: 'Block',
  triangle: 'Triangle',
  motif: 'Motif',
  line: 'Line',
};

/** One thing to filter by: a design passes when it passes any of the chosen options, or none is chosen. */
export interface Facet {
  readonly key: string;
  readonly title: string;
  readonly options: readonly Option[];
}
interface Option {
  readonly key: string;
  readonly label: string;
  readonly passes: (design: DesignAnswer) => boolean;
}

const longSide = ({ facts }: DesignAnswer): number => Math.max(facts.width, facts.height);

/** Options for a measure between steps given in inches. */
function ranges(steps: readonly number[], measure: (design: DesignAnswer) => number | null): Option[] {
  return [0, ...steps].map((from, i) => {
    const to = steps[i];
    return {
      key: `${from}`,
      label: to === undefined ? `${from} in and more` : from === 0 ? `under ${to} in` : `${from} to ${to} in`,
      passes(design) {
        const inches = (measure(design) ?? Infinity) / MM_PER_INCH;
        return inches >= from && inches < (to ?? Infinity);
      },
    };
  });
}

/** Below this part of its length a doubled stretch doesn't show. */
const DOUBLED_SHARE = 0.002;
export const isDoubled = (facts: DesignFacts): boolean => facts.doubled > DOUBLED_SHARE * facts.length;

const FACETS: readonly Facet[] = [
  {
    key: 'kind',
    title: 'Kind',
    options: Object.entries(KIND_NAMES).map(([key, label]) => ({ key, label, passes: ({ kind }) => kind === key })),
  },
  { key: 'size', title: 'Longer side', options: ranges([4, 8, 12], longSide) },
  {
    key: 'row',
    title: 'In a row',
    options: [
      { key: 'joins', label: 'joins its copy', passes: ({ facts }) => facts.join.joins },
      { key: 'not', label: 'doesn’t join', passes: ({ facts }) => !facts.join.joins },
    ],
  },
  {
    key: 'cuts',
    title: 'Cuts',
    options: [
      { key: 'none', label: 'one continuous line', passes: ({ facts }) => facts.strokes === 1 },
      { key: 'some', label: 'needs cuts', passes: ({ facts }) => facts.strokes > 1 },
    ],
  },
  {
    key: 'doubled',
    title: 'Stitched twice',
    options: [
      { key: 'no', label: 'nowhere', passes: ({ facts }) => !isDoubled(facts) },
      { key: 'yes', label: 'in places', passes: ({ facts }) => isDoubled(facts) },
    ],
  },
  { key: 'spacing', title: 'Lines apart', options: ranges([0.25, 0.5, 1], ({ facts }) => facts.spacing) },
  {
    key: 'way',
    title: 'Upside down',
    options: [
      { key: 'free', label: 'doesn’t matter', passes: ({ facts }) => !facts.directional },
      { key: 'matters', label: 'matters', passes: ({ facts }) => facts.directional },
    ],
  },
];

export const SORTS = {
  name: { title: 'by name', compare: (a: DesignAnswer, b: DesignAnswer) => a.name.localeCompare(b.name) },
  newest: { title: 'newest first', compare: (a: DesignAnswer, b: DesignAnswer) => b.addedAt - a.addedAt },
  small: { title: 'smallest first', compare: (a: DesignAnswer, b: DesignAnswer) => longSide(a) - longSide(b) },
  large: { title: 'largest first', compare: (a: DesignAnswer, b: DesignAnswer) => longSide(b) - longSide(a) },
  quick: {
    title: 'shortest line first',
    compare: (a: DesignAnswer, b: DesignAnswer) => a.facts.length - b.facts.length,
  },
  open: {
    title: 'widest spacing first',
    compare: (a: DesignAnswer, b: DesignAnswer) => (b.facts.spacing ?? 0) - (a.facts.spacing ?? 0),
  },
} as const;
export type Sort = keyof typeof SORTS;

export interface LibraryFilter {
  readonly text: string;
  /** Chosen option keys by facet key. */
  readonly chosen: Readonly<Record<string, readonly string[]>>;
  readonly sort: Sort;
  /** Show those most like this design first. */
  readonly like: DesignAnswer | null;
}

export const NO_FILTER: LibraryFilter = { text: '', chosen: {}, sort: 'name', like: null };

/** The facets that make sense for these designs: the fixed ones and their tags. */
export function facetsOf(designs: readonly DesignAnswer[]): Facet[] {
  const tags = [...new Set(designs.flatMap((design) => design.tags))].sort((a, b) => a.localeCompare(b));
  const tagFacet: Facet = {
    key: 'tags',
    title: 'Tags',
    options: tags.map((tag) => ({ key: tag, label: tag, passes: (design) => design.tags.includes(tag) })),
  };
  return tags.length === 0 ? [...FACETS] : [...FACETS, tagFacet];
}

const passes = (design: DesignAnswer, facet: Facet, chosen: readonly string[]): boolean =>
  chosen.length === 0 || facet.options.some((option) => chosen.includes(option.key) && option.passes(design));

const matches = (design: DesignAnswer, text: string): boolean => {
  const all = `${design.name} ${design.file} ${KIND_NAMES[design.kind]} ${design.tags.join(' ')}`.toLowerCase();
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
};

/** The designs that pass, in order. */
export function filtered(
  designs: readonly DesignAnswer[],
  facets: readonly Facet[],
  { text, chosen, sort, like }: LibraryFilter,
): DesignAnswer[] {
  const found = designs.filter(
    (design) => matches(design, text) && facets.every((facet) => passes(design, facet, chosen[facet.key] ?? [])),
  );
  if (!like) return found.sort(SORTS[sort].compare);
  const far = new Map(found.map((design) => [design, unlikeness(design.facts.shape, like.facts.shape)]));
  return found.sort((a, b) => far.get(a)! - far.get(b)!);
}

/** How many designs each option would leave with all the other facets as they are, by `facet option`. */
export function countsOf(
  designs: readonly DesignAnswer[],
  facets: readonly Facet[],
  { text, chosen }: LibraryFilter,
): Map<string, number> {
  const counts = new Map<string, number>();
  const found = designs.filter((design) => matches(design, text));
  for (const facet of facets) {
    const others = facets.filter((one) => one !== facet);
    const left = found.filter((design) => others.every((one) => passes(design, one, chosen[one.key] ?? [])));
    for (const option of facet.options) counts.set(`${facet.key} ${option.key}`, left.filter(option.passes).length);
  }
  return counts;
}

/** The family a design belongs to: its original's id. */
export const familyOf = (design: DesignAnswer): string => design.originalId ?? design.id;

/** The newest revision of every design. */
export function newestRevisions(designs: readonly DesignAnswer[]): DesignAnswer[] {
  const newest = new Map<string, DesignAnswer>();
  for (const design of designs) {
    const known = newest.get(familyOf(design));
    if (!known || known.revision < design.revision) newest.set(familyOf(design), design);
  }
  return [...newest.values()];
}
