import { BENCH_CLOTH, type ClothNature, PIECED_CLOTH, stitchWandering } from '@gorse/core';
import { printFigure, quantile } from './figures.ts';

/** Simulated quilts whose border's edges are off by up to 10 mm over a side, touched where that is suggested. */
const QUILTS = 50;

export function benchEdges(): void {
  benchOn('cloth', BENCH_CLOTH, 1);
  benchOn('pieced', PIECED_CLOTH, 1 + QUILTS);
}

function benchOn(name: string, nature: ClothNature, seed: number): void {
  const found = Array.from({ length: QUILTS }, (_, i) => stitchWandering(seed + i, nature));
  const off = found.flatMap((one) => one.off);
  const touches = found.map((one) => one.touches);
  const apart = found.map((one) => one.length / one.touches);
  const where = `strip’s edge to the true edge, ${QUILTS} borders of 1.5 by 1.9 m`;
  printFigure(`edges.${name}_off_mm`, quantile(off, 0.95), `mm, 95 %, ${where}`, '< 0.8');
  printFigure(
    `edges.${name}_touches`,
    quantile(touches, 0.5),
    'touches along both edges of all four sides, median',
    null,
  );
  printFigure(`edges.${name}_apart_mm`, quantile(apart, 0.5), 'mm from touch to touch, median', null);
}
