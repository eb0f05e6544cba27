import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { pullNumber, rankedAnswers, usualClearance } from './answers.ts';
import { contactGap } from './contact-gap.ts';
import { evenGap, widestGaps } from './even-gap.ts';
import { type RowKinds, rowKinds } from './lay-rows.ts';
import { ROW_SCHOOLS, type RowNumber, type RowNumbers } from './row-set.ts';
import type { RowTask } from './solve-rows.ts';

/** Loops of two circles a repeat, as rows have them: open within, hollow between. */
const loops = (period: number, radius: number): Float64Array[] => [
  polyline(
    Array.from({ length: 161 }, (_, i) => {
      const t = i / 160;
      const angle = Math.PI + 4 * Math.PI * t;
      return { x: period * t + radius * Math.cos(angle), y: radius * Math.sin(angle) };
    }),
  ),
];
const kindsOf = (shift = 0): RowKinds =>
  rowKinds(loops(80, 30), { join: { kind: 'spread', gap: 0 }, look: 'same', alternate: { look: 'same', shift } }, 1)!;

describe('ranked answers', () => {
  const kinds = kindsOf();
  it.each(ROW_SCHOOLS)('keep what matters when it is %s, the best first', (matters) => {
    const wish = { matters, clearance: 8, margin: 12, last: 'whole' } as const;
    const answers = rankedAnswers(kinds, 1500, wish);
    expect(answers.length).toBeGreaterThanOrEqual(3);
    expect(answers.length).toBeLessThanOrEqual(6);
    for (const answer of answers) {
      if (matters === 'height') expect(answer.scale).toBe(1);
      if (matters === 'clearance') expect(answer.clearance).toBe(8);
      if (matters === 'margins') expect(answer.margin).toBeCloseTo(12, 3);
      if (matters === 'even')
        expect(answer.clearance / answer.scale).toBeCloseTo(evenGap(kinds.first, kinds.second)!, 3);
    }
  });
  it('add up to the length, each of them', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ROW_SCHOOLS),
        fc.double({ min: 400, max: 3000, noNaN: true }),
        fc.double({ min: 2, max: 40, noNaN: true }),
        fc.double({ min: -10, max: 60, noNaN: true }),
        (matters, length, clearance, margin) => {
          for (const answer of rankedAnswers(kinds, length, { matters, clearance, margin, last: 'whole' })) {
            const gaps = answer.pitches.reduce((sum, pitch) => sum + pitch, 0);
            expect(answer.pitches).toHaveLength(answer.rows - 1);
            expect(Math.abs(answer.scale * kinds.height + gaps + 2 * answer.margin - length)).toBeLessThan(0.01);
          }
        },
      ),
      { seed: 1, numRuns: 25 },
    );
  });
  it.each(['cut', 'squeezed'] as const)(
    'with a last row that is %s hold as many whole rows as there is room for',
    (last) => {
      const answers = rankedAnswers(kinds, 1500, { matters: 'rows', clearance: 8, margin: 12, last });
      expect(answers.length).toBeGreaterThanOrEqual(3);
      for (const { scale, pitches, margin } of answers) {
        const left = 1500 - margin - scale * kinds.height - pitches.reduce((sum, pitch) => sum + pitch, 0);
        expect(margin).toBe(12);
        // Another row wouldn't fit whole, with its margin when it is squeezed.
        expect(left).toBeGreaterThanOrEqual(last === 'cut' ? -1e-3 : 12 - 1e-3);
        expect(left).toBeLessThan(Math.max(...pitches) + (last === 'cut' ? 1e-3 : 12 + 1e-3));
      }
    },
  );
  it('are none when not even one row fits', () => {
    const wish = { matters: 'height', clearance: 8, margin: 12, last: 'whole' } as const;
    expect(rankedAnswers(kinds, 10, wish).filter((answer) => answer.margin >= 12)).toEqual([]);
  });
});

describe('a number pulled by hand', () => {
  /** Rows like boxes 100 high. */
  const boxes: RowTask = { length: 1000, height: 100, pitches: (c) => ({ down: 100 + c, back: 100 + c }) };
  const NOW: RowNumbers = { rows: 8, scale: 1, clearance: 20, margin: 30 };
  const pull = (pulled: RowNumber, value: number, pins: readonly RowNumber[] = []): RowNumbers | null => {
    const found = pullNumber(boxes, NOW, pulled, value, { pins, last: 'whole' });
    const round = (v: number): number => Math.round(v * 1e3) / 1e3;
    return (
      found && {
        rows: found.rows,
        scale: round(found.scale),
        clearance: round(found.clearance),
        margin: round(found.margin),
      }
    );
  };
  it('moves the one that gives most easily', () => {
    // 9·100 + 8·c + 2·30 = 1000
    expect(pull('rows', 9)).toEqual({ rows: 9, scale: 1, clearance: 5, margin: 30 });
    // 8·110 + 7·c + 60 = 1000
    expect(pull('height', 1.1)).toEqual({ rows: 8, scale: 1.1, clearance: 8.571, margin: 30 });
    // 800 + 7·22 + 2·m = 1000
    expect(pull('clearance', 22)).toEqual({ rows: 8, scale: 1, clearance: 22, margin: 23 });
    // 800 + 7·c + 2·16 = 1000
    expect(pull('margin', 16)).toEqual({ rows: 8, scale: 1, clearance: 24, margin: 16 });
  });
  it('leaves what is pinned', () => {
    // 9·100·s + 8·20 + 60 = 1000
    expect(pull('rows', 9, ['clearance'])).toEqual({ rows: 9, scale: 0.867, clearance: 20, margin: 30 });
    // 9·100 + 8·20 + 2·m = 1000 would need a margin of −30.
    expect(pull('rows', 9, ['clearance', 'height'])).toBeNull();
    expect(pull('clearance', 22, ['margin'])).toEqual({ rows: 8, scale: 0.983, clearance: 22, margin: 30 });
    expect(pull('margin', 10, ['rows', 'height', 'clearance'])).toBeNull();
  });
  it('gives fewer rows when the height can’t be had otherwise', () => {
    expect(pull('height', 1.5, ['clearance'])).toMatchObject({ scale: 1.5, clearance: 20, rows: 6 });
  });
  it('with another row below fills from the top: as many whole rows as there is room for', () => {
    const rules = { pins: [], last: 'cut' } as const;
    expect(pullNumber(boxes, NOW, 'clearance', 40, rules)).toMatchObject({ rows: 7, clearance: 40, margin: 30 });
    const nine = pullNumber(boxes, NOW, 'rows', 9, rules)!;
    // 30 + 9·100 + 8·c = 1000
    expect(nine.clearance).toBeCloseTo(8.75, 3);
  });
});

describe('the even gap', () => {
  it('makes the widest gap between rows as wide as the one within', () => {
    const { first, second } = kindsOf(0.25);
    const gap = evenGap(first, second)!;
    const { within, between } = widestGaps(first, second, gap);
    expect(within).toBeGreaterThan(20);
    expect(Math.abs(between - within)).toBeLessThan(0.05);
    expect(usualClearance(kindsOf())).toBeGreaterThanOrEqual(6.35);
  });
  const wave = (at: (t: number) => Point, repeats: number): RowKinds =>
    rowKinds(
      [
        polyline(
          Array.from({ length: 100 * repeats + 1 }, (_, i) => {
            const p = at((i / 100) % 1);
            return { x: p.x + 60 * Math.floor(i / 100), y: p.y };
          }),
        ),
      ],
      { join: { kind: 'spread', gap: 0 }, look: 'same', alternate: { look: 'same', shift: 0 } },
      1,
    )!;
  it.each<[string, (t: number) => Point]>([
    ['a wave', (t) => ({ x: 60 * t, y: 20 * Math.cos(2 * Math.PI * t) })],
    ['a zigzag', (t) => ({ x: 60 * t, y: 80 * Math.abs(t - 0.5) })],
    [
      'loops much wider than they advance',
      (t) => ({ x: 60 * t - 110 * Math.sin(2 * Math.PI * t), y: 50 * Math.cos(2 * Math.PI * t) }),
    ],
  ])('and both gaps are the same however many repeats %s is told by, and as dense sampling finds them', (_, at) => {
    const [one, four] = [wave(at, 1), wave(at, 4)];
    const [a, b] = [widestGaps(one.first, one.second, 9), widestGaps(four.first, four.second, 9)];
    expect(a.within).toBeCloseTo(b.within, 3);
    expect(a.between).toBeCloseTo(b.between, 3);
    expect(evenGap(one.first, one.second)!).toBeCloseTo(evenGap(four.first, four.second)!, 1);
    // Every place of a fine grid by its distance to each of three rows, each of nine copies.
    const row = Array.from({ length: 901 }, (_, i) => {
      const p = at((i / 100) % 1);
      return { x: p.x + 60 * (Math.floor(i / 100) - 4), y: p.y };
    });
    const index = indexSegments([polyline(row)]);
    const down = contactGap(one.first, one.second, 9)!;
    const [top, bottom] = [Math.min(...row.map((p) => p.y)), Math.max(...row.map((p) => p.y))];
    let [within, between] = [0, 0];
    for (let x = 0; x < 60; x += 0.5) {
      for (let y = top; y < bottom + down; y += 0.5) {
        const [own, next, above, below] = [0, down, -down, 2 * down].map((dy) => index.distance(x, y - dy));
        if (y <= bottom) within = Math.max(within, Math.min(own!, y - top, bottom - y));
        // As far from the one as from the next, to what a step can be off.
        if (Math.abs(own! - next!) < 0.5) between = Math.max(between, Math.min(own!, next!, above!, below!));
      }
    }
    expect(Math.abs(a.within - 2 * within)).toBeLessThan(1);
    expect(Math.abs(a.between - 2 * between)).toBeLessThan(1);
  });
  it('is none for a row without height', () => {
    const flat = rowKinds(
      [Float64Array.of(0, 0, 50, 0)],
      { join: { kind: 'spread', gap: 0 }, look: 'same', alternate: { look: 'same', shift: 0 } },
      1,
    )!;
    expect(evenGap(flat.first, flat.second)).toBeNull();
  });
});
