import fc from 'fast-check';
import { expect, it } from 'vitest';
import { lengthOf, pointOf, type Polyline } from '../geometry/polyline.ts';
import { clothPoint } from '../geometry/point.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { type KeptArea, maskArea } from './area.ts';
import { cutLines } from '../geometry/cut-lines.ts';
import { type Mask, maskOf } from './mask.ts';
import { middleOf } from './mask-ways.ts';
import type { JoinedRun } from './joined-run.ts';
import { rejoin, type Rejoined, type Surroundings } from './rejoin.ts';
import { JOINS_BY, type RejoinRule, USUAL_REJOIN } from './rejoin-rule.ts';
import { BY_SEAM } from '../tolerances.ts';
import { seamsOf } from './seams.ts';
import { staysClear } from './stays-clear.ts';
import { blob, box, star, zigzag } from './test/shapes.ts';

const masked = (rings: Rings, clearance = 0, keep: KeptArea['keep'] = 'out'): Mask =>
  maskOf(maskArea([{ rings, clearance, keep }])!);
const joined = (
  lines: readonly Polyline[],
  mask: Mask,
  rule: Partial<RejoinRule> = {},
  about?: Surroundings,
): Rejoined => rejoin(cutLines(lines, mask), mask, { ...USUAL_REJOIN, ...rule }, about);
const total = (lines: readonly Polyline[]): number => lines.reduce((sum, line) => sum + lengthOf(line), 0);
const linkLine = ({ line }: JoinedRun, { from, to }: JoinedRun['links'][number]): Polyline =>
  line.subarray(2 * from, 2 * to + 2);

const SQUARE = masked([box(10, 10, 20, 20)]);
/** Two lines across the square, from left to right and back. */
const TWICE = Float64Array.of(0, 13, 30, 13, 30, 17, 0, 17);

it('goes along the edge from where a line was cut to where it goes on, with no other points than its corners', () => {
  const { runs, added, doubled, bound } = joined([Float64Array.of(0, 12, 30, 12)], SQUARE);
  expect(runs.map(({ line }) => Array.from(line))).toEqual([[0, 12, 10, 12, 10, 10, 20, 10, 20, 12, 30, 12]]);
  expect([added, doubled, bound]).toEqual([14, 0, 1]);
  expect(runs[0]!.links).toEqual([{ kind: 'edge', from: 1, to: 4, again: false }]);
});

it('joins by the shortest stretches of the edge in one run', () => {
  const { runs, added, doubled } = joined([TWICE], SQUARE);
  // In by one line at the left, 4 along the edge, out by the other and back, 16 round to the right: less than 16 above and 16 below.
  expect([runs.length, added, doubled]).toEqual([1, 20, 10]);
  expect(joined([TWICE], SQUARE, { by: 'leastDoubled' })).toMatchObject({ added: 32, doubled: 0 });
});

it('goes round the other way where a link is forbidden, and with cuts where nothing is left', () => {
  const line = Float64Array.of(0, 12, 30, 12);
  const first = joined([line], SQUARE).runs[0]!;
  const middle = (run: JoinedRun) => {
    const { x, y } = middleOf(linkLine(run, run.links[0]!));
    return clothPoint(x, y);
  };
  const second = joined([line], SQUARE, { forbidden: [middle(first)] });
  expect([second.runs.length, second.added]).toEqual([1, 26]);
  const forbidden = [middle(first), middle(second.runs[0]!)];
  expect(joined([line], SQUARE, { forbidden }).runs.length).toBe(2);
});

it('starts and ends where that is asked for, in the middle of a line too', () => {
  const { runs } = joined([TWICE], SQUARE, { start: clothPoint(5, 14), end: clothPoint(30, 15) });
  expect([pointOf(runs[0]!.line, 0), pointOf(runs[0]!.line, -1)]).toEqual([{ x: 5, y: 13 }, { x: 30, y: 15 }]); // prettier-ignore
  // The left end and the stretch to where it starts are gone over.
  expect(runs.length).toBe(1);
});

it('leaves crumbs out and lists them, but not a short line that was never cut', () => {
  const { crumbs, runs } = joined([Float64Array.of(9, 12, 30, 12), Float64Array.of(0, 0, 0, 1)], SQUARE, {
    by: 'edge',
  });
  expect(crumbs.map((line) => Array.from(line))).toEqual([[9, 12, 10, 12]]);
  expect(runs.map(({ line }) => lengthOf(line))).toEqual([10, 1]);
});

it('hops to what is enclosed, or leaves it out', () => {
  const ring = masked([box(10, 10, 40, 40), box(20, 20, 30, 30)]);
  const line = Float64Array.of(0, 25, 50, 25);
  expect(joined([line], ring).runs.map(({ line: run }) => lengthOf(run))).toEqual([80, 10]);
  const without = joined([line], ring, { enclosed: 'leaveOut' });
  expect([without.runs.length, without.enclosed.map(lengthOf)]).toEqual([1, [10]]);
});

it('goes over stitched lines to one that crosses, and straight to an end that is near enough', () => {
  const cross = [Float64Array.of(0, 5, 30, 5), Float64Array.of(4, 0, 4, 9)];
  const over = joined(cross, SQUARE, { by: 'stitched' });
  // Of the arms, 4, 4, 5 and 26 long, all but two must be gone back over.
  expect([over.runs.length, over.doubled]).toEqual([1, 8]);
  const two = [Float64Array.of(0, 0, 5, 0), Float64Array.of(8, 0, 9, 0)];
  expect(joined(two, SQUARE, { by: 'near', jump: 3 }).runs.length).toBe(1);
  expect(joined(two, SQUARE, { by: 'near', jump: 2.9 }).runs.length).toBe(2);
  // Not through what is kept out.
  expect(joined([Float64Array.of(0, 15, 30, 15)], SQUARE, { by: 'near', jump: 20 }).runs.length).toBe(2);
});

const along = (...lines: readonly Polyline[]): Surroundings => ({ within: null, seams: seamsOf(lines) });

it('goes along seams where that is shorter, if it may, and is joined by nothing else', () => {
  // A tall block in the way of two lines that go on at either side; a seam runs just below both, past the block.
  const [tall, line] = [masked([box(10, 10, 20, 200)]), Float64Array.of(0, 180, 30, 180)];
  const seams = [Float64Array.of(4, 0, 4, 204), Float64Array.of(4, 204, 26, 204), Float64Array.of(26, 0, 26, 204)];
  expect(joined([line], tall).added).toBe(50);
  expect(joined([line], tall, { seams: true }).added).toBe(50);
  const far = masked([box(10, 0, 20, 400)]);
  const by = { by: 'stitched', seams: true } as const;
  const only = joined([line], far, by, along(...seams));
  // The seam across is cut at the block: what is left of it leads nowhere.
  expect(only.runs.length).toBe(2);
  const past = joined([line], tall, by, along(...seams));
  expect([past.runs.length, past.added, past.doubled]).toEqual([1, 24 + 22 + 24, 8]);
  expect(past.runs[0]!.links.some(({ kind }) => kind === 'seam')).toBe(true);
});

it('starts and ends by a seam where the line comes by one, and else where it would', () => {
  const seam = along(Float64Array.of(25, 0, 25, 30));
  const ends = ({ runs }: Rejoined) =>
    [pointOf(runs[0]!.line, 0), pointOf(runs[0]!.line, -1)].map(({ x, y }) => [x, y]);
  const line = Float64Array.of(0, 12, 30, 12);
  expect(ends(joined([line], SQUARE))).toEqual([[0, 12], [30, 12]]); // prettier-ignore
  const hidden = ends(joined([line], SQUARE, { ends: 'bySeams' }, seam));
  expect(hidden.every(([x]) => Math.abs(x! - 25) <= BY_SEAM)).toBe(true);
  // Where it is asked for, it stays; where no seam is near, nothing changes.
  expect(ends(joined([line], SQUARE, { ends: 'bySeams', start: clothPoint(0, 12) }, seam))[0]).toEqual([0, 12]);
  expect(ends(joined([line], SQUARE, { ends: 'bySeams' }, along(Float64Array.of(0, 90, 30, 90))))).toEqual([[0, 12], [30, 12]]); // prettier-ignore
});

it('stitches all that is left once, continuously, clear of what is kept out, in no more runs than there must be', () => {
  const cases = fc.record({
    shape: fc.constantFrom<Rings>(
      [blob(100, 100, 50)],
      [star(90, 110, 70, 7)],
      [blob(60, 60, 30), blob(140, 120, 40, 5)],
      [blob(100, 100, 80, 5, 0.1), blob(100, 100, 50, 5, 0.1)],
    ),
    by: fc.constantFrom(...JOINS_BY),
    step: fc.constantFrom(7, 13.3, 21),
    clearance: fc.constantFrom(0, 3),
    crumb: fc.constantFrom(0, 4),
  });
  fc.assert(
    fc.property(cases, ({ shape, by, step, clearance, crumb }) => {
      const mask = masked(shape, clearance);
      const lines = [zigzag(200, step), Float64Array.of(-10, 31, 210, 140)];
      const kept = cutLines(lines, mask);
      const { runs, added, doubled, crumbs, bound } = rejoin(kept, mask, { ...USUAL_REJOIN, by, crumb });
      expect(runs.length).toBe(bound);
      const stitched = total(runs.map(({ line }) => line));
      const links = runs.flatMap((run) => run.links.map((link) => linkLine(run, link)));
      expect(stitched - total(links) + total(crumbs)).toBeCloseTo(total(kept.map(({ line }) => line)), 6);
      // Going beside itself is a little longer than the edge.
      expect(total(links)).toBeGreaterThan(added + doubled - 1e-6);
      expect(total(links)).toBeLessThan((added + doubled) * 1.1 + 2 * links.length + 1e-6);
      for (const link of links) expect(staysClear(link, mask)).toBe(true);
    }),
    { seed: 3, numRuns: 60 },
  );
});
