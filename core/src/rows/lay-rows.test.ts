import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyToPolyline } from '../geometry/affine.ts';
import { boundsOf, lengthOf, polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { type LaidRow, layRows, type RowBed, rowKinds } from './lay-rows.ts';
import { rowClearance } from './row-clearance.ts';
import type { RowSet } from './row-set.ts';
import { trimEnds } from './trim-ends.ts';

const line = (...xy: number[]): Float64Array<ArrayBuffer> => Float64Array.from(xy);
/** A comb of teeth 20 high and 40 apart, flat at its feet: rows lie over each other like boxes. */
const COMB = [line(0, 20, 10, 20, 10, 0, 30, 0, 30, 20, 40, 20)];
const SET: RowSet = {
  designId: 'comb',
  join: { kind: 'spread', gap: 0 },
  look: 'same',
  alternate: { look: 'same', shift: 0 },
  area: { insideBorder: false, fromRegionId: null, leaveOut: [] },
  numbers: { rows: 3, scale: 1, clearance: 10, margin: 15 },
  wish: { matters: 'rows', clearance: 10, margin: 15 },
  pins: [],
  last: 'whole',
  along: 0,
  overhang: 5,
  sewing: { backAndForth: false, joined: false },
  exceptions: [],
};
const BED: RowBed = { width: 200, length: 300, stops: false, holes: [] };
const lay = (change: Partial<RowSet> = {}, bed: Partial<RowBed> = {}): LaidRow[] => {
  const set = { ...SET, ...change };
  return layRows(rowKinds(COMB, set, set.numbers.scale)!, set, { ...BED, ...bed });
};
const exception = (row: number, change: object) => ({ row, down: 0, along: 0, scale: 1, dropped: false, ...change });
const tops = (rows: readonly LaidRow[]): number[] => rows.map((row) => Math.round(row.top * 1e6) / 1e6);

describe('rows laid by their numbers', () => {
  it('follow each other at the nested pitch, from the margin on', () => {
    // Teeth up, feet flat: the next row's teeth come within the clearance of the feet, so the pitch is 20 + 10.
    const rows = lay();
    expect(tops(rows)).toEqual([15, 45, 75]);
    expect(rows.map((row) => [row.height, row.clearance, row.boxGap, row.odd])).toEqual([
      [20, null, null, null],
      [20, 10, 10, null],
      [20, 10, 10, null],
    ]);
  });
  it('begin where the overhang says and end off the other side, each in one stroke', () => {
    for (const { shape } of lay()) {
      expect(shape.strokes).toHaveLength(1);
      expect(boundsOf(shape.strokes)).toMatchObject({ minX: -5, maxX: 205, minY: 0, maxY: 20 });
      expect([shape.strokes[0]![0], shape.strokes[0]![1]]).toEqual([-5, 20]);
    }
  });
  it('share one line when they look alike, two when every second one differs', () => {
    expect(new Set(lay().map((row) => row.shape)).size).toBe(1);
    const turned = lay({ alternate: { look: 'turned', shift: 0.5 }, numbers: { ...SET.numbers, rows: 6 } });
    expect(new Set(turned.map((row) => row.shape)).size).toBe(2);
  });
  it('stop hard at the edges of an area, and round what is left out', () => {
    const stopped = lay({}, { stops: true });
    expect(boundsOf(stopped[0]!.shape.strokes)).toMatchObject({ minX: 0, maxX: 200 });
    const hole = [
      { x: 60, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 40 },
      { x: 60, y: 40 },
    ];
    const [first, second] = lay({ numbers: { ...SET.numbers, rows: 2 } }, { holes: [hole] });
    expect(first!.shape.strokes).toHaveLength(2);
    expect(second!.shape.strokes).toHaveLength(1);
    const gone = lengthOf(second!.shape.strokes[0]!) - first!.shape.strokes.reduce((sum, s) => sum + lengthOf(s), 0);
    // One period of the comb: 40 along and two teeth' sides of 20.
    expect(gone).toBeCloseTo(80, 6);
  });
});

describe('laid rows, whatever they look like', () => {
  const curl = polyline(
    Array.from({ length: 61 }, (_, i) => {
      const t = (2 * Math.PI * i) / 60;
      return { x: (60 * i) / 60 + 14 * Math.sin(2 * t), y: 22 * Math.sin(t) + 5 * Math.cos(3 * t) };
    }),
  );
  it('are as near as they were asked to be, never nearer', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('same', 'mirrored', 'turned'),
        fc.constantFrom('same', 'mirrored', 'turned'),
        fc.integer({ min: 0, max: 20 }).map((v) => v / 20),
        fc.integer({ min: 0, max: 24 }).map((v) => v / 2),
        (look, other, shift, clearance) => {
          const set = {
            ...SET,
            look,
            alternate: { look: other, shift },
            numbers: { ...SET.numbers, clearance },
          } as const;
          const rows = layRows(rowKinds([curl], set, 1)!, set, BED);
          rows.slice(1).forEach((row, i) => {
            const [above, below] = [rows[i]!, row].map(({ shape, top }) =>
              indexSegments(shape.strokes.map((line) => applyToPolyline([1, 0, 0, 1, 0, top], line))),
            );
            let least = Infinity;
            for (const [from, to] of [
              [above!, below!],
              [below!, above!],
            ] as const)
              for (let k = 0; k < 4 * from.count; k += 2)
                least = Math.min(least, to.distance(from.ends[k]!, from.ends[k + 1]!));
            expect(least).toBeGreaterThan(clearance - 0.01);
            // The bed is only three repeats wide, so that the nearest place may lie beyond it.
            expect(least).toBeLessThan(clearance + 12);
          });
        },
      ),
      { seed: 1, numRuns: 60 },
    );
  });
});

describe('the room below the last whole row', () => {
  const four = { ...SET.numbers, rows: 4 };
  it('takes one more row, cut at the edge', () => {
    const rows = lay({ last: 'cut', numbers: four }, { length: 145 });
    expect(rows).toHaveLength(5);
    expect(rows[4]).toMatchObject({ top: 135, odd: 'cut', clearance: 10 });
    // Feet are 20 below the teeth, so only 10 mm of each side is left, in pieces.
    const bounds = boundsOf(rows[4]!.shape.strokes)!;
    expect(bounds.maxY).toBeCloseTo(10, 9);
    expect(rows[4]!.shape.strokes.length).toBeGreaterThan(4);
  });
  it('or one squeezed until the margin is left', () => {
    const [last] = lay({ last: 'squeezed', numbers: four }, { length: 160 }).slice(-1);
    // From 135 down to 160 − 15.
    expect(last).toMatchObject({ odd: 'squeezed', clearance: 10 });
    expect([last!.top, last!.height].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([135, 10]);
  });
  it('stays empty when there is too little of it', () => {
    expect(lay({ last: 'squeezed', numbers: four }, { length: 152 })).toHaveLength(4);
    expect(lay({ last: 'cut', numbers: four }, { length: 134 })).toHaveLength(4);
  });
});

describe('rows changed by hand', () => {
  it('move by themselves; the clearances beside them follow', () => {
    const rows = lay({ exceptions: [exception(1, { down: 4 })] });
    expect(tops(rows)).toEqual([15, 49, 75]);
    expect(rows.map((row) => row.clearance && Math.round(row.clearance * 100) / 100)).toEqual([null, 14, 6]);
    expect(rows[1]!.odd).toBe('moved');
  });
  it('say by how much they overlap', () => {
    expect(lay({ exceptions: [exception(1, { down: 13 })] })[2]!.clearance).toBeCloseTo(-3, 3);
  });
  it('are dropped, the others keep their numbers and places', () => {
    const rows = lay({ exceptions: [exception(1, { dropped: true })] });
    expect(rows.map((row) => [row.row, row.top])).toEqual([
      [0, 15],
      [2, 75],
    ]);
    expect(rows[1]!.clearance).toBeCloseTo(40, 2);
  });
  it('change size about their middle', () => {
    const [, row] = lay({ exceptions: [exception(1, { scale: 1.5 })] });
    expect([row!.top, row!.height]).toEqual([40, 30]);
    expect(row!.clearance).toBeCloseTo(5, 2);
  });
});

describe('the clearance of two rows', () => {
  const wave = (x: number, y: number): { strokes: Float64Array[]; period: number } => ({
    period: 40,
    strokes: [
      Float64Array.from({ length: 82 }, (_, i) =>
        i % 2 === 0 ? x + (i / 2) * 1 : y + 8 * Math.sin((Math.PI * (i >> 1)) / 20),
      ),
    ],
  });
  it('is the distance that a contact gap was asked for, whatever it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        (shift, c) => {
          const [upper, lower] = [wave(0, 0), wave(shift, 0)];
          const far = 16 + c;
          const clearance = rowClearance(upper, lower, far)!;
          // Never nearer than level lines would be, never farther than the boxes are.
          expect(clearance).toBeLessThanOrEqual(far + 1e-2);
          expect(clearance).toBeGreaterThanOrEqual(c - 1e-2);
        },
      ),
      { seed: 1, numRuns: 40 },
    );
  });
  it('is none for rows that never face each other', () => {
    const short = (x: number) => ({ strokes: [line(x, 0, x + 10, 0)], period: null });
    expect(rowClearance(short(0), short(5000), 10)).toBeNull();
    expect(rowClearance(short(0), short(13), 4)).toBeCloseTo(5, 2);
  });
});

describe('the ends of a row', () => {
  it('are cut where the line first comes in and last goes out', () => {
    const swinging = line(-30, 0, 2, 1, -8, 2, 50, 3, 98, 4, 92, 5, 130, 6);
    const [row] = trimEnds([swinging], -5, 95);
    expect(row![0]).toBe(-5);
    expect(row!.at(-2)).toBe(95);
    expect(row!.at(-1)).toBeCloseTo(5 + 3 / 38, 9);
    expect(trimEnds([line(200, 0, 240, 0)], -5, 95)).toEqual([]);
    expect([...trimEnds([line(0, 0, 10, 0)], -5, 95)[0]!]).toEqual([0, 0, 10, 0]);
  });
});
