import type { BorderSide } from '@gorse/core';
import { expect, it } from 'vitest';
import { cornerName, isTaken, signed, stretchWords, wayName } from './border-words.ts';

const side = (name: BorderSide['side'], stretch: number): BorderSide => ({ side: name, count: 4, stretch });

it('says what sides are stretched by, those alike together', () => {
  expect([0.0123, -0.0004, -0.05].map(signed)).toEqual(['+1.2\u00a0%', '0\u00a0%', '−5\u00a0%']);
  const sides = [side('top', 0.012), side('right', -0.004), side('bottom', 0.0121), side('left', -0.004)];
  expect(stretchWords(sides)).toBe('top, bottom +1.2\u00a0%; right, left −0.4\u00a0%');
  expect(stretchWords(sides.map((one) => ({ ...one, stretch: 0 })))).toBe('all sides 0\u00a0%');
  const strips = [side('length-1', 0.01), side('length-2', 0.02), side('length-4', 0.02)];
  expect(stretchWords(strips)).toBe('longest strips +1\u00a0%; 2nd longest strips, 4th longest strips +2\u00a0%');
  expect(stretchWords(strips.slice(0, 1))).toBe('all strips +1\u00a0%');
});

it('tells ways apart by their corners and size', () => {
  const way = { corners: 'deadEnd', through: 'ends', fill: 0.8 } as const;
  expect(cornerName(way)).toBe('top and bottom run through');
  expect(wayName({ strips: null }, way)).toBe('top and bottom run through');
  expect(wayName({ strips: 'sashing-v' }, way)).toBe('80 % of the strip’s depth');
  expect(isTaken(way, { ...way, fill: 0.8 + 1e-9 })).toBe(true);
  expect(isTaken(way, { ...way, through: 'sides' })).toBe(false);
  // Only of strips that stop dead it matters which run through.
  expect(isTaken({ ...way, corners: 'mitre' }, { ...way, corners: 'mitre', through: 'sides' })).toBe(true);
});
