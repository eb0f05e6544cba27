import { edgesOf, insetOf, type Shape } from '../cloth/shape.ts';

/**
 * Millimetres kept free along the edges of a patch, clockwise from the one that is on top of what sits in it; the last holds for all further edges,
 * so that one number is a margin all round. Negative runs over the seam. Never empty.
 */
export type Margins = readonly number[];

/** What the fits have that keep margins. */
export interface WithMargins {
  readonly margins: Margins;
}

export const marginAt = (margins: Margins, edge: number): number => margins[Math.min(edge, margins.length - 1)]!;

/** With another margin along one edge; as short a list as says the same. */
export function withMargin(margins: Margins, edges: number, edge: number, margin: number): Margins {
  const all = Array.from({ length: edges }, (_, i) => (i === edge ? margin : marginAt(margins, i)));
  while (all.length > 1 && all.at(-1) === all.at(-2)) all.pop();
  return all;
}

/** What the margins leave of a patch; null when that is nothing. */
export const innerOf = (shape: Shape, { margins }: WithMargins): Shape | null =>
  insetOf(shape, margins.length === 1 ? margins[0]! : edgesOf(shape).map((_, i) => marginAt(margins, i)));
