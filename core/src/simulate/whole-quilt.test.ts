import { describe, expect, it } from 'vitest';
import { clothPoint } from '../geometry/point.ts';
import { USUAL_CLOTH } from '../lineup/cloth-prior.ts';
import { BENCH_CLOTH, type ClothNature, PIECED_CLOTH } from './true-cloth.ts';
import { type LineUpPolicy, type SimulatedQuilt, simulateQuilt } from './whole-quilt.ts';

/** Six rows of 150 mm in three passes on a top of 1200 × 1020 mm, seams every 240 mm. */
const QUILT: SimulatedQuilt = {
  width: 1200,
  length: 1020,
  bands: Array.from({ length: 6 }, (_, i) => ({ top: 10 + 170 * i, bottom: 160 + 170 * i, pass: i >> 1 })),
  clearance: 20,
  joins: [0, 300, 600, 900, 1200],
  landmarks: [0, 1, 2, 3, 4].flatMap((row) => [0, 1, 2, 3, 4, 5].map((column) => clothPoint(240 * column, 255 * row))),
  stitchedLandmarks: [0, 600, 1200],
};
const SIX: LineUpPolicy = { kind: 'suggested', most: 6, tolerance: 0.8 };
const rms = (parts: readonly number[]): number => Math.sqrt(parts.reduce((s, v) => s + v * v, 0) / parts.length);
const over = (policy: LineUpPolicy, nature: ClothNature): number =>
  rms(Array.from({ length: 8 }, (_, seed) => simulateQuilt(QUILT, policy, seed, nature).misfits).flat());

describe('a quilt stitched through its passes', () => {
  it('is touched as the policy says, and compared at every join of every roll', () => {
    const touched = (policy: LineUpPolicy) => simulateQuilt(QUILT, policy, 1, BENCH_CLOTH);
    expect(touched({ kind: 'onePoint' }).touches).toEqual([1, 1, 1]);
    expect(touched({ kind: 'twoPoint' }).touches).toEqual([2, 2, 2]);
    const { touches, misfits } = touched(SIX);
    expect(Math.max(...touches)).toBeLessThanOrEqual(6);
    expect(misfits).toHaveLength(2 * QUILT.joins.length);
    // A tolerance that two touches reach is not worth a third.
    expect(touched({ kind: 'suggested', most: 6, tolerance: 500 }).touches).toEqual([2, 2, 2]);
  });

  it('comes out the same from the same seed, and otherwise from another', () => {
    const [a, b, c] = [1, 1, 2].map((seed) => simulateQuilt(QUILT, SIX, seed, PIECED_CLOTH));
    expect(a).toEqual(b);
    expect(c!.misfits).not.toEqual(a!.misfits);
  });

  it('fits better the more is known: by suggested touches than by two, by two than by one', () => {
    const [one, two, six] = [
      over({ kind: 'onePoint' }, PIECED_CLOTH),
      over({ kind: 'twoPoint' }, PIECED_CLOTH),
      over(SIX, PIECED_CLOTH),
    ];
    expect(two).toBeLessThan(0.5 * one);
    expect(six).toBeLessThan(two);
  });

  it('on cloth that lies as planned misses by no more than the touches are unsure', () => {
    const still: ClothNature = {
      shift: 0,
      turn: 0,
      shear: 0,
      drawIn: { along: 0, alongDoubt: 0, across: 0, acrossDoubt: 0 },
      stitchedIn: { along: 0, alongDoubt: 0, across: 0, acrossDoubt: 0 },
      waves: [],
      bends: [],
      advance: { slip: { x: 0, y: 0 }, strain: 0, shear: 0, waves: { size: 0, shortest: 350, longest: 1000 } },
    };
    expect(over(SIX, still)).toBeLessThan(0.6);
  });

  it('half way tells what will be left, within its bound', () => {
    const inside = Array.from({ length: 20 }, (_, seed) => {
      const { predicted, bound, truth } = simulateQuilt(QUILT, SIX, seed, BENCH_CLOTH, USUAL_CLOTH).left!;
      expect(bound).toBeLessThan(10);
      return Math.abs(predicted - truth) <= bound;
    });
    expect(inside.filter(Boolean).length).toBeGreaterThanOrEqual(17);
  });
});
