import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clothPoint as at, distance } from '../../geometry/point.ts';
import { signedArea } from '../../geometry/polygon.ts';
import { evenBorder } from '../border.ts';
import { mapGraph } from '../map-graph.ts';
import { makeMap, mapPatches } from '../quilt-map.ts';
import type { Region } from '../region.ts';
import { plainGrid } from '../settings/grid.ts';
import { boxShape, cornersOf, outlineOf, tracedShape } from '../shape.ts';
import { asDrawn } from './as-drawn.ts';
import { inLayers, patchAt } from './layers.ts';
import { mergeable, mergePatches } from './merge-patches.ts';
import { holdCorner } from './move-corner.ts';
import { movedWith } from './moved-with.ts';
import { copiesOf, newPatch } from './new-patch.ts';
import { isRefused, type PatchEdit } from './patch-edit.ts';
import { snapIndex, snapTo } from './snap.ts';
import { splitPatch } from './split-patch.ts';
import { withTop } from './with-top.ts';

// Four blocks of 100 mm with a border of 20 mm.
const MAP = makeMap(plainGrid({ across: 2, down: 2, blockWidth: 100, blockHeight: 100, sashing: 0 }), [evenBorder(20)]);
const TOP = mapPatches(MAP);
const named = (name: string, regions: readonly Region[] = TOP): Region => regions.find((one) => one.name === name)!;
const area = ({ shape }: Region): number => signedArea(outlineOf(shape));
const total = (regions: readonly Region[]): number => regions.reduce((sum, one) => sum + area(one), 0);
function after(edit: PatchEdit, regions: readonly Region[] = TOP): readonly Region[] {
  if (isRefused(edit)) throw new Error(edit.refusal);
  const put = new Map(edit.put.map((one) => [one.id, one]));
  const kept = regions.filter(({ id }) => !edit.gone.includes(id));
  return [
    ...kept.map((one) => put.get(one.id) ?? one),
    ...edit.put.filter(({ id }) => !kept.some((one) => one.id === id)),
  ];
}
const refusal = (edit: PatchEdit): string => (isRefused(edit) ? edit.refusal : '');

describe('a corner that is moved', () => {
  it('takes along all that meet there, and bends an edge that runs past', () => {
    const middle = after(holdCorner(TOP, at(120, 120)).movedTo(at(130, 110)));
    expect(middle.filter((one, i) => one !== TOP[i]).map(({ name }) => name)).toEqual(['A1', 'B1', 'A2', 'B2']);
    expect(total(middle)).toBeCloseTo(240 * 240, 6);
    // Where two blocks meet the border, the border's edge had no corner.
    const bent = after(holdCorner(TOP, at(120, 20)).movedTo(at(120, 30)));
    expect(cornersOf(named('top border', bent).shape).map(({ at: p }) => `${p.x} ${p.y}`)).toEqual(
      ['0 0', '240 0', '240 20', '220 20', '120 30', '20 20', '0 20'], // prettier-ignore
    );
    expect(total(bent)).toBeCloseTo(240 * 240, 6);
    expect(mapGraph(bent).edges.filter(({ kind }) => kind === 'edge')).toHaveLength(
      mapGraph(TOP).edges.filter(({ kind }) => kind === 'edge').length,
    );
  });
  it('can’t turn a patch inside out', () => {
    expect(refusal(holdCorner(TOP, at(120, 120)).movedTo(at(10, 10)))).toMatch(/cross itself|no cloth/);
  });
  it('leaves the family of those that stay alike, and joins one that it comes to look like', () => {
    const moved = after(holdCorner(TOP, at(120, 120)).movedTo(at(130, 110)));
    expect(new Set(['A1', 'B1', 'A2', 'B2'].map((name) => named(name, moved).family)).size).toBeGreaterThan(1);
    const back = after(holdCorner(moved, at(130, 110)).movedTo(at(120, 120)), moved);
    expect(new Set(['A1', 'B1', 'A2', 'B2'].map((name) => named(name, back).family)).size).toBe(1);
  });
});

describe('a patch that is split', () => {
  it('stays the larger part, with its corners’ ids; the smaller is new', () => {
    const parts = after(splitPatch(TOP, named('A1'), at(50, 20), at(50, 120), 'new'));
    expect(area(named('A1', parts))).toBeCloseTo(7000, 6);
    expect(area(named('A1 (2)', parts))).toBeCloseTo(3000, 6);
    expect(named('A1', parts).shape.map(({ id }) => id)).toEqual(expect.arrayContaining(['c2', 'c3']));
    expect(total(parts)).toBeCloseTo(240 * 240, 6);
  });
  it('goes from corner to corner, and keeps its area whatever the line', () => {
    const [large, small] = after(splitPatch(TOP, named('A1'), at(20, 20), at(120, 120), 'new')).filter(
      ({ id, name }) => id === 'new' || name === 'A1',
    );
    expect([large!.shape.length, small!.shape.length]).toEqual([3, 3]);
    const coordinate = fc.double({ min: -50, max: 200, noNaN: true });
    const round = tracedShape(
      [0, 1, 2, 3, 4, 5].map((i) => ({ at: at(80 + 60 * Math.cos(i), 80 + 60 * Math.sin(i)), corner: false })),
    );
    const five = tracedShape(
      [
        [0, 0],
        [100, 0],
        [150, 60],
        [60, 120],
        [0, 90],
      ].map(([x, y]) => ({ at: at(x!, y!), corner: true })),
    );
    fc.assert(
      fc.property(coordinate, coordinate, coordinate, coordinate, fc.boolean(), (x0, y0, x1, y1, curved) => {
        const patch = { ...named('A1'), shape: curved ? round : five };
        const edit = splitPatch([patch], patch, at(x0, y0), at(x1, y1), 'new');
        if (isRefused(edit)) return;
        expect(edit.put).toHaveLength(2);
        // A curve is smoothed anew on both sides of the cut.
        expect(Math.abs(total(edit.put) / area(patch) - 1)).toBeLessThan(curved ? 0.05 : 1e-6);
      }),
      { seed: 14, numRuns: 400 },
    );
  });
  it('is told when the line doesn’t part it', () => {
    expect(refusal(splitPatch(TOP, named('A1'), at(20, 20), at(120, 20), 'new'))).toMatch(/edge|part/);
    expect(refusal(splitPatch(TOP, named('A1'), at(300, 20), at(300, 120), 'new'))).toMatch(/doesn’t part/);
  });
});

describe('patches that are merged', () => {
  it('are one without the seam, and with the corners that others have on it gone straight', () => {
    const merged = after(mergePatches(TOP, named('A1'), named('B1')));
    expect(named('A1', merged).shape.map(({ at: p }) => [p.x, p.y])).toEqual([[20, 20], [220, 20], [220, 120], [20, 120]]); // prettier-ignore
    expect(total(merged)).toBeCloseTo(240 * 240, 6);
    const long = after(mergePatches(TOP, named('A1'), named('left border')));
    expect(area(named('A1', long))).toBeCloseTo(area(named('A1')) + area(named('left border')), 6);
  });
  it('must have a seam in common', () => {
    expect(refusal(mergePatches(TOP, named('A1'), named('B2')))).toMatch(/no seam in common/);
    expect(
      mergeable(TOP, named('A1'))
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['A2', 'B1', 'left border', 'top border']);
  });
  it('undo a split', () => {
    const parts = after(splitPatch(TOP, named('A1'), at(50, 20), at(50, 120), 'new'));
    const whole = after(mergePatches(parts, named('A1', parts), named('A1 (2)', parts)), parts);
    expect(area(named('A1', whole))).toBeCloseTo(10_000, 6);
    expect(named('A1', whole).family).toBe(named('B1', whole).family);
  });
});

describe('a patch that is drawn', () => {
  const square = [at(40, 40), at(60, 40), at(60, 60), at(40, 60)].map((p) => ({ at: p, corner: true }));
  it('lies over the others, has a name of its own, and is copied along a row', () => {
    const drawn = after(newPatch(TOP, square, 'applique', 'ferry'));
    expect(named('appliqué 1', drawn)).toMatchObject({ id: 'ferry', origin: 'hand' });
    expect(patchAt(inLayers(drawn), at(50, 50))?.id).toBe('ferry');
    expect(patchAt(inLayers(drawn), at(30, 30))?.name).toBe('A1');
    let n = 0;
    const row = after(
      copiesOf(drawn, named('appliqué 1', drawn), at(50, 0), 3, MAP.size, () => `copy${++n}`),
      drawn,
    );
    expect(row.slice(-3).map(({ name, family }) => [name, family])).toEqual(
      [2, 3, 4].map((i) => [`appliqué ${i}`, named('appliqué 1', drawn).family]),
    );
    expect(refusal(copiesOf(drawn, named('appliqué 1', drawn), at(50, 0), 4, MAP.size, () => 'x'))).toMatch(
      /beyond the edge/,
    );
  });
  it('has three points, an area, and an edge that doesn’t cross itself', () => {
    expect(refusal(newPatch(TOP, square.slice(0, 2), 'block', 'x'))).toMatch(/three points/);
    const bow = [square[0]!, square[2]!, square[1]!, square[3]!];
    expect(refusal(newPatch(TOP, bow, 'block', 'x'))).toMatch(/cross itself|no cloth/);
  });
  it('goes with the block that it lies on', () => {
    const drawn = after(newPatch(TOP, square, 'applique', 'ferry'));
    const wider = makeMap(MAP.setting, [evenBorder(50)]);
    const byId = (regions: readonly Region[]) => Object.fromEntries(regions.map((one) => [one.id, one]));
    const made = { map: wider, made: byId(mapPatches(wider)) };
    const [moved] = movedWith([named('appliqué 1', drawn)], { map: MAP, made: byId(TOP) }, made);
    expect(moved!.shape[0]!.at).toEqual({ x: 70, y: 70 });
  });
});

describe('a top of a setting that a hand changes', () => {
  const regions = Object.fromEntries(TOP.map((one) => [one.id, one]));
  it('is drawn from then on inside its borders, which stay measured', () => {
    const drawn = asDrawn(MAP, regions, ['block-1-1']);
    expect(drawn.map).toEqual(makeMap({ kind: 'drawn', width: 200, length: 200 }, MAP.borders));
    expect(
      Object.values(drawn.regions)
        .map(({ origin }) => origin)
        .join(),
    ).toBe('setting,setting,setting,setting,hand,hand,hand,hand');
  });
  it('is drawn as a whole when a border is changed, and not at all for what was drawn already', () => {
    expect(asDrawn(MAP, regions, ['border-left']).map).toEqual(makeMap({ kind: 'drawn', width: 240, length: 240 }, []));
    const own = { ...regions, own: { ...TOP[0]!, id: 'own', origin: 'hand' as const } };
    expect(asDrawn(MAP, own, ['own']).map).toBe(MAP);
  });
});

describe('a drawn top with little on it', () => {
  const map = makeMap({ kind: 'drawn', width: 300, length: 200 }, []);
  const patch = { ...TOP[0]!, origin: 'hand' as const };
  it('is lined up on its own corners where no patch has them', () => {
    expect(withTop([patch], map).at(-1)).toMatchObject({ id: 'top', name: 'the top' });
    const whole = { ...patch, shape: boxShape(at(0, 0), at(300, 200)) };
    expect(withTop([whole], map)).toEqual([whole]);
    expect(withTop(TOP, MAP)).toBe(TOP);
    // Edges of the top that a patch lies along stay that patch's.
    const graph = mapGraph(withTop([{ ...patch, shape: boxShape(at(0, 0), at(100, 200)) }], map));
    expect(graph.edges.filter(({ kind }) => kind === 'seam')).toHaveLength(0);
    expect(graph.vertexOf('control.top.c2')?.at).toEqual({ x: 300, y: 0 });
  });
});

describe('a point that is put', () => {
  const index = snapIndex(TOP, MAP.size);
  it.each([
    ['to a corner before all else', [], at(123, 118), at(120, 120), ['corner']],
    ['to the middle of an edge', [], at(72, 123), at(70, 120), ['middle']],
    ['onto an edge', [], at(43, 122), at(43, 120), ['edge']],
    ['nowhere else in the open', [], at(70, 70), at(70, 70), []],
    ['level with the last, onto the edge beyond', [at(50, 60)], at(118, 62), at(120, 60), ['edge', 'level']],
    ['upright from the last', [at(50, 60)], at(52, 90), at(50, 90), ['level']],
    ['to the first, to close', [at(40, 40), at(90, 40), at(90, 90)], at(42, 41), at(40, 40), ['corner']],
    ['square to the last edge and as long', [at(40, 40), at(80, 40)], at(81, 79), at(80, 80), ['square', 'equal']],
    [
      'square, and in line with the first',
      [at(40, 40), at(80, 40), at(80, 75)],
      at(41, 74),
      at(40, 75),
      ['square', 'in-line'],
    ],
  ] as const)('goes %s', (_, drawn, p, to, guides) => {
    const snapped = snapTo(p, index, drawn, 5);
    expect(distance(snapped.at, to)).toBeLessThan(1e-9);
    expect(snapped.to).toEqual(guides);
  });
});
