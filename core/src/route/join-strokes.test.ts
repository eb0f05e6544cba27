import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lengthOf, polyline } from '../geometry/polyline.ts';
import { joinStrokes } from './join-strokes.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const joined = (...strokes: Float64Array[]): number[][] => joinStrokes(strokes, 0.05).map((s) => [...s]);

describe('joining strokes', () => {
  it('keeps order and direction where the drawing already runs on', () => {
    expect(joined(line(0, 0, 1, 0), line(1.02, 0, 1, 1), line(5, 0, 6, 0))).toEqual([
      [0, 0, 1, 0, 1, 1],
      [5, 0, 6, 0],
    ]);
  });
  it('turns and reorders pieces into the fewest strokes', () => {
    expect(joined(line(1, 0, 2, 0), line(1, 0, 0, 0), line(3, 0, 2, 0))).toEqual([[3, 0, 2, 0, 1, 0, 0, 0]]);
    // A cross needs two strokes: four odd ends.
    expect(joined(line(0, 0, 5, 5), line(5, 5, 10, 10), line(0, 10, 5, 5), line(5, 5, 10, 0))).toHaveLength(2);
    // A figure of eight of loops and a plain loop need one each.
    expect(joined(line(0, 0, 5, 5, 0, 10, 0, 0), line(0, 0, -5, -5, -9, 0, 0, 0))).toHaveLength(1);
  });
  it('gives back nothing for nothing', () => {
    expect(joinStrokes([], 0.05)).toEqual([]);
  });
  it('leaves those as they are that meet no other, and each part where its first was drawn', () => {
    const [alone, loop, last] = [line(50, 0, 60, 0), line(70, 0, 75, 5, 70, 0), line(90, 0, 91, 0)];
    const out = joinStrokes([alone, line(0, 0, 1, 0), loop, line(2, 0, 1, 0), last], 0.05);
    expect(out.map((stroke) => [...stroke])).toEqual([[...alone], [0, 0, 1, 0, 2, 0], [...loop], [...last]]);
    expect([out[0], out[2], out[3]].map((stroke, i) => stroke === [alone, loop, last][i])).toEqual([true, true, true]);
    const apart = [alone, loop, last];
    expect(joinStrokes(apart, 0.05)).toBe(apart);
  });
  it('loses no length and needs max(1, odd/2) strokes for each connected part', () => {
    const node = fc.record({ x: fc.nat(3), y: fc.nat(3) });
    fc.assert(
      fc.property(fc.array(fc.tuple(node, node), { minLength: 1, maxLength: 14 }), (pairs) => {
        const strokes = pairs.map(([a, b]) => polyline([a, { x: a.x + 0.3, y: b.y + 0.4 }, b]));
        const out = joinStrokes(strokes, 0.05);
        const sum = (lines: readonly Float64Array[]): number => lines.reduce((n, s) => n + lengthOf(s), 0);
        expect(sum(out)).toBeCloseTo(sum(strokes), 9);
        expect(out).toHaveLength(fewest(pairs.map(([a, b]) => [4 * a.x + a.y, 4 * b.x + b.y])));
      }),
      { seed: 1 },
    );
  });
});

/** By counting: colour the parts, then the odd nodes of each. */
function fewest(edges: readonly (readonly number[])[]): number {
  const part = Array.from({ length: 16 }, (_, i) => i);
  for (let round = 0; round < 16; round++) {
    for (const [a, b] of edges) part[a!] = part[b!] = Math.min(part[a!]!, part[b!]!);
  }
  const used = new Set(edges.flat().map((node) => part[node]!));
  return [...used].reduce((sum, root) => {
    const own = edges.filter(([a]) => part[a!] === root).flat();
    const odd = [...new Set(own)].filter((node) => own.filter((one) => one === node).length % 2 === 1);
    return sum + Math.max(1, odd.length / 2);
  }, 0);
}
