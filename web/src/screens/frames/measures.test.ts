import { fullReach, GENERIC_FRAME } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { measured, MEASURES, withMeasure } from './measures.ts';

const named = (key: string) => MEASURES.find((one) => one.key === key)!;
// Throat 762, half a pole 35, the foot needs 40 in front, the needle stays 44 from the roll.
const FRAME = GENERIC_FRAME;

describe('the measures of a frame', () => {
  it('are each asked for once, and taken as they are measured', () => {
    const keys = MEASURES.map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    expect([...keys].sort()).toEqual(
      Object.keys(FRAME)
        .filter((key) => key !== 'name')
        .sort(),
    );
    for (const measure of MEASURES) {
      const { value, least, most } = measured(measure, FRAME);
      expect(value).toBeGreaterThanOrEqual(least);
      expect(value).toBeLessThanOrEqual(most);
      expect(measured(measure, withMeasure(measure, FRAME, value + 1)).value).toBeCloseTo(value + 1, 9);
    }
  });

  it('say in front how far the needle comes from the pole: what is missing to the throat the foot needs', () => {
    expect(measured(named('foot'), FRAME)).toEqual({ value: 762 - 35 - 40, least: 762 - 35 - 500, most: 762 - 35 });
    const nearer = withMeasure(named('foot'), FRAME, 677);
    expect(nearer.foot).toBe(50);
    // 10 mm less way in front are 10 mm less reach; 10 mm more behind as well.
    expect(fullReach(nearer)).toBe(fullReach(FRAME) - 10);
    expect(fullReach(withMeasure(named('clamps'), FRAME, 54))).toBe(fullReach(FRAME) - 10);
    // A fatter leader takes from behind, and, once the neck meets it, in front.
    expect(fullReach(withMeasure(named('leader'), FRAME, 8))).toBe(fullReach(FRAME) - 5 - 3);
  });
});
