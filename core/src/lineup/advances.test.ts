import { describe, expect, it } from 'vitest';
import { type ClothPoint, clothPoint, distance, type FramePoint, framePoint, minus } from '../geometry/point.ts';
import { normalFrom, randomFrom } from '../random.ts';
import { BENCH_CLOTH, makeTrueQuilt } from '../simulate/true-cloth.ts';
import { disagreementOf } from './disagreement.ts';
import { misfitsOf } from './misfits.ts';
import { FINISHED, type Mount, NEW_MOUNT, USUAL_CLOTH } from './cloth-prior.ts';
import { bound95 } from './doubt.ts';
import { drawInOf, finishedLength } from './draw-in.ts';
import { easedToFrame } from './easing.ts';
import { learnCloth } from './line-up.ts';
import { onTop, type Place, type Touch } from './touch.ts';

const read = (place: Place, frame: FramePoint, advance = 0): Touch => ({ ...place, frame, advance, noise: 0.3 });
const grid = [0, 600, 1200].flatMap((x) => [0, 500].map((y) => clothPoint(x, y)));
const rolledBy = (rolled: number, front = -Infinity): Mount => ({
  at: framePoint(0, -rolled),
  slip: { x: 12, y: 30 },
  front,
});
const prior = { ...USUAL_CLOTH, mounts: [NEW_MOUNT, rolledBy(400)] };

describe('a quilt in its second advance', () => {
  const truth = makeTrueQuilt(11, BENCH_CLOTH, clothPoint(600, 500));
  const first = truth({ advance: 0, at: framePoint(0, 0), front: -Infinity });
  const second = truth({ advance: 1, at: framePoint(0, -400), front: -Infinity });
  const before = grid.map((p) => read(onTop(p), first(p)));

  it('lies where it was rolled to, as far as rolling by hand is sure', () => {
    const now = learnCloth(before, prior);
    expect(distance(now.find(onTop(grid[1]!), 1), second(grid[1]!))).toBeLessThan(60);
    const doubt = bound95(now.doubt(onTop(grid[1]!), 1));
    expect(doubt).toBeGreaterThan(20);
    expect(doubt).toBeLessThan(120);
  });

  it('is surer by two touches than one that was never touched before: its draw-in and wobble are known', () => {
    const two = [grid[1]!, grid[5]!].map((p) => read(onTop(p), second(p), 1));
    const middle = onTop(clothPoint(600, 480));
    const known = bound95(learnCloth([...before, ...two], prior).doubt(middle, 1));
    const fresh = bound95(learnCloth(two, prior).doubt(middle, 1));
    expect(known).toBeLessThan(0.7 * fresh);
  });

  it('carries what was stitched: a place known by the head alone is found again', () => {
    // Stitched 5 mm off the plan: where it lies follows from where the head was, not from the plan.
    const cloth = clothPoint(300, 480);
    const place: Place = { cloth, since: { advance: 0, frame: first(clothPoint(305, 480)) } };
    const now = [...before, ...[grid[1]!, grid[3]!, grid[5]!].map((p) => read(onTop(p), second(p), 1))];
    const found = learnCloth(now, prior).find(place, 1);
    expect(distance(found, second(clothPoint(305, 480)))).toBeLessThan(1.5);
    expect(distance(found, second(cloth))).toBeGreaterThan(3);
  });

  it('that lies the other way round by then knows what was stitched by the cloth alone', () => {
    const other = { ...prior, mounts: [null, prior.mounts[1]!] };
    const cloth = clothPoint(300, 480);
    const place: Place = { cloth, since: { advance: 0, frame: framePoint(900, 900) } };
    const now = [grid[1]!, grid[3]!, grid[5]!].map((p) => read(onTop(p), second(p), 1));
    expect(learnCloth(now, other).find(place, 1)).toEqual(learnCloth(now, other).find(onTop(cloth), 1));
    expect(() => learnCloth(before, other)).toThrow(/lay the other way round/);
  });

  it('is lined up by stitched points alone, as after a break', () => {
    const stitched = [0, 1200].map((x): Place => ({
      cloth: clothPoint(x, 480),
      since: { advance: 0, frame: first(clothPoint(x, 480)) },
    }));
    const touches = [...before, ...stitched.map((place) => read(place, second(place.cloth), 1))];
    const cloth = learnCloth(touches, prior);
    expect(distance(cloth.find(onTop(clothPoint(600, 480)), 1), second(clothPoint(600, 480)))).toBeLessThan(2);
    const misfits = misfitsOf(cloth, touches);
    expect([misfits[0], misfits[before.length]]).toEqual([null, null]);
    const last = touches.at(-1)!;
    const foretold = learnCloth(touches.slice(0, -1), prior).find(last, 1);
    expect(misfits.at(-1)).toBeCloseTo(distance(foretold, last.frame), 3);
  });
});

describe('a plan laid against what is stitched', () => {
  const off = framePoint(0.5, -1.2);
  const cloth = learnCloth(grid.map((p) => read(onTop(p), framePoint(p.x, p.y))));
  const stitched = [0, 20, 40, 60].map((x): Place => {
    const at = cloth.find(onTop(clothPoint(x, 100)), 0);
    return { cloth: clothPoint(x, 100), since: { advance: 0, frame: framePoint(at.x + off.x, at.y + off.y) } };
  });
  const plain = cloth.lineUp(0).toFrame;
  const miss = (y: number): FramePoint => {
    const [eased, planned] = [easedToFrame(cloth, 0, stitched, 80)(clothPoint(20, y)), plain(clothPoint(20, y))];
    return framePoint(eased.x - planned.x, eased.y - planned.y);
  };
  it('meets it exactly, is eased, and is itself again after the length', () => {
    expect(distance(miss(100), off)).toBeLessThan(1e-6);
    const [half, far] = [miss(140), miss(181)];
    // Half way it has half of the difference.
    expect(half.y / off.y).toBeCloseTo(0.5, 1);
    expect(far).toEqual({ x: 0, y: 0 });
  });
  it('goes where it is bent to, and still meets what was bent as it is', () => {
    const bend = ({ x, y }: ClothPoint): ClothPoint => clothPoint(x + 6, y);
    const bent = stitched.map((place) => ({ ...place, bend }));
    const eased = easedToFrame(cloth, 0, bent, 80);
    const to = (p: ClothPoint): FramePoint => eased(p, bend);
    // Stitched lines lie off by what the bend doesn't tell.
    expect(distance(to(clothPoint(20, 100)), stitched[1]!.since!.frame)).toBeLessThan(1e-6);
    expect(to(clothPoint(20, 400))).toEqual(plain(clothPoint(26, 400)));
    // Beside lines that follow no edge only what those are off by is taken over.
    const [beside, planned] = [easedToFrame(cloth, 0, stitched, 80), plain(clothPoint(26, 100))];
    expect(distance(minus(beside(clothPoint(20, 100), bend), planned), off)).toBeLessThan(0.1);
  });
  it('without anything stitched is the plan', () => {
    expect(easedToFrame(cloth, 0, [], 80)(clothPoint(3, 4))).toEqual(plain(clothPoint(3, 4)));
  });
});

describe('a touch that went wrong', () => {
  const disagreement = (read: readonly Touch[]) => disagreementOf(learnCloth(read), read);
  const truth = makeTrueQuilt(
    4,
    BENCH_CLOTH,
    clothPoint(600, 250),
  )({ advance: 0, at: framePoint(0, 0), front: -Infinity });
  const normal = normalFrom(randomFrom(8));
  const touches = grid.map((p) => {
    const { x, y } = truth(p);
    return read(onTop(p), framePoint(x + 0.3 * normal(), y + 0.3 * normal()));
  });
  const off = (i: number, by: number): Touch => {
    const touch = touches[i]!;
    return { ...touch, frame: framePoint(touch.frame.x + by, touch.frame.y) };
  };
  it('is suspected with the one it disagrees with, and known when one is made once more', () => {
    expect(disagreement(touches)).toBeNull();
    const bad = touches.with(2, off(2, 8));
    const told = disagreement(bad)!;
    expect(told.touches.length).toBeGreaterThanOrEqual(2);
    expect(told).toMatchObject({ again: told.touches[0], distance: expect.toSatisfy((d) => d > 5) });
    expect(told.touches).toContain(2);
    // The wrong one made again: its first reading is known to be off, and without that nothing is.
    expect(disagreement([...bad, touches[2]!])).toMatchObject({ touches: [2], again: null });
    expect(disagreement(bad.toSpliced(2, 1, touches[2]!))).toBeNull();
  });
  it('is known too when the other bears itself out', () => {
    const corners = [0, 2, 3, 5].map((i) => touches[i]!);
    const bad = corners.with(1, off(2, 8));
    const { touches: suspects } = disagreement(bad)!;
    const other = suspects.find((i) => i !== 1)!;
    expect(disagreement([...bad, corners[other]!])).toMatchObject({ touches: [1], again: null });
  });
  it('can’t be told from its partner when there are only two', () => {
    expect(disagreement([touches[0]!, { ...touches[5]!, frame: framePoint(9999, 0) }])).toBeNull();
  });
});

describe('draw-in', () => {
  const shrunk = (x: number, y: number): FramePoint => framePoint(x * (1 - 0.016), y * (1 - 0.021));
  const cloth = learnCloth(grid.map((p) => read(onTop(p), shrunk(p.x, p.y))));
  it('is found along and across, surer than it was believed', () => {
    const { along, across } = drawInOf(cloth, null);
    expect(Math.abs(along.part - 0.016)).toBeLessThan(along.bound);
    expect(Math.abs(across.part - 0.021)).toBeLessThan(across.bound);
    expect(along.part).toBeGreaterThan(0.0145);
    expect(along.bound).toBeLessThan(1.96 * USUAL_CLOTH.drawIn.along.doubt);
    expect(drawInOf(learnCloth([]), null).across.part).toBeCloseTo(USUAL_CLOTH.drawIn.across.mean, 12);
  });
  it('tells what a length will measure when all is stitched', () => {
    const { length, bound } = finishedLength(cloth, clothPoint(600, 500), clothPoint(600, 1500));
    const { mean } = USUAL_CLOTH.stitchedIn.across;
    expect(Math.abs(length - 1000 * (1 - 0.021 - mean))).toBeLessThan(bound);
    // √2 · 2.2 mm of unevenness alone, of which 86 % show over two of its lengths.
    expect(bound).toBeGreaterThan(1.96 * Math.sqrt(2 * 2.2 ** 2 * 0.86));
    expect(finishedLength(cloth, clothPoint(600, 500), clothPoint(600, 500.1)).bound).toBeLessThan(0.1);
    expect(cloth.span(clothPoint(0, 0), clothPoint(0, 0), FINISHED).doubt.yy).toBeCloseTo(0, 9);
  });
});
