import { type PlanRecords, polyline, quiltOf } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { setLoading, setMachine, setPassStart, setPiecePass } from '../document/passes.ts';
import { newRecipe, placeRecipe, splitPlacement } from '../document/recipes.ts';
import { newRowSet } from '../document/rows.ts';
import { gridPlan } from '../test/grid-plan.ts';
import { plannerOf } from '../test/planner-of.ts';

const WAVE = polyline(Array.from({ length: 61 }, (_, i) => ({ x: 2 * i, y: 25 + 25 * Math.sin((Math.PI * i) / 30) })));
const SQUARE = polyline([
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 100 },
  { x: 0, y: 100 },
  { x: 0, y: 5 },
]);
// 500 × 1300 mm; the side borders are 1200 mm deep.
const SET = { ...newRowSet('wave', 20), id: 'w', numbers: { rows: 12, scale: 1, clearance: 50, margin: 20 } };
const RECIPE = { ...newRecipe('square'), fit: { kind: 'corners', margins: [5], bend: 'even' } } as const;
const BARE = gridPlan({ down: 6, border: 50 });
const LEFT = Object.values(BARE.regions).find((one) => one.name === 'left border')!;
const WITH_BORDER = placeRecipe([LEFT.id], RECIPE)(BARE);
const PLACEMENT = Object.values(WITH_BORDER.placements)[0]!;
const PIECE = `placements.${PLACEMENT.id}.0`;

const worker = plannerOf({ wave: [WAVE], square: [SQUARE] });
const passesOf = (plan: PlanRecords) => worker.on(plan).passes();
const rows = (plan: PlanRecords) => passesOf({ ...plan, rowSets: { w: SET } });
const border = (plan: PlanRecords, designId = 'square') =>
  passesOf({ ...plan, recipes: { [RECIPE.id]: { ...RECIPE, designId } } });

describe('passes for the screen', () => {
  it('part all rows, say what each takes, and how sure it will be', () => {
    const { passes, pieces, tooDeep, byLoading } = rows(BARE);
    expect(passes.flatMap((pass) => pass.pieces)).toEqual(Array.from({ length: 12 }, (_, i) => `rowSets.w.${i + 1}`));
    expect(passes).toHaveLength(2);
    expect(pieces[0]).toMatchObject({ id: 'rowSets.w.1', name: 'row 1' });
    expect(pieces[0]).not.toHaveProperty('needle');
    const own = pieces.filter(({ id }) => passes[1]!.pieces.includes(id));
    expect(passes[1]!.totals.stitches).toBe(own.reduce((sum, piece) => sum + piece.totals.stitches, 0));
    expect(passes[0]!.joins).toBeNull();
    expect(passes[1]!.joins!.doubt).toBeGreaterThan(0);
    expect(passes[1]!.touches.length).toBeGreaterThanOrEqual(2);
    expect(tooDeep).toEqual([]);
    expect(byLoading.upright).toMatchObject({ passes: 2, tooDeep: 0 });
    // Eight minutes before each pass, and what is stitched.
    const stitching = passes.reduce((sum, { totals }) => sum + totals.seconds, 0);
    expect(byLoading.upright.seconds).toBeCloseTo(2 * 480 + stitching, 6);
    // Turned by a quarter the rows run from roll to belly: 500 mm along them.
    expect(rows(setLoading('turned')(BARE)).byLoading.upright.passes).toBe(byLoading.upright.passes);
  });

  it('follow what was set by hand, and forget it with the frame', () => {
    const moved = setPiecePass('rowSets.w.1', 1)(BARE);
    expect(rows(moved).passes[1]!.pieces).toContain('rowSets.w.1');
    const { passes: usual } = rows(BARE);
    const begun = setPassStart(1, usual[1]!.from - 30)(BARE);
    expect(rows(begun).passes[1]).toMatchObject({ from: usual[1]!.from - 30, pinned: true });
    const small = quiltOf(BARE).machine;
    const narrow = { ...small, frame: { ...small.frame, throat: 400 } };
    const changed = setMachine(narrow)(begun);
    expect(quiltOf(changed).passes).toEqual({ starts: [], pieces: [] });
    expect(rows(changed).passes.length).toBeGreaterThan(usual.length);
  });

  it('say what is too deep, and know that it isn’t the other way round or in parts', () => {
    const { tooDeep, byLoading } = border(WITH_BORDER);
    expect(tooDeep).toMatchObject([{ id: PIECE, name: 'left border', top: 55, bottom: 1245 }]);
    expect(byLoading).toMatchObject({ upright: { passes: 0, tooDeep: 1 }, turned: { passes: 1, tooDeep: 0 } });
    const split = border(splitPlacement(PLACEMENT.id, 3)(WITH_BORDER));
    expect(split.tooDeep).toEqual([]);
    expect(split.pieces.map(({ name }) => name)).toEqual([1, 2, 3].map((part) => `left border, part ${part} of 3`));
    const whole = border(WITH_BORDER).pieces[0]!.totals;
    const length = split.pieces.reduce((sum, piece) => sum + piece.totals.length, 0);
    expect(length).toBeCloseTo(whole.length, 3);
    // Each part has its own tie-offs.
    expect(split.pieces.reduce((sum, piece) => sum + piece.totals.stitches, 0)).toBeGreaterThan(whole.stitches);
  });

  it('count a design by its own depth in a patch that no pass holds', () => {
    // Contained in 50 × 1200 mm it is 40 mm square, in the middle.
    const contained = { ...RECIPE, fit: { kind: 'contain', margins: [5], turn: 'held' } } as const;
    const { passes, tooDeep, pieces } = passesOf({ ...WITH_BORDER, recipes: { [RECIPE.id]: contained } });
    expect([tooDeep, passes.map((pass) => pass.pieces)]).toEqual([[], [[PIECE]]]);
    expect(pieces[0]).toMatchObject({
      top: expect.closeTo(630, 6) as number,
      bottom: expect.closeTo(670, 6) as number,
    });
  });

  it('keep a place for a patch whose design is gone', () => {
    const { pieces } = border(splitPlacement(PLACEMENT.id, 3)(WITH_BORDER), 'gone');
    expect(pieces.map(({ totals }) => totals.stitches)).toEqual([0, 0, 0]);
    expect(passesOf(BARE).passes).toEqual([]);
  });
});
