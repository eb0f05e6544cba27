import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { UNBENT } from '../cloth/bend.ts';
import { evenBorder, SIDES } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { BORDER_STRETCHES, type BorderLook, CORNER_SCHOOLS, MOST_REPEATS } from './border-set.ts';
import { borderRoom } from './room.ts';
import { bestCounts } from './solve-border.ts';
import { borderStrips, wholeOf } from './strips.ts';
import { isSound, stretchOf } from './sums.ts';
import { BLOCKS, CLEAR, room, someBorder, taskOf } from './test/made.ts';

describe('the room of a border', () => {
  it('keeps clear of the binding, of the inner seam, and of what is asked besides', () => {
    expect(room(600, 400, evenBorder(100), 6, { outer: 4, inner: 5 })).toEqual({
      outer: { x0: 10, y0: 10, x1: 790, y1: 590 },
      inner: { x0: 95, y0: 95, x1: 705, y1: 505 },
      bend: UNBENT,
    });
    const map = makeMap(BLOCKS(600, 400), [evenBorder(100), { ...evenBorder(0), top: 3, bottom: 50 }]);
    // The binding reaches through what lies outside.
    expect(borderRoom(map, { border: 0, over: 1, clear: CLEAR }, 6)!.outer).toEqual({ x0: 6, y0: 6, x1: 794, y1: 603 });
    expect(borderRoom(map, { border: 2, over: 1, clear: CLEAR }, 6)).toBeNull();
    expect(borderRoom(map, { border: 0, over: 1, clear: { outer: 60, inner: 60 } }, 6)).toBeNull();
  });
  it('is that of all borders that it lies over, from the outermost edge to the innermost seam', () => {
    const map = makeMap(BLOCKS(600, 400), [evenBorder(40), evenBorder(60), evenBorder(10)]);
    expect(borderRoom(map, { border: 0, over: 2, clear: CLEAR }, 6)).toEqual({
      outer: { x0: 10, y0: 10, x1: 810, y1: 610 },
      inner: { x0: 110, y0: 110, x1: 710, y1: 510 },
      bend: UNBENT,
    });
    // Of those that there are no more, nothing is left over.
    expect(borderRoom(map, { border: 2, over: 3, clear: CLEAR }, 6)).toEqual(
      borderRoom(map, { border: 2, over: 1, clear: CLEAR }, 6),
    );
  });
  it('is parted among its strips as the corners are worked', () => {
    const at = room(600, 400, evenBorder(106));
    const lengths = (corners: BorderLook['corners'], through: BorderLook['through'] = 'ends') =>
      borderStrips(at, corners, through).map(({ before, length, after }) => [before, length, after]);
    expect(lengths('deadEnd')).toEqual([[0, 800, 0], [100, 400, 100], [0, 800, 0], [100, 400, 100]]); // prettier-ignore
    expect(lengths('deadEnd', 'sides')[0]).toEqual([100, 600, 100]);
    expect(lengths('pinwheel')).toEqual([[0, 700, 100], [0, 500, 100], [0, 700, 100], [0, 500, 100]]); // prettier-ignore
    expect(lengths('mitre')[1]).toEqual([0, 600, 0]);
    expect(lengths('cornerstone')[1]).toEqual([100, 400, 100]);
    // Clockwise, from the outer edge in.
    const begins = borderStrips(at, 'pinwheel', 'ends').map(({ toCloth }) => applyToPoint(toCloth, { x: 0, y: 10 }));
    expect(begins).toEqual([{ x: 6, y: 16 }, { x: 796, y: 6 }, { x: 806, y: 596 }, { x: 16, y: 606 }]); // prettier-ignore
    // A border of two sides has two strips, and no corners.
    const ends = room(600, 400, { ...evenBorder(0), top: 106, bottom: 106 });
    expect(borderStrips(ends, 'mitre', 'ends').map(({ side, length }) => [side, length])).toEqual([
      ['top', 588],
      ['bottom', 588],
    ]);
  });
});

describe('the sum of a border', () => {
  it('comes out by hand', () => {
    // 80 deep, four times the wave: repeats of 240; 1200 are five of them, 1000 four stretched by 1/24.
    const { sides } = taskOf(room(1000, 988, evenBorder(106)), { through: 'ends' });
    const counts = bestCounts(
      sides.map((one) => one.task),
      'evenly',
      'stretch',
    )!;
    expect(counts.sides.map(({ side, count }) => [side, count])).toEqual([['top', 5], ['right', 4], ['bottom', 5], ['left', 4]]); // prettier-ignore
    expect(counts.sides[0]!.stretch).toBeCloseTo(0, 4);
    expect(counts.worst).toBeCloseTo(988 / 960 - 1, 4);
    const pinned = bestCounts(
      sides.map((one) => one.task),
      'evenly',
      'stretch',
      [{ side: 'top', count: 6 }],
    )!;
    expect(pinned.sides[0]).toMatchObject({ count: 6, stretch: expect.closeTo(1200 / 1440 - 1, 4) as number });
    // Straight spacers never overlap: 988 hold four repeats, and 28 are parted in three.
    const spaced = bestCounts(
      sides.map((one) => one.task),
      'spacers',
      'stretch',
    )!;
    expect(spaced.sides[1]).toMatchObject({ count: 4, stretch: expect.closeTo(28 / 3 / 240, 4) as number });
    expect(bestCounts([], 'evenly', 'stretch')).toBeNull();
    expect(bestCounts([{ side: 'top', length: 50, unit: 100, extra: 0, only: null }], 'spacers', 'stretch')).toBeNull();
  });

  it('is the best of all counts, whatever matters and however repeats give way; every sum is right', () => {
    const sides = fc.array(fc.double({ min: 300, max: 3000, noNaN: true }), { minLength: 2, maxLength: 4 });
    const wish = fc.constantFrom('stretch' as const, 'alike' as const);
    fc.assert(
      fc.property(
        sides,
        fc.double({ min: 90, max: 290, noNaN: true }),
        fc.constantFrom(...BORDER_STRETCHES),
        wish,
        (lengths, unit, stretch, matters) => {
          const tasks = lengths.map((length, i) => ({
            side: SIDES[i]!,
            length,
            unit,
            extra: i % 2 === 0 ? 0 : unit / 10,
            only: null,
          }));
          const found = bestCounts(tasks, stretch, matters);
          const all = tasks.map((task) => {
            const sound = Array.from({ length: MOST_REPEATS }, (_, i) => stretchOf(task, i + 1, stretch)).filter(
              (one) => isSound(one, stretch),
            );
            const least = Math.min(...sound.map(Math.abs));
            return sound.filter((one) => Math.abs(one) <= Math.max(0.12, least));
          });
          if (all.some((own) => own.length === 0)) {
            expect(found).toBeNull();
            return;
          }
          const ways = all.reduce<number[][]>(
            (heads, own) => heads.flatMap((head) => own.map((one) => [...head, one])),
            [[]],
          );
          const worst = (way: number[]): number => Math.max(...way.map(Math.abs));
          const spread = (way: number[]): number => Math.max(...way) - Math.min(...way);
          const measure = matters === 'alike' ? spread : worst;
          const best = ways.reduce((least, way) => Math.min(least, measure(way)), Infinity);
          expect(matters === 'alike' ? found!.spread : found!.worst).toBeCloseTo(best, 9);
          if (stretch === 'evenly')
            found!.sides.forEach(({ count, stretch: part }, i) => {
              expect(count * unit * (1 + part) + tasks[i]!.extra * (1 + part)).toBeCloseTo(lengths[i]!, 6);
            });
        },
      ),
      { numRuns: 2000, seed: 16 },
    );
  });

  it('adds up to the side with what the corners take, for every school', () => {
    fc.assert(
      fc.property(someBorder, fc.constantFrom(...CORNER_SCHOOLS), ({ width, length, border }, corners) => {
        const at = room(width, length, border);
        for (const { strip } of taskOf(at, { corners }).sides)
          expect(strip.before + strip.length + strip.after).toBeCloseTo(wholeOf(at.outer, strip.side), 6);
      }),
      { numRuns: 500, seed: 16 },
    );
  });
});
