import { clothPoint } from '../geometry/point.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainGrid } from '../cloth/settings/grid.ts';
import { AS_FIRST, loadingMap } from '../cloth/loading.ts';
import { polyline } from '../geometry/polyline.ts';
import { usableReach } from '../passes/frame-profile.ts';
import { clothOnFrame } from './cloth-on-frame.ts';
import { type ForecastPiece, forecastPasses } from './forecast.ts';
import { outlineOf } from '../cloth/shape.ts';
import { mapGraph } from '../cloth/map-graph.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { cornerLandmarks } from './landmarks.ts';
import { pieceTargets } from './targets.ts';
import { newPlan, quiltOf } from './plan-document.ts';
import type { PieceBand } from './piece-band.ts';
import { passOf, planQuiltPasses } from './quilt-passes.ts';
import { NO_RULES, type PassRules } from './records.ts';
import { resettleRows } from './resettle-rows.ts';
import { seamAt } from './seam-at.ts';
import { stitchedLandmarks, stitchedPlaces } from './stitched.ts';

const UPRIGHT = loadingMap('upright', { width: 1, length: 1 });

// 500 × 2000 mm, blocks of 250.
const PLAN = newPlan(
  'Harbour Lights',
  makeMap(plainGrid({ across: 2, down: 8, blockWidth: 250, blockHeight: 250, sashing: 0 }), []),
);
const REGIONS = Object.values(PLAN.regions);
const GRAPH = mapGraph(REGIONS);
const ROWS = Array.from({ length: 10 }, (_, i): PieceBand => ({
  id: `row-${i + 1}`,
  top: 20 + 190 * i,
  bottom: 190 + 190 * i,
}));
const CORNERS = Array.from({ length: 9 }, (_, i) => 250 * i).flatMap((y) => [y, y, y]);
const passesOf = (rules: PassRules = NO_RULES, bands = ROWS) =>
  planQuiltPasses(bands, CORNERS, quiltOf(PLAN).machine.frame, rules);
const counts = (rules: PassRules): number[] => passesOf(rules).passes.map(({ pieces }) => pieces.length);

describe('the passes of a quilt', () => {
  it('hold what fits, with the free room parted between both ends', () => {
    const { frame } = quiltOf(PLAN).machine;
    const { passes, tooDeep } = passesOf();
    expect(passes.map(({ pieces }) => pieces.length)).toEqual([3, 2, 3, 2]);
    expect(tooDeep).toEqual([]);
    passes.forEach(({ from, to, pieces }) => {
      const own = ROWS.filter(({ id }) => pieces.includes(id));
      expect(to - from).toBeCloseTo(usableReach(frame, from), 9);
      expect(own[0]!.top).toBeGreaterThanOrEqual(from);
      expect(own.at(-1)!.bottom).toBeLessThanOrEqual(to);
    });
    // 550 mm of rows in 580 of reach: 15 mm before and behind.
    expect(passes[0]!.from).toBeCloseTo(5, 0);
    expect(passOf({ passes }, 'row-4')).toBe(1);
    expect(passOf({ passes }, 'row-99')).toBe(-1);
  });
  it('share with the pass before as many landmarks as they say, once the room is parted, and two wherever that can be', () => {
    const { frame } = quiltOf(PLAN).machine;
    const row = fc.record({
      gap: fc.double({ min: 2, max: 90, noNaN: true }),
      height: fc.double({ min: 30, max: 400, noNaN: true }),
    });
    const seams = fc.array(fc.double({ min: 0, max: 4000, noNaN: true }), { maxLength: 12 });
    fc.assert(
      fc.property(fc.array(row, { minLength: 2, maxLength: 14 }), seams, (rows, corners) => {
        let y = 0;
        const bands = rows.map(({ gap, height }, i): PieceBand => {
          const top = y + gap;
          y = top + height;
          return { id: `row-${i}`, top, bottom: y };
        });
        const { passes } = planQuiltPasses(bands, corners, frame, NO_RULES);
        passes.forEach((pass, at) => {
          const own = bands.filter(({ id }) => pass.pieces.includes(id));
          expect(Math.min(...own.map(({ top }) => top))).toBeGreaterThanOrEqual(pass.from - 1e-6);
          expect(Math.max(...own.map(({ bottom }) => bottom))).toBeLessThanOrEqual(pass.to + 1e-6);
          const before = passes[at - 1];
          if (!before) return;
          const inBoth = (y: number): boolean => y >= pass.from && y <= before.to;
          const done = passes.slice(0, at).flatMap(({ pieces }) => bands.filter(({ id }) => pieces.includes(id)));
          const found = corners.filter(inBoth).length + 2 * done.filter(({ bottom }) => inBoth(bottom)).length;
          expect(pass.shared).toBe(found);
          // The last row stitched is two landmarks: with room for it above the first of this pass, it is shared.
          const last = Math.max(...done.map(({ bottom }) => bottom));
          const [first] = own;
          if (first!.bottom <= last + usableReach(frame, last)) expect(pass.shared).toBeGreaterThanOrEqual(2);
        });
      }),
      { seed: 1 },
    );
  });
  it('begin where they are told to, and hold what is pinned to them', () => {
    expect(counts({ starts: [{ pass: 1, from: 390 }], pieces: [] })).toEqual([3, 2, 2, 3]);
    expect(passesOf({ starts: [{ pass: 1, from: 590 }], pieces: [] }).passes[1]).toMatchObject({
      from: 590,
      pinned: true,
    });
    const later = passesOf({ starts: [], pieces: [{ id: 'row-3', pass: 1 }] });
    expect([passOf(later, 'row-2'), passOf(later, 'row-3')]).toEqual([0, 1]);
    // A pin to a pass that would be empty is brought forward.
    expect(counts({ starts: [], pieces: [{ id: 'row-10', pass: 90 }] }).reduce((a, b) => a + b)).toBe(10);
  });
  it('name what no pass holds', () => {
    const deep = [...ROWS, { id: 'border', top: 0, bottom: 2000 }];
    const { passes, tooDeep } = passesOf(NO_RULES, deep);
    expect(tooDeep).toMatchObject([{ id: 'border', bottom: 2000 }]);
    expect(passes).toHaveLength(4);
  });
});

const wave = polyline(
  Array.from({ length: 51 }, (_, i) => ({ x: 10 * i, y: i % 10 === 5 ? 60 : 20 + 20 * Math.sin((Math.PI * i) / 5) })),
);

describe('the seam that tells how far a quilt is rolled', () => {
  it('is the lower edge of a patch, nearest to the roll', () => {
    // The needle comes no nearer to the roll than 44 mm, and 30 mm of room are kept free there.
    expect(seamAt(PLAN, GRAPH, 230, AS_FIRST)).toEqual({
      name: 'A1',
      before: 250 - 230 + 30 + 44,
      // Its lower right corner and its lower left one, which is the upper left one of the block below.
      ends: ['control.block-1-1.c3', 'control.block-1-1.c4'],
    });
    expect(seamAt(PLAN, GRAPH, 600, AS_FIRST)).toMatchObject({ before: 750 - 600 + 30 + 44 });
    const turned = { ...PLAN, quilts: { quilt: { ...quiltOf(PLAN), loading: 'turned' as const } } };
    expect(seamAt(turned, GRAPH, 100, AS_FIRST)).toMatchObject({ before: 250 - 100 + 30 + 44 });
    expect(seamAt(turned, GRAPH, 100, AS_FIRST)!.ends.map((id) => GRAPH.vertexOf(id)!.at.x)).toEqual([250, 250]);
    expect(seamAt(PLAN, GRAPH, 5000, AS_FIRST)).toBeNull();
  });
});

describe('what is stitched', () => {
  const ROW_1 = { id: 'r', name: 'row 1' };
  const run = { cloth: [wave], frame: [wave], advance: 2, upTo: 50 };
  it('can be found again at its ends and along its lower side, from left to right', () => {
    const found = stitchedLandmarks(ROW_1, run, UPRIGHT);
    expect(found.map(({ name }) => name)).toEqual([
      'start of row 1',
      'cusp 1 of row 1',
      'cusp 2 of row 1',
      'cusp 3 of row 1',
      'end of row 1',
    ]);
    expect(found[1]).toMatchObject({ cloth: { x: 50, y: 60 }, since: { advance: 2, frame: { x: 50, y: 60 } } });
    // Each goes by the hole it is, whatever it is called.
    expect(found.map(({ ids }) => ids)).toEqual([0, 5, 25, 35, 50].map((hole) => [`hole.r.${hole}`]));
    expect(stitchedLandmarks(ROW_1, { ...run, upTo: 0 }, UPRIGHT)).toEqual([]);
    // Stopped half way: the end is where it stopped.
    expect(stitchedLandmarks(ROW_1, { ...run, upTo: 20 }, UPRIGHT).at(-1)).toMatchObject({
      name: 'end of row 1',
      cloth: { x: 200 },
    });
  });
  it('is held to at points near enough to each other, the ends among them', () => {
    const places = stitchedPlaces(run, 40);
    expect(places[0]!.cloth).toEqual({ x: 0, y: 20 });
    expect(places.at(-1)!.cloth.x).toBe(500);
    expect(stitchedPlaces({ ...run, upTo: 3 }).at(-1)!.cloth.x).toBe(30);
  });
});

describe('a forecast', () => {
  const pieces = ROWS.map(({ id, top, bottom }, i): ForecastPiece => ({
    id,
    name: `row ${i + 1}`,
    outline: [clothPoint(0, top), clothPoint(500, top), clothPoint(500, bottom), clothPoint(0, bottom)],
    needle: [wave.map((v, k) => (k % 2 === 0 ? v : v + bottom - 60))],
    totals: { length: 900, stitches: 400, cuts: 0, seconds: 60, thread: 50_000 },
  }));
  const forecast = forecastPasses(PLAN, GRAPH, passesOf(), pieces);
  it('says what each pass takes and what it is lined up on', () => {
    expect(forecast.map((pass) => pass.totals.seconds)).toEqual([180, 120, 180, 120]);
    expect(forecast[0]!.joins).toBeNull();
    expect(forecast[1]!.joins!.name).toMatch(/of row 3$/);
    expect(forecast[0]!.elsewhere!.name).toMatch(/of row [123]$/);
    for (const pass of forecast) {
      expect(pass.touches.length).toBeGreaterThanOrEqual(2);
      expect(pass.touches.length).toBeLessThanOrEqual(6);
    }
  });
  it('is surer where lines meet than elsewhere, and changes bobbins at the ends of pieces', () => {
    expect(forecast[1]!.joins!.doubt).toBeLessThan(forecast[1]!.elsewhere!.doubt);
    // 120 m on a bobbin, 50 m a row: two rows each.
    expect(forecast.map(({ bobbinChanges }) => bobbinChanges.map(({ piece }) => piece))).toEqual([[2], [1], [1], [0]]);
  });
});

describe('names of places', () => {
  it('follow how the quilt is loaded', () => {
    const outline = outlineOf(PLAN.regions['block-1-1']!.shape);
    const lie = loadingMap('turned', quiltOf(PLAN).map.size);
    expect(cornerLandmarks(GRAPH, REGIONS, UPRIGHT)[0]!.name).toBe('upper left corner of A1');
    expect(cornerLandmarks(GRAPH, REGIONS, lie)[0]!.name).toBe('upper right corner of A1');
    const names = pieceTargets({ id: 'a', name: 'A1', outline }, UPRIGHT, 1).map(({ name }) => name);
    expect(names).toEqual([
      'upper left corner of A1',
      'upper edge of A1',
      'upper right corner of A1',
      'right edge of A1',
      'lower right corner of A1',
      'lower edge of A1',
      'lower left corner of A1',
      'left edge of A1',
    ]);
  });
});

describe('rows laid anew for the draw-in', () => {
  const row = (i: number) => ({ row: i, top: 10 + 110 * i, height: 100 }) as never;
  const resolved = { rows: [0, 1, 2, 3, 4].map(row), placed: { bed: { length: 560 } } } as never;
  const set = { exceptions: [{ row: 0, down: 1, along: 0, scale: 1, dropped: false }] } as never;
  // Row 2 ends at 220: 340 mm are left, of which 334 will be when finished.
  const settle = (school: Parameters<typeof resettleRows>[4]) =>
    resettleRows(set, resolved, new Set([0, 1]), 334, school)!;
  it('keep the spacing, and the bottom margin takes the difference', () => {
    const { margin, rows } = settle('margin');
    // 10 + 3 rows and 2 gaps of 10 fill 330 when finished but for their heights, which follow the cloth.
    expect(margin).toBeCloseTo(334 - 230 - (100 * 334) / 340, 9);
    expect(rows.map((one) => one.row)).toEqual([2, 3, 4]);
    expect(rows[0]!.gapAfter).toBeCloseTo(10, 9);
  });
  it('or spread it over the rows that are left, or put it before the last two', () => {
    const [spread, lastTwo, kept] = [settle('spread'), settle('lastTwo'), settle('margin')];
    expect(spread.margin - kept.margin).toBeCloseTo(6, 9);
    expect(lastTwo.margin - kept.margin).toBeCloseTo(6, 9);
    expect(spread.rows.map((one, i) => one.down - kept.rows[i]!.down)).toEqual(
      [-2, -4, -6].map((mm): number => expect.closeTo(mm, 9) as number),
    );
    expect(lastTwo.rows.map((one, i) => one.down - kept.rows[i]!.down)).toEqual(
      [0, -3, -6].map((mm): number => expect.closeTo(mm, 9) as number),
    );
  });
  it('only up and down, stitched rows not at all; following the cloth nothing', () => {
    expect(settle('spread').exceptions.map(({ row: i, along }) => [i, along])).toEqual([0, 2, 3, 4].map((i) => [i, 0]));
    expect(settle('follow').rows.every((one) => one.down === 0)).toBe(true);
    expect(resettleRows(set, resolved, new Set(), 334, 'spread')).toBeNull();
    expect(resettleRows(set, resolved, new Set([4]), 334, 'spread')).toBeNull();
  });
});

describe('a quilt on the frame', () => {
  it('lies farther back the more is rolled up, by the roll as thick as it is', () => {
    const { mounts } = clothOnFrame(quiltOf(PLAN), [
      { rolled: 0, front: null, anew: true, turned: false },
      { rolled: 500, front: 480, anew: false, turned: false },
    ]);
    expect(mounts[0]).toMatchObject({ at: { x: 140, y: 30 }, front: -Infinity, slip: { x: 0, y: 0 } });
    expect(mounts[1]!.at.y).toBeCloseTo(30 - 500 + Math.sqrt(38 ** 2 + 1500 / Math.PI) - 38, 9);
    expect(mounts[1]!.front).toBe(480);
  });
});
