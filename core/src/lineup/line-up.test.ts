import { describe, expect, it } from 'vitest';
import { type ClothPoint, distance, type FramePoint, clothPoint, framePoint, loadedPoint } from '../geometry/point.ts';
import { makeTrueCloth, BENCH_CLOTH } from '../simulate/true-cloth.ts';
import { CHARACTERS } from './character.ts';
import { type ClothPrior, USUAL_CLOTH } from './cloth-prior.ts';
import { doubtEllipse, doubtExtent } from './doubt.ts';
import { learnCloth } from './line-up.ts';
import { nextTouch, planTouches, worstDoubt } from './next-touch.ts';
import { onTop, type Touch } from './touch.ts';

const touch = (cloth: ClothPoint, frame: FramePoint, advance = 0): Touch => ({
  cloth,
  frame,
  advance,
  since: null,
  noise: 0.3,
});

/** Where it was planned. */
const unmoved = (cloth: ClothPoint): Touch => touch(cloth, framePoint(cloth.x, cloth.y));

const corners = [clothPoint(0, 0), clothPoint(1000, 0), clothPoint(1000, 300), clothPoint(0, 300)];

describe('line-up', () => {
  it('without a touch expects the usual draw-in and says how little it knows', () => {
    const lineUp = learnCloth([]).lineUp(0);
    expect(lineUp.toFrame(clothPoint(1000, 500))).toEqual({ x: expect.closeTo(990, 9), y: expect.closeTo(494, 9) });
    expect(doubtEllipse(lineUp.doubt(clothPoint(0, 0))).minor).toBeGreaterThan(400);
  });

  it('one touch gives the shift', () => {
    const lineUp = learnCloth([touch(clothPoint(500, 100), framePoint(530, 90))]).lineUp(0);
    expect(distance(lineUp.toFrame(clothPoint(500, 100)), framePoint(530, 90))).toBeLessThan(0.01);
    // 400 mm along, the expected 1 % draw-in and nothing else.
    expect(distance(lineUp.toFrame(clothPoint(900, 100)), framePoint(926, 90))).toBeLessThan(0.05);
  });

  it('two touches give the turn', () => {
    const turn = 0.003;
    const lineUp = learnCloth(
      [
        touch(clothPoint(0, 100), framePoint(10, 100)),
        touch(clothPoint(1000, 100), framePoint(1000, 100 + 1000 * turn)),
      ],
      { ...USUAL_CLOTH, origin: loadedPoint(500, 150) },
    ).lineUp(0);
    expect(lineUp.toFrame(clothPoint(500, 100)).y).toBeCloseTo(100 + 500 * turn, 1);
    // A turn moves what lies below the line to the left, as far as the prior takes it for turn and not for shear.
    expect(lineUp.toFrame(clothPoint(500, 400)).x - lineUp.toFrame(clothPoint(500, 100)).x).toBeLessThan(-0.2);
  });

  it('passes within the touch noise of many touches and is surest near them', () => {
    const truth = makeTrueCloth(7, BENCH_CLOTH, clothPoint(500, 150), framePoint(60, 40));
    const lineUp = learnCloth(corners.map((cloth) => touch(cloth, truth(cloth)))).lineUp(0);
    for (const corner of corners) expect(distance(lineUp.toFrame(corner), truth(corner))).toBeLessThan(0.5);
    const near = doubtEllipse(lineUp.doubt(clothPoint(10, 10))).major;
    const far = doubtEllipse(lineUp.doubt(clothPoint(500, 150))).major;
    expect(near).toBeLessThan(far);
  });

  it('goes to the frame and back', () => {
    const truth = makeTrueCloth(3, BENCH_CLOTH, clothPoint(500, 150), framePoint(60, 40));
    const lineUp = learnCloth(corners.map((cloth) => touch(cloth, truth(cloth)))).lineUp(0);
    for (const p of [clothPoint(12, 30), clothPoint(700, 280), clothPoint(-50, 400)]) {
      expect(distance(lineUp.toCloth(lineUp.toFrame(p)), p)).toBeLessThan(1e-6);
    }
  });

  it('the doubt ellipse turns with the covariance', () => {
    expect(doubtEllipse({ xx: 4, xy: 0, yy: 1 })).toEqual({ major: 2.4477 * 2, minor: 2.4477, angle: 0 });
    expect(doubtEllipse({ xx: 2.5, xy: 1.5, yy: 2.5 })).toMatchObject({
      major: expect.closeTo(2.4477 * 2, 9),
      angle: expect.closeTo(Math.PI / 4, 9),
    });
    expect(doubtExtent({ major: 5, minor: 2, angle: 0 })).toEqual({ x: 5, y: 2 });
    // √(½·4² + ½·2²) both ways.
    const slanted = doubtExtent({ major: 4, minor: 2, angle: Math.PI / 4 });
    expect([slanted.x, slanted.y]).toEqual([expect.closeTo(Math.sqrt(10), 9), expect.closeTo(Math.sqrt(10), 9)]);
  });

  it('two touches on one spot agree rather than break the sum', () => {
    const one = touch(clothPoint(5, 5), framePoint(9, 9));
    expect(distance(learnCloth([one, one]).lineUp(0).toFrame(clothPoint(5, 5)), framePoint(9, 9))).toBeLessThan(0.01);
  });
});

describe('the next best touch', () => {
  const targets = corners.map((cloth) => ({ ...onTop(cloth), tolerance: 1, join: false }));
  const places = corners.map(onTop);
  /** Of one character, which no reading makes another. */
  const usual: ClothPrior = { ...USUAL_CLOTH, characters: CHARACTERS.slice(0, 1) };
  it('is far from the first, and lessens the doubt as told', () => {
    const touches = [unmoved(corners[0]!)];
    const first = learnCloth(touches, usual);
    const advice = nextTouch(first, places, targets, 0)!;
    expect(advice.landmark).toBe(2);
    expect(advice.after.doubt).toBeLessThan(advice.now.doubt / 2);
    const then = learnCloth([...touches, touch(corners[2]!, first.find(places[2]!, 0))], usual);
    expect(worstDoubt(then, targets, 0)!.doubt / advice.after.doubt).toBeCloseTo(1, 1);
  });
  it('is where lines must meet what is stitched, until that is sure', () => {
    const join = { ...onTop(corners[3]!), tolerance: 1, join: true };
    const cloth = learnCloth([0, 1, 2].map((i) => unmoved(corners[i]!)));
    const advised = (joins: readonly (typeof join)[]) => nextTouch(cloth, places, [...targets, ...joins], 0)!;
    expect(advised([join])).toMatchObject({ landmark: 3, now: { target: targets.length } });
    // As sure as is wished, it is one target among others.
    expect(advised([{ ...join, tolerance: 50 }]).now).toEqual(advised([]).now);
  });
  it('after the next is planned as if each had been read', () => {
    const grid = Array.from({ length: 12 }, (_, i) => onTop(clothPoint(180 * (i % 6), 260 * Math.floor(i / 6))));
    const joins = [onTop(clothPoint(300, 0)), onTop(clothPoint(700, 0))].map((at) => ({
      ...at,
      tolerance: 1,
      join: true,
    }));
    const wanted = [...targets, ...joins];
    const touches: Touch[] = [];
    const oneByOne: number[] = [];
    for (let i = 0; i < 5; i++) {
      const cloth = learnCloth(touches, usual);
      const { landmark } = nextTouch(cloth, grid, wanted, 0)!;
      oneByOne.push(landmark);
      touches.push(touch(grid[landmark]!.cloth, cloth.find(grid[landmark]!, 0)));
    }
    const planned = (tolerance: number, most: number) =>
      planTouches(
        learnCloth([], usual),
        grid,
        wanted.map((one) => ({ ...one, tolerance })),
        0,
        most,
      );
    expect(planned(1, 5)).toEqual(oneByOne);
    expect(planned(1, 99).length).toBeLessThanOrEqual(grid.length);
    // Two at least, and no more than help.
    expect(planned(1000, 5)).toHaveLength(2);
    expect(planTouches(learnCloth([], usual), grid, [], 0, 5)).toEqual([]);
    expect(planTouches(learnCloth([], usual), [], wanted, 0, 5)).toEqual([]);
  });
  it('has none without landmarks or places to stitch', () => {
    expect(nextTouch(learnCloth([]), [], targets, 0)).toBeNull();
    expect(nextTouch(learnCloth([]), places, [], 0)).toBeNull();
  });
});
