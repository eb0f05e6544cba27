import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Decimal } from './decimal.ts';

/** The number at a place, and where it ends. */
const at = (text: string, from = 0): readonly [number, number] => {
  const decimal = new Decimal();
  return [decimal.at(text, from), decimal.end];
};

describe('a number in a text', () => {
  it.each([
    ['12.5,', 0, 12.5, 4],
    ['x-.5y', 1, -0.5, 4],
    ['+7.', 0, 7, 3],
    ['1.2.3', 0, 1.2, 3],
    ['10-5', 0, 10, 2],
    ['-0', 0, -0, 2],
    ['0.1000000000000000055', 0, 0.1, 21],
    ['123456789012345678', 0, 123456789012345678, 18], // eslint-disable-line no-loss-of-precision
  ])('of %j at %i is %f', (text, from, value, end) => {
    expect(at(text, from)).toEqual([value, end]);
  });
  it.each(['', '-', '.', '+.', 'e5', ' 1', '--1'])('is none in %j, which stays where it is', (text) => {
    expect(at(text)).toEqual([NaN, 0]);
  });
  it('is what the language makes of the same text', () => {
    const digits = fc.string({ unit: fc.constantFrom(...Array.from('0123456789')), minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(
        fc.constantFrom('', '-', '+'),
        digits,
        digits,
        fc.constantFrom('', ',', 'x', ' '),
        (sign, a, b, end) => {
          const text = `${sign}${a}.${b}`;
          expect(at(text + end)).toEqual([Number(text), text.length]);
        },
      ),
      { seed: 1 },
    );
  });
});
