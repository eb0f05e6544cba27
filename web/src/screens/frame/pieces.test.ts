import { newPlan } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { setRunPass } from '../../document/passes.ts';
import { newRecipe, placeRecipe, splitPlacement } from '../../document/placing.ts';
import { newRowSet, setRows } from '../../document/rows.ts';
import type { PlannedRows } from '../../planning-worker/row-planner.ts';
import { piecesOf } from './pieces.ts';

// 1.1 m long: two passes of a reach of 580 mm.
const GRID = { across: 2, down: 5, blockWidth: 200, blockHeight: 200, sashing: 0, border: 50 };
const SET = newRowSet('ripple', 9);
const RECIPE = newRecipe('kelp');
const BASE = { ...setRows(SET)(newPlan('Harbour Lights', GRID)), recipes: { [RECIPE.id]: RECIPE } };
const PLAN = placeRecipe('block-2-4', RECIPE.id)(BASE);
const ring = [
  { x: 0, y: 10 },
  { x: 500, y: 10 },
  { x: 500, y: 60 },
  { x: 0, y: 60 },
];
const planned = (rowSetId: string): Readonly<Record<string, PlannedRows>> => ({
  [rowSetId]: {
    rowSetId,
    runs: [{ id: `${rowSetId}-row-1`, name: 'rows 1 to 3', ring }],
    bands: [{ id: `${rowSetId}-row-1`, top: 10, bottom: 60 }],
  } as never,
});

describe('what can be stitched', () => {
  it('is patches with a design and rows, by pass', () => {
    const { pieces, passes } = piecesOf(PLAN, planned(SET.id), {});
    expect(passes).toHaveLength(2);
    expect(pieces.map(({ name, fit, pass, top, bottom }) => [name, fit, pass, top, bottom])).toEqual([
      ['Rows 1 to 3', 'rows', 0, 10, 60],
      ['B4', 'contain', 1, 650, 850],
    ]);
  });
  it('is in the pass it is pinned to, and in parts where it is split', () => {
    const { id } = Object.values(PLAN.placements)[0]!;
    const pinned = setRunPass(`${SET.id}-row-1`, 1)(PLAN);
    expect(piecesOf(pinned, planned(SET.id), {}).pieces.map((one) => one.pass)).toEqual([0, 1]);
    const names = piecesOf(splitPlacement(id, 2)(PLAN), {}, {}).pieces.map((one) => [one.name, one.top, one.bottom]);
    expect(names).toEqual([
      ['B4, part 1 of 2', 650, 758],
      ['B4, part 2 of 2', 742, 850],
    ]);
  });
  it('leaves out rows that are no longer in the plan', () => {
    expect(piecesOf(PLAN, planned('gone'), {}).pieces.map((piece) => piece.name)).toEqual(['B4']);
  });
});
