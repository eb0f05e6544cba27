import { describe, expect, it } from 'vitest';
import { framePoint, loadedPoint } from '../geometry/point.ts';
import { randomFrom } from '../random.ts';
import { type ClothPrior, FRONT_WIDTH, NEW_MOUNT, USUAL_CLOTH } from './cloth-prior.ts';
import { condition } from './condition.ts';
import type { Character, Wave } from './character.ts';
import { type Displacement, displacementOf } from './displacement.ts';
import { type Term, TREND, termIn } from './trends.ts';

const NOTHING = { mean: 0, doubt: 0, own: 0 };
const ORIGIN = loadedPoint(500, 200);
/** Cloth that lies exactly as planned; each test loosens one thing. */
const STIFF: ClothPrior = {
  ...USUAL_CLOTH,
  origin: ORIGIN,
  shift: 0,
  turn: NOTHING,
  shear: NOTHING,
  drawIn: { along: NOTHING, across: NOTHING },
  stitchedIn: { along: NOTHING, across: NOTHING },
};
const PLAIN: Character = { belief: 1, waves: [], uneven: 1, edges: 0, kinks: 0, hand: 1 };
const smooth = (size: number, scale: number): Wave => ({ kind: 'smooth', size, scale });
const cloth = (
  change: Partial<ClothPrior>,
  character: Partial<Character> = {},
): Displacement & { term: ReturnType<typeof termIn> } => {
  const prior = { ...STIFF, ...change };
  return { ...displacementOf(prior, { ...PLAIN, ...character }), term: termIn(prior) };
};
/** A place so far right of and below the origin. */
const at = (x: number, y: number) => loadedPoint(ORIGIN.x + x, ORIGIN.y + y);

describe('how cloth may be displaced', () => {
  it('together by how it was loaded, and in each advance by how it was rolled', () => {
    const mounts = [NEW_MOUNT, { ...NEW_MOUNT, at: framePoint(3, -400), slip: { x: 2, y: 10 } }];
    const model = cloth({ shift: 5, mounts });
    const [first, second] = [model.term(at(0, 0), 0), model.term(at(700, 90), 1)];
    expect(model.expected(first)).toEqual({ x: 0, y: 0 });
    expect(model.expected(second)).toEqual({ x: 3, y: -400 });
    expect(model.covariance(first, first)).toEqual({ xx: 25, xy: 0, yx: 0, yy: 25 });
    expect(model.covariance(first, second)).toEqual({ xx: 25, xy: 0, yx: 0, yy: 25 });
    expect(model.covariance(second, second)).toEqual({ xx: 25 + 4, xy: 0, yx: 0, yy: 25 + 100 });
    // The way from one advance to the other: what both share falls out.
    const back = model.term(at(0, 0), 0, -1);
    expect(model.covariance(back, second)).toEqual({ xx: -25, xy: -0, yx: -0, yy: -25 });
  });

  it('by a turn: to the left below the origin, down to the right of it', () => {
    const model = cloth({ turn: { mean: 0, doubt: 0, own: 0.01 } });
    const [below, right] = [model.term(at(0, 100), 0), model.term(at(300, 0), 0)];
    expect(model.covariance(below, below)).toMatchObject({ xx: 1, yy: 0 });
    expect(model.covariance(right, right)).toMatchObject({ xx: 0, yy: 9 });
    expect(model.covariance(below, right).xy).toBeCloseTo(-3, 12);
    // Turned anew in each advance.
    expect(model.covariance(right, model.term(at(300, 0), 1)).yy).toBe(0);
  });

  it('by draw-in towards the origin, that is expected', () => {
    const model = cloth({ drawIn: { along: { mean: 0.01, doubt: 0.003, own: 0.004 }, across: NOTHING } });
    const far = model.term(at(1000, 50), 0);
    expect(model.expected(far).x).toBeCloseTo(-10, 12);
    expect(model.covariance(far, far).xx).toBeCloseTo(9 + 16, 12);
    expect(model.covariance(far, model.term(at(1000, 50), 1)).xx).toBeCloseTo(9, 12);
    expect(model.covariance(far, model.term(at(-1000, 50), 0)).xx).toBeCloseTo(-25, 12);
    expect(model.withTrend(far, TREND.along, null).x).toBeCloseTo(-1000 * 0.003 ** 2, 12);
    expect(model.withTrend(far, TREND.along, 0).x).toBeCloseTo(-1000 * (0.003 ** 2 + 0.004 ** 2), 12);
  });

  it('by waves that places near each other share, most of them in every advance', () => {
    const model = cloth({ ownWaves: 0.2 }, { waves: [smooth(2, 100)] });
    const here = model.term(at(0, 0), 0);
    expect(model.covariance(here, here)).toEqual({ xx: 4, xy: 0, yx: 0, yy: 4 });
    expect(model.covariance(here, model.term(at(60, 80), 0)).xx).toBeCloseTo(4 * Math.exp(-0.5), 12);
    expect(model.covariance(here, model.term(at(0, 0), 1)).yy).toBeCloseTo(0.8 * 4, 12);
  });

  it('by waves whose slope may turn, by stretched edges, and at seams', () => {
    const bent = cloth({}, { waves: [{ kind: 'kinked', size: 2, scale: 100 * Math.sqrt(3) }] });
    const [here, there] = [bent.term(at(0, 0), 0), bent.term(at(60, 80), 0)];
    expect(bent.covariance(here, there).xx).toBeCloseTo(4 * 2 * Math.exp(-1), 12);
    // At the edge itself it is all of it, on the other side e⁻²⁰ᐟ³ of it: 1000 mm of depth 150.
    const edges = cloth({}, { edges: 3 });
    const left = edges.term(loadedPoint(0, 70), 0);
    expect(edges.covariance(left, left)).toMatchObject({ xx: expect.closeTo(9, 4), xy: 0, yy: expect.closeTo(9, 4) });
    expect(edges.covariance(left, edges.term(loadedPoint(150, 900), 0)).yy).toBeCloseTo(9 / Math.E, 1);
    const seamed = cloth({ seams: [{ axis: 'y', at: 300 }] }, { kinks: 0.01 });
    const beyond = (y: number) => seamed.term(loadedPoint(20, y), 0);
    expect(seamed.covariance(beyond(500), beyond(700)).xx).toBeCloseTo(2 * 4, 12);
    expect(seamed.covariance(beyond(299), beyond(700)).yy).toBe(0);
  });

  it('by what was stitched, above its front only', () => {
    const front = 1000;
    const model = cloth({
      stitchedIn: { along: { mean: 0.004, doubt: 0, own: 0 }, across: { mean: 0.005, doubt: 0, own: 0 } },
      mounts: [{ ...NEW_MOUNT, front }],
    });
    const place = (y: number) => model.expected(model.term(loadedPoint(ORIGIN.x + 1000, y), 0));
    expect(place(front + FRONT_WIDTH).x).toBeCloseTo(0, 12);
    expect(place(front).x).toBeCloseTo(-2, 12);
    expect(place(front - FRONT_WIDTH).x).toBeCloseTo(-4, 12);
    // Each further stitched 100 mm are drawn down to the front by half a millimetre.
    expect(place(front - 300).y - place(front - 200).y).toBeCloseTo(0.5, 12);
    expect(place(front + FRONT_WIDTH).y).toBeCloseTo(place(front + 2 * FRONT_WIDTH).y, 12);
  });

  it('sums many weights as it would one by one', () => {
    const random = randomFrom(5);
    const prior = { ...USUAL_CLOTH, mounts: [NEW_MOUNT, NEW_MOUNT], seams: [{ axis: 'x', at: 300 } as const] };
    const model = displacementOf(prior, { ...PLAIN, waves: [smooth(1, 120)], edges: 2, kinks: 0.01 });
    const term = termIn(prior);
    const some = (): Term =>
      term(loadedPoint(1500 * random(), 800 * random()), random() < 0.5 ? 0 : 1, random() < 0.3 ? -1 : 1);
    const terms = Array.from({ length: 12 }, some);
    const weights = terms.map(() => ({ x: random() - 0.5, y: random() - 0.5 }));
    const weighted = model.weighted(terms, weights);
    for (let i = 0; i < 20; i++) {
      const asked = some();
      let [x, y] = [0, 0];
      terms.forEach((term, j) => {
        const k = model.covariance(asked, term);
        x += k.xx * weights[j]!.x + k.xy * weights[j]!.y;
        y += k.yx * weights[j]!.x + k.yy * weights[j]!.y;
      });
      expect(weighted(asked).x).toBeCloseTo(x, 6);
      expect(weighted(asked).y).toBeCloseTo(y, 6);
    }
  });
});

describe('what readings tell of it', () => {
  const model = cloth({ shift: 3 });
  const here = [model.term(at(0, 0), 0)];
  const read = (x: number, y: number, noise: number) => ({ terms: here, residual: { x, y }, noise });
  it('is nothing before any', () => {
    const { mean, doubt, logEvidence } = condition(model, []);
    expect([mean(here), doubt(here), logEvidence]).toEqual([{ x: 0, y: 0 }, { xx: 9, xy: 0, yy: 9 }, 0]);
  });

  it('is weighed by what was believed, and says how likely it was', () => {
    // 9 of belief to 16 of noise: 9/25 of the reading; 9·16/25 are left.
    const { mean, doubt, logEvidence, trend } = condition(model, [read(5, -10, 4)]);
    expect(mean(here).x).toBeCloseTo(1.8, 12);
    expect(mean(here).y).toBeCloseTo(-3.6, 12);
    expect(doubt(here).xx).toBeCloseTo(5.76, 12);
    expect(logEvidence).toBeCloseTo(-0.5 * ((25 + 100) / 25 + 2 * Math.log(25)), 12);
    expect(trend(TREND.shiftY, null).mean).toBeCloseTo(-3.6, 12);
    expect(trend(TREND.shiftY, null).variance).toBeCloseTo(5.76, 12);
  });

  it('is surer by two, whichever comes first', () => {
    const [a, b] = [read(2, 0, 3), read(4, 1, 1)];
    const both = condition(model, [a, b]);
    // 1/9 of belief, 1/9 and 1/1 of readings.
    expect(both.doubt(here).yy).toBeCloseTo(9 / 11, 12);
    expect(both.mean(here).x).toBeCloseTo((2 / 9 + 4) / (11 / 9), 12);
    expect(condition(model, [b, a]).mean(here).x).toBeCloseTo(both.mean(here).x, 12);
  });

  it('holds each reading against the others, and against those before it', () => {
    const both = condition(model, [read(2, 0, 3), read(4, 1, 1)]);
    // The first alone says 2 · 9/18, unsure by 9·9/18; the second is read with a variance of 1.
    const second = { off: { x: expect.closeTo(3, 9), y: expect.closeTo(1, 9) }, doubt: { xx: expect.closeTo(5.5, 9) } };
    expect(both.againstOthers(1)).toMatchObject(second);
    expect(both.againstEarlier(1)).toMatchObject(second);
    // The second alone says 4 · 9/10, unsure by 9/10; the first is read with a variance of 9.
    expect(both.againstOthers(0)).toMatchObject({
      off: { x: expect.closeTo(2 - 3.6, 9) },
      doubt: { yy: expect.closeTo(9.9, 9) },
    });
    // Before the first there is only what was believed.
    expect(both.againstEarlier(0)).toMatchObject({
      off: { x: 2, y: 0 },
      doubt: { xx: expect.closeTo(18, 9) },
      logEvidence: 0,
    });
    expect(both.againstEarlier(1).logEvidence).toBeCloseTo(condition(model, [read(2, 0, 3)]).logEvidence, 12);
  });

  it('can’t be taken when two say exactly the same', () => {
    expect(() => condition(model, [read(1, 1, 0), read(1, 1, 0)])).toThrow(/two readings of one place need noise/);
  });
});
