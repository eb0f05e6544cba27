import { describe, expect, it } from 'vitest';
import { polyline } from '../geometry/polyline.ts';
import { ALL_EFFORT, analyseDesign } from './analysis.ts';

/** So many lines through one place, each of 180 mm. */
const spokes = (count: number): Float64Array[] =>
  Array.from({ length: count }, (_, i) => {
    const angle = (Math.PI * i) / count;
    const [x, y] = [90 * Math.cos(angle), 90 * Math.sin(angle)];
    return Float64Array.of(-x, -y, x, y);
  });
const ALL = ['doubled', 'crossings', 'gap', 'symmetry', 'spacing'];

describe('what takes long', () => {
  it('is all there of a usual design', () => {
    const { facts } = analyseDesign([Float64Array.of(0, 0, 50, 0, 50, 50)]);
    expect(facts.unknown).toBeUndefined();
  });
  it('counts many lines through one place as one crossing', () => {
    const { facts } = analyseDesign(spokes(180));
    expect([facts.crossings, facts.unknown]).toEqual([1, undefined]);
  });
  it('is left out beyond a number of looks, and named; what is told without looking stays', () => {
    const { facts, places } = analyseDesign(spokes(60), { looks: 500, segments: 1000 });
    expect(facts.unknown).toEqual(ALL);
    expect([facts.crossings, facts.widestGap, facts.spacing, places.gap]).toEqual([0, 0, null, null]);
    expect([facts.strokes, Math.round(facts.length), Math.round(facts.width)]).toEqual([60, 60 * 180, 180]);
  });
  it('is no matter of how many corners the hull has', () => {
    const circle = Array.from({ length: 300_000 }, (_, i) => ({
      x: 90 * Math.cos(i / 4e4),
      y: 90 * Math.sin(i / 4e4),
    }));
    expect(analyseDesign([polyline(circle)]).facts.hull!.length).toBeLessThan(100);
  });
  it('is left out beyond a number of segments, and worked out when asked', () => {
    const zigzag = polyline(Array.from({ length: 400 }, (_, i) => ({ x: i, y: (i % 2) * 30 })));
    expect(analyseDesign([zigzag], { looks: 1e9, segments: 300 }).facts.unknown).toEqual(ALL);
    const { facts } = analyseDesign([zigzag], ALL_EFFORT);
    expect([facts.unknown, facts.crossings, facts.widestGap > 0]).toEqual([undefined, 0, true]);
  });
});
