import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { pointOf, polyline } from '../geometry/polyline.ts';
import { type Asked, type BorderWay, borderWays, runsOf, wayOf } from './answers.ts';
import { BORDER_WISHES, type BorderStretch } from './border-set.ts';
import { layBorder } from './lay-border.ts';
import { borderRoom } from './room.ts';

/** A zigzag of two teeth that runs on, 60 long and 20 deep; a bracket that turns a corner; two lines that don't join. */
const TEETH = [polyline([0, 10, 20, 30, 40, 50, 60].map((x, i) => ({ x, y: i % 2 === 0 ? 20 : 0 })))];
const BRACKET = [polyline([{ x: 0, y: 0 }, { x: 20, y: 0 }, { x: 20, y: 20 }])]; // prettier-ignore
const APART = [polyline([{ x: 0, y: 0 }, { x: 20, y: 20 }]), polyline([{ x: 40, y: 0 }, { x: 60, y: 20 }])]; // prettier-ignore

const ROOM = borderRoom(
  makeMap(plainGrid({ across: 1, down: 1, blockWidth: 900, blockHeight: 700, sashing: 0 }), [evenBorder(46)]),
  { border: 0, over: 1, clear: { outer: 0, inner: 0 } },
  6,
)!;
const ASKED: Asked = { stance: 'round', stretch: 'evenly', wish: 'stretch', pinned: [], stones: true };
const DESIGNS = { lines: TEETH, corner: BRACKET };

describe('the ways to work a border', () => {
  /** What each wish wants little of. */
  const measures: Readonly<Record<(typeof BORDER_WISHES)[number], (way: BorderWay) => number>> = {
    stretch: ({ counts }) => counts.worst,
    alike: ({ counts }) => counts.spread,
    size: ({ scale, counts }) =>
      Math.max(Math.abs(Math.log(scale)), ...counts.sides.map(({ stretch }) => Math.abs(scale * (1 + stretch) - 1))),
    whole: ({ corners }) => Number(corners === 'mitre'),
    cuts: runsOf,
  };
  it.each(BORDER_WISHES)('come in the order of what matters: %s', (wish) => {
    const found = borderWays(ROOM, DESIGNS, { ...ASKED, wish }).map(measures[wish]);
    expect(found.length).toBeGreaterThan(4);
    found.slice(1).forEach((measure, i) => expect(measure).toBeGreaterThanOrEqual(found[i]! - 1e-9));
  });

  it('leave out cornerstones that aren’t there, and corners without a design', () => {
    const schools = (designs: typeof DESIGNS | { lines: typeof TEETH; corner: null }, stones: boolean) =>
      new Set(borderWays(ROOM, designs, { ...ASKED, stones, wish: 'whole' }).map(({ corners }) => corners));
    expect(schools({ ...DESIGNS, corner: null }, false).has('cornerDesign')).toBe(false);
    expect(schools({ ...DESIGNS, corner: null }, false).has('cornerstone')).toBe(false);
    expect(schools(DESIGNS, true).has('cornerstone')).toBe(true);
  });

  it('tell how many lines go round', () => {
    const runs = (lines: typeof TEETH, corners: 'pinwheel' | 'cornerDesign') => {
      const way = wayOf(ROOM, { lines, corner: BRACKET }, ASKED, { corners, through: 'ends', fill: 1 })!;
      return [runsOf(way), way.counts.sides.reduce((sum, { count }) => sum + count, 0)];
    };
    expect(runs(TEETH, 'pinwheel')[0]).toBe(4);
    // Each corner's line goes on in both its sides: all is one.
    expect(runs(TEETH, 'cornerDesign')[0]).toBe(1);
    const [apart, repeats] = runs(APART, 'pinwheel');
    expect(apart).toBe(2 * repeats!);
  });

  it('have none where a side has no room for one repeat', () => {
    expect(wayOf(ROOM, DESIGNS, { ...ASKED, pinned: [{ side: 'top', count: 40 }] }, { corners: 'pinwheel', through: 'ends', fill: 1 })).toBeNull(); // prettier-ignore
    const flat = { lines: [polyline([{ x: 0, y: 0 }, { x: 60, y: 0 }])], corner: null }; // prettier-ignore
    expect(borderWays(ROOM, flat, ASKED)).toEqual([]);
  });
});

describe('what gives way', () => {
  /** Where repeats of the top begin, and where the last ends: a strip of 980, repeats of 120. */
  const begins = (stretch: BorderStretch, count: number): number[] => {
    const asked = { ...ASKED, stretch, pinned: [{ side: 'top', count }] } as const;
    const way = wayOf(ROOM, DESIGNS, asked, { corners: 'deadEnd', through: 'ends', fill: 1 })!;
    const top = layBorder(way, stretch).filter(({ side }) => side === 'top');
    const at = (line: Float64Array, end: 0 | -1): number => Math.round(10 * (pointOf(line, end).x - 6)) / 10;
    return [...top.map(({ lines }) => at(lines[0]!, 0)), at(top.at(-1)!.lines[0]!, -1)];
  };
  it('is every repeat, the room between them, or the middle one', () => {
    expect(begins('evenly', 8)).toEqual([0, 122.5, 245, 367.5, 490, 612.5, 735, 857.5, 980]);
    // 980 − 7 × 120 are 140, parted in six.
    expect(begins('spacers', 7)).toEqual([0, 143.3, 286.7, 430, 573.3, 716.7, 860, 980]);
    // The fifth of eight takes up the twenty that are left.
    expect(begins('middle', 8)).toEqual([0, 120, 240, 360, 480, 620, 740, 860, 980]);
  });
});
