import { describe, expect, it } from 'vitest';
import { problemsOf } from '../checks/checks.ts';
import { evenBorder } from '../cloth/border.ts';
import { PLAIN_BLOCKS } from '../cloth/blocks.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { distance } from '../geometry/point.ts';
import { boundsOf, pointOf, polyline } from '../geometry/polyline.ts';
import { passesOf } from './bands.ts';
import { askedBorder, borderChoices } from './border-answers.ts';
import { solvedBorder } from './border-bands.ts';
import { makeEvaluator, type Plan } from './evaluate.ts';
import { piecesOf, piecesOfRecord } from './pieces.ts';
import { designIdsOf, newPlan, planFaults, type PlanRecords } from './plan-document.ts';
import type { BorderSetRecord } from './records.ts';
import { passOf } from './quilt-passes.ts';
import { usualBorder } from './usual-border.ts';

const wave = polyline(Array.from({ length: 61 }, (_, i) => ({ x: i, y: 10 * Math.sin((i * Math.PI) / 30) })));
const turn = polyline(
  Array.from({ length: 31 }, (_, i) => ({
    x: 15 * Math.sin((i * Math.PI) / 60),
    y: -15 * Math.cos((i * Math.PI) / 60),
  })),
);
const DESIGNS: Readonly<Record<string, Float64Array[]>> = { wave: [wave], turn: [turn] };

/** A top of 1,200 by 1,600 mm with a border of 106, of which the binding takes 6. */
const MAP = makeMap(plainGrid({ across: 2, down: 2, blockWidth: 494, blockHeight: 694, sashing: 0 }), [
  evenBorder(106),
]);
const BARE = newPlan('Harbour Lights', MAP);
const SET: BorderSetRecord = {
  ...usualBorder('b', 0, 'wave'),
  ...{ fill: 0.8, stance: 'round', clear: { outer: 0, inner: 0 } },
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
const at = (change: Partial<BorderSetRecord> = {}, records: PlanRecords = BARE): Plan =>
  makeEvaluator((id) => DESIGNS[id]).at({ ...records, borderSets: { b: { ...SET, ...change } } });
const pieces = (plan: Plan) => piecesOfRecord(plan, { source: 'borderSets', record: 'b' });

describe('a border set over two borders', () => {
  const two = newPlan(
    'Two borders',
    makeMap(plainGrid({ across: 2, down: 2, blockWidth: 300, blockHeight: 300, sashing: 0 }), [
      evenBorder(40),
      evenBorder(66),
    ]),
  );

  it('is laid over both as one, and is called by both', () => {
    const [top] = pieces(at({ over: 2, corners: 'mitre' }, two));
    expect(top!.name).toBe('top borders 1 and 2 to right borders 1 and 2');
    const [narrow] = pieces(at({ over: 1, corners: 'mitre' }, two));
    expect(narrow!.name).toMatch(/^top border 1/);
  });

  it('leaves no room for another set on either', () => {
    const other: BorderSetRecord = { ...SET, id: 'c', border: 1 };
    const both = (over: number): PlanRecords => ({ ...two, borderSets: { b: { ...SET, over }, c: other } });
    expect(planFaults(both(1))).toEqual([]);
    expect(planFaults(both(2)).map(({ message }) => message)).toEqual([
      'A border has one set, and so have strips of a kind. Change the one that is there.',
    ]);
  });
});

describe('the pieces of a border set', () => {
  it('are its sides, parted between repeats where a pass ends; each is one line', () => {
    const plan = at();
    const found = pieces(plan);
    const names = found.map(({ name }) => name);
    expect(names[0]).toBe('top border');
    expect(names.filter((name) => name.startsWith('right border, repeats'))).not.toHaveLength(0);
    expect(found.every(({ needle }) => needle.length === 1)).toBe(true);
    const passes = passesOf(plan);
    expect(found.every(({ id }) => passOf(passes, id) >= 0)).toBe(true);
    // A section ends where the next one begins.
    const right = found.filter(({ name }) => name.startsWith('right border'));
    right.slice(1).forEach(({ needle: [line] }, i) => {
      expect(distance(pointOf(right[i]!.needle[0]!, -1), pointOf(line!, 0))).toBeLessThan(0.05);
    });
    expect(found.every(({ totals }) => totals.stitches > 50)).toBe(true);
  });

  it('go on round corners that have a design, in one go within a pass; sides that are left out are not there', () => {
    const turned = pieces(at({ corners: 'cornerDesign', cornerDesignId: 'turn' }));
    expect(turned[0]!.name).toMatch(/^top border to right border$/);
    expect(pieces(at({ without: ['right', 'left'] })).map(({ name }) => name)).toEqual(['top border', 'bottom border']);
    expect(pieces(at({ designId: 'gone' }))).toEqual([]);
    expect(pieces(at({ border: 1 }))).toEqual([]);
    expect(designIdsOf(at({ cornerDesignId: 'turn' }).records)).toEqual(['wave', 'turn']);
    expect(piecesOf(at()).map(({ ref }) => ref.source)).toContain('borderSets');
  });

  it('have one set a border', () => {
    const twice = { ...BARE, borderSets: { b: SET, c: { ...SET, id: 'c' } } };
    expect(planFaults(twice).map(({ path }) => path)).toEqual(['borderSets']);
    expect(planFaults({ ...BARE, borderSets: { b: SET } })).toEqual([]);
  });
});

describe('a set along strips of patches', () => {
  // 3 by 2 blocks of 300 by 200, 30 apart.
  const sashed = newPlan(
    'Tide Table',
    makeMap(plainGrid({ across: 3, down: 2, blockWidth: 300, blockHeight: 200, sashing: 30 }), []),
  );
  const clear = { outer: 3, inner: 3 };

  it('runs along each of a kind, alike long ones with the same count; one can be left out', () => {
    const found = pieces(at({ strips: 'sashing-v', clear }, sashed));
    expect(found.map(({ name }) => name)).toEqual(['sashing strip 1 down', 'sashing strip 2 down']);
    // 24 mm deep at 0.8: a wave of 60 by 20 is 57.6 long, and 424 mm of strip hold 7 of them at +5.2 %.
    const way = at({ strips: 'sashing-v', clear }, sashed).get(solvedBorder, 'b')!;
    expect(way.counts.sides).toEqual([
      { side: 'length-1', count: 7, stretch: expect.closeTo(424 / (7 * 57.6) - 1, 6) as number },
    ]);
    const [first] = found;
    const box = boundsOf(first!.needle)!;
    expect([box.minY, box.maxY]).toEqual([3, 427].map((mm): unknown => expect.closeTo(mm, 1)));
    expect([box.minX > 303, box.maxX < 327]).toEqual([true, true]);
    const one = pieces(at({ strips: 'sashing-v', clear, without: ['strip-1'] }, sashed));
    expect(one.map(({ name }) => name)).toEqual(['sashing strip 2 down']);
    const pinned = at({ strips: 'sashing-v', clear, pinned: [{ side: 'length-1', count: 9 }] }, sashed);
    expect(pinned.get(solvedBorder, 'b')!.counts.sides[0]!.count).toBe(9);
    // It has no corners to compare.
    const asked = askedBorder({ ...SET, strips: 'sashing-v', clear, cornerDesignId: 'turn' });
    expect(new Set(borderChoices(at({}, sashed), asked, 'upright').map(({ corners }) => corners))).toEqual(
      new Set(['deadEnd']),
    );
    expect(pieces(at({ strips: 'sashing-v', clear: { outer: 20, inner: 20 } }, sashed))).toEqual([]);
    expect(pieces(at({ strips: 'sashing-l', clear }, sashed))).toEqual([]);
  });

  it('waits with those across the poles, and is a set of its own beside a border', () => {
    const waiting = pieces(at({ strips: 'sashing-v', clear, across: 'turned' }, sashed));
    expect(waiting.map(({ turned }) => turned)).toEqual([true, true]);
    expect(pieces(at({ strips: 'sashing-h', clear, across: 'turned' }, sashed)).map(({ turned }) => turned)).toEqual([
      false,
    ]);
    const both = { ...BARE, borderSets: { b: SET, c: { ...SET, id: 'c', strips: 'sashing-v' } } };
    expect(planFaults(both)).toEqual([]);
    expect(
      planFaults({ ...both, borderSets: { ...both.borderSets, d: { ...both.borderSets.c, id: 'd' } } }),
    ).toHaveLength(1);
  });

  it('stands in each triangle of a row, its foot on the base, and goes on from one to the next', () => {
    const blocks = { across: 3, down: 2, block: 200, sashing: 0, edge: 'triangles', blocks: PLAIN_BLOCKS } as const;
    const onPoint = newPlan('Guillemot Mess', makeMap({ kind: 'on-point', ...blocks }, []));
    const peak = polyline([0, 1, 2].map((x) => ({ x: 10 * x, y: x === 1 ? 0 : 10 })));
    const on = (line: Float64Array, mm = 0): Plan =>
      makeEvaluator(() => [line]).at({
        ...onPoint,
        borderSets: { b: { ...SET, fill: 1, strips: 'triangles-setting', clear: { outer: mm, inner: mm } } },
      });
    const plan = on(peak);
    const found = pieces(plan);
    // Two at the top and at the bottom, one on either side, which is no row.
    expect(found.map(({ name }) => name)).toEqual(['row 1 of setting triangles', 'row 2 of setting triangles']);
    const [line] = found[0]!.needle;
    expect(found[0]!.needle).toHaveLength(1);
    const base = 200 * Math.SQRT2;
    expect(problemsOf(plan, { source: 'borderSets', record: 'b' })).toEqual([]);
    // A wave fills a box, whose corners beside the point lie outside the triangle.
    expect(problemsOf(on(wave), { source: 'borderSets', record: 'b' }).map(({ code }) => code)).toContain(
      'outsideRegion',
    );
    // From base corner to base corner along the top edge, by the points half a base below.
    const box = boundsOf([line!])!;
    expect([box.minX, box.maxX, box.minY, box.maxY]).toEqual(
      [base / 2, 2.5 * base, 0, base / 2].map((mm): unknown => expect.closeTo(mm, 1)),
    );
    expect(plan.get(solvedBorder, 'b')!.counts.sides).toMatchObject([
      { count: 2, stretch: expect.closeTo(0, 6) as number },
    ]);
    // Drawn 10 high; 10 clear of the base and of both sides, it is as high as the triangle that is left.
    const scales = [0, 10].map((mm) => on(peak, mm).get(solvedBorder, 'b')!.scale);
    expect(scales[0]).toBeCloseTo(base / 20, 6);
    expect(scales[1]).toBeCloseTo((base / 2 - 10 - 10 * Math.SQRT2) / 10, 6);
  });
});

describe('answers for a border', () => {
  it('keep first what matters, with what each takes; pinned sides stay', () => {
    const choices = borderChoices(at(), askedBorder({ ...SET, cornerDesignId: 'turn' }), 'upright');
    // Two ways to stop dead, pinwheel, mitre and corner design, as deep as the strip and less: the best eight.
    expect(choices).toHaveLength(8);
    const worst = choices.map(({ sides }) => Math.max(...sides.map(({ stretch }) => Math.abs(stretch))));
    expect(worst).toEqual(worst.toSorted((a, b) => a - b));
    expect(choices.every(({ totals, passes }) => totals.seconds > 60 && passes > 1)).toBe(true);
    const cuts = borderChoices(at(), askedBorder({ ...SET, cornerDesignId: 'turn', wish: 'cuts' }), 'upright');
    // All round is one line, parted where passes end: twice on each side, as the pieces are.
    expect([cuts[0]!.corners, cuts[0]!.totals.cuts]).toEqual(['cornerDesign', 4]);
    const pieced = pieces(at({ corners: 'cornerDesign', cornerDesignId: 'turn', fill: cuts[0]!.fill }));
    expect(pieced).toHaveLength(5);
    expect(cuts.map(({ totals }) => totals.cuts)).toEqual(
      cuts.map(({ totals }) => totals.cuts).toSorted((a, b) => a - b),
    );
    const pinned = borderChoices(at(), askedBorder({ ...SET, pinned: [{ side: 'top', count: 6 }] }), 'upright');
    expect(new Set(pinned.map(({ sides }) => sides[0]!.count))).toEqual(new Set([6]));
    expect(borderChoices(at(), askedBorder({ ...SET, border: 3 }), 'upright')).toEqual([]);
  });
});

describe('checks of a border', () => {
  const codes = (plan: Plan) => problemsOf(plan, { source: 'borderSets', record: 'b' }).map(({ code }) => code);
  it('tell much stretch, no room, a lost design, and patches that have a design already', () => {
    expect(codes(at())).toEqual([]);
    expect(codes(at({ pinned: [{ side: 'top', count: 4 }] }))).toEqual(['muchStretch']);
    expect(codes(at({ clear: { outer: 60, inner: 60 } }))).toEqual(['noBorderRoom']);
    expect(codes(at({ designId: 'gone' }))).toEqual(['missingDesign']);
    expect(codes(at({ without: ['top', 'right', 'bottom', 'left'] }))).toEqual(['nothingToStitch']);
    const held = { p: { id: 'p', regionId: 'border-left', recipeId: 'r', parts: 1, own: {} } };
    const [over] = problemsOf(at({}, { ...BARE, placements: held }), { source: 'borderSets', record: 'b' });
    expect(over).toMatchObject({ code: 'borderOverPatch', remedy: { kind: 'leaveOutSides', sides: ['left'] } });
  });
});
