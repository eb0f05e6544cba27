import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenBorder } from './border.ts';
import { mapBetween, rotation } from '../geometry/affine.ts';
import { clothPoint } from '../geometry/point.ts';
import { signedArea } from '../geometry/polygon.ts';
import { cornerNames } from './corner-names.ts';
import { controlId, mapGraph } from './map-graph.ts';
import { isTrueToSize, makeMap, mapPatches, mapTrouble } from './quilt-map.ts';
import type { Region } from './region.ts';
import { blockName } from './settings/block-name.ts';
import { plainGrid } from './settings/grid.ts';
import { loadedSize, loadingMap } from './loading.ts';
import { longSeams } from './long-seams.ts';
import { outlineOf, polygonShape } from './shape.ts';

const GRID = plainGrid({ across: 4, down: 2, blockWidth: 200, blockHeight: 200, sashing: 25 });
const MAP = makeMap(GRID, [evenBorder(50)]);
const area = (regions: readonly Region[]): number =>
  regions.reduce((sum, { shape }) => sum + signedArea(outlineOf(shape)), 0);

describe('a grid of blocks with a border', () => {
  it('has long seams where it is sewn over most of it, as it is loaded', () => {
    const seams = (loading: 'upright' | 'turned', map = MAP) =>
      longSeams(map, loadingMap(loading, map.size), loadedSize(loading, map.size)).map(({ axis, at }) => [axis, at]);
    // At 50 the border's, then one of the two beside each sashing, then the border's again.
    const across = [50, 250, 475, 700, 925].map((at) => ['x', at]);
    const along = [50, 250, 475].map((at) => ['y', at]);
    expect(seams('upright')).toEqual([...across, ...along]);
    expect(seams('turned')).toEqual([
      ...[50, 250, 475].map((at) => ['x', at]),
      ...[50, 250, 475, 700, 925].map((at) => ['y', at]),
    ]);
    expect(seams('upright', makeMap({ ...GRID, across: 1, down: 1 }, []))).toEqual([]);
    // Sums of quarter inches differ in their last digit.
    const inches = makeMap({ ...GRID, blockWidth: 33 * 6.35, blockHeight: 33 * 6.35, sashing: 6.35 }, [
      evenBorder(57.15),
    ]);
    expect(
      seams('upright', inches)
        .map(([axis]) => axis)
        .join(''),
    ).toBe('xxxxxyyy');
  });
  it('tiles the top exactly', () => {
    const regions = mapPatches(MAP);
    expect(MAP.size).toEqual({ width: 975, length: 525 });
    expect(area(regions)).toBeCloseTo(975 * 525, 6);
    expect(
      regions
        .map((r) => r.kind)
        .sort()
        .join(),
    ).toMatch(/^(block,){8}(border,){4}(cornerstone,){3}(sashing,?){10}$/);
    expect(regions.find((r) => r.name === 'B2')!.shape[0]).toEqual({ id: 'c1', at: { x: 275, y: 275 }, corner: true });
    // Neighbours differ in their print.
    expect(['A1', 'B1', 'B2'].map((name) => regions.find((r) => r.name === name)!.print)).toEqual([0, 1, 0]);
  });
  it('names blocks like a map', () => {
    expect([blockName(0, 0), blockName(25, 9), blockName(26, 0), blockName(701, 0)]).toEqual([
      'A1',
      'Z10',
      'AA1',
      'ZZ1',
    ]);
  });
  it('leaves out sashing and borders of no width, and keeps ids when sizes change', () => {
    const ids = (map = MAP) => mapPatches(map).map(({ id }) => id);
    const plain = makeMap({ ...GRID, sashing: 0 }, [evenBorder(0)]);
    expect(plain.borders).toEqual([]);
    expect(mapPatches(plain).map((r) => r.kind)).toEqual(Array(8).fill('block'));
    expect(ids(makeMap({ ...GRID, blockWidth: 300 }, [evenBorder(9)]))).toEqual(ids());
  });
  it('may have several borders, one round the other, and keeps the first one’s patches', () => {
    const two = makeMap(GRID, [evenBorder(50), evenBorder(30)]);
    const regions = mapPatches(two);
    expect(two.size).toEqual({ width: 1035, length: 585 });
    expect(area(regions)).toBeCloseTo(1035 * 585, 6);
    expect(new Set(regions.map((r) => r.name)).size).toBe(regions.length);
    const outline = (id: string) => outlineOf(regions.find((r) => r.id === id)!.shape);
    expect(outline('border-top')[0]).toEqual({ x: 30, y: 30 });
    expect(outline('border-2-top')[2]).toEqual({ x: 1035, y: 30 });
  });
  it('says when it is too large, or not of the size it is said to be', () => {
    expect(mapTrouble(MAP)).toBeNull();
    expect(mapTrouble(makeMap({ ...GRID, across: 60 }, []))).toMatch(/up to 6 m.* fewer or smaller/);
    // 60 × 60 blocks of nine patches each are more than 20,000.
    const tiny = plainGrid({ across: 60, down: 60, blockWidth: 30, blockHeight: 30, sashing: 0 });
    const pieced = { ...tiny, blocks: { ...tiny.blocks, kinds: ['nine-patch' as const] } };
    expect(mapTrouble(makeMap(tiny, []))).toBeNull();
    expect(mapTrouble(makeMap(pieced, []))).toMatch(/up to 20,000 patches/);
    expect([isTrueToSize(MAP), isTrueToSize({ ...MAP, size: { width: 975, length: 500 } })]).toEqual([true, false]);
  });
});

describe('the seams of a top', () => {
  const regions = mapPatches(MAP);
  const graph = mapGraph(regions);
  const seam = (a: string, b: string) => {
    const ends = [a, b].map((id) => graph.vertices.indexOf(graph.vertexOf(id)!));
    return graph.edges.find((edge) => ends.includes(edge.a) && ends.includes(edge.b));
  };
  it('meet where patches do: each place is one vertex, whichever patch’s corner it is said to be', () => {
    // 5 × 3 crossings of tracks within the border, each side of a strip by itself, and the top's own corners with the ends of its border.
    expect(graph.vertices).toHaveLength(8 * 4 + 8);
    const shared = graph.vertexOf(controlId('block-1-1', 'c3'))!;
    expect(shared).toBe(graph.vertexOf(controlId('cornerstone-vh1-1', 'c1')));
    expect(shared.at).toEqual({ x: 250, y: 250 });
    expect(graph.vertexOf(controlId('gone', 'c1'))).toBeUndefined();
  });
  it('know the patches on either side, and the top’s own edge', () => {
    const [below, top] = [
      seam(controlId('block-1-1', 'c3'), controlId('block-1-1', 'c4')),
      seam(controlId('border-top', 'c1'), controlId('border-top', 'c2')),
    ];
    expect(below).toMatchObject({ kind: 'seam' });
    expect([below!.left, below!.right].sort()).toEqual(['block-1-1', 'sashing-h1-1']);
    expect(top).toMatchObject({ kind: 'edge', right: 'border-top', left: null });
  });
  it('part a long edge wherever a patch has a corner on it', () => {
    const along = graph.edges.filter(({ left, right }) => [left, right].includes('border-top'));
    // Above: one. Below: four blocks and three strips, and the ends of the side borders.
    expect(along).toHaveLength(1 + 1 + 1 + 9);
    expect(along.filter(({ kind }) => kind === 'edge')).toHaveLength(3);
    expect(mapGraph([])).toMatchObject({ vertices: [], edges: [] });
  });
  it('hold all edges of all patches: twice each seam, once the top’s edge', () => {
    const lengthOf = ({ a, b }: { a: number; b: number }): number =>
      Math.hypot(graph.vertices[a]!.at.x - graph.vertices[b]!.at.x, graph.vertices[a]!.at.y - graph.vertices[b]!.at.y);
    const round = regions.reduce((sum, { shape }) => {
      const ring = outlineOf(shape);
      return sum + ring.reduce((all, p, i) => all + Math.hypot(p.x - ring.at(i - 1)!.x, p.y - ring.at(i - 1)!.y), 0);
    }, 0);
    const counted = graph.edges.reduce((sum, edge) => sum + (edge.kind === 'seam' ? 2 : 1) * lengthOf(edge), 0);
    expect(counted).toBeCloseTo(round, 6);
  });
});

describe('names of corners', () => {
  const named = (
    points: readonly (readonly [number, number])[],
    lie = loadingMap('upright', { width: 900, length: 30 }),
  ) => [...cornerNames(polygonShape(points.map(([x, y]) => clothPoint(x, y))), lie).values()];
  it('say where they lie as the quilt is loaded', () => {
    const strip = [[0, 0], [900, 0], [900, 30], [0, 30]] as const; // prettier-ignore
    expect(named(strip)).toEqual(['upper left', 'upper right', 'lower right', 'lower left']);
    expect(named(strip, loadingMap('turned', { width: 900, length: 30 }))).toEqual([
      'upper right',
      'lower right',
      'lower left',
      'upper left',
    ]);
    expect(named([[0, -5], [5, 0], [0, 5], [-5, 0]])).toEqual(['upper', 'right', 'lower', 'left']); // prettier-ignore
    expect(named([[0, 0], [10, 10], [-10, 10]])).toEqual(['upper', 'lower right', 'lower left']); // prettier-ignore
  });
  it('are never alike, however the patch is turned and however many corners it has', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 24 }), fc.double({ min: 0, max: 6.3, noNaN: true }), (corners, angle) => {
        const round = Array.from({ length: corners }, (_, i): [number, number] => [
          100 * Math.cos((2 * Math.PI * i) / corners),
          60 * Math.sin((2 * Math.PI * i) / corners),
        ]);
        expect(new Set(named(round, mapBetween(rotation(angle)))).size).toBe(corners);
      }),
      { seed: 1 },
    );
    const twelve = Array.from({ length: 12 }, (_, i): [number, number] => [
      Math.cos((Math.PI * i) / 6),
      Math.sin((Math.PI * i) / 6),
    ]);
    expect(named(twelve).slice(0, 3)).toEqual(['1st', '2nd', '3rd']);
  });
});
