import {
  analyseDesign,
  askedRows,
  DESIGN_KINDS,
  type DesignFacts,
  makeEvaluator,
  makeMap,
  newPlan,
  type Polyline,
  readDrawing,
  rowChoices,
} from '@gorse/core';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { HARBOUR_LIGHTS, harbourRows } from '../../demo/make-demo.mjs';

const FOLDER = fileURLToPath(new URL('../../demo/designs/', import.meta.url));
const facts = new Map<string, DesignFacts>();
const lines = new Map<string, readonly Polyline[]>();
for (const file of readdirSync(FOLDER)) {
  const { strokes, remarks, unit } = readDrawing(file, readFileSync(FOLDER + file));
  expect([file, remarks, unit.stated]).toEqual([file, [], true]);
  lines.set(file.replace('.svg', ''), strokes);
  facts.set(file.replace('.svg', ''), analyseDesign(strokes).facts);
}

describe('the demo designs', () => {
  it('are at least two dozen, of every kind, each one continuous line of a size to stitch', () => {
    expect(facts.size).toBeGreaterThanOrEqual(24);
    expect(new Set([...facts.values()].map(({ kind }) => kind))).toEqual(new Set(DESIGN_KINDS));
    for (const [name, { strokes, width, length }] of facts) {
      expect([name, strokes]).toEqual([name, 1]);
      expect(width, name).toBeGreaterThan(80);
      expect(length, name).toBeGreaterThan(200);
    }
  });
  it.each(['Ripple', 'Eddy', 'Cirrus', 'Swell', 'Wavelet', 'Hawser', 'Float line', 'Bunting', 'Horizon'])(
    '%s joins its own copy',
    (name) => {
      expect(facts.get(name)!.join).toMatchObject({ joins: true });
    },
  );
  it.each([
    ['Beacon', 8],
    ['Starfish', 5],
    ['Tillers', 4],
    ['Trefoil', 3],
    ['Ripple', 2],
    ['Puffin', 1],
  ])('%s turns onto itself %i times', (name, turns) => {
    expect(facts.get(name)!.symmetry.turns).toBe(turns);
  });
  it.each(['Puffin', 'Anchor', 'Bunting', 'Shell'])('%s has a right way up', (name) => {
    expect(facts.get(name)!.directional).toBe(true);
  });
});

describe('Harbour Lights', () => {
  it('is laid as the best answer to its question says, in three passes', () => {
    const { name, setting, borders } = HARBOUR_LIGHTS;
    const plan = makeEvaluator(() => lines.get('Ripple')).at(newPlan(name, makeMap(setting, borders)));
    const set = harbourRows('ripple');
    const [best] = rowChoices(plan, askedRows(set), 'upright');
    for (const number of ['rows', 'scale', 'clearance', 'margin'] as const)
      expect(set.numbers[number], number).toBeCloseTo(best!.numbers[number], 3);
    expect(best!.resolved.passes).toBe(3);
  });
});
