import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fullReach, GENERIC_FRAME, mountedAt, reachAfter, rollRadius, usableReach } from './frame-profile.ts';
import { type Band, planPasses } from './plan-passes.ts';

describe('the roll', () => {
  it('grows by the area of the cloth on it, and takes that from the reach', () => {
    const measured = { poleRadius: 26, leader: 4, thickness: Math.PI, throat: 700, foot: 50, clamps: 50 };
    const frame = { ...GENERIC_FRAME, ...measured };
    // (26 + 4)² + 1600 = 50²
    expect([rollRadius(frame, 0), rollRadius(frame, 1600)]).toEqual([30, 50]);
    expect([reachAfter(frame, 0), reachAfter(frame, 1600), reachAfter(frame, -5)]).toEqual([570, 550, 570]);
    // 30² + 2700 = 60²: from 50 on the neck meets the roll, and each further millimetre is lost twice.
    expect(reachAfter(frame, 2700)).toBe(550 - 10 - 10);
    expect(fullReach(GENERIC_FRAME)).toBe(640);
    expect(usableReach({ ...frame, room: 20 }, 1600)).toBe(510);
    // Rolled by 1600 the roll is 20 mm fatter: the first line lies that and the free room before the bare pole.
    expect(mountedAt({ ...frame, side: 7, room: 25 }, 1600)).toEqual({ x: 7, y: 25 + 20 - 1600 });
  });
});

describe('passes', () => {
  const plain = (reach: number) => (): number => reach;
  const rows = [0, 30, 60, 90].map((top) => ({ top, bottom: top + 40 }));
  const bottoms = rows.flatMap(({ bottom }) => [bottom, bottom]);
  it('by hand: as many rows as fit, each next pass reaching back to the last row’s low points', () => {
    expect(planPasses(rows, bottoms, plain(100)).windows).toEqual([
      { from: 0, to: 100, runs: [0, 1, 2], shared: 0 },
      // Row 4 starts at 90, above the low points of row 3 at 100.
      { from: 90, to: 190, runs: [3], shared: 2 },
    ]);
    const apart = [0, 50, 100].map((top) => ({ top, bottom: top + 40 }));
    const low = apart.flatMap(({ bottom }) => [bottom, bottom]);
    expect(planPasses(apart, low, plain(60)).windows.map(({ from, runs }) => [from, runs])).toEqual([
      [0, [0]],
      [40, [1]],
      [90, [2]],
    ]);
  });
  it('count the roll: the same rows need another pass on a fat one', () => {
    const tall = Array.from({ length: 9 }, (_, i) => ({ top: 100 * i, bottom: 100 * i + 100 }));
    expect(planPasses(tall, [], plain(300)).windows).toHaveLength(3);
    expect(planPasses(tall, [], (rolled) => 300 - rolled / 20).windows.length).toBeGreaterThan(3);
  });
  it('name runs deeper than any pass, and go without landmarks where none are left', () => {
    expect(
      planPasses(
        [
          { top: 0, bottom: 200 },
          { top: 10, bottom: 60 },
        ],
        [],
        plain(100),
      ),
    ).toEqual({
      windows: [{ from: 10, to: 110, runs: [1], shared: 0 }],
      tooDeep: [0],
    });
    expect(planPasses([], [1, 2], plain(100))).toEqual({ windows: [], tooDeep: [] });
    // Two landmarks at the very top would hold the cloth for ever.
    const stuck = planPasses(
      [
        { top: 0, bottom: 90 },
        { top: 80, bottom: 160 },
      ],
      [0, 0],
      plain(100),
    );
    expect(stuck.windows.map(({ from, shared }) => [from, shared])).toEqual([
      [0, 0],
      [80, 0],
    ]);
  });
  it('are as few as any other choice of windows needs', () => {
    const band = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 5, max: 60 }));
    let ofSeveral = 0;
    fc.assert(
      fc.property(
        fc.array(band, { minLength: 2, maxLength: 7 }),
        fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 20, maxLength: 40 }),
        (bands, off) => {
          const landmarks = off.map((by, i) => (360 * i) / off.length + by);
          const runs = bands.map(([top, height]): Band => ({ top, bottom: top + height }));
          const reachAt = (rolled: number): number => 110 - rolled / 12;
          const { windows, tooDeep } = planPasses(runs, landmarks, reachAt);
          expect(tooDeep).toEqual([]);
          expect(windows.flatMap((one) => one.runs).sort((a, b) => a - b)).toEqual(runs.map((_, i) => i));
          // Where landmarks run out there is nothing to compare with.
          if (windows.slice(1).some((one) => one.shared < 2)) return;
          if (windows.length > 1) ofSeveral++;
          expect(windows).toHaveLength(fewest(runs, landmarks, reachAt));
        },
      ),
      { numRuns: 300, seed: 7 },
    );
    // One pass is soon compared.
    expect(ofSeveral).toBeGreaterThan(150);
  });
});

/** Tries every start that matters: window by window, downwards, until every run has been in one. */
function fewest(runs: readonly Band[], landmarks: readonly number[], reachAt: (rolled: number) => number): number {
  const starts = [...new Set([...runs.map((run) => run.top), ...landmarks])].sort((a, b) => a - b);
  let states = new Map<string, { left: readonly Band[]; from: number; to: number }>();
  const add = (left: readonly Band[], from: number, into: typeof states): void => {
    const to = from + reachAt(from);
    const rest = left.filter((run) => run.top < from || run.bottom > to);
    into.set(`${from} ${rest.map((run) => `${run.top}-${run.bottom}`).join()}`, { left: rest, from, to });
  };
  for (const start of starts) add(runs, start, states);
  for (let passes = 1; ; passes++) {
    if ([...states.values()].some(({ left }) => left.length === 0)) return passes;
    const next: typeof states = new Map();
    for (const { left, from, to } of states.values()) {
      for (const start of starts) {
        const shared = landmarks.filter(
          (y) => y >= start && y >= from && y <= to && y <= start + reachAt(start),
        ).length;
        if (start > from && shared >= 2) add(left, start, next);
      }
    }
    if (next.size === 0) return Infinity;
    states = next;
  }
}
