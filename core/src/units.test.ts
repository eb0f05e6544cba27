import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  counted,
  formatCount,
  formatDoubt,
  formatDuration,
  formatLength,
  LENGTH_STYLES,
  parseLength,
} from './units.ts';

const plain = (text: string): string => text.replaceAll('\u00a0', ' ');

describe('lengths as quilters say them', () => {
  it.each([
    ['7 3/8', 'in16', 187.325],
    ['7-3/8"', 'mm', 187.325],
    ['7.375in', 'cm', 187.325],
    ['7⅜', 'in32', 187.325],
    ['1/2', 'in16', 12.7],
    ['18,7 cm', 'in16', 187],
    ['18.7', 'cm', 187],
    ['.5', 'in16', 12.7],
    ['-1/4', 'in16', -6.35],
    ["1'", 'in16', 304.8],
  ] as const)('%s in %s is %f mm', (text, style, mm) => {
    expect(parseLength(text, style)).toBeCloseTo(mm, 9);
  });

  it.each(['', 'wide', '7 3/0', '3 4', '1//2', '7in7', 'NaN'])('%j is no length', (text) => {
    expect(parseLength(text, 'in16')).toBeNull();
  });

  it.each([
    [187.325, 'in16', '7 3/8 in'],
    [12.7, 'in16', '1/2 in'],
    [25.3, 'in16', '1 in'],
    [0.79375, 'in32', '1/32 in'],
    [-6.35, 'in16', '−1/4 in'],
    [-0.1, 'in16', '0 in'],
    [187.325, 'inDecimal', '7.375 in'],
    [187, 'cm', '18.7 cm'],
    [187.04, 'mm', '187 mm'],
  ] as const)('%f mm in %s is %s', (mm, style, text) => {
    expect(plain(formatLength(mm, style))).toBe(text);
  });

  it('reads back what it writes, to half its step', () => {
    fc.assert(
      fc.property(fc.double({ min: -5000, max: 5000, noNaN: true }), fc.constantFrom(...LENGTH_STYLES), (mm, style) => {
        const back = parseLength(formatLength(mm, style).replace('−', '-'), style);
        expect(Math.abs((back ?? NaN) - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9);
      }),
      { seed: 1 },
    );
  });

  it('never says that a doubt is nothing', () => {
    expect(plain(formatDoubt(0.2, 'in16'))).toBe('under 1/32 in');
    expect(plain(formatDoubt(1.6, 'in16'))).toBe('1/16 in');
    expect(plain(formatDoubt(1.7, 'in16'))).toBe('3/32 in');
  });

  it('says times as people do', () => {
    expect([41, 220, 180, 3900].map((s) => plain(formatDuration(s)))).toEqual([
      '41 s',
      '3 min 40 s',
      '3 min',
      '1 h 5 min',
    ]);
  });
});

describe('a number of things', () => {
  it('is said as one or many', () => {
    const said = [counted(1, 'pass'), counted(3, 'pass'), counted(0, 'cut'), counted(1, 'row'), formatCount(155_874)];
    expect(said).toEqual(['1 pass', '3 passes', '0 cuts', '1 row', '155,874']);
  });
});
