import { newPlan } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { setBatting, setLoading } from '../../../document/rows.ts';
import { movedBy } from './use-row-drag.ts';

const PLAN = newPlan('Harbour Lights', {
  across: 3,
  down: 2,
  blockWidth: 200,
  blockHeight: 200,
  sashing: 0,
  border: 50,
});

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
});
