import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrange, type Arrangement } from './arrangement.ts';
import { signedArea } from './polygon.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const box = (x: number, y: number, w: number, h: number): Float64Array =>
  line(x, y, x + w, y, x + w, y + h, x, y + h, x, y);
const areas = ({ nodes, faces }: Arrangement): number[] =>
  faces.map(({ ring }) => signedArea(ring.map((node) => nodes[node]!))).sort((a, b) => a - b);

describe('what lines enclose', () => {
  it('is nothing for none, for an open line and for a line there and back', () => {
    expect(arrange([], 1).faces).toEqual([]);
    expect(arrange([line(0, 0, 9, 0, 9, 9), line(20, 20, 30, 30, 20, 20)], 1).faces).toEqual([]);
  });
  it('is parted by lines that cross it, whichever way they run', () => {
    expect(areas(arrange([box(0, 0, 30, 20), line(10, -5, 10, 25), line(40, 10, -10, 10)], 0.1))).toEqual([
      100, 100, 200, 200,
    ]);
  });
  it('shares an edge that was drawn twice, a hair apart, and one that ends short', () => {
    const found = arrange([box(0, 0, 10, 10), box(10.3, 0.2, 10, 10), line(0, 5, 9.8, 5)], 0.5);
    expect(found.faces).toHaveLength(3);
    expect(found.outlines).toHaveLength(1);
  });
  it('leaves out loose ends and lines between islands', () => {
    const found = arrange([box(0, 0, 10, 10), box(20, 0, 10, 10), line(10, 5, 20, 5), line(3, 3, 4, 4)], 0.1);
    expect(areas(found)).toEqual([100, 100]);
    expect(found.outlines).toHaveLength(2);
    expect(found.faces.map(({ part }) => part).sort()).toEqual([0, 1]);
  });
  it('keeps two boxes that meet in a corner apart, on one outline', () => {
    const found = arrange([box(0, 0, 10, 10), box(10, 10, 5, 5)], 0.1);
    expect(areas(found)).toEqual([25, 100]);
    expect(found.outlines).toHaveLength(1);
  });
  it('sums to the area of the box, however it is cut', () => {
    const cut = fc.record({
      a: fc.double({ min: 0, max: 1, noNaN: true }),
      b: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(cut, { maxLength: 8 }), fc.array(cut, { maxLength: 8 }), (down, across) => {
        const lines = [
          box(0, 0, 1000, 800),
          ...down.map(({ a, b }) => line(1000 * a, 0, 1000 * b, 800)),
          ...across.map(({ a, b }) => line(0, 800 * a, 1000, 800 * b)),
        ];
        const found = arrange(lines, 1e-3);
        const sum = areas(found).reduce((all, area) => all + area, 0);
        expect(sum).toBeCloseTo(800_000, -1);
        // Euler: faces = edges − nodes + parts, the outer face not counted.
        const used = found.ways.filter((ways) => ways > 0);
        const edges = used.reduce((all, ways) => all + ways, 0) / 2;
        expect(found.faces).toHaveLength(edges - used.length + 1);
      }),
      { seed: 14, numRuns: 200 },
    );
  });
});
