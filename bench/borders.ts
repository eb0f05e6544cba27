import {
  askedBorder,
  borderChoices,
  type BorderSetRecord,
  evenBorder,
  makeEvaluator,
  makeMap,
  newPlan,
  plainGrid,
  polyline,
  usualBorder,
} from '@gorse/core';
import { medianMs, printFigure } from './figures.ts';

/** A wave of 600 points that runs on, and a curl that turns a corner. */
const WAVE = polyline(Array.from({ length: 600 }, (_, i) => ({ x: i / 5, y: 20 * Math.sin((i * Math.PI) / 150) })));
const CURL = polyline(
  Array.from({ length: 200 }, (_, i) => ({
    x: 40 * Math.sin((i * Math.PI) / 400),
    y: -40 * Math.cos((i * Math.PI) / 400),
  })),
);
const DESIGNS: Readonly<Record<string, Float64Array[]>> = { wave: [WAVE], curl: [CURL] };

/** The answers for a queen's border: four sides, all schools, each stitched and put in passes. */
export function benchBorders(): void {
  const setting = plainGrid({ across: 8, down: 9, blockWidth: 254, blockHeight: 254, sashing: 0 });
  const top = newPlan('Borders', makeMap(setting, [evenBorder(152)]));
  const set: BorderSetRecord = {
    ...usualBorder('b', 0, 'wave'),
    cornerDesignId: 'curl',
    corners: 'mitre',
    clear: { outer: 6, inner: 6 },
  };
  const plan = makeEvaluator((id) => DESIGNS[id]).at({ ...top, borderSets: { b: set } });
  const ms = medianMs(() => borderChoices(plan, askedBorder(set), 'upright'));
  printFigure('borders.answers_ms', ms, 'ms, four sides, all schools, eight answers stitched', '< 200');
}
