import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { squaredDistanceToSegment } from '../geometry/polyline.ts';
import { densityOf } from './density.ts';
import { distanceField } from './distance-field.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const level = (y: number, width = 400): Float64Array => line(0, y, width, y);

describe('the distance field', () => {
  it('by hand: one line in the middle of nine cells', () => {
    const { columns, rows, distance } = distanceField([line(10, 10, 14, 10)], { width: 36, length: 20 }, 4);
    expect([columns, rows]).toEqual([9, 5]);
    // Cells 2 and 3 of row 2 hold the line; every cell is 4 mm.
    expect([...distance.subarray(18, 27)]).toEqual([8, 4, 0, 0, 4, 8, 12, 16, 20]);
    expect(distance[0]).toBeCloseTo(Math.hypot(8, 8), 5);
  });
  it('is the cloth’s diagonal where there is no line, and takes lines that leave it', () => {
    expect([...distanceField([], { width: 8, length: 6 }, 4).distance]).toEqual([10, 10, 10, 10]);
    expect(distanceField([line(-100, 2, 100, 2)], { width: 8, length: 4 }, 4).distance[1]).toBe(0);
  });
  it('is the distance to the nearest line within a cell and a half', () => {
    const coordinate = fc.double({ min: 0, max: 59.9, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 6 }), (points) => {
        const xy = Float64Array.from(points.flat());
        const { cell, columns, distance } = distanceField([xy], { width: 60, length: 60 }, 2);
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
          expect(Math.abs(found - least)).toBeLessThan(1.5 * cell);
        });
      }),
      { numRuns: 20 },
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
    expect(found.spacing).toBeGreaterThan(18);
    expect(found.spacing).toBeLessThan(22);
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
    expect(patches[0]).toBeLessThan(14);
    expect(patches[1]).toBeGreaterThan(30);
  });
  it('is none without a stitch', () => {
    expect(densityOf([line(3, 3)], { width: 10, length: 10 }, [])).toBeNull();
  });
});
