import {
  evenBorder,
  PLAIN_BLOCKS,
  plainGrid,
  DESIGN_EDIT_KINDS,
  type DesignEdit,
  makeMap,
  newPlan,
  PLAN_KINDS,
  type PlanDiff,
  type BorderSetRecord,
  type RowSetRecord,
  usualStages,
} from '@gorse/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checked } from './check.ts';
import { checkedRevision } from './design-edits.ts';
import { checkedEdit } from './edits.ts';
import { checkedScreenCommand } from './frame-commands.ts';
import {
  DesignExportQuery,
  DesignLabelsRequest,
  ExportQuery,
  NewDesignQuery,
  NewQuiltRequest,
  ResumeRequest,
} from './requests.ts';
import { faults, pathsOf } from './test/faults.ts';

const SETTING = plainGrid({ across: 4, down: 2, blockWidth: 200, blockHeight: 200, sashing: 25 });
const HEXAGONS = { kind: 'hexagons', across: 3, down: 4, block: 90, blocks: PLAIN_BLOCKS };
const BORDERS = [evenBorder(50)];
const PLAN = newPlan('Tide Table', makeMap(SETTING, BORDERS));
const quilt = (change: object = {}): object => ({ name: 'x', setting: SETTING, borders: BORDERS, ...change });
const set = (change: object): object => quilt({ setting: { ...SETTING, ...change } });

describe('requests', () => {
  it('are taken as they are meant', () => {
    expect(checked(NewQuiltRequest, quilt())).toEqual(quilt());
    expect(checked(NewQuiltRequest, quilt({ setting: HEXAGONS }))).toEqual(quilt({ setting: HEXAGONS }));
    expect(checked(ExportQuery, { format: 'svg' })).toEqual({ format: 'svg' });
  });
  it.each([
    ['no object', 'x', ['']],
    ['a list', [], ['']],
    ['nothing', null, ['']],
    ['an unknown field', quilt({ colour: 'red' }), ['colour']],
    ['one deep inside', set({ fringe: 1 }), ['setting.fringe']],
    ['a missing setting', { name: 'x', borders: [] }, ['setting']],
    ['a setting that is none', quilt({ setting: 5 }), ['setting']],
    ['a setting of an unknown kind', set({ kind: 'whirl' }), ['setting.kind', 'setting.across']],
    ['parts of blocks', set({ across: 2.5 }), ['setting.across']],
    [
      'a block pieced in a way that nobody knows',
      set({ blocks: { ...SETTING.blocks, kinds: ['whirl'] } }),
      ['setting.blocks.kinds'],
    ],
    [
      'four kinds of block',
      set({ blocks: { ...SETTING.blocks, kinds: Array(4).fill('plain') } }),
      ['setting.blocks.kinds'],
    ],
    [
      'a hexagon that is pieced',
      quilt({ setting: { ...HEXAGONS, blocks: { ...HEXAGONS.blocks, kinds: ['rail'] } } }),
      ['setting.blocks.kinds'],
    ],
    ['infinity', quilt({ borders: [evenBorder(Infinity)] }), ['borders.0.top']],
    ['not a number', quilt({ borders: [evenBorder(NaN)] }), ['borders.0.top']],
    ['a negative width', set({ sashing: -1 }), ['setting.sashing']],
    ['a name that fills a page', quilt({ name: 'x'.repeat(121) }), ['name']],
  ])('with %s are refused by name', (_what, body, paths) => {
    expect([...new Set(pathsOf(() => checked(NewQuiltRequest, body)))]).toEqual(expect.arrayContaining(paths));
    expect(paths).not.toEqual([]);
  });
  it('say a sentence for each fault', () => {
    for (const { message } of faults(() => checked(ResumeRequest, { back: 'far' })))
      expect(message).toMatch(/^back .*\.$/);
  });
});

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
  ...{ pinned: [{ side: 'top', count: 4 }], stitch: ROW_SET.stitch },
};
const border = (change: object): object => ({
  ...{ kind: 'borderSets', id: 'b', before: null, after: { ...BORDER_SET, ...change } },
});
const rows = (change: object): object => ({ kind: 'rowSets', id: 'w', before: null, after: { ...ROW_SET, ...change } });

describe('edits', () => {
  const edit = (diff: unknown): unknown => ({ editId: 'edit-0001', baseRevision: 3, mark: 'test', diff });
  const region = PLAN.regions['block-1-1']!;

  it('carry records of every kind', () => {
    const point = (x: number, y: number) => ({ id: `${x}-${y}`, onPhoto: { x, y }, at: { x, y } });
    const records: Record<(typeof PLAN_KINDS)[number], { id: string }> = {
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

describe('what a Frame screen may say', () => {
  it.each([
    { type: 'stop' },
    { type: 'jog', dx: -1.5, dy: 0 },
    { type: 'goTo', x: 10, y: 20 },
    { type: 'carry', x: 10, y: 20 },
    { type: 'needle', position: 'up' },
    { type: 'fault', fault: null },
    { type: 'fault', fault: 'threadBroke' },
  ])('%j', (command) => {
    expect(checkedScreenCommand(command)).toEqual(command);
  });
  it.each([
    { type: 'load', run: 'r', points: [0, 0], from: 0 },
    { type: 'hello', version: 1 },
    { type: 'mount' },
    { type: 'constructor' },
    { type: 'jog', dx: 1 },
    { type: 'stop', now: true },
    { type: 'needle', position: 'sideways' },
    'stop',
    null,
    undefined,
  ])('is not %j', (command) => {
    expect(faults(() => checkedScreenCommand(command)).length).toBeGreaterThan(0);
  });
});

describe('edits of a design’s line', () => {
  const good: readonly DesignEdit[] = [
    { kind: 'trim', start: 0, end: 12.5 },
    { kind: 'reverse' },
    { kind: 'split', at: 3 },
    { kind: 'join', designId: 'kelp_1', own: 'end', other: 'start' },
    { kind: 'close' },
    { kind: 'moveStart', at: 0 },
    { kind: 'smooth', amount: 3 },
    { kind: 'dropCrumbs', shortest: 0.5 },
    { kind: 'resample', step: 1 },
    { kind: 'dropDoubled' },
    { kind: 'scale', factor: 2 },
  ];
  it('are taken, every kind of them', () => {
    expect(good.map((edit) => edit.kind)).toEqual([...DESIGN_EDIT_KINDS]);
    expect(checkedRevision({ edits: good, name: 'Tangle' })).toEqual({ edits: good, name: 'Tangle' });
    expect(checkedRevision({ edits: [good[1]] })).toEqual({ edits: [good[1]] });
  });
  it.each([
    ['none', { edits: [] }, ['edits']],
    ['no list', { edits: 'reverse' }, ['edits']],
    ['nothing in the list', { edits: [null] }, ['edits.0.kind']],
    ['a kind that isn’t there', { edits: [good[1], { kind: 'constructor' }] }, ['edits.1.kind']],
    ['a cut that is negative', { edits: [{ kind: 'trim', start: -1, end: 0 }] }, ['edits.0.start']],
    ['a cut without its end', { edits: [{ kind: 'trim', start: 1 }] }, ['edits.0.end']],
    ['infinity', { edits: [{ kind: 'scale', factor: Infinity }] }, ['edits.0.factor']],
    ['a size of nothing', { edits: [{ kind: 'scale', factor: 0 }] }, ['edits.0.factor']],
    ['a third end', { edits: [{ ...good[3], own: 'middle' }] }, ['edits.0.own']],
    ['an id that is a path', { edits: [{ ...good[3], designId: '../x' }] }, ['edits.0.designId']],
    ['a field of another kind', { edits: [{ kind: 'reverse', at: 3 }] }, ['edits.0.at']],
    ['a name of nothing', { edits: [good[1]], name: '' }, ['name']],
    ['more than anybody does', { edits: Array.from({ length: 201 }, () => good[1]) }, ['edits']],
  ])('with %s are refused, saying where', (_name, body, paths) => {
    expect([...new Set(pathsOf(() => checkedRevision(body)))]).toEqual(paths);
  });
});

describe('what may be asked of a design', () => {
  it('is taken, numbers in the address too', () => {
    expect(checked(NewDesignQuery, { file: 'a.csv', unit: 'cm', x: '0', y: '2' })).toEqual({
      file: 'a.csv',
      unit: 'cm',
      x: 0,
      y: 2,
    });
    expect(checked(DesignExportQuery, { format: 'pdf', paper: 'letter' })).toEqual({ format: 'pdf', paper: 'letter' });
    expect(checked(DesignLabelsRequest, { tags: [] })).toEqual({ tags: [] });
  });
  it.each([
    [NewDesignQuery, { file: '' }, 'file'],
    [NewDesignQuery, { file: 'a.csv', x: '-1' }, 'x'],
    [NewDesignQuery, { file: 'a.csv', y: 'two' }, 'y'],
    [NewDesignQuery, { file: 'a.csv', unit: 'ell' }, 'unit'],
    [DesignExportQuery, { format: 'exe' }, 'format'],
    [DesignExportQuery, { format: 'pdf', paper: 'a0' }, 'paper'],
    [DesignLabelsRequest, { tags: ['x'.repeat(41)] }, 'tags'],
    [DesignLabelsRequest, { tags: Array.from({ length: 21 }, (_, i) => `${i}`) }, 'tags'],
    [DesignLabelsRequest, { tags: 'sea' }, 'tags'],
    [DesignLabelsRequest, { name: '' }, 'name'],
    [DesignLabelsRequest, { kind: 'teapot' }, 'kind'],
    [DesignLabelsRequest, { facts: {} }, 'facts'],
  ])('but not by %o with %j', (type, body, path) => {
    expect([...new Set(pathsOf(() => checked<object>(type, body)))]).toEqual([path]);
  });
});
