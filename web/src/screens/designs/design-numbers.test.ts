import { analyseDesign, polyline } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { numbersOf } from './design-numbers.ts';

const zigzag = polyline(Array.from({ length: 60 }, (_, i) => ({ x: 5 * i, y: (i % 2) * 30 })));
const shownOf = (effort?: Parameters<typeof analyseDesign>[1]): Record<string, string> =>
  Object.fromEntries(
    numbersOf(analyseDesign([zigzag], effort).facts, null, 2.5, 'mm').flatMap(({ rows }) =>
      rows.map(({ name, value }) => [name, value]),
    ),
  );

describe('the numbers of a design', () => {
  it('are told in words', () => {
    expect(shownOf()).toMatchObject({
      Cuts: 'none, one continuous line',
      Crossings: 'none',
      'Stitched twice': 'nowhere',
    });
  });
  it('say of what was left out that it was, and nothing else of it', () => {
    const shown = shownOf({ looks: 10, segments: 1000 });
    const unknown = ['Lines apart', 'Widest gap', 'Mirrored', 'Upside down', 'Stitched twice', 'Crossings'];
    for (const name of unknown) expect(shown[name]).toBe('not worked out');
    expect(shown).toMatchObject({ Cuts: 'none, one continuous line', Stitches: '…' });
  });
});
