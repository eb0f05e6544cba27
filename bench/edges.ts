import { BENCH_CLOTH, type ClothNature, PIECED_CLOTH, stitchWandering } from '@gorse/core';
import { printFigure, quantile } from './figures.ts';

/** Simulated quilts whose border's edges are off by up to 10 mm over a side, touched where that is suggested. */
const QUILTS = 50;
/** Pieced cloth, whose seams ripple besides, is looked at on fewer. */
const PIECED = 20;

export function benchEdges(): void {
  benchOn('cloth', BENCH_CLOTH, QUILTS);
  benchOn('pieced', PIECED_CLOTH, PIECED);
}

function benchOn(name: string, nature: ClothNature, quilts: number): void {
  const found = Array.from({ length: quilts }, (_, i) => stitchWandering(i + 1, nature));
  const off = found.flatMap((one) => one.off);
  const touches = found.map((one) => one.touches);
  const apart = found.map((one) => one.length / one.touches);
  const where = `strip’s edge to the true edge, ${quilts} borders of 1.5 by 1.9 m`;
  printFigure(`edges.${name}_off_mm`, quantile(off, 0.95), `mm, 95 %, ${where}`, '< 0.8');
  printFigure(
    `edges.${name}_touches`,
    quantile(touches, 0.5),
    'touches along both edges of all four sides, median',
    null,
  );
  printFigure(`edges.${name}_apart_mm`, quantile(apart, 0.5), 'mm from touch to touch, median', null);
}
