import {
  analyseDesign,
  applyDiff,
  laidPlacement,
  patchesAlike,
  piecesOfRecord,
  planFaults,
  problemsOf,
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
import { GUILLEMOT_MESS, HARBOUR_LIGHTS, harbourRows, messEdit } from '../../demo/make-demo.mjs';

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

describe('Guillemot Mess', () => {
  it('is custom work: every block, setting triangle and sashing by a recipe of its family, with nothing to mend', () => {
    const top = newPlan('Mess', makeMap(GUILLEMOT_MESS.setting, GUILLEMOT_MESS.borders));
    const files = [...lines.keys()].map((name) => ({ id: name, file: `${name}.svg` }));
    const records = applyDiff(top, messEdit(files, top.regions));
    expect(planFaults(records)).toEqual([]);
    const plan = makeEvaluator((id) => lines.get(id)).at(records);
    const problems = Object.keys(records.placements).flatMap((record) =>
      problemsOf(plan, { source: 'placements', record }),
    );
    expect(problems.filter(({ severity }) => severity === 'mend')).toEqual([]);
    const about = Object.keys(records.borderSets).map((record) => problemsOf(plan, { source: 'borderSets', record }));
    expect(about.flat()).toEqual([]);
    // The wave goes on round the corners that have a design of their own.
    const wave = piecesOfRecord(plan, { source: 'borderSets', record: 'mess-wave' });
    expect(wave.every(({ needle }) => needle.length === 1)).toBe(true);
    expect(wave.map(({ name, turned }) => `${name}${turned ? ', turned' : ''}`)).toEqual([
      'top border 2',
      'right border 2, turned',
      'bottom border 2',
      'left border 2, turned',
    ]);
    const open = Object.values(records.regions).filter(
      ({ id }) => !Object.values(records.placements).some(({ regionId }) => regionId === id),
    );
    expect(new Set(open.map(({ kind }) => kind))).toEqual(new Set(['border', 'cornerstone', 'applique']));
    // Ferries and puffins are left free; the backgrounds round them are one run each.
    for (const id of ['block-2-4', 'block-2-6', 'block-2-5', 'block-3-5']) {
      const [piece] = piecesOfRecord(plan, { source: 'placements', record: `in-${id}` });
      expect(piece!.designId).toBeNull();
      expect(piece!.needle).toHaveLength(1);
    }
    const alike = (id: string): number => patchesAlike(records.regions[id]!, Object.values(records.regions)).length;
    expect(['block-1-1', 'setting-3-1', 'border-2-top'].map(alike)).toEqual([20, 14, 2]);
    // Setting triangles of all four sides are one recipe, each with its point inward.
    const points = ['setting-3-1', 'setting-1-3', 'setting-9-3', 'setting-3-11'].map((id) => {
      const { outline } = plan.get(laidPlacement, `in-${id}`)!.warp;
      const [a, b, c, d] = outline.map(({ x, y }) => ({ x, y }));
      const side = (mm: number): number => (Math.abs(mm) < 1 ? 0 : Math.sign(mm));
      return [side(c!.x + d!.x - a!.x - b!.x), side(c!.y + d!.y - a!.y - b!.y)];
    });
    expect(points).toEqual([
      [0, -1],
      [-1, 0],
      [1, 0],
      [0, 1],
    ]);
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
