import { medianMs, printFigure } from './figures.ts';

/** A computation that never changes: what it takes tells figures of different days and machines apart. Sums, square roots and an array in cache. */
export function machineSpeed(): void {
  const values = new Float64Array(4096);
  let sum = 0;
  const ms = medianMs(() => {
    for (let round = 0; round < 2000; round++)
      for (let i = 0; i < values.length; i++) sum += values[i] = Math.sqrt(values[i]! + i + round);
  }, 7);
  if (!Number.isFinite(sum)) throw new Error('the sum ran away');
  printFigure('machine.ms', ms, 'ms, a fixed computation: compare figures of different days by it', null);
}
