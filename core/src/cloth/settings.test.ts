import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clothPoint, type Point } from '../geometry/point.ts';
import { signedArea } from '../geometry/polygon.ts';
import { type Border, evenBorder, insideOf } from './border.ts';
import { STRAIGHT } from './edge-shape.ts';
import { type Blocks, PLAIN_BLOCKS } from './blocks.ts';
import { mapGraph } from './map-graph.ts';
import { makeMap, mapPatches, mapSizedTo, type QuiltMap } from './quilt-map.ts';
import type { Region } from './region.ts';
import { blockOf } from './settings/block-name.ts';
import { plainGrid } from './settings/grid.ts';
import { blockKindsOf, type Setting, type SettingOf } from './settings/settings.ts';
import { outlineOf } from './shape.ts';
import { anyMap } from './test/any-map.ts';
import { UNITS } from './units.ts';

const rings = (regions: readonly Region[]): (readonly Point[])[] => regions.map(({ shape }) => outlineOf(shape));
const areaOf = (regions: readonly Region[]): number => rings(regions).reduce((sum, ring) => sum + signedArea(ring), 0);
/** All measurements changed, all counts and kinds kept. What an edge cuts off of a block depends on how wide its sashing is beside it. */
const measuredAnew = ({ setting: one, borders }: QuiltMap): QuiltMap => {
  const measures = ['blockWidth', 'blockHeight', 'block', 'length', 'width', 'sashing'];
  const changed = Object.fromEntries(
    Object.entries(one).map(([key, value]) => [key, measures.includes(key) ? 1.37 * (value as number) : value as unknown]),
  ); // prettier-ignore
  return makeMap(
    changed as unknown as Setting,
    borders.map(({ corner, edge, ...sides }) => ({
      ...(Object.fromEntries(Object.entries(sides).map(([name, width]) => [name, 1.2 * width])) as typeof sides),
      ...{ corner, edge },
    })),
  );
};

const thousandths = (value: number): number => Math.round(1000 * value) || 0;

describe('any setting', () => {
  it('tiles the top exactly, each inner edge shared by two patches, names unique, ids kept whatever is measured', () => {
    fc.assert(
      fc.property(anyMap, ({ setting: one, borders }) => {
        const made = makeMap(one, borders);
        const patches = mapPatches(made);
        const { width, length } = made.size;
        expect(Math.abs(areaOf(patches) - width * length)).toBeLessThan(1e-6 * width * length);
        expect(new Set(patches.map(({ name }) => name)).size).toBe(patches.length);
        expect(new Set(patches.map(({ id }) => id)).size).toBe(patches.length);
        const { vertices, edges } = mapGraph(patches);
        // With areas that sum to the top's, edges that have two sides unless they lie on the top's own leave neither gap nor overlap.
        for (const { a, b, kind } of edges) {
          const [from, to] = [vertices[a]!.at, vertices[b]!.at];
          const onEdge = (['x', 'y'] as const).some((axis) =>
            [0, axis === 'x' ? width : length].some((at) => Math.max(Math.abs(from[axis] - at), Math.abs(to[axis] - at)) < 1e-3),
          ); // prettier-ignore
          expect(kind).toBe(onEdge ? 'edge' : 'seam');
        }
        const ids = patches.map(({ id }) => id);
        expect(mapPatches(measuredAnew(made)).map(({ id }) => id)).toEqual(ids);
      }),
      { numRuns: 500, seed: 14 },
    );
  });
  it('has families that are alike by shape', () => {
    fc.assert(
      fc.property(anyMap, ({ setting: one, borders }) => {
        const byFamily = new Map<string, string>();
        for (const { family, shape } of mapPatches(makeMap(one, borders))) {
          const [first, ...rest] = outlineOf(shape);
          const seen = rest.map((p) => `${thousandths(p.x - first!.x)} ${thousandths(p.y - first!.y)}`).join();
          const known = byFamily.get(family);
          // Sides across from each other may differ in width.
          if (!family.startsWith('border')) expect(known ?? seen).toBe(seen);
          byFamily.set(family, seen);
        }
      }),
      { numRuns: 200, seed: 15 },
    );
  });
  it('is solved from the finished size: the side that is asked for measures just that', () => {
    fc.assert(
      fc.property(anyMap, fc.constantFrom('width' as const, 'length' as const), ({ setting: one, borders }, along) => {
        expect(mapSizedTo(makeMap(one, borders), along, 5000).size[along]).toBeCloseTo(5000, 6);
      }),
      { numRuns: 200, seed: 16 },
    );
  });
});

const names = (one: Setting, borders: readonly Border[] = []): string[] =>
  mapPatches(makeMap(one, borders)).map(({ name }) => name);
const pieced = (change: Partial<Blocks>): Setting => ({
  ...plainGrid({ across: 3, down: 3, blockWidth: 100, blockHeight: 100, sashing: 0 }),
  blocks: { ...PLAIN_BLOCKS, ...change },
});

describe('blocks on point', () => {
  const ON_POINT: SettingOf<'on-point'> = {
    ...{ kind: 'on-point', across: 2, down: 2, block: 100, sashing: 0, edge: 'triangles' },
    blocks: PLAIN_BLOCKS,
  };
  it('have a row between, triangles along the sides and in the corners', () => {
    const { size } = makeMap(ON_POINT, []);
    expect(size.width).toBeCloseTo(200 * Math.SQRT2, 9);
    const patches = mapPatches(makeMap(ON_POINT, []));
    expect(patches.filter(({ kind }) => kind === 'block').map(({ name }) => name)).toEqual(['A1', 'B1', 'A2', 'A3', 'B3']);
    expect(patches.filter(({ kind }) => kind === 'setting').map(({ name }) => name)).toEqual([
      ...['top left setting triangle', 'top setting triangle 1', 'top right setting triangle'],
      ...['left setting triangle 1', 'right setting triangle 1'],
      ...['bottom left setting triangle', 'bottom setting triangle 1', 'bottom right setting triangle'],
    ]);
    const corner = patches.find(({ name }) => name === 'top left setting triangle')!;
    expect(signedArea(outlineOf(corner.shape))).toBeCloseTo(2500, 6);
    expect(patches.find(({ name }) => name === 'A1')!.shape[0]!.at).toEqual({ x: expect.closeTo(50 * Math.SQRT2, 9) as number, y: 0 });
  }); // prettier-ignore
  it('with half blocks at the edge are cut, pieces and all', () => {
    const half: Setting = { ...ON_POINT, edge: 'half-blocks', blocks: { ...PLAIN_BLOCKS, kinds: ['four-patch'] } };
    expect(names(half)).toContain('bottom of top half block 1');
    expect(names(half)).not.toContain('top of top half block 1');
  });
});

describe('blocks', () => {
  it('take turns like a board, by columns or rows, or round the middle, and may be of a kind of their own', () => {
    const kindsOf = (change: Partial<Blocks>): string =>
      mapPatches(makeMap(pieced({ kinds: ['plain', 'plain'], ...change }), []))
        .map(({ family }) => (family === 'block' ? 'a' : 'b'))
        .join('');
    expect(kindsOf({})).toBe('ababababa');
    expect(kindsOf({ turns: 'columns' })).toBe('abaabaaba');
    expect(kindsOf({ turns: 'rows' })).toBe('aaabbbaaa');
    expect(kindsOf({ turns: 'medallion' })).toBe('aaaabaaaa');
    expect(kindsOf({ own: [{ id: 'block-1-1', kind: 1 }] })).toBe('bbabababa');
  });
  it('of three kinds lie round a medallion in rings, and one that is beyond the kinds there are is of the last', () => {
    const five: Setting = { ...plainGrid({ across: 5, down: 5, blockWidth: 100, blockHeight: 100, sashing: 0 }), blocks: { kinds: ['plain', 'plain', 'plain'], turns: 'medallion', own: [{ id: 'block-1-1', kind: 7 }] } };
    const rows = mapPatches(makeMap(five, [])).map(({ family }) => (family === 'block' ? '1' : family.slice(-1)));
    expect(rows.join('')).toBe('31111' + '12221' + '12321' + '12221' + '11111');
  }); // prettier-ignore
  it('without cornerstones have strips from side to side between their rows', () => {
    const long: Setting = {
      ...plainGrid({ across: 2, down: 2, blockWidth: 100, blockHeight: 100, sashing: 10 }),
      cornerstones: false,
    };
    expect(names(long)).toEqual([
      ...['A1', 'sashing right of A1', 'B1', 'sashing below row 1'],
      ...['A2', 'sashing right of A2', 'B2'],
    ]);
  });
  it('in a brick setting are cut at the ends of every second row', () => {
    const brick: Setting = {
      ...{ kind: 'brick', across: 2, down: 2, blockWidth: 100, blockHeight: 50, sashing: 0 },
      blocks: PLAIN_BLOCKS,
    };
    const widths = mapPatches(makeMap(brick, [])).map(({ name, shape }) => [name, shape[1]!.at.x - shape[0]!.at.x]);
    expect(widths).toEqual([['A1', 100], ['B1', 100], ['A2', 50], ['B2', 100], ['C2', 50]]); // prettier-ignore
  });
  it('on point with sashing have strips and cornerstones named by the block above them', () => {
    const sashed: Setting = {
      ...{ kind: 'on-point', across: 2, down: 2, block: 100, sashing: 20, edge: 'triangles' },
      blocks: PLAIN_BLOCKS,
    };
    expect(names(sashed)).toEqual(
      expect.arrayContaining(['sashing lower right of A1', 'sashing lower left of B1', 'cornerstone below A1']),
    );
    expect(makeMap(sashed, []).size.width).toBeCloseTo(220 * Math.SQRT2, 9);
  });
  it('are taken apart into patches with names of where they lie', () => {
    const one: Setting = { ...plainGrid({ across: 1, down: 1, blockWidth: 120, blockHeight: 120, sashing: 0 }), blocks: { ...PLAIN_BLOCKS, kinds: ['flying-geese'] } };
    expect(names(one)).toEqual(['upper left of A1', 'top of A1', 'upper right of A1', 'lower left of A1', 'bottom of A1', 'lower right of A1']);
    // Each tiles the unit square.
    for (const parts of Object.values(UNITS))
      expect(parts.reduce((sum, { ring }) => sum + signedArea(ring.map(([x, y]) => ({ x, y }))), 0)).toBeCloseTo(parts.length === 0 ? 0 : 1, 12);
  }); // prettier-ignore
});

describe('the block that a patch is of', () => {
  const geese = pieced({ kinds: ['flying-geese', 'plain'] });
  it('is known by the patch’s id, also where it is cut in half; what is between blocks is of none', () => {
    expect(['block-2-3', 'block-2-3-6', 'half-1-4-2', 'sashing-v1-1', 'border-top'].map(blockOf)).toEqual([
      ...['block-2-3', 'block-2-3', 'half-1-4'],
      ...[null, null],
    ]);
    const blocks = new Set(mapPatches(makeMap(geese, [])).map(({ id }) => blockOf(id)));
    expect([...blocks].sort()).toEqual([...blockKindsOf(geese).keys()].sort());
  });
  it('has a kind, by turns or of its own', () => {
    expect([...blockKindsOf(geese).values()]).toEqual([0, 1, 0, 1, 0, 1, 0, 1, 0]);
    const own = pieced({ kinds: ['plain', 'plain'], own: [{ id: 'block-3-3', kind: 1 }] });
    expect(blockKindsOf(own).get('block-3-3')).toBe(1);
    expect(blockKindsOf({ kind: 'whole', width: 9, length: 9 }).size).toBe(0);
  });
});

describe('a border', () => {
  it('puts what is inside it off the edge, with those outside it', () => {
    const two = [evenBorder(10), { ...evenBorder(5), left: 7 }];
    expect(insideOf(two)).toEqual({ top: 15, right: 15, bottom: 15, left: 17 });
    expect(insideOf([])).toEqual({ top: 0, right: 0, bottom: 0, left: 0 });
  });
  const cornersOf = (border: Border, name: string): (readonly [number, number])[] =>
    mapPatches(makeMap({ kind: 'whole', width: 100, length: 60 }, [border]))
      .find((one) => one.name === name)!
      .shape.map(({ at }) => [at.x, at.y]);
  it('is pieced as it is said to be, each side as wide as its own', () => {
    const sides = { top: 10, right: 20, bottom: 30, left: 40, edge: STRAIGHT };
    expect(makeMap({ kind: 'whole', width: 100, length: 60 }, [{ ...sides, corner: 'mitred' }]).size).toEqual({ width: 160, length: 100 });
    expect(cornersOf({ ...sides, corner: 'ends-last' }, 'top border')).toEqual([[0, 0], [160, 0], [160, 10], [0, 10]]);
    expect(cornersOf({ ...sides, corner: 'sides-last' }, 'top border')).toEqual([[40, 0], [140, 0], [140, 10], [40, 10]]);
    expect(cornersOf({ ...sides, corner: 'mitred' }, 'left border')).toEqual([[0, 0], [40, 10], [40, 70], [0, 100]]);
    expect(cornersOf({ ...sides, corner: 'cornerstones' }, 'lower right cornerstone of the border')).toEqual([[140, 70], [160, 70], [160, 100], [140, 100]]);
  }); // prettier-ignore
  it('of no width on a side has no patch there', () => {
    const one = { ...evenBorder(10), left: 0 };
    expect(names({ kind: 'whole', width: 100, length: 60 }, [one])).toEqual(['top border', 'right border', 'bottom border', 'whole cloth']);
    expect(mapPatches(makeMap({ kind: 'whole', width: 100, length: 60 }, [one])).at(-1)!.shape[0]!.at).toEqual(clothPoint(0, 10));
  }); // prettier-ignore
});
