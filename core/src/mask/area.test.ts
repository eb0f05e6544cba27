import { describe, expect, it } from 'vitest';
import { signedArea } from '../geometry/polygon.ts';
import { pointsOf } from '../geometry/polyline.ts';
import { maskArea } from './area.ts';
import { box } from './test/shapes.ts';

/** What lies inside, mm²: holes run the other way. */
const inside = (area: ReturnType<typeof maskArea>): number =>
  area!.rings.reduce((sum, ring) => sum + signedArea(pointsOf(ring)), 0);
const out = { rings: [box(40, 40, 60, 60)], keep: 'out', clearance: 0 } as const;

describe('what keep-outs leave', () => {
  it('is nothing to speak of where there are none', () => {
    expect(maskArea([])).toBeNull();
  });
  it('in a bed is the bed less its margin, and less what is kept out', () => {
    const bed = { rings: [box(0, 0, 100, 100)], clearance: 10 };
    expect(maskArea([], bed)).toMatchObject({ keeps: 'inside' });
    expect(inside(maskArea([], bed))).toBeCloseTo(80 * 80, 1);
    expect(inside(maskArea([out], bed))).toBeCloseTo(80 * 80 - 20 * 20, 1);
    // Over the edge of the bed only what lies in it counts.
    const over = { ...out, rings: [box(80, 0, 200, 100)] };
    expect(inside(maskArea([over], bed))).toBeCloseTo(70 * 80, 1);
  });
  it('in a bed and in what is to be filled is what both share', () => {
    const bed = { rings: [box(0, 0, 100, 100)], clearance: 0 };
    const filled = { rings: [box(50, 50, 150, 150)], keep: 'in', clearance: 0 } as const;
    expect(inside(maskArea([filled], bed))).toBeCloseTo(50 * 50, 1);
    expect(inside(maskArea([filled, out], bed))).toBeCloseTo(50 * 50 - 10 * 10, 1);
    const elsewhere = { ...filled, rings: [box(200, 200, 300, 300)] };
    expect(maskArea([elsewhere], bed)!.rings).toEqual([]);
  });
  it('lets no thread nearer than the guard says, which lies a little beyond', () => {
    const { rings, guard } = maskArea([out])!;
    const [own, wider] = [rings, guard].map((all) => signedArea(pointsOf(all[0]!)));
    expect(Math.abs(own!) - Math.abs(wider!)).toBeCloseTo(4 * 20 * 0.035, 1);
  });
});
