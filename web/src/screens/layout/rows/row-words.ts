import { formatLength, type LengthStyle, type Loading, type RowException, trimmed } from '@gorse/core';

/** Directions as she sees them on the upright quilt, for a row moved back and forth across the rows, and along them. */
const WORDS: Readonly<
  Record<Loading, Readonly<Record<'across' | 'along' | 'beside', readonly [before: string, after: string]>>>
> = {
  upright: { across: ['higher', 'lower'], along: ['to the left', 'to the right'], beside: ['above', 'below'] },
  turned: {
    across: ['further left', 'further right'],
    along: ['downwards', 'upwards'],
    beside: ['on its left', 'on its right'],
  },
};

/** How far a row was moved: `1/4 in lower`, `3/4 in sideways to the right`. */
export function movedWords(
  { down, along }: Pick<RowException, 'down' | 'along'>,
  loading: Loading,
  style: LengthStyle,
): string[] {
  const { across, along: sideways } = WORDS[loading];
  return [
    ...(down === 0 ? [] : [`${formatLength(Math.abs(down), style)} ${across[down < 0 ? 0 : 1]}`]),
    ...(along === 0 ? [] : [`${formatLength(Math.abs(along), style)} sideways ${sideways[along < 0 ? 0 : 1]}`]),
  ];
}

/** What is left between a row being moved and the one before (0) or after (1) it; empty without a neighbour. */
export function besideWords(clearance: number | null, side: 0 | 1, loading: Loading, style: LengthStyle): string {
  const where = WORDS[loading].beside[side];
  if (clearance === null) return '';
  return clearance < 0
    ? `lies over the row ${where} by ${formatLength(-clearance, style)}`
    : `${formatLength(clearance, style)} clear ${where}`;
}

/** The edge of the quilt where the first row lies. */
export const firstEdge = (loading: Loading): string => (loading === 'upright' ? 'the top' : 'the left edge');

/** All that was changed of a row by hand. */
export const changedWords = (one: RowException, loading: Loading, style: LengthStyle): string =>
  one.dropped
    ? 'dropped'
    : [
        ...movedWords(one, loading, style),
        ...(one.scale === 1 ? [] : [`${trimmed(100 * one.scale, 1)} % of the size`]),
      ].join(', ');

/** What typed numbers mean: less than 0 is the other way. */
export const wayWords = (way: 'across' | 'along', loading: Loading): string => {
  const [less, more] = WORDS[loading][way];
  return `${more.charAt(0).toUpperCase()}${more.slice(1)}; less than 0: ${less}`;
};
