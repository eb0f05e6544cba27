import {
  analyseDesign,
  type Bounds,
  evenOut,
  type FitRule,
  makeEvaluator,
  makeMap,
  newPlan,
  plainGrid,
  usualStages,
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

/** Repeats and sizes of a hundred patches in ten recipes, each of its own design. */
function benchEven(): void {
  const designs = new Map<string, readonly Float64Array[]>(
    Array.from({ length: 10 }, (_, k) => {
      const line = Array.from({ length: 900 }, (_, i) => {
        const t = (i / 899) * 2 * Math.PI;
        const r = 50 + 20 * Math.sin((9 + k) * t);
        return { x: 80 + r * Math.cos(5 * t), y: 60 + (5 + k) * 8 + r * Math.sin(5 * t) };
      });
      return [`d${k}`, [polyline(line)]];
    }),
  );
  const map = makeMap(plainGrid({ across: 10, down: 10, blockWidth: 150, blockHeight: 150, sashing: 0 }), []);
  const top = newPlan('Hundred', map);
  const recipes = Object.fromEntries(
    [...designs.keys()].map((id, k) => [id, { ...usualStages(id), id, fit: FITS[k % FITS.length]! }]),
  );
  const placements = Object.fromEntries(
    Object.keys(top.regions).map((id, i) => [id, { id, regionId: id, recipeId: `d${i % 10}`, parts: 1, own: {} }]),
  );
  const ms = medianMs(() => {
    const plan = makeEvaluator((id) => designs.get(id)).at({ ...top, recipes, placements });
    evenOut(plan, 12);
  }, 5);
  printFigure('even.ms', ms, 'ms, 100 patches in ten recipes, nothing known before', '< 1000');
}

const FITS: readonly FitRule[] = [
  { kind: 'contain', margins: [6], turn: 'held' },
  { kind: 'corners', margins: [6], bend: 'even' },
  { kind: 'fill', margins: [6] },
  { kind: 'edges', margins: [6] },
];

/** What suits a patch, of five hundred designs; and a quilt evened out. */
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
  benchEven();
}
