import { askedRows, type PlanRecords, polyline, QUILT_ID, quiltOf, type RowSetRecord } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { newRowSet } from '../document/rows.ts';
import { gridPlan } from '../test/grid-plan.ts';
import { plannerOf } from '../test/planner-of.ts';
import { levelsOf } from '../canvas/levels.ts';

const WAVE = polyline(Array.from({ length: 61 }, (_, i) => ({ x: 2 * i, y: 25 + 25 * Math.sin((Math.PI * i) / 30) })));
const PLAN = gridPlan({ across: 3, down: 3, border: 50 });
const worker = plannerOf({ wave: [WAVE] });
const set = (change: Partial<RowSetRecord> = {}): RowSetRecord => ({
  ...newRowSet('wave', 10),
  id: 'w',
  numbers: { rows: 8, scale: 1, clearance: 10, margin: 12 },
  ...change,
});
const laid = (change: Partial<RowSetRecord> = {}, plan: PlanRecords = PLAN): PlanRecords => ({
  ...plan,
  rowSets: { w: set(change) },
});
/** The rows as a screen that was told nothing yet hears of them. */
const shown = (records: PlanRecords, designs: Record<string, Float64Array[]> = { wave: [WAVE] }) =>
  plannerOf(designs).on(records).changed(Infinity).records['rowSets.w']!;

describe('rows for the screen', () => {
  it('have a box, a name, fewer points for afar, and their sums', () => {
    const { rows, pieces, problems } = shown(laid());
    expect(rows!.rows).toHaveLength(8);
    expect(pieces[2]).toMatchObject({ id: 'rowSets.w.3', name: 'row 3' });
    // Draw-in of 1 % is undone on the cloth: 700 mm of width stay 700.
    expect(rows!.rows[0]!.ring[1]!.x).toBeCloseTo(700, 6);
    expect(rows!.rows[0]!.ring[0]!.y).toBeCloseTo(12 / 0.99, 6);
    const points = (lines: readonly Float64Array[]): number => lines.reduce((n, line) => n + line.length / 2, 0);
    const [piece] = pieces;
    const counts = [points(piece!.needle), ...levelsOf(piece!.needle).map((level) => points(level.lines))];
    expect([...counts].sort((a, b) => b - a)).toEqual(counts);
    expect(rows!.repeats).toBeCloseTo((693 + 2 * 19.05) / 120, 6);
    expect(problems).toEqual([]);
  });
  it('know the piece that each is stitched with', () => {
    const { rows } = shown(laid({ sewing: { backAndForth: true, joined: true } }));
    const ids = rows!.rows.map(({ pieceId }) => pieceId);
    expect(ids[0]).toBe('rowSets.w.1');
    expect(new Set(ids).size).toBe(rows!.passes);
  });
  it('are empty, with the reason, without a design or one that can’t be repeated', () => {
    const gone = shown(laid({ designId: 'gone' }));
    expect([gone.rows!.rows, gone.rows!.totals, gone.problems[0]!.code]).toEqual([[], null, 'missingDesign']);
    const still = { wave: [Float64Array.of(0, 0, 10, 10, 0, 0)] };
    expect(shown(laid(), still).problems[0]!.code).toBe('cannotRepeat');
    const planner = plannerOf(still).on(PLAN);
    expect([
      planner.usualClearance(set()),
      planner.choices(askedRows(set({ along: 1 }))),
      planner.bestShift(set(), 'tight'),
    ]).toEqual([null, [], null]);
    expect(planner.clearances(set(), 2, 0, 0)).toEqual({ above: null, below: null });
  });
  it('name patches of their own that they run over', () => {
    const placements = { p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} } };
    expect(shown(laid({}, { ...PLAN, placements })).problems.map((one) => one.code)).toEqual(['rowsOverPatch']);
  });
});

describe('answers for the screen', () => {
  it('are drawn, and the same ones are not worked out twice', () => {
    const planner = worker.on(laid());
    const choices = planner.choices(askedRows(set()));
    const [best, ...others] = choices;
    expect(others.length).toBeGreaterThanOrEqual(2);
    expect(best!.picture).toMatchObject({ width: 700, length: 700 });
    expect(best!.picture.path.match(/M/g)).toHaveLength(best!.rows);
    expect(best!.bobbins).toBe(1);
    // Neither what was taken nor what was pinned or moved matters to them.
    const exceptions = [{ row: 1, down: 2, along: 0, scale: 1, dropped: false }];
    const taken = laid({ numbers: best!.numbers, pins: ['rows'], exceptions });
    expect(worker.on(taken).choices(askedRows(taken.rowSets.w!))).toBe(choices);
    expect(planner.choices(askedRows(set()), 'turned')).not.toBe(choices);
    // Another frame has other passes, and other answers.
    const { machine } = quiltOf(PLAN);
    const shallow = { ...machine, frame: { ...machine.frame, throat: 300 } };
    const records = { ...laid(), quilts: { [QUILT_ID]: { ...quiltOf(PLAN), machine: shallow } } };
    expect(worker.on(records).choices(askedRows(set()))[0]!.passes).toBeGreaterThan(best!.passes);
  });
  it('follow the draw-in: less is left to fill', () => {
    const quilt = { ...quiltOf(PLAN), batting: { ...quiltOf(PLAN).batting, drawIn: 0.05 } };
    const drawn = laid({}, { ...PLAN, quilts: { [QUILT_ID]: quilt } });
    expect(shown(drawn).rows!.length).toBeCloseTo(665, 9);
    const [less, more] = [drawn, laid()].map((records) => worker.on(records).choices(askedRows(set()))[0]!.numbers);
    expect(less).not.toEqual(more);
  });
});

describe('a row being dragged', () => {
  it('is told what is left above and below, as the plan will have it', () => {
    const planner = worker.on(laid());
    const moved = planner.clearances(set(), 3, 4, 0);
    const exceptions = [{ row: 3, down: 4, along: 0, scale: 1, dropped: false }];
    const { rows } = shown(laid({ exceptions })).rows!;
    expect(moved).toEqual({ above: rows[3]!.clearance, below: rows[4]!.clearance });
    expect(moved.above!).toBeGreaterThan(10);
    expect(moved.below!).toBeLessThan(10);
    expect(planner.clearances(set(), 0, 1, 0).above).toBeNull();
  });
  it('best shift of alternate rows: in phase when they nest, and never nothing', () => {
    const planner = worker.on(PLAN);
    expect(planner.bestShift(set(), 'tight')).toBeCloseTo(0, 4);
    const even = planner.bestShift(set(), 'even')!;
    expect(even).toBeGreaterThanOrEqual(0);
    expect(even).toBeLessThan(1);
  });
});

describe('the density picture', () => {
  it('is of everything planned, with the gap that is too wide', () => {
    const planner = worker.on(laid({ numbers: { rows: 2, scale: 1, clearance: 10, margin: 12 } }));
    const density = planner.density()!;
    expect(density.widest.diameter).toBeGreaterThan(200);
    expect(density.patches).toHaveLength(Object.keys(PLAN.regions).length);
    expect(density.problems[0]!.code).toBe('wideGap');
    const [rough, sharp] = (['rough', 'sharp'] as const).map((sharpness) => planner.densityPicture(sharpness)!);
    expect([rough!.cell, sharp!.cell]).toEqual([10, 2]);
    expect(sharp!.pixels).toHaveLength(4 * sharp!.columns * sharp!.rows);
    expect(worker.on(PLAN).density()).toBeNull();
    expect(worker.on(PLAN).densityPicture('rough')).toBeNull();
  });
  it('and the levels of a line keep within what they say', () => {
    const [fine, middle, coarse] = levelsOf([WAVE]);
    expect([fine!.tolerance, middle!.tolerance, coarse!.tolerance]).toEqual([0.2, 0.7, 2]);
    expect(coarse!.lines[0]!.length).toBeLessThan(fine!.lines[0]!.length);
    expect([coarse!.lines[0]![0], coarse!.lines[0]!.at(-2)]).toEqual([0, 120]);
  });
});
