import { type PlanProblem, type PlanRecords, type Remedy, clothPoint } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { newBorderSet, setBorder } from '../../document/borders.ts';
import { newRecipe, placeRecipe } from '../../document/recipes.ts';
import { newRowSet, rowSetOf, setRows } from '../../document/rows.ts';
import { gridPlan } from '../../test/grid-plan.ts';
import { mendWith, nameOf, recordsOf, remedyName, sentence } from './problem-words.ts';

const SET = { ...newRowSet('ripple', 9), exceptions: [{ row: 2, down: 9, along: 0, scale: 1, dropped: false }] };
const RECIPE = newRecipe('kelp');
const EMPTY = setRows(SET)(gridPlan({ border: 50 }));
const ROUND = newBorderSet(0, 'swell');
const PLAN: PlanRecords = setBorder(ROUND)(placeRecipe(['block-1-1'], RECIPE)(EMPTY));
const BORDER = { kind: 'borderSet', id: ROUND.id, side: null } as const;
const [PLACEMENT] = Object.values(PLAN.placements);
const ROWS = { kind: 'rowSet', id: SET.id, row: null } as const;
const PATCH = { kind: 'placement', id: PLACEMENT!.id } as const;

const said = (code: PlanProblem['code'], amount: number, subject: PlanProblem['subject'] = PATCH): string => {
  const problem = { code, amount, subject, severity: 'know', at: clothPoint(0, 0), remedy: null } as const;
  return sentence(problem, nameOf(subject, PLAN), 'in16').replace(/\u00a0/g, ' ');
};

describe('problems in words', () => {
  it('say the number first, in her units, and what it is about', () => {
    expect(said('outsideRegion', 25.4 / 4)).toBe('1/4 in outside A1 at the farthest.');
    expect(said('tooSharp', 1)).toMatch(/^1 place in A1 too sharp/);
    expect(said('rowsNear', 6.35, { ...ROWS, row: 4 })).toBe('Row 5 is only 1/4 in from the one above it.');
    expect(said('rowsOverlap', 12.7, { ...ROWS, row: 4 })).toBe('Row 5 lies over the one above it by 1/2 in.');
    expect(said('overEdge', 25.4, { ...ROWS, row: 0 })).toBe('Row 1 runs 1 in over the edge of the area.');
    expect(said('outOfReach', 25.4, { ...ROWS, row: 0 })).toMatch(/^Row 1 is 1 in deeper than the reach/);
    expect(said('outOfReach', 25.4)).toMatch(/^A1 is 1 in deeper than the reach/);
    expect(said('rowsOverPatch', 2, ROWS)).toBe('Rows run over 2 patches that hold a design of their own.');
    expect(said('openEnds', 2)).toMatch(/^2 starts and ends in A1 lie in the open, farther than 1\/2 in from any seam/);
    expect(said('wideGap', 254, ROWS)).toMatch(/^A gap of 10 in without a stitch/);
    for (const code of ['foldedFit', 'missingDesign', 'smallPatch', 'nothingToStitch', 'cannotRepeat'] as const)
      expect(said(code, 1)).toMatch(/^[A-Z].*\.$/);
  });
  it('are said of a border, by its sides', () => {
    const side = { ...BORDER, side: 'left' } as const;
    expect(nameOf(side, PLAN)).toBe('left border');
    expect(said('muchStretch', -0.083, side)).toMatch(/^Repeats of left border are 8.3 % shorter than drawn/);
    expect(said('outOfReach', 25.4, side)).toMatch(/^A repeat of left border is 1 in deeper than the reach/);
    expect(said('borderOverPatch', 1, BORDER)).toBe('The border runs over 1 place that holds a design of its own.');
    const along = { ...ROUND, strips: 'sashing-down' };
    expect(nameOf(BORDER, setBorder(along)(PLAN))).toBe('the design along the strips');
    expect(said('noBorderRoom', 1, BORDER)).toMatch(/Keep less clear, or let the count follow/);
  });
  it('of what keep-outs cut are mended in whatever laid it', () => {
    for (const subject of [ROWS, BORDER, PATCH]) {
      const { rowSets, borderSets, recipes } = mendWith({ kind: 'endsBySeams' }, subject)(PLAN);
      const rule = { rowSet: rowSets[SET.id], borderSet: borderSets[ROUND.id], placement: Object.values(recipes)[0] };
      expect(rule[subject.kind]!.mask.ends).toBe('bySeams');
    }
  });
  it('of a border are mended in it', () => {
    const mended = (remedy: Remedy) => mendWith(remedy, BORDER)(PLAN).borderSets[BORDER.id];
    expect(mended({ kind: 'leaveOutSides', sides: ['left', 'top'] })!.without).toEqual(['left', 'top']);
    expect(mended({ kind: 'stitchesPerInch', stitchesPerInch: 13 })!.stitch.stitchesPerInch).toBe(13);
    expect(mended({ kind: 'remove' })).toBeUndefined();
    expect(mended({ kind: 'bridge' })).toEqual(PLAN.borderSets[BORDER.id]);
    expect(remedyName({ kind: 'leaveOutSides', sides: ['left'] }, 'in16')).toBe('Leave that one out');
    expect(recordsOf(BORDER, PLAN)).toBe(PLAN.borderSets);
  });
  it('know a patch whose placement is gone', () => {
    expect(nameOf({ kind: 'placement', id: 'gone' }, PLAN)).toBe('a patch');
    expect(nameOf(ROWS, PLAN)).toBe('the rows');
  });
});

describe('remedies', () => {
  const REMEDIES: readonly Remedy[] = [
    { kind: 'margin', margin: 0 },
    { kind: 'fit', fit: 'contain' },
    { kind: 'stitchesPerInch', stitchesPerInch: 13 },
    { kind: 'resetRow', row: 2 },
    { kind: 'bridge' },
    { kind: 'leaveOut', regionIds: ['block-1-1'] },
    { kind: 'remove' },
  ];
  it('are named by what they do', () => {
    expect(REMEDIES.map((remedy) => remedyName(remedy, 'in16').replace(/\u00a0/g, ' '))).toEqual([
      'Margin 0 in',
      'Contain it',
      '13 SPI',
      'Put row 3 back',
      'Side by side',
      'Leave it out',
      'Take it out',
    ]);
  });
  it('mend rows', () => {
    const mended = (remedy: Remedy) => rowSetOf(mendWith(remedy, ROWS)(PLAN));
    expect(mended({ kind: 'resetRow', row: 2 })!.exceptions).toEqual([]);
    expect(mended({ kind: 'bridge' })!.join).toEqual({ kind: 'bridge', gap: 0 });
    expect(mended({ kind: 'leaveOut', regionIds: ['block-1-1'] })!.area.leaveOut).toEqual(['block-1-1']);
    expect(mended({ kind: 'stitchesPerInch', stitchesPerInch: 13 })!.stitch).toEqual({
      ...SET.stitch,
      stitchesPerInch: 13,
    });
    expect(mended({ kind: 'remove' })).toBeUndefined();
  });
  it('mend a placement, and leave what they don’t fit', () => {
    const mended = (remedy: Remedy) => mendWith(remedy, PATCH)(PLAN);
    const recipe = (remedy: Remedy) => mended(remedy).recipes[RECIPE.id]!;
    expect(recipe({ kind: 'margin', margin: 3 }).fit).toMatchObject({ margins: [3] });
    expect(recipe({ kind: 'fit', fit: 'contain' }).fit.kind).toBe('contain');
    expect(recipe({ kind: 'stitchesPerInch', stitchesPerInch: 13 }).stitch.stitchesPerInch).toBe(13);
    expect(mended({ kind: 'remove' }).placements).toEqual({});
    expect(mended({ kind: 'bridge' })).toBe(PLAN);
    expect(mendWith({ kind: 'margin', margin: 3 }, ROWS)(PLAN)).toBe(PLAN);
    expect(mendWith({ kind: 'bridge' }, { ...ROWS, id: 'gone' })(PLAN)).toBe(PLAN);
    expect(mendWith({ kind: 'remove' }, { ...PATCH, id: 'gone' })(PLAN)).toBe(PLAN);
  });
});
