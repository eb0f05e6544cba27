import { askedBorder, polyline } from '@gorse/core';
import { expect, it } from 'vitest';
import { changeBorder, newBorderSet, pinCount, setBorder } from '../document/borders.ts';
import { gridPlan } from '../test/grid-plan.ts';
import { plannerOf } from '../test/planner-of.ts';

const WAVE = polyline(Array.from({ length: 61 }, (_, i) => ({ x: i, y: 10 * Math.sin((i * Math.PI) / 30) })));
const SET = { ...newBorderSet(0, 'wave'), clear: { outer: 0, inner: 0 } };
const PLAN = setBorder(SET)(gridPlan({ across: 3, down: 2, border: 80 }));
const worker = plannerOf({ wave: [WAVE] });

it('gives the ways of a border with a picture, the same ones while what they depend on is the same', () => {
  const asked = askedBorder(SET);
  const ways = worker.on(PLAN).borders(asked);
  expect(ways[0]!.picture).toMatchObject({
    width: 760,
    length: 560,
    path: expect.stringMatching(/^M\d+ \d+L/) as string,
  });
  expect(ways[0]!.bobbins).toBe(1);
  // What was taken of them, and what isn't made of them, changes nothing.
  const taken = changeBorder(SET.id, { corners: 'mitre', fill: 0.5 })(PLAN);
  expect(worker.on(taken).borders(askedBorder(taken.borderSets[SET.id]!))).toBe(ways);
  expect(worker.on(taken).borders({ ...asked, designId: 'gone' })).toEqual([]);
});

it('shows each side of a border with its repeats, and that it can’t be worked', () => {
  const shown = (records: typeof PLAN) => Object.values(worker.on(records).changed(Infinity).records)[0]!;
  const { border, pieces, totals } = shown(pinCount(SET.id, 'top', 3)(PLAN));
  expect(border!.map(({ side, count, length }) => [side, count, Math.round(length)])).toEqual([
    ['top', 3, 747],
    ['right', 2, 400],
    ['bottom', 3, 747],
    ['left', 2, 400],
  ]);
  expect(pieces.map(({ name }) => name)).toEqual(['top border', 'right border', 'bottom border', 'left border']);
  expect(totals.stitches).toBeGreaterThan(500);
  expect(shown(pinCount(SET.id, 'top', 90)(PLAN))).toMatchObject({
    border: null,
    problems: [{ code: 'noBorderRoom' }],
  });
});
