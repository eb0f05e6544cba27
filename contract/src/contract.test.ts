import { DESIGN_EDIT_KINDS, type DesignEdit, evenBorder, PLAIN_BLOCKS, plainGrid } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { checked } from './check.ts';
import { checkedRevision } from './design-edits.ts';
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
