import { describe, expect, it } from 'vitest';
import { AS_TURNED, lieWhen } from '../cloth/loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { distance, type Point, framePoint, clothPoint, minus } from '../geometry/point.ts';
import { boxRingIn } from '../geometry/polygon.ts';
import { pointsOf } from '../geometry/polyline.ts';
import { normalFrom, randomFrom, seedOf } from '../random.ts';
import { BENCH_CLOTH, type ClothNature, clothUnder, makeTrueCloth, makeTrueQuilt, seeCloth } from './true-cloth.ts';

const STILL: ClothNature = {
  shift: 0,
  turn: 0,
  shear: 0,
  drawIn: { along: 0, alongDoubt: 0, across: 0, acrossDoubt: 0 },
  stitchedIn: { along: 0, alongDoubt: 0, across: 0, acrossDoubt: 0 },
  waves: [],
  bends: [],
  advance: { slip: { x: 0, y: 0 }, strain: 0, shear: 0, waves: { size: 0, shortest: 350, longest: 1000 } },
};
const MIDDLE = clothPoint(500, 200);
const places = Array.from({ length: 120 }, (_, i) => clothPoint((i % 20) * 90, Math.floor(i / 20) * 70));

describe('a seeded cloth', () => {
  it('with nothing astray lies where it was loaded', () => {
    const truth = makeTrueCloth(5, STILL, MIDDLE, framePoint(60, 40));
    expect(truth(clothPoint(10, 20))).toEqual({ x: 70, y: 60 });
  });
  it('draws in towards its middle, along and across by themselves', () => {
    const nature = { ...STILL, drawIn: { along: 0.01, alongDoubt: 0, across: 0.02, acrossDoubt: 0 } };
    const truth = makeTrueCloth(5, nature, MIDDLE, framePoint(0, 0));
    expect(truth(MIDDLE)).toEqual(MIDDLE);
    expect(truth(clothPoint(1500, 700))).toEqual({ x: 1490, y: 690 });
  });
  it('is waved by as much as is said, over many seeds', () => {
    const nature = { ...STILL, waves: BENCH_CLOTH.waves };
    let sum = 0;
    for (let seed = 0; seed < 60; seed++) {
      const truth = makeTrueCloth(seed, nature, MIDDLE, framePoint(0, 0));
      for (const p of places) sum += distance<Point>(truth(p), p) ** 2;
    }
    expect(Math.sqrt(sum / (60 * places.length))).toBeCloseTo(0.8, 1);
  });
  it('turned by a quarter is the same cloth: its waves turn with it, while the frame draws it in as before', () => {
    const turned = lieWhen({ loading: 'upright', map: { size: { width: 1000, length: 400 } } }, AS_TURNED);
    const drawIn = { along: 0.01, alongDoubt: 0, across: 0.02, acrossDoubt: 0 };
    const at = framePoint(0, 0);
    const lie = { advance: 0, at, front: -Infinity, lie: turned };
    const waved = makeTrueQuilt(7, { ...STILL, waves: BENCH_CLOTH.waves }, MIDDLE);
    for (const p of places.slice(0, 20)) {
      const [off, then] = [minus<Point>(waved({ advance: 0, at, front: -Infinity })(p), p), waved(lie)(p)];
      const now = applyToPoint(turned, p);
      // To the right: what was down is to the left.
      expect(then.x).toBeCloseTo(now.x - off.y, 9);
      expect(then.y).toBeCloseTo(now.y + off.x, 9);
      expect(distance(clothUnder(waved(lie), then), p)).toBeLessThan(2e-3);
    }
    // The middle of the quilt, (500, 200), is (200, 500) now; 500 mm along the poles lose 5, 100 mm across them 2.
    const drawn = makeTrueQuilt(7, { ...STILL, drawIn }, MIDDLE)(lie);
    expect(drawn(clothPoint(600, 200))).toEqual({ x: 200, y: 598 });
    expect(drawn(clothPoint(500, -300))).toEqual({ x: 695, y: 500 });
  });
  it('is seen with its edges bent, corner for corner', () => {
    const truth = makeTrueCloth(3, BENCH_CLOTH, MIDDLE, framePoint(0, 0));
    const ring = boxRingIn({ minX: 0, minY: 0, maxX: 80, maxY: 80 }, clothPoint);
    const [seen] = seeCloth(truth, [{ name: 'A1', kind: 'block', print: 0, ring: ring.flatMap((p) => [p.x, p.y]) }]);
    const points = pointsOf(Float64Array.from(seen!.ring));
    expect(points).toHaveLength(40);
    ring.forEach((corner, i) => expect(points[10 * i]).toEqual(truth(corner)));
  });
});

describe('seeded chance', () => {
  it('repeats itself, is spread evenly, and normal where asked', () => {
    const [a, b] = [randomFrom(9), randomFrom(9)];
    const values = Array.from({ length: 4000 }, a);
    expect(values.slice(0, 50)).toEqual(Array.from({ length: 50 }, b));
    expect(values.every((v) => v >= 0 && v < 1)).toBe(true);
    expect(values.reduce((sum, v) => sum + v, 0) / values.length).toBeCloseTo(0.5, 1);
    const normal = normalFrom(randomFrom(4));
    const draws = Array.from({ length: 4000 }, normal);
    expect(draws.reduce((sum, v) => sum + v, 0) / draws.length).toBeCloseTo(0, 1);
    expect(draws.reduce((sum, v) => sum + v * v, 0) / draws.length).toBeCloseTo(1, 0);
  });
  it('has the same seed for the same words only', () => {
    expect(seedOf('Tide Table')).toBe(seedOf('Tide Table'));
    expect(seedOf('Tide Table')).not.toBe(seedOf('Tide table'));
  });
});
