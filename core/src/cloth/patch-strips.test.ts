import { describe, expect, it } from 'vitest';
import { PLAIN_BLOCKS } from './blocks.ts';
import { patchesIn } from './cells.ts';
import { mapPatches, makeMap } from './quilt-map.ts';
import { type PatchStrip, stripKinds } from './patch-strips.ts';
import { plainGrid } from './settings/grid.ts';
import type { Setting } from './settings/settings.ts';

/** 3 by 2 blocks of 200 by 160, 20 apart. */
const GRID = plainGrid({ across: 3, down: 2, blockWidth: 200, blockHeight: 160, sashing: 20 });
const kindsOn = (setting: Setting, clear = 0) => stripKinds(mapPatches(makeMap(setting, [])), clear);
const about = ({ name, start, along, length, depth, patches }: PatchStrip) => [
  name,
  [start.x, start.y, along.x, along.y],
  [length, depth],
  patches.length,
];
const close = (numbers: readonly number[]) => numbers.map((n): unknown => expect.closeTo(n, 6));

describe('strips of patches', () => {
  it('are the sashing from end to end, with the cornerstones in it', () => {
    const [down, across] = kindsOn(GRID);
    expect([down!.id, down!.name]).toEqual(['sashing-v', 'sashing down']);
    // Down, what is across it lies to the left: it begins at its upper right corner.
    expect(down!.strips.map(about)).toEqual([
      ['sashing strip 1 down', [220, 0, 0, 1], [340, 20], 2],
      ['sashing strip 2 down', [440, 0, 0, 1], [340, 20], 2],
    ]);
    expect(across!.strips.map(about)).toEqual([['sashing strip 1 across', [0, 160, 1, 0], [640, 20], 3]]);
    expect(down!.strips.every(({ cells }) => cells === null)).toBe(true);
  });

  it('end where another strip runs through', () => {
    const [down, across] = kindsOn({ ...GRID, cornerstones: false });
    expect(down!.strips.map(({ length }) => length)).toEqual([160, 160, 160, 160]);
    expect(across!.strips.map(({ length, patches }) => [length, patches.length])).toEqual([[640, 1]]);
    expect(kindsOn({ ...GRID, sashing: 0 })).toEqual([]);
  });

  it('run aslant between blocks on point, each as long as its whole patches', () => {
    const setting = { across: 3, down: 2, block: 100, sashing: 10, edge: 'triangles', blocks: PLAIN_BLOCKS } as const;
    const kinds = kindsOn({ kind: 'on-point', ...setting });
    expect(kinds.map(({ id }) => id)).toEqual(['sashing-r', 'sashing-l', 'triangles-setting']);
    const [right] = kinds;
    expect(right!.name).toBe('sashing up to the right');
    const half = Math.SQRT1_2;
    for (const { along, depth, length, patches } of right!.strips) {
      expect([along.x, along.y, depth]).toEqual(close([half, -half, 10]));
      // Blocks and the cornerstones between.
      expect(length).toBeCloseTo(110 * patches.length - 10, 6);
    }
  });

  it('are rows of setting triangles, each with its base and its point', () => {
    const setting = { across: 3, down: 2, block: 100, sashing: 0, edge: 'triangles', blocks: PLAIN_BLOCKS } as const;
    const [rows] = kindsOn({ kind: 'on-point', ...setting });
    expect([rows!.name, rows!.strips.map(({ patches }) => patches.length)]).toEqual([
      'setting triangles',
      [1, 2, 2, 1].filter((n) => n > 1),
    ]);
    const base = 100 * Math.SQRT2;
    const top = rows!.strips.find(({ start: { y }, along }) => along.y === 0 && Math.abs(y) < 1e-6)!;
    // Along the top edge bases touch, and the points are below.
    expect(top.cells!.map(({ isUp }) => isUp)).toEqual([false, false]);
    expect(top.cells!.flatMap(({ from, to }) => [from, to])).toEqual(close([0, base, base, 2 * base]));
    expect(top.depth).toBeCloseTo(base / 2, 6);
    // 10 mm clear of each edge: the base loses 10 / tan 22.5° at either end.
    const clear = kindsOn({ kind: 'on-point', ...setting }, 10)[0]!.strips.find(
      ({ start }) => Math.abs(start.y) < 1e-6,
    )!;
    const left = 10 / Math.tan(Math.PI / 8);
    expect(clear.cells![0]).toEqual({
      ...{ from: expect.closeTo(left, 6) as number, to: expect.closeTo(base - left, 6) as number },
      ...{ top: expect.closeTo(10, 6) as number, bottom: expect.closeTo(base / 2 - 10 * Math.SQRT2, 6) as number },
      isUp: false,
    });
  });

  it('are rows of triangles point up and point down in turn', () => {
    const setting = { kind: 'triangles', across: 3, down: 1, block: 100, blocks: PLAIN_BLOCKS } as const;
    const [row] = kindsOn(setting);
    expect(row!.id).toBe('triangles-block');
    // Half ones at either end are no triangles of the row.
    expect(row!.strips[0]!.cells!.map(({ from, isUp }) => [Math.round(from), isUp])).toEqual([
      [0, true],
      [50, false],
      [100, true],
      [150, false],
      [200, true],
    ]);
    expect(row!.strips[0]!.start.x).toBeCloseTo(0, 6);
  });

  it('are of rectangles and triangles only', () => {
    const ring = [
      { x: 0, y: 0 },
      { x: 90, y: 0 },
      { x: 80, y: 20 },
      { x: 0, y: 20 },
    ];
    const cut = patchesIn(
      [{ id: 's', kind: 'sashing', name: 's', family: 'sashing-v', print: 0, ring }],
      { width: 100, length: 100 },
      { x: 0, y: 0 } as never,
    );
    expect(stripKinds(cut)).toEqual([]);
  });
});
