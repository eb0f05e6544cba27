import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkDensity, checkRows } from '../checks/check-rows.ts';
import { expectedDrawIn, usualBatting } from '../cloth/batting.ts';
import { loadingMap } from '../cloth/loading.ts';
import { densityOf } from '../density/density.ts';
import { applyToPoint, applyToPolyline, inverse } from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { boundsOf, lengthOf, pointCount, pointOf, reversed } from '../geometry/polyline.ts';
import { learnCloth } from '../lineup/line-up.ts';
import { GENERIC_FRAME } from '../passes/frame-profile.ts';
import { GENERIC_MACHINE } from '../passes/machine.ts';
import { commandHead, standInProfile } from '../simulate/head.ts';
import { newHead } from '../simulate/head-model.ts';
import { advanceHead } from '../simulate/head-motion.ts';
import { bobbinChanges } from '../stitch/bobbins.ts';
import { BOBBIN_LENGTH } from '../stitch/thread.ts';
import { clothOnFrame } from './cloth-on-frame.ts';
import { newPlan, type PlanRecords, quiltOf } from './plan-document.ts';
import type { RowSetRecord } from './records.ts';
import { resolveRows, rowsName } from './resolve-rows.ts';
import { pulledNumbers, rowChoices } from './row-answers.ts';
import { rowLandmarks } from './row-landmarks.ts';

const WAVE = [
  Float64Array.from({ length: 122 }, (_, i) => (i % 2 === 0 ? i : 20 + 20 * Math.sin((Math.PI * (i - 1)) / 60))),
];
/** Runs from right to left. */
const BACKWARDS = [reversed(WAVE[0]!)];
const SET: RowSetRecord = {
  id: 'w',
  designId: 'wave',
  join: { kind: 'spread', gap: 0 },
  look: 'same',
  alternate: { look: 'same', shift: 0 },
  area: { insideBorder: false, fromRegionId: null, leaveOut: [] },
  numbers: { rows: 6, scale: 1, clearance: 12, margin: 10 },
  wish: { matters: 'rows', clearance: 12, margin: 10 },
  pins: [],
  last: 'whole',
  along: 0,
  overhang: 15,
  sewing: { backAndForth: true, joined: false },
  exceptions: [],
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
const GRID = { across: 3, down: 4, blockWidth: 200, blockHeight: 200, sashing: 0, border: 50 };
const withDrawIn = (drawIn: number, loading: 'upright' | 'turned' = 'upright'): PlanRecords => {
  const plan = newPlan('Harbour Lights', GRID);
  const quilt = { ...quiltOf(plan), batting: { ...usualBatting('cotton'), drawIn }, loading };
  return { ...plan, quilts: { quilt } };
};
const resolve = (change: Partial<RowSetRecord> = {}, plan = withDrawIn(0)) =>
  resolveRows(WAVE, { ...SET, ...change }, plan)!;

describe('rows worked out', () => {
  it('run back and forth, a placement each, and add up', () => {
    const { rows, runs, totals, hang } = resolve();
    expect(runs.map((run) => run.id)).toEqual(rows.map((row) => `w-row-${row.row + 1}`));
    runs.forEach((run, i) => {
      const [line] = run.runs;
      expect(pointOf(line!, 0).x < pointOf(line!, -1).x).toBe(i % 2 === 0);
    });
    expect(totals.stitches).toBe(runs.reduce((sum, run) => sum + run.totals.stitches, 0));
    expect(totals.cuts).toBe(5);
    expect(hang).toBeCloseTo(15, 6);
    expect(rowsName([2])).toBe('row 3');
  });
  it('are planned on the cloth so that draw-in brings them to their numbers', () => {
    const { rows, placed, bottom } = resolve({}, withDrawIn(0.02));
    expect([placed.bed.width, placed.bed.length, placed.drawnIn]).toEqual([700 * 0.98, 900 * 0.98, 18]);
    // The first row's top at 10 mm of the finished quilt is at 10/0.98 of the cloth.
    expect(boundsOf(rows[0]!.strokes)!.minY).toBeCloseTo(10 / 0.98, 6);
    const last = rows.at(-1)!;
    expect(last.top + last.height + bottom).toBeCloseTo(882, 9);
  });
  it('join along the edge into one line a pass, which doubles nothing and leaves nothing out', () => {
    const apart = resolve();
    const { runs, rows } = resolve({ sewing: { backAndForth: true, joined: true } });
    expect(runs).toHaveLength(1);
    expect(rowsName(runs[0]!.rows)).toBe('rows 1 to 6');
    expect(runs[0]!.runs).toHaveLength(1);
    const lines = rows.flatMap((row) => row.strokes);
    const across = lines.slice(1).map((line, i) => distance(pointOf(lines[i]!, -1), pointOf(line, 0)));
    const sum = lines.reduce((total, line) => total + lengthOf(line), 0) + across.reduce((a, b) => a + b, 0);
    expect(runs[0]!.totals.length).toBeCloseTo(sum, 6);
    expect(rows.reduce((total, row) => total + row.totals.seconds, 0)).toBeCloseTo(runs[0]!.totals.seconds, 6);
    expect(runs[0]!.totals.thread).toBeGreaterThan(apart.totals.thread);
    // A pass ends the line: only rows within one reach are joined.
    const shallow = { ...GENERIC_MACHINE, frame: { ...GENERIC_FRAME, throat: 220 } };
    const passes = resolveRows(WAVE, { ...SET, sewing: { backAndForth: true, joined: true } }, withDrawIn(0), shallow)!;
    expect(passes.runs).toHaveLength(passes.passes);
    expect(passes.passes).toBeGreaterThan(1);
  });
  it('run down the quilt when it is loaded turned, and lie on the frame along the poles', () => {
    const plan = withDrawIn(0, 'turned');
    const { runs, placed } = resolve({}, plan);
    expect([placed.bed.width, placed.bed.length]).toEqual([900, 700]);
    const box = boundsOf(runs[0]!.runs)!;
    expect(box.maxY - box.minY).toBeCloseTo(930, 6);
    // The first row is at the quilt's left edge, which is stitched first.
    expect(box.minX).toBeCloseTo(10, 6);
    const lineUp = learnCloth([], clothOnFrame(quiltOf(plan))).lineUp(0);
    const [start, end] = [pointOf(runs[0]!.runs[0]!, 0), pointOf(runs[0]!.runs[0]!, -1)].map((p) => lineUp.toFrame(p));
    expect(end!.x - start!.x).toBeGreaterThan(900);
    expect(Math.abs(end!.y - start!.y)).toBeLessThan(41);
    expect(distance(lineUp.toCloth(lineUp.toFrame({ x: 120, y: 340 })), { x: 120, y: 340 })).toBeLessThan(1e-5);
  });
  it('start at a patch, stop at the border, and leave patches out', () => {
    const numbers = { ...SET.numbers, rows: 14 };
    const inside = resolve({
      numbers,
      area: { insideBorder: true, fromRegionId: 'block-1-2', leaveOut: ['block-2-3'] },
    });
    expect(inside.placed.bed).toMatchObject({ width: 600, length: 600, stops: true });
    expect(inside.placed.top).toBe(250);
    const holes = inside.runs.flatMap((run) => run.runs);
    expect(holes.length).toBeGreaterThan(inside.rows.length);
    for (const line of holes) {
      for (let i = 0; i < pointCount(line); i++) {
        const { x, y } = pointOf(line, i);
        expect(x > 250 + 1e-6 && x < 450 - 1e-6 && y > 450 + 1e-6 && y < 650 - 1e-6).toBe(false);
        expect(x >= 50 - 1e-6 && x <= 650 + 1e-6 && y >= 250 - 1e-6).toBe(true);
      }
    }
    expect(resolveRows(BACKWARDS, SET, withDrawIn(0))).toBeNull();
  });
  it('are nothing to stitch in an area that leaves no room', () => {
    const area = { insideBorder: true, fromRegionId: 'border-bottom', leaveOut: [] };
    const none = resolve({ area });
    expect([none.placed.bed.length, none.totals.stitches]).toEqual([0, 0]);
    expect(rowChoices(WAVE, { ...SET, area }, withDrawIn(0))).toEqual([]);
    expect(checkRows({ ...SET, area }, none, { x: 0, y: 0 }, GENERIC_FRAME)[0]!.code).toBe('nothingToStitch');
  });
  it('beyond a hard stop are told of, and are neither run nor pass', () => {
    const change = {
      numbers: { ...SET.numbers, rows: 60 },
      area: { insideBorder: true, fromRegionId: null, leaveOut: [] },
    };
    const { rows, runs, bands, ...rest } = resolve(change);
    const beyond = rows.filter((row) => row.top >= 800);
    expect(beyond.length).toBeGreaterThan(3);
    expect(rows.filter(({ pass }) => pass === null)).toEqual(beyond);
    expect(runs.every((run) => run.runs.length > 0)).toBe(true);
    expect([runs.length, bands.length]).toEqual([60 - beyond.length, 60 - beyond.length]);
    const problems = checkRows({ ...SET, ...change }, { rows, runs, bands, ...rest }, { x: 0, y: 0 }, GENERIC_FRAME);
    expect(problems.filter(({ code }) => code === 'nothingToStitch').map(({ subject }) => subject)).toEqual(
      beyond.map(({ row }) => ({ kind: 'rowSet', id: 'w', row })),
    );
  });
  it('have points to line up on: one in each third, measured from the edges', () => {
    const { rows, placed } = resolve({}, withDrawIn(0.02));
    const found = rowLandmarks(rows[1]!, placed);
    expect(found.map(({ kind }) => kind)).toEqual(['low point', 'low point', 'low point']);
    for (const { at } of found) expect(at.y).toBeCloseTo(rows[1]!.top + rows[1]!.height, 1);
    expect(found[0]!.at.x).toBeLessThan(700 / 3);
    expect(found[2]!.at.x).toBeGreaterThan((2 * 686) / 3 - 20);
  });
});

describe('answers for a quilt', () => {
  it('are solved in its finished length, and a pull keeps the sum', () => {
    const plan = withDrawIn(0.015);
    const [best] = rowChoices(WAVE, SET, plan);
    expect(best!.resolved.bottom).toBeCloseTo(best!.numbers.margin, 2);
    const pulled = pulledNumbers(WAVE, { ...SET, numbers: best!.numbers }, plan, 'clearance', 15)!;
    const laid = resolve({ numbers: pulled }, plan);
    expect(laid.bottom).toBeCloseTo(pulled.margin, 2);
    expect(rowChoices(BACKWARDS, SET, plan)).toEqual([]);
  });
});

describe('time and thread', () => {
  it('are what the stand-in takes: within 5 and 3 percent on its cloth', () => {
    const { runs } = resolve({ stitch: { stitchesPerInch: 11, tieOff: 'short' } });
    const [run] = runs;
    const profile = standInProfile(() => 0);
    const onFrame = applyToPolyline([0.99, 0.002, -0.002, 0.988, 70, 45], run!.runs[0]!);
    const start = pointOf(onFrame, 0);
    let head = { ...newHead(), at: start };
    for (const command of [
      { type: 'load', run: 'r', advance: 0, points: [...onFrame], from: 0 },
      { type: 'bobbinThread' },
      { type: 'start' },
    ] as const)
      head = commandHead(head, command, profile).head;
    let seconds = 0;
    while (head.motion && seconds < 1000) {
      head = advanceHead(head, 0.016).head;
      seconds += 0.016;
    }
    expect(head.stroke!.stitch).toBe(pointCount(onFrame) - 1);
    expect(Math.abs(seconds / run!.totals.seconds - 1)).toBeLessThan(0.05);
    expect(Math.abs((BOBBIN_LENGTH - head.bobbin) / run!.totals.thread - 1)).toBeLessThan(0.03);
  });
  it('change the bobbin at row ends, inside a row only when one can’t last', () => {
    expect(bobbinChanges([30, 30, 30, 30], 100)).toEqual([{ row: 3, inside: false }]);
    expect(bobbinChanges([10, 150, 10], 100)).toEqual([
      { row: 1, inside: false },
      { row: 1, inside: true },
    ]);
    expect(bobbinChanges([], 100)).toEqual([]);
  });
  it('never run a bobbin out where a change was possible', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 260 }), { maxLength: 30 }), (threads) => {
        const changes = bobbinChanges(threads, 100);
        let left = 100;
        threads.forEach((thread, row) => {
          const own = changes.filter((change) => change.row === row);
          if (own.some((change) => !change.inside)) left = 100;
          const inside = own.filter((change) => change.inside).length;
          expect(left + 100 * inside).toBeGreaterThanOrEqual(thread);
          // Inside a row only when it alone takes more than a bobbin.
          if (inside > 0) expect(thread * 1.03).toBeGreaterThan(100);
          left = left + 100 * inside - thread * 1.03;
        });
      }),
    );
  });
});

describe('checks of rows', () => {
  const middle: Point = { x: 350, y: 450 };
  const codes = (change: Partial<RowSetRecord>, strokes: Float64Array[] = WAVE): string[] => {
    const set = { ...SET, ...change };
    const resolved = resolveRows(strokes, set, withDrawIn(0));
    return checkRows(set, resolved, middle, GENERIC_FRAME).map((one) => `${one.severity} ${one.code}`);
  };
  const moved = (down: number) => [{ row: 2, down, along: 0, scale: 1, dropped: false }];
  it('tell what is wrong, and what a row moved by hand does', () => {
    expect(codes({})).toEqual([]);
    expect(codes({}, BACKWARDS)).toEqual(['mend cannotRepeat']);
    expect(checkRows(SET, undefined, middle, GENERIC_FRAME)[0]!.code).toBe('missingDesign');
    expect(codes({ exceptions: moved(5) })).toEqual(['know rowsNear']);
    expect(codes({ exceptions: moved(40) })).toEqual(['mend rowsOverlap']);
    expect(codes({ numbers: { ...SET.numbers, margin: -8 } })).toEqual(['know overEdge']);
    expect(codes({ numbers: { ...SET.numbers, rows: 0 } })).toEqual(['mend nothingToStitch']);
    expect(codes({ numbers: { ...SET.numbers, rows: 1, scale: 17 } })).toContain('mend outOfReach');
  });
  it('tell of patches that rows lie over, though they hold a design of their own', () => {
    const filled = Object.values(newPlan('Harbour Lights', GRID).regions).filter((one) => /^(A1|A4)$/.test(one.name));
    const over = (change: Partial<RowSetRecord['area']>) => {
      const set = { ...SET, area: { ...SET.area, ...change } };
      return checkRows(set, resolveRows(WAVE, set, withDrawIn(0)), middle, GENERIC_FRAME, filled);
    };
    // Six rows end above the last blocks.
    expect(over({})).toMatchObject([
      { code: 'rowsOverPatch', amount: 1, remedy: { kind: 'leaveOut', regionIds: ['block-1-1'] } },
    ]);
    expect(over({ leaveOut: ['block-1-1'] })).toEqual([]);
  });
  it('find a gap wider than the batting allows', () => {
    const density = densityOf([Float64Array.of(0, 100, 400, 100)], { width: 400, length: 300 }, [])!;
    const batting = { ...usualBatting('wool'), widestGap: 150 };
    expect(checkDensity('w', density, batting)).toMatchObject([{ code: 'wideGap', severity: 'mend' }]);
    expect(checkDensity('w', density, { ...batting, widestGap: 250 })).toEqual([]);
  });
  it('know how a quilt lies and what its batting takes up', () => {
    const lie = loadingMap('turned', GRID);
    expect(applyToPoint(lie, { x: 0, y: 0 })).toEqual({ x: 900, y: 0 });
    expect(applyToPoint(inverse(lie), { x: 900, y: 0 })).toEqual({ x: 0, y: 0 });
    expect(expectedDrawIn('wool', 25.4)).toBe(0.018);
    expect(expectedDrawIn('wool', 25.4 / 4)).toBe(0.03);
    expect(expectedDrawIn('cotton', 25.4 * 100)).toBe(0.005);
  });
});
