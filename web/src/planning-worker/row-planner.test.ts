import { newPlan, type PlanRecords, polyline, QUILT_ID, quiltOf, type RowSetRecord } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { newRowSet } from '../document/rows.ts';
import { levelsOf } from './levels.ts';
import type { RowsRequest } from './requests.ts';
import { rowPlanner } from './row-planner.ts';

const WAVE = polyline(Array.from({ length: 61 }, (_, i) => ({ x: 2 * i, y: 25 + 25 * Math.sin((Math.PI * i) / 30) })));
const GRID = { across: 3, down: 3, blockWidth: 200, blockHeight: 200, sashing: 0, border: 50 };
const PLAN = newPlan('Harbour Lights', GRID);
const planner = rowPlanner(new Map([['wave', [WAVE]]]));
const set = (change: Partial<RowSetRecord> = {}): RowSetRecord => ({
  ...newRowSet('wave', 10),
  id: 'w',
  numbers: { rows: 8, scale: 1, clearance: 10, margin: 12 },
  ...change,
});
const request = (change: Partial<RowSetRecord> = {}, plan: PlanRecords = PLAN): RowsRequest => ({
  set: set(change),
  plan,
});

describe('rows for the screen', () => {
  it('have a box, a name, fewer points for afar, and their sums', () => {
    const planned = planner.rows(request());
    expect(planned.rows).toHaveLength(8);
    expect(planned.runs[2]).toMatchObject({ id: 'w-row-3', name: 'row 3' });
    // Draw-in of 1 % is undone on the cloth: 700 mm of width stay 700.
    expect(planned.rows[0]!.ring[1]!.x).toBeCloseTo(700, 6);
    expect(planned.rows[0]!.ring[0]!.y).toBeCloseTo(12 / 0.99, 6);
    const points = (lines: readonly Float64Array[]): number => lines.reduce((n, line) => n + line.length / 2, 0);
    const [run] = planned.runs;
    const counts = [points(run!.runs), ...run!.levels.map((level) => points(level.lines))];
    expect([...counts].sort((a, b) => b - a)).toEqual(counts);
    expect(planned.repeats).toBeCloseTo((693 + 2 * 19.05) / 120, 6);
    expect(planned.problems).toEqual([]);
  });
  it('are empty, with the reason, without a design or one that can’t be repeated', () => {
    const gone = planner.rows({ set: { ...set(), designId: 'gone' }, plan: PLAN });
    expect([gone.rows, gone.totals, gone.problems[0]!.code]).toEqual([[], null, 'missingDesign']);
    const still = rowPlanner(new Map([['wave', [Float64Array.of(0, 0, 10, 10, 0, 0)]]]));
    expect(still.rows(request()).problems[0]!.code).toBe('cannotRepeat');
    expect([
      still.usualClearance(set()),
      still.choices(request({ along: 1 })),
      still.bestShift(set(), 'tight'),
    ]).toEqual([null, [], null]);
    expect(still.clearances(request(), 2, 0, 0)).toEqual({ above: null, below: null });
  });
  it('name patches of their own that they run over', () => {
    const placements = { p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1 } };
    expect(planner.rows(request({}, { ...PLAN, placements })).problems.map((one) => one.code)).toEqual([
      'rowsOverPatch',
    ]);
  });
});

describe('answers for the screen', () => {
  it('are drawn, and the same ones are not worked out twice', () => {
    const [best, ...others] = planner.choices(request());
    expect(others.length).toBeGreaterThanOrEqual(2);
    expect(best!.picture).toMatchObject({ width: 700, length: 700 });
    expect(best!.picture.path.match(/M/g)).toHaveLength(best!.rows);
    expect(best!.bobbins).toBe(1);
    // Neither what was taken nor what was pinned or moved matters to them.
    const taken = request({
      numbers: best!.numbers,
      pins: ['rows'],
      exceptions: [{ row: 1, down: 2, along: 0, scale: 1, dropped: false }],
    });
    expect(planner.choices(taken)).toBe(planner.choices(request()));
    expect(planner.choices(request(), 'turned')).not.toBe(planner.choices(request()));
  });
  it('follow the draw-in: less is left to fill', () => {
    const quilt = { ...quiltOf(PLAN), batting: { ...quiltOf(PLAN).batting, drawIn: 0.05 } };
    const drawn = { ...PLAN, quilts: { [QUILT_ID]: quilt } };
    expect(planner.rows(request({}, drawn)).length).toBeCloseTo(665, 9);
    expect(planner.choices(request({}, drawn))[0]!.numbers).not.toEqual(planner.choices(request())[0]!.numbers);
  });
});

describe('a row being dragged', () => {
  it('is told what is left above and below, as the plan will have it', () => {
    const moved = planner.clearances(request(), 3, 4, 0);
    const exceptions = [{ row: 3, down: 4, along: 0, scale: 1, dropped: false }];
    const laid = planner.rows(request({ exceptions }));
    expect(moved).toEqual({ above: laid.rows[3]!.clearance, below: laid.rows[4]!.clearance });
    expect(moved.above!).toBeGreaterThan(10);
    expect(moved.below!).toBeLessThan(10);
    expect(planner.clearances(request(), 0, 1, 0).above).toBeNull();
  });
  it('best shift of alternate rows: in phase when they nest, and never nothing', () => {
    expect(planner.bestShift(set(), 'tight')).toBeCloseTo(0, 4);
    const even = planner.bestShift(set(), 'even')!;
    expect(even).toBeGreaterThanOrEqual(0);
    expect(even).toBeLessThan(1);
  });
});

describe('the density picture', () => {
  it('is of everything planned, with the gap that is too wide', () => {
    const few = request({ numbers: { rows: 2, scale: 1, clearance: 10, margin: 12 } });
    const density = planner.density([few], [], PLAN)!;
    expect(density.widest.diameter).toBeGreaterThan(200);
    expect(density.patches).toHaveLength(Object.keys(PLAN.regions).length);
    expect(density.problems[0]!.code).toBe('wideGap');
    expect(density.map.pixels).toHaveLength(4 * density.map.columns * density.map.rows);
    expect(planner.density([], [], PLAN)).toBeNull();
  });
  it('and the levels of a line keep within what they say', () => {
    const [fine, middle, coarse] = levelsOf([WAVE]);
    expect([fine!.tolerance, middle!.tolerance, coarse!.tolerance]).toEqual([0.2, 0.7, 2]);
    expect(coarse!.lines[0]!.length).toBeLessThan(fine!.lines[0]!.length);
    expect([coarse!.lines[0]![0], coarse!.lines[0]!.at(-2)]).toEqual([0, 120]);
  });
});
