import {
  type Border,
  borderName,
  type EdgePlace,
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
