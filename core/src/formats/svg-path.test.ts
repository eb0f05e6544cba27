import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IDENTITY, scaling } from '../geometry/affine.ts';
import { pointsOf } from '../geometry/polyline.ts';
import { Pen } from './pen.ts';
import { drawPath } from './svg-curves.ts';
import { PathNumbers } from './svg-path-numbers.ts';

const drawn = (data: string): { strokes: number[][]; problem: string | null } => {
  const pen = new Pen();
  const problem = drawPath(pen, data, IDENTITY, 1);
  return { strokes: pen.drawn().strokes.map((one) => [...one]), problem };
};

describe('path data', () => {
  it.each([
    ['numbers against each other', 'M1.5.5-2-.5L+3,4', [[1.5, 0.5, -2, -0.5, 3, 4]]],
    ['lines behind a move, relative ones too', 'm1 1 2 0 0 2', [[1, 1, 3, 1, 3, 3]]],
    ['exponents', 'M1e1 0L2E-1,1e+0', [[10, 0, 0.2, 1]]],
    ['across and down', 'M1 1h2v3H0V0', [[1, 1, 3, 1, 3, 4, 0, 4, 0, 0]]],
    [
      'on from where it closed',
      'M1 1h2v2zl-1-1',
      [
        [1, 1, 3, 1, 3, 3, 1, 1],
        [1, 1, 0, 0],
      ],
    ],
    ['no doubled end where it closes on its start', 'M0 0H2V2L0 0Z', [[0, 0, 2, 0, 2, 2, 0, 0]]],
    ['nothing of nothing', '  ', []],
  ])('reads %s', (_name, data, strokes) => {
    expect(drawn(data)).toEqual({ strokes, problem: null });
  });
  it('reads flags of arcs that stand against each other', () => {
    const [compact, spaced] = ['M0 0a5 5 0 0110 0', 'M0 0 a 5,5,0,0,1,10,0'].map((data) => drawn(data).strokes[0]!);
    expect(compact).toEqual(spaced);
    expect(Math.min(...pointsOf(Float64Array.from(compact!)).map(({ y }) => y))).toBeCloseTo(-5, 1);
  });
  it('goes on smoothly from a curve, and from anything else straight', () => {
    const whole = drawn('M0 0C0 5 5 5 5 0C5 -5 10 -5 10 0');
    expect(drawn('M0 0C0 5 5 5 5 0S10-5 10 0')).toEqual(whole);
    expect(drawn('M0 0Q5 5 10 0T20 0')).toEqual(drawn('M0 0Q5 5 10 0Q15 -5 20 0'));
    expect(drawn('M0 0L5 0S10-5 10 0')).toEqual(drawn('M0 0L5 0C5 0 10 -5 10 0'));
  });
  it('keeps arcs exact under any map', () => {
    const pen = new Pen();
    drawPath(pen, 'M0 0A30 10 30 0 1 40 20', scaling(2, -1), 1);
    const plain = new Pen();
    drawPath(plain, 'M0 0A30 10 30 0 1 40 20', IDENTITY, 1);
    const moved = pointsOf(plain.drawn().strokes[0]!).map(({ x, y }) => ({ x: 2 * x, y: -y }));
    for (const p of pointsOf(pen.drawn().strokes[0]!)) {
      expect(Math.min(...moved.map((q) => Math.hypot(p.x - q.x, p.y - q.y)))).toBeLessThan(2);
    }
  });
  it.each([
    ['M0 0L5 5L nonsense', [[0, 0, 5, 5]]],
    ['M0 0L5 5 6', [[0, 0, 5, 5]]],
    ['M0 0L5 5Z9 9', [[0, 0, 5, 5, 0, 0]]],
    ['M0 0L5 5A1 1 0 2 0 9 9', [[0, 0, 5, 5]]],
    ['L5 5', []],
  ])('draws %s up to where it breaks, and says where', (data, strokes) => {
    expect(drawn(data)).toEqual({ strokes, problem: expect.stringMatching(/^at character \d+$/) });
  });
  it('reads each number as JavaScript does', () => {
    const text = fc.oneof(
      fc.double({ noNaN: true, noDefaultInfinity: true }).map(String),
      fc.tuple(fc.integer(), fc.nat(999_999)).map(([whole, part]) => `${whole}.${part}`),
    );
    fc.assert(
      fc.property(text, (number) => {
        expect(new PathNumbers(number).number()).toBe(Number(number));
      }),
      { seed: 1 },
    );
  });
});
