import { describe, expect, it } from 'vitest';
import { setLoading } from '../../../document/passes.ts';
import { setBatting } from '../../../document/rows.ts';
import { gridPlan } from '../../../test/grid-plan.ts';
import { changedWords, movedWords, wayWords } from './row-words.ts';
import { drawnBy, movedBy } from '../../../tools/move-row.ts';

const PLAN = gridPlan({ across: 3, border: 50 });

describe('dragging a row', () => {
  const exact = setBatting({ fibre: 'cotton', widestGap: 200, drawIn: 0.02 })(PLAN);
  it('moves it across the rows only, unless sideways is asked for', () => {
    expect(movedBy(exact, { x: 40, y: 10 }, false)).toEqual({ down: 9.8, along: 0 });
    expect(movedBy(exact, { x: 40, y: 10 }, true)).toEqual({ down: 9.8, along: 39.2 });
  });
  it('follows the way the quilt is loaded: turned, the cloth’s right is down', () => {
    const turned = setLoading('turned')(exact);
    const { down, along } = movedBy(turned, { x: 10, y: 40 }, true);
    expect([down, along]).toEqual([9.8, -39.2]);
    expect(movedBy(turned, { x: 10, y: 40 }, false).along + 0).toBe(0);
  });
  it('draws it where the pointer is, either way', () => {
    for (const plan of [exact, setLoading('turned')(exact)]) {
      const there = drawnBy(plan, movedBy(plan, { x: 7, y: -3 }, true));
      expect(there.x).toBeCloseTo(7, 12);
      expect(there.y).toBeCloseTo(-3, 12);
    }
  });
  it('is told in her directions: turned, the next row lies to the right', () => {
    const said = (words: readonly string[]) => words.map((text) => text.replace(/\u00a0/g, ' '));
    const move = { down: 6.35, along: -25.4 };
    expect(said(movedWords(move, 'upright', 'in16'))).toEqual(['1/4 in lower', '1 in sideways to the left']);
    expect(said(movedWords(move, 'turned', 'in16'))).toEqual(['1/4 in further right', '1 in sideways downwards']);
    expect(movedWords({ down: 0, along: 0 }, 'upright', 'in16')).toEqual([]);
    expect(wayWords('along', 'turned')).toBe('Upwards; less than 0: downwards');
    expect(changedWords({ row: 1, down: 0, along: 0, scale: 1.1, dropped: false }, 'upright', 'in16')).toBe(
      '110 % of the size',
    );
    expect(changedWords({ row: 1, down: 2, along: 0, scale: 1, dropped: true }, 'upright', 'in16')).toBe('dropped');
  });
});
