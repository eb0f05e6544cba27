import {
  analyseDesign,
  type Bounds,
  boxShape,
  clothPoint,
  type Offered,
  polygonShape,
  polyline,
  seatIn,
  type Shape,
  suggest,
} from '@gorse/core';
import { medianMs, printFigure } from './figures.ts';

/** Some hundred designs of all kinds: loops wound round boxes of many proportions. */
function library(count: number): Offered[] {
  const few = Array.from({ length: 25 }, (_, k): Offered => {
    const { maxX, maxY }: Pick<Bounds, 'maxX' | 'maxY'> = { maxX: 60 + 9 * k, maxY: 200 - 5 * k };
    const line = polyline(
      Array.from({ length: 900 }, (_, i) => {
        const t = (i / 899) * 2 * Math.PI;
        const r = 0.32 + 0.16 * Math.sin((7 + (k % 5)) * t);
        return { x: maxX * (0.5 + r * Math.cos((3 + (k % 3)) * t)), y: maxY * (0.5 + r * Math.sin((3 + (k % 3)) * t)) };
      }),
    );
    const { facts } = analyseDesign([line]);
    return { id: `d${k}`, kind: facts.kind, facts };
  });
  const kinds = ['block', 'motif', 'triangle', 'border', 'edgeToEdge'] as const;
  return Array.from({ length: count }, (_, i) => ({ ...few[i % 25]!, id: `d${i}`, kind: kinds[i % 5]! }));
}

/** What suits a patch, of five hundred designs. */
export function benchSuggest(): void {
  const offered = library(500);
  const p = clothPoint;
  const patches: Readonly<Record<string, Shape>> = {
    block: polygonShape([p(0, 0), p(202, 3), p(199, 204), p(-2, 200)]),
    triangle: polygonShape([p(0, 140), p(140, 0), p(281, 142)]),
    strip: boxShape(p(0, 0), p(40, 300)),
    hexagon: polygonShape(Array.from({ length: 6 }, (_, i) => p(120 * Math.cos(i * 1.047), 120 * Math.sin(i * 1.047)))),
  };
  const took = Object.entries(patches).map(([name, shape]) => {
    const wanted = { seat: seatIn(shape, shape, 'patch'), ends: [p(0, 0), p(200, 100)], spacing: 14 };
    const ms = medianMs(() => suggest(wanted, offered), 5);
    printFigure(`suggest.${name}_ms`, ms, 'ms, 500 designs in one patch', null);
    return ms;
  });
  printFigure('suggest.ms', Math.max(...took), 'ms, 500 designs in one patch, the slowest of four', '< 300');
}
