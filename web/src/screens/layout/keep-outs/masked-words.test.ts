import { expect, it } from 'vitest';
import { maskedLine, maskedSum, maskedWords, savedWords } from './masked-words.ts';

const LINE = Float64Array.of(0, 0, 1, 0);
const piece = (masked: object | null) => ({ masked }) as never;
const CUT = {
  runs: 1,
  bound: 1,
  pieces: 9,
  lines: 1,
  added: 50.8,
  doubled: 25.4,
  crumbs: [LINE],
  enclosed: [],
  links: [],
};
const TOTALS = { length: 0, stitches: 0, cuts: 8, seconds: 200, thread: 11_040 };

it('says what was cut and joined, and what that saves', () => {
  const sum = maskedSum({ pieces: [piece(CUT), piece(null), piece({ ...CUT, runs: 2, bound: 2, crumbs: [] })] })!;
  expect(sum).toMatchObject({ runs: 3, pieces: 18, saved: 15, crumbs: 1 });
  expect(maskedLine({}, sum)).toBe('3 runs · 15 cuts saved');
  expect(maskedWords(sum, 'mm')).toEqual([
    'Cut into 18 pieces, joined in 3 runs: no fewer can be had this way.',
    '101.6\u00a0mm added to join them, 50.8\u00a0mm stitched over again.',
    '1 crumb left out (dotted).',
  ]);
  expect(savedWords(TOTALS, { ...TOTALS, cuts: 0 })).toMatch(
    /^Joined: no cuts, .* 11 m of thread\. Unjoined: 8 cuts, /,
  );
});

it('says so where nothing is kept out, and where nothing lies in the way', () => {
  expect(maskedSum({ pieces: [piece(null)] })).toBeNull();
  expect(maskedSum({ pieces: [piece({ ...CUT, pieces: 1, added: 0, crumbs: [] })] })).toBeNull();
  expect(maskedSum(undefined)).toBeNull();
  const off = { on: false } as never;
  expect(maskedLine({ k: off }, null)).toBe('nothing is kept out');
  expect(maskedLine({ k: off, l: { on: true } as never }, null)).toBe('nothing is cut');
});
