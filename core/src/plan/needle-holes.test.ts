import { expect, it } from 'vitest';
import { pointsOf } from '../geometry/polyline.ts';
import { stitchLength } from '../units.ts';
import { needleHoles } from './needle-holes.ts';
import type { Masking, Stroke } from './stroke.ts';

const masked = (line: readonly number[], masking: Partial<Masking> = {}): Stroke => ({
  ...{ line: Float64Array.from(line), thread: null, source: 0 },
  masking: { links: [], guard: [], own: [], ...masking },
});
const steps = (stroke: Stroke, spi: number): number[] => {
  const holes = pointsOf(needleHoles(stroke, spi).points);
  return holes.slice(1).map(({ x, y }, i) => Math.hypot(x - holes[i]!.x, y - holes[i]!.y));
};

it('stitches a link along an edge by its own length, with a hole where it begins and ends', () => {
  // 30 mm of line, 20 of edge, 30 of line, all straight on.
  const stroke = masked([0, 0, 30, 0, 50, 0, 80, 0], {
    links: [{ kind: 'edge', from: 1, to: 2, again: false }],
    own: [{ from: 1, to: 2, spi: 12.7 }],
  });
  const holes = pointsOf(needleHoles(stroke, 10).points).map(({ x }) => x);
  expect(holes).toContain(30);
  expect(holes).toContain(50);
  const lengths = steps(stroke, 10);
  expect(Math.max(...lengths)).toBeCloseTo(2.5, 9);
  // 20 mm at 2 mm a stitch.
  expect(lengths.filter((length) => Math.abs(length - 2) < 1e-9)).toHaveLength(10);
});

it('a link that is shorter than a stitch may be makes no hole of its own', () => {
  const stroke = masked([0, 0, 20, 0, 20.3, 0, 40, 0], { links: [{ kind: 'edge', from: 1, to: 2, again: false }] });
  expect(Math.min(...steps(stroke, 10))).toBeGreaterThan(1);
});

it('shortens stitches where a straight thread would cross the guard, and nowhere else', () => {
  // A bow of 100 mm radius, a fifth of a millimetre high over a stitch of 4 mm, and a guard right under its middle.
  const bow = Array.from({ length: 81 }, (_, i) => (i - 40) / 100).flatMap((a) => [
    100 * Math.sin(a),
    -100 * Math.cos(a),
  ]);
  const guard = [Float64Array.of(-0.5, -99.995, 0.5, -99.995, 0.5, -90, -0.5, -90)];
  const free = steps(masked(bow), 6);
  const kept = steps(masked(bow, { guard }), 6);
  expect(Math.min(...free)).toBeGreaterThan(0.9 * stitchLength(6));
  expect(Math.min(...kept)).toBeLessThan(3);
  expect(kept.filter((length) => length > 0.9 * stitchLength(6)).length).toBeGreaterThan(10);
  const holes = pointsOf(needleHoles(masked(bow, { guard }), 6).points);
  // Between holes the thread lies above the guard's upper edge, as far as that reaches.
  holes.slice(1).forEach(({ x, y }, i) => {
    const before = holes[i]!;
    const t = (0 - before.x) / (x - before.x);
    if (t >= 0 && t <= 1) expect(before.y + t * (y - before.y)).toBeLessThanOrEqual(-99.995);
  });
});
