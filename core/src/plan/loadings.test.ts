import { expect, it } from 'vitest';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { GENERIC_FRAME, usableReach } from '../passes/frame-profile.ts';
import { makeEvaluator } from './evaluate.ts';
import { loadingSums, passesToCover } from './loadings.ts';
import { newPlan } from './plan-document.ts';

const top = (across: number, down: number) =>
  newPlan('Top', makeMap(plainGrid({ across, down, blockWidth: 250, blockHeight: 250, sashing: 0 }), []));

it('a quilt with nothing on it yet is loaded so that all of it can be reached', () => {
  const reach = usableReach(GENERIC_FRAME, 0);
  expect(passesToCover(GENERIC_FRAME, reach)).toBe(1);
  expect(passesToCover(GENERIC_FRAME, reach + 1)).toBe(2);
  // A throat that a full roll leaves nothing of is never done.
  expect(passesToCover({ ...GENERIC_FRAME, throat: 160 }, 2000)).toBe(200);
  const plan = makeEvaluator(() => undefined).at(top(4, 10));
  const [upright, turned] = [plan.get(loadingSums, 'upright'), plan.get(loadingSums, 'turned')];
  expect(upright.passes).toBeGreaterThan(turned.passes);
  expect(turned).toMatchObject({ tooDeep: 0, seconds: turned.passes * 480, tooWide: 0 });
});

it('what doesn’t go on the frame with its backing is told', () => {
  // 3500 mm and 4 in on each side; the frame has 3600.
  const plan = makeEvaluator(() => undefined).at(top(14, 4));
  expect(plan.get(loadingSums, 'upright').tooWide).toBeCloseTo(3500 + 203.2 - 3600, 6);
  expect(plan.get(loadingSums, 'turned').tooWide).toBe(0);
});
