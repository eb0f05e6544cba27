import type { Point } from '../geometry/point.ts';

/** What parts that are told by their logarithms make of a whole, and the logarithm of that whole. */
export function shared(logs: readonly number[]): { readonly parts: readonly number[]; readonly logWhole: number } {
  const most = Math.max(...logs);
  const likely = logs.map((log) => Math.exp(log - most));
  const sum = likely.reduce((a, b) => a + b, 0);
  return { parts: likely.map((one) => one / sum), logWhole: most + Math.log(sum) };
}

/** How long the mean of some ways is, each by its part of the whole. */
export const lengthOfMean = (ways: readonly Point[], parts: readonly number[]): number => {
  const along = (axis: 'x' | 'y'): number => ways.reduce((sum, way, i) => sum + parts[i]! * way[axis], 0);
  return Math.sqrt(along('x') ** 2 + along('y') ** 2);
};
