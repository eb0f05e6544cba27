import {
  type BorderSetRecord,
  boxShape,
  clothPoint,
  evenBorder,
  type KeepOutRecord,
  makeMap,
  newPlan,
  PLAN_KINDS,
  plainGrid,
  type RecipeRecord,
  type PlanDiff,
  type RowSetRecord,
  USUAL_REJOIN,
  usualStages,
} from '@gorse/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkedEdit } from './edits.ts';
import { faults, pathsOf } from './test/faults.ts';

const SETTING = plainGrid({ across: 4, down: 2, blockWidth: 200, blockHeight: 200, sashing: 25 });
const PLAN = newPlan('Tide Table', makeMap(SETTING, [evenBorder(50)]));

const ROW_SET: RowSetRecord = {
  id: 'w',
  designId: 'd',
  join: { kind: 'spread', gap: 0 },
  look: 'same',
  alternate: { look: 'turned', shift: 0.5 },
  area: { insideBorder: true, fromRegionId: null, leaveOut: ['block-1-1'] },
  numbers: { rows: 9, scale: 1.02, clearance: 9.5, margin: 12.7 },
  wish: { matters: 'even', clearance: 12.7, margin: 12.7 },
  pins: ['clearance'],
  last: 'whole',
  along: 0,
  overhang: 19,
  sewing: { backAndForth: true, joined: true },
  exceptions: [{ row: 3, down: -2, along: 0, scale: 1, dropped: false }],
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: 11, tieOff: 'short' },
};

const BORDER_SET: BorderSetRecord = {
  ...{ id: 'b', border: 0, over: 1, designId: 'd', cornerDesignId: null, corners: 'mitre', through: 'ends', fill: 0.9 },
  strips: null,
  ...{
    stance: 'round',
    stretch: 'evenly',
    clear: { outer: 6, inner: 3 },
    wish: 'alike',
    without: [],
    across: 'turned',
  },
  ...{ pinned: [{ side: 'top', count: 4 }], mask: USUAL_REJOIN, stitch: ROW_SET.stitch },
};
const border = (change: object): object => ({
  ...{ kind: 'borderSets', id: 'b', before: null, after: { ...BORDER_SET, ...change } },
});
const rows = (change: object): object => ({ kind: 'rowSets', id: 'w', before: null, after: { ...ROW_SET, ...change } });

const BACKGROUND: RecipeRecord = { ...usualStages(null), id: 'r' };
const background = (change: object): object => ({
  ...{ kind: 'recipes', id: 'r', before: null },
  after: { ...BACKGROUND, background: { ...BACKGROUND.background, ...change } },
});

const KEEP_OUT: KeepOutRecord = {
  ...{ id: 'k', name: 'label', clearance: 3.2, keep: 'out', on: true, only: ['rowSets.w'] },
  of: { kind: 'shapes', rings: [{ edge: boxShape(clothPoint(0, 0), clothPoint(9, 9)) }] },
};

describe('edits', () => {
  const edit = (diff: unknown): unknown => ({ editId: 'edit-0001', baseRevision: 3, mark: 'test', diff });
  const region = PLAN.regions['block-1-1']!;

  it.each([
    ['a clearance wider than any', { clearance: 101 }, 'clearance'],
    ['a clearance that is no number', { clearance: NaN }, 'clearance'],
    ['a side that is none', { keep: 'over' }, 'keep'],
    ['a ring of two points', { of: { kind: 'shapes', rings: [{ edge: [{}, {}] }] } }, 'of'],
    ['no patch', { of: { kind: 'patches', regionIds: [] } }, 'of'],
    ['what nothing is stitched of', { only: ['photos.p'.repeat(40)] }, 'only'],
  ])('of a keep-out with %s are refused by name', (_what, change, field) => {
    const diff = [{ kind: 'keepOuts', id: 'k', before: null, after: { ...KEEP_OUT, ...change } }];
    expect(pathsOf(() => checkedEdit(edit(diff))).every((path) => path.includes(field))).toBe(true);
    expect(() => checkedEdit(edit(diff))).toThrow();
  });

  it('carry a background in place of a design', () => {
    const diff = [background({ kind: 'echo', passes: 3 })];
    expect(JSON.parse(JSON.stringify(checkedEdit(edit(diff)).diff))).toEqual(diff);
  });

  it('carry records of every kind', () => {
    const point = (x: number, y: number) => ({ id: `${x}-${y}`, onPhoto: { x, y }, at: { x, y } });
    const records: Record<(typeof PLAN_KINDS)[number], { id: string }> = {
      keepOuts: KEEP_OUT,
      photos: {
        ...{ id: 'p', width: 3000, height: 4000, paleness: 0.4, shown: true },
        ...{ points: [point(0, 0), point(9, 0), point(9, 9), point(0, 9)] },
      },
      quilts: PLAN.quilts.quilt!,
      regions: region,
      recipes: {
        ...{ ...usualStages('d'), id: 'r' },
        ...{ fit: { kind: 'fill', margins: [-2] }, stitch: { stitchesPerInch: 11.5, tieOff: 'inPlace' } },
      },
      placements: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 2, own: {} } as never,
      rowSets: ROW_SET,
      borderSets: BORDER_SET,
      landmarks: { id: 'l', name: 'chalk', cloth: { x: 1, y: 2 }, since: null } as never,
      touches: {
        id: 't',
        on: 'control.block-1-1.c1',
        name: 'corner',
        cloth: { x: 0, y: 0 },
        since: { advance: 0, frame: { x: 60.1, y: 44 } },
        frame: { x: 60.5, y: 40 },
        advance: 1,
        method: 'needle',
        at: 1_790_000_000_000,
      } as never,
    };
    const diff = PLAN_KINDS.map((kind) => ({
      kind,
      id: records[kind].id,
      before: null,
      after: records[kind],
    })) as unknown as PlanDiff;
    expect(JSON.parse(JSON.stringify(checkedEdit(edit(diff)).diff))).toEqual(diff);
    const removal = [{ kind: 'regions', id: region.id, before: region, after: null }];
    expect(checkedEdit(edit(removal)).diff[0]!.after).toBeNull();
  });

  it.each([
    ['no list', {}, 'diff'],
    ['an empty list', [], 'diff'],
    ['a change that is none', [null], 'diff.0'],
    ['an unknown kind', [{ kind: 'puffins', id: 'a', before: null, after: null }], 'diff.0.kind'],
    ['a change of nothing', [{ kind: 'regions', id: 'a', before: null, after: null }], 'diff.0.after'],
    ['an odd id', [{ kind: 'regions', id: '../a', before: null, after: region }], 'diff.0.id'],
    ['an unknown part', [{ kind: 'regions', id: 'a', before: null, after: region, why: 'x' }], 'diff.0.why'],
    [
      'a patch of two corners',
      [{ kind: 'regions', id: 'a', before: null, after: { ...region, shape: region.shape.slice(2) } }],
      'diff.0.after.shape',
    ],
    ['lines on each other', [background({ spacing: 0 })], 'diff.0.after.background.spacing'],
    ['lines of no kind', [background({ kind: 'wool' })], 'diff.0.after.background.kind'],
    ['an echo of no line', [background({ passes: 0 })], 'diff.0.after.background.passes'],
    ['half a row', [rows({ numbers: { ...ROW_SET.numbers, rows: 2.5 } })], 'diff.0.after.numbers.rows'],
    ['rows joined in a way that is none', [rows({ join: { kind: 'glue', gap: 0 } })], 'diff.0.after.join.kind'],
    ['a shift of two repeats', [rows({ alternate: { look: 'same', shift: 2 } })], 'diff.0.after.alternate.shift'],
    ['a border of no repeat', [border({ pinned: [{ side: 'top', count: 0 }] })], 'diff.0.after.pinned.0.count'],
    ['a border of far too many', [border({ pinned: [{ side: 'top', count: 1e6 }] })], 'diff.0.after.pinned.0.count'],
    ['a border of a side that is none', [border({ without: ['inside'] })], 'diff.0.after.without'],
    ['corners worked in no known way', [border({ corners: 'knot' })], 'diff.0.after.corners'],
    ['a border of no depth', [border({ fill: 0 })], 'diff.0.after.fill'],
    ['a border clear of nothing known', [border({ clear: { outer: Infinity, inner: 0 } })], 'diff.0.after.clear.outer'],
    ['an exception of no row', [rows({ exceptions: [{ row: -1 }] })], 'diff.0.after.exceptions.0.row'],
    [
      'a patch with an odd id left out',
      [rows({ area: { ...ROW_SET.area, leaveOut: ['../'] } })],
      'diff.0.after.area.leaveOut',
    ],
    [
      'a corner far away',
      [
        {
          kind: 'regions',
          id: 'a',
          before: null,
          after: { ...region, shape: [...region.shape.slice(1), { id: 'c', corner: true, at: { x: 1e9, y: 0 } }] },
        },
      ],
      'diff.0.after.shape.3.at.x',
    ],
  ])('with %s are refused by place', (_what, diff, path) => {
    expect(pathsOf(() => checkedEdit(edit(diff)))).toContain(path);
  });

  it('never get through malformed, whatever is sent', () => {
    fc.assert(
      fc.property(fc.anything(), (anything) => {
        expect(faults(() => checkedEdit(anything)).length).toBeGreaterThan(0);
        expect(faults(() => checkedEdit(edit([anything]))).length).toBeGreaterThan(0);
      }),
      { seed: 1 },
    );
  });
});
