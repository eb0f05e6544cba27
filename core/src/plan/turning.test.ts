import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { AS_FIRST, AS_TURNED, lieWhen, type Loading } from '../cloth/loading.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { clothPoint } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { passesOf } from './bands.ts';
import { acrossSums } from './border-across.ts';
import { clothOnFrame, touchesWhile } from './cloth-on-frame.ts';
import { makeEvaluator, type Plan } from './evaluate.ts';
import { forecastPasses } from './forecast.ts';
import { depthOf } from './in-parts.ts';
import { graphOf } from './landmarks.ts';
import { loadingSums } from './loadings.ts';
import { piecesOf } from './pieces.ts';
import { newPlan, quiltOf } from './plan-document.ts';
import { passOf } from './quilt-passes.ts';
import { NO_RULES, type PassRules, type TouchRecord } from './records.ts';
import { usualBorder } from './usual-border.ts';

const wave = polyline(Array.from({ length: 61 }, (_, i) => ({ x: i, y: 10 * Math.sin((i * Math.PI) / 30) })));
/** 1,200 by 1,600 mm with a border of 106, of which the binding takes 6. */
const BARE = newPlan(
  'Guillemot Mess',
  makeMap(plainGrid({ across: 2, down: 2, blockWidth: 494, blockHeight: 694, sashing: 0 }), [evenBorder(106)]),
);
const SET = { ...usualBorder('b', 0, 'wave'), clear: { outer: 0, inner: 0 } };
const at = (
  across: 'sections' | 'turned',
  loading: Loading = 'upright',
  passes: PassRules = NO_RULES,
  change: Partial<typeof SET> = {},
): Plan =>
  makeEvaluator(() => [wave]).at({
    ...BARE,
    quilts: { quilt: { ...quiltOf(BARE), loading, passes } },
    borderSets: { b: { ...SET, ...change, across } },
  });
/** Pieces by name, in their passes. */
const inPasses = (plan: Plan) => {
  const pieces = piecesOf(plan);
  return passesOf(plan).passes.map(({ turned, pieces: own }) => [
    turned,
    ...own.map((id) => pieces.find((piece) => piece.id === id)?.name).filter((name) => name !== undefined),
  ]);
};

describe('a quilt in two loadings', () => {
  it('has the passes of the first, and then those for the sides that waited, each of them whole', () => {
    const plan = at('turned');
    expect(inPasses(plan)).toEqual([
      [false, 'top border'],
      [false, 'bottom border'],
      [true, 'left border'],
      [true, 'right border'],
    ]);
    expect(piecesOf(plan).map(({ name, turned }) => [name, turned])).toEqual([
      ['top border', false],
      ['right border', true],
      ['bottom border', false],
      ['left border', true],
    ]);
    // Turned to the right, the left edge comes to the take-up pole, and the right border lies 1,094 to 1,200 mm from it.
    const right = piecesOf(plan).find(({ name }) => name === 'right border')!;
    const { passes } = passesOf(plan);
    const { top, bottom } = depthOf(right.outline, lieWhen(quiltOf(plan.records), AS_TURNED));
    expect([top > 1094 - 1e-6, bottom < 1194 + 1e-6, passes[3]!.from <= top, passes[3]!.to >= bottom]).toEqual(
      Array(4).fill(true),
    );
    expect(passes[2]!.shared).toBe(0);
  });

  it('that was first loaded on its side lets the top and bottom wait', () => {
    expect(inPasses(at('turned', 'turned')).map(([turned, name]) => [turned, name])).toEqual([
      [false, 'left border'],
      [false, 'right border'],
      [true, 'top border'],
      [true, 'bottom border'],
    ]);
    const back = lieWhen({ ...quiltOf(BARE), loading: 'turned' }, AS_TURNED);
    expect(applyToPoint(back, clothPoint(3, 5))).toEqual({ x: 3, y: 5 });
  });

  it('keeps what is pinned to a pass of the second, and where that begins', () => {
    const right = piecesOf(at('turned')).find(({ name }) => name === 'right border')!.id;
    const pinned = at('turned', 'upright', { starts: [{ pass: 3, from: 900 }], pieces: [{ id: right, pass: 3 }] });
    expect(passesOf(pinned).passes[3]).toMatchObject({ from: 900, pinned: true, turned: true });
    expect(passOf(passesOf(pinned), right)).toBe(3);
  });

  it('is compared with sections: fewer cuts, and the time that turning takes', () => {
    const [sections, turned] = acrossSums(at('sections'), 'b') as [never, never];
    expect(sections).toMatchObject({ across: 'sections', turned: false, passes: 4 });
    expect(turned).toMatchObject({ across: 'turned', turned: true, passes: 4, pieces: 4, cuts: 3, tooDeep: 0 });
    expect((sections as { pieces: number }).pieces).toBeGreaterThan(4);
    // As many passes, three quarters of an hour for turning, and what the cuts between sections take.
    const by = (turned as { seconds: number }).seconds - (sections as { seconds: number }).seconds;
    expect(by).toBeGreaterThan(2400);
    expect(by).toBeLessThan(2700);
    expect(loadingSums(at('turned'), 'upright').seconds).toBeCloseTo((turned as { seconds: number }).seconds, 6);
    expect(acrossSums(at('turned'), 'none')).toEqual([]);
    // Neither is of use where nothing runs across.
    const level = at('sections', 'upright', NO_RULES, { without: ['left', 'right'] });
    expect(acrossSums(level, 'b')).toEqual([]);
  });

  it('is lined up after turning on what is stitched already, as it lies then', () => {
    const plan = at('turned', 'upright', NO_RULES, { corners: 'mitre' });
    const forecast = forecastPasses(plan.records, graphOf(plan), passesOf(plan), piecesOf(plan));
    expect(forecast.map(({ turned }) => turned)).toEqual([false, false, true, true]);
    const third = forecast[2]!;
    expect(third.touches.length).toBeGreaterThanOrEqual(2);
    // The left border meets both at the mitres.
    expect(third.joins!.name).toMatch(/^(start|end) of (top|bottom) border$/);
  });

  it('is found by what was touched since it was turned, and by nothing before', () => {
    const touch = (id: string, advance: number) =>
      ({ id, advance, on: null, method: 'head', at: advance }) as TouchRecord;
    const records = { ...BARE, touches: { a: touch('a', 0), b: touch('b', 1), c: touch('c', 2) } };
    const mounts = [AS_FIRST, AS_TURNED, AS_TURNED];
    expect(touchesWhile(records, mounts).map(({ id }) => id)).toEqual(['b', 'c']);
    expect(touchesWhile(records, mounts.slice(0, 1)).map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    const prior = clothOnFrame(
      quiltOf(BARE),
      mounts.map((when) => ({ rolled: 0, front: null, anew: true, ...when })),
    );
    expect(prior.mounts.map((mount) => mount === null)).toEqual([true, false, false]);
    // 1,600 mm along the poles now.
    expect(prior.origin).toEqual({ x: 800, y: 600 });
  });
});
