import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lengthOf, type Polyline, polyline } from '../geometry/polyline.ts';
import { analyseDesign } from './analysis.ts';
import { applyEdit, applyEdits, type DesignEdit, isRefusal } from './design-edit.ts';
import { cornerPlaces } from './edit-line.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const other = [line(100, 0, 110, 0), line(120, 0, 120, 5)];
const edited = (strokes: readonly Polyline[], ...edits: DesignEdit[]): number[][] => {
  const result = applyEdits(strokes, edits, (id) => (id === 'other' ? other : undefined));
  if (isRefusal(result)) throw new Error(result.refusal);
  return result.map((stroke) => [...stroke]);
};
const total = (strokes: readonly Polyline[]): number => strokes.reduce((sum, s) => sum + lengthOf(s), 0);

const TWO = [line(0, 0, 10, 0, 10, 10), line(30, 0, 30, 5)];
const SQUARE = line(0, 0, 10, 0, 10, 10, 0, 10, 0, 0);

describe('editing a design', () => {
  it.each<[string, readonly Polyline[], DesignEdit, number[][]]>([
    [
      'trim both ends',
      TWO,
      { kind: 'trim', start: 4, end: 2 },
      [
        [4, 0, 10, 0, 10, 10],
        [30, 0, 30, 3],
      ],
    ],
    ['trim a whole stroke', TWO, { kind: 'trim', start: 0, end: 6 }, [[0, 0, 10, 0, 10, 9]]],
    [
      'reverse',
      TWO,
      { kind: 'reverse' },
      [
        [30, 5, 30, 0],
        [10, 10, 10, 0, 0, 0],
      ],
    ],
    [
      'split',
      TWO,
      { kind: 'split', at: 15 },
      [
        [0, 0, 10, 0, 10, 5],
        [10, 5, 10, 10],
        [30, 0, 30, 5],
      ],
    ],
    ['split at an end', TWO, { kind: 'split', at: 20 }, TWO.map((s) => [...s])],
    [
      'close',
      TWO,
      { kind: 'close' },
      [
        [0, 0, 10, 0, 10, 10, 0, 0],
        [30, 0, 30, 5, 30, 0],
      ],
    ],
    ['move the start', [SQUARE], { kind: 'moveStart', at: 15 }, [[10, 5, 10, 10, 0, 10, 0, 0, 10, 0, 10, 5]]],
    [
      'join end to start',
      [line(0, 0, 5, 5)],
      { kind: 'join', designId: 'other', own: 'end', other: 'start' },
      [
        [0, 0, 5, 5, 15, 5],
        [25, 5, 25, 10],
      ],
    ],
    [
      'join end to end',
      [line(0, 0, 5, 5)],
      { kind: 'join', designId: 'other', own: 'end', other: 'end' },
      [
        [0, 0, 5, 5, 5, 0],
        [-5, 0, -15, 0],
      ],
    ],
    [
      'join start to end',
      [line(0, 0, 5, 5)],
      { kind: 'join', designId: 'other', own: 'start', other: 'end' },
      [
        [-20, -5, -10, -5],
        [0, -5, 0, 0, 5, 5],
      ],
    ],
    [
      'drop crumbs',
      [line(0, 0, 0.2, 0), line(0, 0, 5, 0, 5, 0, 9, 0)],
      { kind: 'dropCrumbs', shortest: 1 },
      [[0, 0, 5, 0, 9, 0]],
    ],
    ['resample, corners kept', [line(0, 0, 4, 0, 4, 2)], { kind: 'resample', step: 2 }, [[0, 0, 2, 0, 4, 0, 4, 2]]],
    ['scale', [line(1, 2, 3, 4)], { kind: 'scale', factor: 2 }, [[2, 4, 6, 8]]],
    ['drop the last lines stitched twice', [line(...SQUARE, 8, 0)], { kind: 'dropDoubled' }, [[...SQUARE]]],
    [
      'drop the first lines stitched twice',
      [line(5, 0, 10, 0, 10, 10, 0, 10, 0, 0, 20, 0)],
      { kind: 'dropDoubled' },
      [[10, 0, 10, 10, 0, 10, 0, 0, 20, 0]],
    ],
    [
      'drop a second round',
      [line(-9, 0, ...SQUARE, ...SQUARE.subarray(2), 0, -9)],
      { kind: 'dropDoubled' },
      [[-9, 0, ...SQUARE, 0, -9]],
    ],
    [
      'keep a way back that the line needs',
      [line(0, 0, 10, 0, 10, 8, 10, 0, 20, 0)],
      { kind: 'dropDoubled' },
      [[0, 0, 10, 0, 10, 8, 10, 0, 20, 0]],
    ],
  ])('%s', (_name, strokes, edit, expected) => {
    const got = edited(strokes, edit);
    expect(got.map((s) => s.length)).toEqual(expected.map((s) => s.length));
    got.flat().forEach((value, i) => expect(value, JSON.stringify(got)).toBeCloseTo(expected.flat()[i]!, 6));
  });

  it.each<[DesignEdit, readonly Polyline[], RegExp]>([
    [{ kind: 'trim', start: 20, end: 20 }, TWO, /no line at all/],
    [{ kind: 'moveStart', at: 3 }, TWO, /Only a closed line/],
    [{ kind: 'close' }, [SQUARE], /closed already/],
    [{ kind: 'join', designId: 'gone', own: 'end', other: 'start' }, TWO, /not in the library/],
    [{ kind: 'scale', factor: 1e9 }, TWO, /larger than any quilt/],
    [{ kind: 'dropCrumbs', shortest: 100 }, TWO, /no line at all/],
  ])('%o can be refused, with what to do', (edit, strokes, sentence) => {
    const result = applyEdit(strokes, edit, () => undefined);
    expect(isRefusal(result) && result.refusal).toMatch(sentence);
  });

  it('stops at the first of several that can’t be made, with the line as it is before that one', () => {
    const edits: DesignEdit[] = [{ kind: 'reverse' }, { kind: 'trim', start: 20, end: 20 }, { kind: 'reverse' }];
    expect(applyEdits(TWO, edits, () => undefined)).toEqual({
      refusal: expect.stringMatching(/no line at all/) as string,
      before: applyEdit(TWO, { kind: 'reverse' }, () => undefined),
    });
  });

  it('smooths a wobble, keeps ends, corners and the way it runs', () => {
    const wobbly = polyline([
      ...Array.from({ length: 101 }, (_, i) => ({ x: i, y: 0.3 * (i % 2) })),
      { x: 100, y: 60 },
    ]);
    const smooth = Float64Array.from(edited([wobbly], { kind: 'smooth', amount: 5 })[0]!);
    expect([smooth[0], smooth[1], smooth.at(-2), smooth.at(-1)]).toEqual([0, 0, 100, 60]);
    expect(lengthOf(smooth)).toBeLessThan(161.5);
    expect(lengthOf(wobbly)).toBeGreaterThan(164);
    expect(analyseDesign([smooth]).facts.sharpestTurn).toBeGreaterThan(Math.PI / 2 - 0.2);
  });

  it('loses nothing by reversing, splitting, moving the start; trims exactly', () => {
    const stroke = fc
      .array(fc.record({ x: fc.nat(200), y: fc.nat(200) }), { minLength: 2, maxLength: 12 })
      .map(polyline);
    const design = fc
      .array(stroke, { minLength: 1, maxLength: 3 })
      .filter((strokes) => strokes.every((s) => lengthOf(s) > 1));
    fc.assert(
      fc.property(design, fc.double({ min: 0.01, max: 0.45, noNaN: true }), (strokes, part) => {
        const length = total(strokes);
        const at = part * length;
        const lengthAfter = (edit: DesignEdit): number => total(edited(strokes, edit).map((s) => Float64Array.from(s)));
        expect(lengthAfter({ kind: 'reverse' })).toBeCloseTo(length, 6);
        expect(lengthAfter({ kind: 'split', at })).toBeCloseTo(length, 6);
        expect(lengthAfter({ kind: 'trim', start: at, end: at })).toBeCloseTo(length - 2 * at, 6);
        const closed = edited(strokes, { kind: 'close' }, { kind: 'moveStart', at }).map((s) => Float64Array.from(s));
        expect(total(closed)).toBeCloseTo(
          total(edited(strokes, { kind: 'close' }).map((s) => Float64Array.from(s))),
          6,
        );
      }),
      { seed: 1 },
    );
  });

  it('knows the corners to step to', () => {
    expect(cornerPlaces(TWO, 1)).toEqual([0, 10, 20, 25]);
  });
});
