import { describe, expect, it } from 'vitest';
import { plainGrid } from '../cloth/settings/grid.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { clothPoint, framePoint, type Point } from '../geometry/point.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import { makeEvaluator } from './evaluate.ts';
import { newPlan, type PlanRecords } from './plan-document.ts';
import { plannedSeams, seamLines, touchedSeams } from './seam-lines.ts';
import type { TouchRecord } from './records.ts';

const PLAN = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 3, down: 2, blockWidth: 100, blockHeight: 80, sashing: 0 }), []),
);
const at = (records: PlanRecords) => makeEvaluator(() => undefined).at(records);
const HEEDS = { ...USUAL_REJOIN, seams: true };

describe('the seams of a top', () => {
  it('are each there once, the edge that two patches share and the top’s own', () => {
    const { lines } = at(PLAN).get(seamLines, null)!;
    // 3 by 3 lengths of 100 across, 4 by 2 of 80 down.
    expect(lines.map((line) => Math.round(lengthOf(line))).sort((a, b) => a - b)).toEqual([
      ...Array.from({ length: 8 }, () => 80),
      ...Array.from({ length: 9 }, () => 100),
    ]);
  });
  it('are kept apart where two edges share both their corners', () => {
    // A lens on the line between two blocks: its sides bulge left and right of that line.
    const shape = (bulge: number) => [
      { id: 'a', at: clothPoint(100, 0), corner: true },
      { id: 'b', at: clothPoint(100 + bulge, 40), corner: false },
      { id: 'c', at: clothPoint(100, 80), corner: true },
    ];
    const region = PLAN.regions['block-1-1']!;
    const lens = {
      ...region,
      id: 'lens',
      name: 'lens',
      shape: [...shape(20), { id: 'd', at: clothPoint(80, 40), corner: false }],
    };
    const { lines } = at({ ...PLAN, regions: { ...PLAN.regions, lens } }).get(seamLines, null)!;
    expect(lines).toHaveLength(17 + 2);
  });
  it('are asked for only by a rule that heeds them', () => {
    expect(plannedSeams(at(PLAN), USUAL_REJOIN)).toBeNull();
    expect(plannedSeams(at(PLAN), HEEDS)).not.toBeNull();
    expect(plannedSeams(at(PLAN), { ...USUAL_REJOIN, ends: 'bySeams' })).not.toBeNull();
  });
  it('lie where their corners were touched in an advance, and as planned in any other', () => {
    const touch: TouchRecord = {
      ...{ id: 't', on: 'control.block-1-1.c3', name: 'corner', cloth: clothPoint(100, 80), since: null, advance: 1 },
      ...{ frame: framePoint(107, 84), method: 'head', at: 0 },
    };
    const plan = at({ ...PLAN, touches: { t: touch } });
    const level = { toCloth: ({ x, y }: Point) => clothPoint(x, y) };
    const off = (advance: number) => touchedSeams(advance, level)(plan, HEEDS)!.index.distance(107, 84);
    expect(off(1)).toBeCloseTo(0, 9);
    expect(off(0)).toBeGreaterThan(3);
    expect(touchedSeams(1, level)(plan, USUAL_REJOIN)).toBeNull();
  });
});
