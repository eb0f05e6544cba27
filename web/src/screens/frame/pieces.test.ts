import { newPlan } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { newRecipe, placeRecipe } from '../../document/placing.ts';
import { newRowSet, setLoading, setRows } from '../../document/rows.ts';
import type { PlannedRows } from '../../planning-worker/row-planner.ts';
import { cornerLandmarks } from './landmarks.ts';
import { piecesOf } from './pieces.ts';

const GRID = { across: 2, down: 5, blockWidth: 200, blockHeight: 200, sashing: 0, border: 50 };
const SET = newRowSet('ripple', 9);
const RECIPE = newRecipe('kelp');
const PLAN = placeRecipe(
  'block-2-1',
  RECIPE.id,
)({ ...setRows(SET)(newPlan('Harbour Lights', GRID)), recipes: { [RECIPE.id]: RECIPE } });
const ring = [
  { x: 0, y: 10 },
  { x: 500, y: 10 },
  { x: 500, y: 60 },
  { x: 0, y: 60 },
];
const planned = (rowSetId: string): Readonly<Record<string, PlannedRows>> => ({
  [rowSetId]: { rowSetId, runs: [{ id: `${rowSetId}-row-1`, name: 'rows 1 to 3', ring, pass: 1 }] } as never,
});

describe('what can be stitched', () => {
  it('is patches with a design, then rows; each with where it must be sure', () => {
    const [patch, rows, ...none] = piecesOf(PLAN, planned(SET.id));
    expect(none).toEqual([]);
    expect(patch).toMatchObject({ name: 'B1', fit: 'contain', landmarkRegionIds: ['block-2-1'] });
    expect(rows).toMatchObject({ id: `${SET.id}-row-1`, name: 'Rows 1 to 3', fit: 'rows', pass: 1 });
    expect(rows!.targets).toHaveLength(9);
    expect(rows!.targets).toContainEqual({ x: 250, y: 35 });
  });
  it('lines rows up on all patches that can be reached now, as the quilt lies', () => {
    const near = (plan = PLAN) => piecesOf(plan, planned(SET.id))[1]!.landmarkRegionIds;
    // 600 mm of the quilt lie within the reach: two rows of blocks, and the border above.
    expect([...near()].sort()).toEqual(['block-1-1', 'block-1-2', 'block-2-1', 'block-2-2', 'border-top']);
    // Turned, all of its width does.
    expect(near(setLoading('turned')(PLAN))).toHaveLength(Object.keys(PLAN.regions).length);
  });
  it('leaves out rows that are no longer in the plan', () => {
    expect(piecesOf(PLAN, planned('gone')).map((piece) => piece.name)).toEqual(['B1']);
  });
  it('names corners as she sees them: turned, the upper left one lies upper right', () => {
    const names = (plan = PLAN) => cornerLandmarks(plan, ['block-1-1']).map((one) => one.name);
    expect(names()[0]).toBe('upper left corner of A1');
    expect(names(setLoading('turned')(PLAN))).toEqual([
      'upper right corner of A1',
      'lower right corner of A1',
      'lower left corner of A1',
      'upper left corner of A1',
    ]);
  });
});
