import { describe, expect, it } from 'vitest';
import { STRAIGHT } from '../cloth/edge-shape.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { bedPoint } from '../geometry/point.ts';
import { newPlan, quiltOf } from './plan-document.ts';
import { rowBed } from './row-bed.ts';

/** 1060 × 640 mm: a cloth of 1000 × 600 within a border of another width on each side. */
const PLAN = newPlan(
  'Lantern',
  makeMap({ kind: 'whole', width: 1000, length: 600 }, [
    { top: 10, right: 20, bottom: 30, left: 40, corner: 'mitred', edge: STRAIGHT },
  ]),
);
const INSIDE = { insideBorder: true, fromRegionId: null, leaveOut: [] };
const LEFT = 1 - quiltOf(PLAN).batting.drawIn;

describe('the area that rows are laid on', () => {
  it('lies inside borders that differ from side to side, whichever way the quilt is loaded', () => {
    const upright = rowBed(PLAN, INSIDE, 'upright');
    expect([upright.bed.width / LEFT, upright.bed.length / LEFT]).toEqual([
      expect.closeTo(1000, 9),
      expect.closeTo(600, 9),
    ]);
    const first = applyToPoint(upright.toCloth, bedPoint(0, 0));
    expect([first.x, first.y]).toEqual([expect.closeTo(40, 9), expect.closeTo(10, 9)]);
    // Turned by a quarter to the right, the left side comes first, and the bottom lies to the left.
    const turned = rowBed(PLAN, INSIDE, 'turned');
    expect([turned.bed.width / LEFT, turned.bed.length / LEFT]).toEqual([
      expect.closeTo(600, 9),
      expect.closeTo(1000, 9),
    ]);
    const corner = applyToPoint(turned.toCloth, bedPoint(0, 0));
    expect([corner.x, corner.y]).toEqual([expect.closeTo(40, 9), expect.closeTo(610, 9)]);
  });
  it('is the whole top where rows run over the border, or from a patch on down', () => {
    const whole = rowBed(PLAN, { ...INSIDE, insideBorder: false });
    expect([whole.bed.width / LEFT, whole.bed.length / LEFT]).toEqual([
      expect.closeTo(1060, 9),
      expect.closeTo(640, 9),
    ]);
    const below = rowBed(PLAN, { ...INSIDE, insideBorder: false, fromRegionId: 'border-bottom' });
    // Mitred, the lower border begins where the cloth ends: 30 mm above the edge.
    expect(below.bed.length / LEFT).toBeCloseTo(30, 9);
    expect(rowBed(PLAN, { ...INSIDE, fromRegionId: 'border-bottom' }).bed.length).toBe(0);
  });
});
