import { PIECED_CLOTH, stitchOffSquare } from '@gorse/core';
import { printFigure, quantile } from './figures.ts';

/** Simulated quilts whose blocks are off square by 3 mm a corner, each design fitted to its touched corners. */
const QUILTS = 50;

/** A head reads 0.3 mm on each axis: 0.59 and, as the crow flies, 0.73 are 95 % of what no touch can tell. */
export function benchPatches(): void {
  benchWith('patches.corner_off', 0, 'at the seams', '< 0.6');
  // A margin is so much of the planned cloth, which pieced cloth is not everywhere.
  benchWith('patches.inner_corner_off', 6.35, 'a quarter inch inside', null);
}

function benchWith(name: string, margin: number, where: string, bar: string | null): void {
  const missed = Array.from({ length: QUILTS }, (_, i) => stitchOffSquare(i + 1, PIECED_CLOTH, margin)).flat();
  const axes = missed.flatMap(({ x, y }) => [Math.abs(x), Math.abs(y)]);
  const away = missed.map(({ x, y }) => Math.sqrt(x * x + y * y));
  const unit = `mm, 95 % of the corners of 800 designs ${where}`;
  printFigure(`${name}_axis_mm`, quantile(axes, 0.95), `${unit}, on each axis`, bar);
  printFigure(`${name}_mm`, quantile(away, 0.95), `${unit}, as the crow flies`, null);
}
