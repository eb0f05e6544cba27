import {
  type Border,
  borderName,
  counted,
  type EdgePlace,
  type EdgesKnown,
  formatDoubt,
  formatLength,
  type LengthStyle,
  type Loading,
  type Side,
} from '@gorse/core';

/** From which end of a side places are counted, as the quilt lies on the poles. */
const ENDS: Readonly<Record<Loading, (side: Side) => string>> = {
  upright: (side) => (side === 'top' || side === 'bottom' ? 'left' : 'upper'),
  turned: (side) => (side === 'top' || side === 'bottom' ? 'upper' : 'right'),
};

/** A place along an edge, in the middle of a sentence. */
export function edgeWords(
  { edge, level, side, along }: Pick<EdgePlace, 'edge' | 'level' | 'side' | 'along'>,
  borders: readonly Border[],
  loading: Loading,
  style: LengthStyle,
): string {
  const name = borderName(borders, { border: edge === 'outer' ? level - 1 : level, over: 1 })(side);
  return `${edge} edge of the ${name}, ${formatLength(along, style)} from the quilt’s ${ENDS[loading](side)} end`;
}

/** What is done next along the edges, and why. @param name of the next place */
export function followWords(
  { next, left, bound, touches }: EdgesKnown,
  name: string,
  style: LengthStyle,
): { readonly title: string; readonly why: string } {
  const made = touches.length === 0 ? '' : `${counted(touches.length, 'touch')} made. `;
  if (bound === null) return { title: 'None of this border’s edges is in reach.', why: made };
  const off = formatDoubt(bound, style);
  if (next === null)
    return {
      title: `The edges are known to ${off}.`,
      why: `${made}The strip is bent along them, here and on every pass to come.`,
    };
  const more = left === 1 ? 'With this one' : `With ${left} more`;
  const now = touches.length === 0 ? '' : ` Now they may be off by ${off}.`;
  return {
    title: `Put the needle on the ${name}.`,
    why: `${made}${more} the strip follows the edges as closely as they can be touched.${now} Near that place is enough, but right on the edge.`,
  };
}
