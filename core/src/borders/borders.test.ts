import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Border, evenBorder, SIDES } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { boundsOf, pointOf, polyline, type Polyline } from '../geometry/polyline.ts';
import {
  type BorderLook,
  type BorderSet,
  CORNER_SCHOOLS,
  MOST_REPEATS,
  STANCES,
  BORDER_STRETCHES,
} from './border-set.ts';
import { wayOf } from './answers.ts';
import { type BorderTask, borderTask } from './border-task.ts';
import { layBorder } from './lay-border.ts';
import { type BorderRoom, borderRoom } from './room.ts';
import { bestCounts } from './solve-border.ts';
import { borderStrips, depthsOf, wholeOf } from './strips.ts';
import { isSound, stretchOf } from './sums.ts';

/** A wave 60 long and 20 deep that runs on; it leans, so that a mirror shows. */
const WAVE = [
  polyline(
    Array.from({ length: 121 }, (_, i) => ({
      x: i / 2,
      y: 10 * Math.sin((i * Math.PI) / 60 + 0.4 * Math.sin((i * Math.PI) / 60)),
    })),
  ),
];
/** A quarter of an arc, from the middle of a square's left side to the middle of its lower side. */
const TURN = [
  polyline(
    Array.from({ length: 31 }, (_, i) => ({
      x: 15 * Math.sin((i * Math.PI) / 60),
      y: -15 * Math.cos((i * Math.PI) / 60),
    })),
  ),
];

const BLOCKS = (width: number, length: number) =>
  plainGrid({ across: 1, down: 1, blockWidth: width, blockHeight: length, sashing: 0 });
const CLEAR = { outer: 0, inner: 0 };
const room = (width: number, length: number, border: Border, binding = 6, clear = CLEAR): BorderRoom =>
  borderRoom(makeMap(BLOCKS(width, length), [border]), { border: 0, clear }, binding)!;

const LOOK: BorderLook = { corners: 'deadEnd', through: 'ends', fill: 0.8 };
const taskOf = (at: BorderRoom, look: Partial<BorderLook> = {}, stance: BorderSet['stance'] = 'round'): BorderTask =>
  borderTask(at, { lines: WAVE, corner: TURN }, { stance }, { ...LOOK, ...look })!;

/** Solved for the least stretch, and laid. */
function laid(
  at: BorderRoom,
  look: Partial<BorderLook> = {},
  stance: BorderSet['stance'] = 'round',
  stretch: BorderSet['stretch'] = 'evenly',
) {
  const asked = { stance, stretch, wish: 'stretch', pinned: [], stones: true } as const;
  return layBorder(wayOf(at, { lines: WAVE, corner: TURN }, asked, { ...LOOK, ...look })!, stretch);
}

const someBorder = fc.record({
  width: fc.double({ min: 700, max: 2500, noNaN: true }),
  length: fc.double({ min: 700, max: 2500, noNaN: true }),
  border: fc
    .tuple(...SIDES.map(() => fc.double({ min: 60, max: 200, noNaN: true })))
    .map(([top, right, bottom, left]) => ({
      ...evenBorder(1),
      top: top!,
      right: right!,
      bottom: bottom!,
      left: left!,
    })),
});

describe('the room of a border', () => {
  it('keeps clear of the binding, of the inner seam, and of what is asked besides', () => {
    expect(room(600, 400, evenBorder(100), 6, { outer: 4, inner: 5 })).toEqual({
      outer: { x0: 10, y0: 10, x1: 790, y1: 590 },
      inner: { x0: 95, y0: 95, x1: 705, y1: 505 },
    });
    const map = makeMap(BLOCKS(600, 400), [evenBorder(100), { ...evenBorder(0), top: 3, bottom: 50 }]);
    // The binding reaches through what lies outside.
    expect(borderRoom(map, { border: 0, clear: CLEAR }, 6)!.outer).toEqual({ x0: 6, y0: 6, x1: 794, y1: 603 });
    expect(borderRoom(map, { border: 2, clear: CLEAR }, 6)).toBeNull();
    expect(borderRoom(map, { border: 0, clear: { outer: 60, inner: 60 } }, 6)).toBeNull();
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
    expect(bestCounts([{ side: 'top', length: 50, unit: 100, extra: 0 }], 'spacers', 'stretch')).toBeNull();
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

/** Where lines lie on the line from one corner of the outer box to the same of the inner, as parts of it. */
function onDiagonal(lines: readonly Polyline[], from: Point, to: Point): number[] {
  const [x, y] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(x, y);
  const found = lines.flatMap((line) =>
    Array.from({ length: line.length / 2 }, (_, i) => pointOf(line, i)).flatMap((p) => {
      const off = Math.abs((p.x - from.x) * y - (p.y - from.y) * x) / length;
      return off < 1e-4 ? [((p.x - from.x) * x + (p.y - from.y) * y) / length] : [];
    }),
  );
  return found.sort((a, b) => a - b);
}

describe('a border on the cloth', () => {
  it('has lines that meet on its mitres, on borders of any widths', () => {
    fc.assert(
      fc.property(
        someBorder,
        fc.constantFrom('outward' as const, 'round' as const),
        ({ width, length, border }, stance) => {
          const at = room(width, length, border);
          const elements = laid(at, { corners: 'mitre' }, stance);
          const of = (side: string) => elements.filter((one) => one.side === side).flatMap(({ lines }) => lines);
          const [outer, inner] = [
            { x: at.outer.x1, y: at.outer.y0 },
            { x: at.inner.x1, y: at.inner.y0 },
          ];
          const [a, b] = [onDiagonal(of('top'), outer, inner), onDiagonal(of('right'), outer, inner)];
          expect(a.length).toBeGreaterThan(0);
          // Every place where one comes to the seam is one where the other does.
          for (const [these, those] of [
            [a, b],
            [b, a],
          ] as const)
            for (const place of these) expect(Math.min(...those.map((one) => Math.abs(one - place)))).toBeLessThan(0.1);
        },
      ),
      { numRuns: 60, seed: 16 },
    );
  });

  it('runs on into the corners’ own design and out of it', () => {
    fc.assert(
      fc.property(someBorder, ({ width, length, border }) => {
        const elements = laid(room(width, length, border), { corners: 'cornerDesign' });
        const lines = elements.map((one) => one.lines[0]!);
        lines.forEach((line, i) =>
          expect(distance(pointOf(line, -1), pointOf(lines[(i + 1) % lines.length]!, 0))).toBeLessThan(0.1),
        );
      }),
      { numRuns: 60, seed: 16 },
    );
  });

  it('fills pinwheels without a gap and without going over each other', () => {
    fc.assert(
      fc.property(someBorder, ({ width, length, border }) => {
        const at = room(width, length, border);
        const elements = laid(at, { corners: 'pinwheel', fill: 1 });
        const boxes = SIDES.map((side) =>
          boundsOf(elements.filter((one) => one.side === side).flatMap(({ lines }) => lines))!,
        );
        const area = boxes.reduce((sum, { minX, minY, maxX, maxY }) => sum + (maxX - minX) * (maxY - minY), 0);
        const { outer, inner } = at;
        const ring = (outer.x1 - outer.x0) * (outer.y1 - outer.y0) - (inner.x1 - inner.x0) * (inner.y1 - inner.y0);
        expect(area / ring).toBeCloseTo(1, 6);
        boxes.forEach((a, i) => {
          const b = boxes[(i + 1) % 4]!;
          const across = Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX);
          expect(Math.min(across, Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY))).toBeLessThan(1e-6);
        });
      }),
      { numRuns: 60, seed: 16 },
    );
  });

  it('comes nowhere nearer to the edge than the binding lets it, whatever is chosen', () => {
    const chosen = fc.tuple(
      fc.constantFrom(...CORNER_SCHOOLS),
      fc.constantFrom(...STANCES),
      fc.constantFrom(...BORDER_STRETCHES),
    );
    fc.assert(
      fc.property(someBorder, chosen, ({ width, length, border }, [corners, stance, stretch]) => {
        const at = room(width, length, border);
        const elements = laid(at, { corners }, stance, stretch);
        const box = boundsOf(elements.flatMap(({ lines }) => lines))!;
        expect(box.minX).toBeGreaterThanOrEqual(at.outer.x0 - 1e-6);
        expect(box.minY).toBeGreaterThanOrEqual(at.outer.y0 - 1e-6);
        expect(box.maxX).toBeLessThanOrEqual(at.outer.x1 + 1e-6);
        expect(box.maxY).toBeLessThanOrEqual(at.outer.y1 + 1e-6);
      }),
      { numRuns: 300, seed: 16 },
    );
  });

  it('stands on each side as it is told', () => {
    // A mast on a hull: its tip is at the top as drawn.
    const boat = [polyline([{ x: 0, y: 0 }, { x: 20, y: 0 }, { x: 5, y: -30 }])]; // prettier-ignore
    const at = room(600, 600, evenBorder(106));
    const tips = (stance: BorderSet['stance']) => {
      const asked = { stance, stretch: 'evenly', wish: 'stretch', pinned: [], stones: false } as const;
      return layBorder(wayOf(at, { lines: boat, corner: null }, asked, { ...LOOK, fill: 1 })!, 'evenly')
        .filter(({ index }) => index === 0)
        .map(({ lines: [line] }) => {
          const [from, tip] = [pointOf(line!, 0), pointOf(line!, -1)].sort(
            (a, b) => Number(isFoot(line!, b)) - Number(isFoot(line!, a)),
          );
          return Math.abs(tip!.x - from!.x) > Math.abs(tip!.y - from!.y)
            ? tip!.x > from!.x
              ? 'right'
              : 'left'
            : tip!.y > from!.y
              ? 'down'
              : 'up';
        });
    };
    expect(tips('round')).toEqual(['up', 'right', 'down', 'left']);
    expect(tips('outward')).toEqual(['down', 'left', 'up', 'right']);
    expect(tips('upright')).toEqual(['up', 'up', 'up', 'up']);
    expect(tips('mirrored')).toEqual(['up', 'right', 'down', 'left']);
    expect(depthsOf(at)).toEqual({ top: 100, right: 100, bottom: 100, left: 100 });
  });
});

/** Whether a point is the hull's end that the mast doesn't stand on. */
const isFoot = (line: Polyline, p: Point): boolean => {
  const middle = pointOf(line, 1);
  return Math.abs(p.x - middle.x) < 1e-6 || Math.abs(p.y - middle.y) < 1e-6;
};
