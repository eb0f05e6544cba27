import { USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { checkDensity, checkRows } from '../checks/check-rows.ts';
import { expectedDrawIn, usualBatting } from '../cloth/batting.ts';
import { loadingMap } from '../cloth/loading.ts';
import { densityOf } from '../density/density.ts';
import { applyToPoint, applyToPolyline, inverse } from '../geometry/affine.ts';
import { clothPoint, distance, framePoint, loadedPoint } from '../geometry/point.ts';
import { boundsOf, lengthOf, pointCount, pointOf, pointIn, reversed } from '../geometry/polyline.ts';
import { learnCloth } from '../lineup/line-up.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { GENERIC_FRAME } from '../passes/frame-profile.ts';
import { GENERIC_MACHINE, type Machine } from '../passes/machine.ts';
import { commandHead, standInProfile } from '../simulate/head.ts';
import { newHead } from '../simulate/head-model.ts';
import { advanceHead } from '../simulate/head-motion.ts';
import { bobbinChanges } from '../stitch/bobbins.ts';
import { BOBBIN_LENGTH } from '../stitch/thread.ts';
import { clothOnFrame } from './cloth-on-frame.ts';
import { makeEvaluator } from './evaluate.ts';
import { piecesOf } from './pieces.ts';
import { newPlan, type PlanRecords, quiltOf } from './plan-document.ts';
import type { RowSetRecord } from './records.ts';
import { linesOnCloth } from './pipeline.ts';
import { rowsName } from './resolve-rows.ts';
import { askedRows, pulledNumbers, rowChoices } from './row-answers.ts';
import { rowSetBands } from './row-bands.ts';
import { resolvedRows } from './row-pieces.ts';

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
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
const MAP = makeMap(plainGrid({ across: 3, down: 4, blockWidth: 200, blockHeight: 200, sashing: 0 }), [evenBorder(50)]);
const withDrawIn = (drawIn: number, loading: 'upright' | 'turned' = 'upright'): PlanRecords => {
  const plan = newPlan('Harbour Lights', MAP);
  const quilt = { ...quiltOf(plan), batting: { ...usualBatting('cotton'), drawIn }, loading };
  return { ...plan, quilts: { quilt } };
};
const onMachine = (records: PlanRecords, machine: Machine): PlanRecords => ({
  ...records,
  quilts: { quilt: { ...quiltOf(records), machine } },
});
/** The plan with the rows on it, as queries see it. */
const planWith = (change: Partial<RowSetRecord> = {}, records = withDrawIn(0), design = WAVE) =>
  makeEvaluator((id) => (id === 'wave' ? design : undefined)).at({ ...records, rowSets: { w: { ...SET, ...change } } });
const resolve = (change: Partial<RowSetRecord> = {}, records = withDrawIn(0)) => {
  const plan = planWith(change, records);
  return { ...resolvedRows(plan, 'w')!, pieces: piecesOf(plan) };
};
const choices = (change: Partial<RowSetRecord> = {}, records = withDrawIn(0), design = WAVE) =>
  rowChoices(planWith({}, records, design), askedRows({ ...SET, ...change }), quiltOf(records).loading);

describe('rows worked out', () => {
  it('run back and forth, a piece each, and add up', () => {
    const { rows, pieces, totals, hang } = resolve();
    expect(pieces.map(({ id }) => id)).toEqual(rows.map((row) => `rowSets.w.${row.row + 1}`));
    pieces.forEach(({ needle }, i) => {
      const [line] = needle;
      expect(pointOf(line!, 0).x < pointOf(line!, -1).x).toBe(i % 2 === 0);
    });
    expect(totals.stitches).toBe(pieces.reduce((sum, piece) => sum + piece.totals.stitches, 0));
    expect(totals.cuts).toBe(5);
    expect(hang).toBeCloseTo(15, 6);
    expect(rowsName([2])).toBe('row 3');
  });
  it('are planned on the cloth so that draw-in brings them to their numbers', () => {
    const { rows, placed, bottom } = resolve({}, withDrawIn(0.02));
    expect([placed.bed.width, placed.bed.length, placed.drawnIn]).toEqual([700 * 0.98, 900 * 0.98, 18]);
    // The first row's top at 10 mm of the finished quilt is at 10/0.98 of the cloth.
    expect(boundsOf(linesOnCloth(rows[0]!.laid))!.minY).toBeCloseTo(10 / 0.98, 6);
    const last = rows.at(-1)!;
    expect(last.top + last.height + bottom).toBeCloseTo(882, 9);
  });
  it('join along the edge into one line a pass, which doubles nothing and leaves nothing out', () => {
    const apart = resolve();
    const joined = { sewing: { backAndForth: true, joined: true } };
    const { pieces, rows } = resolve(joined);
    expect(pieces.map(({ name, needle }) => [name, needle.length])).toEqual([['rows 1 to 6', 1]]);
    const lines = rows.flatMap(({ laid }) => linesOnCloth(laid));
    const across = lines.slice(1).map((line, i) => distance(pointOf(lines[i]!, -1), pointOf(line, 0)));
    const sum = lines.reduce((total, line) => total + lengthOf(line), 0) + across.reduce((a, b) => a + b, 0);
    expect(pieces[0]!.totals.length).toBeCloseTo(sum, 6);
    expect(rows.reduce((total, row) => total + row.totals.seconds, 0)).toBeCloseTo(pieces[0]!.totals.seconds, 6);
    expect(pieces[0]!.totals.thread).toBeGreaterThan(apart.totals.thread);
    // A pass ends the line: only rows within one reach are joined.
    const machine = { ...GENERIC_MACHINE, frame: { ...GENERIC_FRAME, throat: 220 } };
    const passes = resolve(joined, onMachine(withDrawIn(0), machine));
    expect(passes.pieces).toHaveLength(passes.passes);
    expect(passes.passes).toBeGreaterThan(1);
  });
  it('run down the quilt when it is loaded turned, and lie on the frame along the poles', () => {
    const plan = withDrawIn(0, 'turned');
    const { pieces, placed } = resolve({}, plan);
    const [line] = pieces[0]!.needle;
    expect([placed.bed.width, placed.bed.length]).toEqual([900, 700]);
    const box = boundsOf(pieces[0]!.needle)!;
    expect(box.maxY - box.minY).toBeCloseTo(930, 6);
    // The first row is at the quilt's left edge, which is stitched first.
    expect(box.minX).toBeCloseTo(10, 6);
    const lineUp = learnCloth([], clothOnFrame(quiltOf(plan))).lineUp(0);
    const [start, end] = [pointIn(line!, 0, clothPoint), pointIn(line!, -1, clothPoint)].map((p) => lineUp.toFrame(p));
    expect(end!.x - start!.x).toBeGreaterThan(900);
    expect(Math.abs(end!.y - start!.y)).toBeLessThan(41);
    expect(distance(lineUp.toCloth(lineUp.toFrame(clothPoint(120, 340))), clothPoint(120, 340))).toBeLessThan(1e-5);
  });
  it('start at a patch, stop at the border, and leave patches out', () => {
    const numbers = { ...SET.numbers, rows: 14 };
    const inside = resolve({
      numbers,
      area: { insideBorder: true, fromRegionId: 'block-1-2', leaveOut: ['block-2-3'] },
    });
    expect(inside.placed.bed).toMatchObject({ width: 600, length: 600, stops: true });
    expect(inside.placed.top).toBe(250);
    const holes = inside.pieces.flatMap(({ needle }) => needle);
    expect(holes.length).toBeGreaterThan(inside.rows.length);
    for (const line of holes) {
      for (let i = 0; i < pointCount(line); i++) {
        const { x, y } = pointOf(line, i);
        expect(x > 250 + 1e-6 && x < 450 - 1e-6 && y > 450 + 1e-6 && y < 650 - 1e-6).toBe(false);
        expect(x >= 50 - 1e-6 && x <= 650 + 1e-6 && y >= 250 - 1e-6).toBe(true);
      }
    }
    expect(resolvedRows(planWith({}, withDrawIn(0), BACKWARDS), 'w')).toBeNull();
    expect(resolvedRows(planWith({ designId: 'gone' }), 'w')).toBeUndefined();
  });
  it('are nothing to stitch in an area that leaves no room', () => {
    const area = { insideBorder: true, fromRegionId: 'border-bottom', leaveOut: [] };
    const none = resolve({ area });
    expect([none.placed.bed.length, none.totals.stitches]).toEqual([0, 0]);
    expect(choices({ area })).toEqual([]);
    expect(checkRows(planWith({ area }), 'w')[0]!.code).toBe('nothingToStitch');
  });
  it('beyond a hard stop are told of, and are neither run nor pass', () => {
    const change = {
      numbers: { ...SET.numbers, rows: 60 },
      area: { insideBorder: true, fromRegionId: null, leaveOut: [] },
    };
    const { rows, pieces } = resolve(change);
    const bands = rowSetBands(planWith(change), 'w', 'upright');
    const beyond = rows.filter((row) => row.top >= 800);
    expect(beyond.length).toBeGreaterThan(3);
    expect(rows.filter(({ pass }) => pass === null)).toEqual(beyond);
    expect(pieces.every(({ needle }) => needle.length > 0)).toBe(true);
    expect([pieces.length, bands.length]).toEqual([60 - beyond.length, 60 - beyond.length]);
    const problems = checkRows(planWith(change), 'w');
    expect(problems.filter(({ code }) => code === 'nothingToStitch').map(({ subject }) => subject)).toEqual(
      beyond.map(({ row }) => ({ kind: 'rowSet', id: 'w', row })),
    );
  });
});

describe('answers for a quilt', () => {
  it('are solved in its finished length, and a pull keeps the sum', () => {
    const plan = withDrawIn(0.015);
    const [best] = choices({}, plan);
    expect(best!.resolved.bottom).toBeCloseTo(best!.numbers.margin, 2);
    const pulled = pulledNumbers(planWith({}, plan), { ...SET, numbers: best!.numbers }, 'clearance', 15)!;
    const laid = resolve({ numbers: pulled }, plan);
    expect(laid.bottom).toBeCloseTo(pulled.margin, 2);
    expect(choices({}, plan, BACKWARDS)).toEqual([]);
  });
  it('say the passes of the frame that is planned for now', () => {
    const shallow = { ...GENERIC_MACHINE, frame: { ...GENERIC_FRAME, throat: 220 } };
    const evaluator = makeEvaluator(() => WAVE);
    const passes = (records: PlanRecords) => {
      const ask = (plan: Parameters<typeof rowChoices>[0]) => rowChoices(plan, askedRows(SET), 'upright');
      return evaluator.at(records).get(ask, null)[0]!.resolved.passes;
    };
    expect(passes(onMachine(withDrawIn(0), shallow))).toBeGreaterThan(passes(withDrawIn(0)));
  });
});

describe('time and thread', () => {
  it('are what the stand-in takes: within 5 and 3 percent on its cloth', () => {
    const [piece] = resolve({ stitch: { stitchesPerInch: 11, tieOff: 'short' } }).pieces;
    const profile = standInProfile(() => 0);
    const onFrame = applyToPolyline([0.99, 0.002, -0.002, 0.988, 70, 45], piece!.needle[0]!);
    const start = pointIn(onFrame, 0, framePoint);
    let head = { ...newHead(), at: start };
    for (const command of [
      { type: 'load', run: 'r', hash: 'h', stroke: 0, advance: 0, points: [...onFrame], from: 0 },
      { type: 'bobbinThread' },
      { type: 'start', run: 'r', hash: 'h' },
    ] as const)
      head = commandHead(head, command, profile).head;
    let seconds = 0;
    while (head.motion && seconds < 1000) {
      head = advanceHead(head, 0.016).head;
      seconds += 0.016;
    }
    expect(head.stroke!.stitch).toBe(pointCount(onFrame) - 1);
    expect(Math.abs(seconds / piece!.totals.seconds - 1)).toBeLessThan(0.05);
    expect(Math.abs((BOBBIN_LENGTH - head.bobbin) / piece!.totals.thread - 1)).toBeLessThan(0.03);
  });
  it('change the bobbin at row ends, inside a row only when one can’t last', () => {
    expect(bobbinChanges([30, 30, 30, 30], 100)).toEqual([{ piece: 3, inside: false }]);
    expect(bobbinChanges([10, 150, 10], 100)).toEqual([
      { piece: 1, inside: false },
      { piece: 1, inside: true },
    ]);
    expect(bobbinChanges([], 100)).toEqual([]);
  });
  it('never run a bobbin out where a change was possible', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 260 }), { maxLength: 30 }), (threads) => {
        const changes = bobbinChanges(threads, 100);
        let left = 100;
        threads.forEach((thread, row) => {
          const own = changes.filter((change) => change.piece === row);
          if (own.some((change) => !change.inside)) left = 100;
          const inside = own.filter((change) => change.inside).length;
          expect(left + 100 * inside).toBeGreaterThanOrEqual(thread);
          // Inside a row only when it alone takes more than a bobbin.
          if (inside > 0) expect(thread * 1.03).toBeGreaterThan(100);
          left = left + 100 * inside - thread * 1.03;
        });
      }),
      { seed: 1 },
    );
  });
});

describe('checks of rows', () => {
  const codes = (change: Partial<RowSetRecord>, design = WAVE): string[] =>
    checkRows(planWith(change, withDrawIn(0), design), 'w').map((one) => `${one.severity} ${one.code}`);
  const moved = (down: number) => [{ row: 2, down, along: 0, scale: 1, dropped: false }];
  it('tell what is wrong, and what a row moved by hand does', () => {
    expect(codes({})).toEqual([]);
    expect(codes({}, BACKWARDS)).toEqual(['mend cannotRepeat']);
    expect(codes({ designId: 'gone' })).toEqual(['mend missingDesign']);
    expect(codes({ exceptions: moved(5) })).toEqual(['know rowsNear']);
    expect(codes({ exceptions: moved(40) })).toEqual(['mend rowsOverlap']);
    expect(codes({ numbers: { ...SET.numbers, margin: -8 } })).toEqual(['know overEdge']);
    expect(codes({ numbers: { ...SET.numbers, rows: 0 } })).toEqual(['mend nothingToStitch']);
    expect(codes({ numbers: { ...SET.numbers, rows: 1, scale: 17 } })).toContain('mend outOfReach');
  });
  it('tell of patches that rows lie over, though they hold a design of their own', () => {
    const placements = Object.fromEntries(
      ['block-1-1', 'block-1-4'].map((id) => [id, { id, regionId: id, recipeId: 'r', parts: 1, own: {} }]),
    );
    const over = (change: Partial<RowSetRecord['area']>) =>
      checkRows(planWith({ area: { ...SET.area, ...change } }, { ...withDrawIn(0), placements }), 'w');
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
    const lie = loadingMap('turned', MAP.size);
    expect(applyToPoint(lie, clothPoint(0, 0))).toEqual({ x: 900, y: 0 });
    expect(applyToPoint(inverse(lie), loadedPoint(900, 0))).toEqual({ x: 0, y: 0 });
    expect(expectedDrawIn('wool', 25.4)).toBe(0.018);
    expect(expectedDrawIn('wool', 25.4 / 4)).toBe(0.03);
    expect(expectedDrawIn('cotton', 25.4 * 100)).toBe(0.005);
  });
});
