import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lengthOf, squaredDistanceToSegment } from '../geometry/polyline.ts';
import { densityOf } from './density.ts';
import { distanceField } from '../geometry/distance-field.ts';
import { indexSegments } from '../geometry/segment-index.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const level = (y: number, width = 400): Float64Array => line(0, y, width, y);

describe('the distance field', () => {
  const fieldOf = (width: number, height: number, cell: number, ...lines: Float64Array[]) =>
    distanceField(indexSegments(lines), { minX: 0, minY: 0, maxX: width, maxY: height }, cell);
  it('by hand: one line in the middle of nine cells', () => {
    const { columns, rows, distance } = fieldOf(36, 20, 4, line(10, 10, 14, 10));
    expect([columns, rows]).toEqual([9, 5]);
    // From the middles of row 2, at x 2, 6, 10, …
    expect([...distance.subarray(18, 27)]).toEqual([8, 4, 0, 0, 4, 8, 12, 16, 20]);
    expect(distance[0]).toBeCloseTo(Math.hypot(8, 8), 5);
  });
  it('takes lines that leave the box, and names them', () => {
    expect([...fieldOf(8, 4, 4, line(-100, 2, 100, 2)).distance]).toEqual([0, 0]);
    expect([...fieldOf(8, 4, 4, line(-9, 0, -9, 4), line(12, 0, 12, 4)).nearest]).toEqual([1, 1]);
  });
  it('is the distance to a line that is the nearest but for those that lie in one cell with it', () => {
    const coordinate = fc.double({ min: 0, max: 59.9, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 6 }), (points) => {
        const xy = Float64Array.from(points.flat());
        fc.pre(lengthOf(xy) > 1e-3);
        const { cell, columns, distance } = fieldOf(60, 60, 2, xy);
        distance.forEach((found, i) => {
          const [x, y] = [((i % columns) + 0.5) * cell, (Math.floor(i / columns) + 0.5) * cell];
          let least = Infinity;
          for (let k = 2; k < xy.length; k += 2) {
            const [a, b] = [
              { x: xy[k - 2]!, y: xy[k - 1]! },
              { x: xy[k]!, y: xy[k + 1]! },
            ];
            least = Math.min(least, Math.sqrt(squaredDistanceToSegment(x, y, a, b)));
          }
          expect(found).toBeGreaterThan(least - 1e-4);
          expect(found).toBeLessThan(least + 1.5 * cell);
        });
      }),
      { numRuns: 30, seed: 5 },
    );
  });
});

describe('density', () => {
  it('finds the widest gap exactly, and the usual distance of lines', () => {
    const ys = [20, 40, 60, 80, 130, 150, 170, 190, 210, 230, 250, 270, 290];
    const found = densityOf(
      ys.map((y) => level(y)),
      { width: 400, length: 310 },
      [],
    )!;
    expect(found.widest.diameter).toBeCloseTo(50, 2);
    expect(found.widest.centre.y).toBeCloseTo(105, 2);
    expect(found.spacing).toBeCloseTo(20, 6);
  });
  it('of lines so far apart is just that, on any top and however they run', () => {
    const top = fc.record({
      side: fc.integer({ min: 500, max: 1500 }),
      apart: fc.double({ min: 9, max: 60, noNaN: true }),
      turn: fc.double({ min: 0, max: Math.PI, noNaN: true }),
      wider: fc.double({ min: 1.02, max: 1.4, noNaN: true }),
    });
    fc.assert(
      fc.property(top, ({ side, apart, turn, wider }) => {
        const reach = 1.5 * side;
        const lines: Float64Array[] = [];
        // One gap in the middle is wider.
        for (let y = -reach; y < reach; y += Math.abs(y + apart / 2) <= apart / 2 ? wider * apart : apart) {
          const [c, s] = [Math.cos(turn), Math.sin(turn)];
          const at = (x: number): number[] => [side / 2 + x * c - y * s, side / 2 + x * s + y * c];
          lines.push(line(...at(-reach), ...at(reach)));
        }
        const { spacing, widest } = densityOf(lines, { width: side, length: side }, [])!;
        expect(spacing).toBeCloseTo(apart, 6);
        expect(Math.abs(widest.diameter - wider * apart)).toBeLessThan(0.02);
      }),
      { numRuns: 4, seed: 5 },
    );
  });
  it('counts the edge as stitched', () => {
    const { widest } = densityOf([level(100)], { width: 400, length: 260 }, [])!;
    expect(widest.diameter).toBeCloseTo(160, 2);
    expect(widest.centre.y).toBeCloseTo(180, 2);
  });
  it('tells patches apart', () => {
    const dense = Array.from({ length: 19 }, (_, i) => line(0, 10 + 10 * i, 200, 10 + 10 * i));
    const loose = Array.from({ length: 4 }, (_, i) => line(200, 40 + 40 * i, 400, 40 + 40 * i));
    const ring = (x0: number) => [
      { x: x0, y: 20 },
      { x: x0 + 160, y: 20 },
      { x: x0 + 160, y: 180 },
      { x: x0, y: 180 },
    ];
    const { patches } = densityOf([...dense, ...loose], { width: 400, length: 200 }, [ring(20), ring(220)])!;
    expect(patches[0]).toBeCloseTo(10, 6);
    expect(patches[1]).toBeCloseTo(40, 6);
  });
  it('is none without a stitch', () => {
    expect(densityOf([line(3, 3)], { width: 10, length: 10 }, [])).toBeNull();
  });
});
