import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readSvg } from '../../formats/svg-read.ts';
import { readDxf } from '../../formats/dxf-read.ts';
import type { Point } from '../../geometry/point.ts';
import { polyline } from '../../geometry/polyline.ts';
import { FormatError } from '../../problems.ts';
import { signedArea } from '../../geometry/polygon.ts';
import { mapGraph } from '../map-graph.ts';
import { makeMap, mapPatches } from '../quilt-map.ts';
import { randomFrom } from '../../random.ts';
import { outlineOf } from '../shape.ts';
import { anyMap } from '../test/any-map.ts';
import { patchesOfPieces } from './patches-of-pieces.ts';
import { type DrawnLine, piecesOfLines } from './pieces-of-lines.ts';

const line = (...xy: number[]): DrawnLine => ({ line: Float64Array.from(xy), group: null });
const box = (x: number, y: number, w: number, h: number, group: string | null = null): DrawnLine => ({
  line: Float64Array.of(x, y, x + w, y, x + w, y + h, x, y + h, x, y),
  group,
});
const circle = (x: number, y: number, r: number, group: string | null = null): DrawnLine => {
  const points = Array.from({ length: 181 }, (_, i) => (2 * Math.PI * i) / 180);
  return { line: polyline(points.map((t) => ({ x: x + r * Math.cos(t), y: y + r * Math.sin(t) }))), group };
};
const read = (lines: readonly DrawnLine[], snap = 1) => {
  const pieces = piecesOfLines(lines, snap);
  return { ...pieces, patches: patchesOfPieces(pieces.pieces) };
};
const corners = (name: string, patches: ReturnType<typeof patchesOfPieces>): number =>
  patches.find((one) => one.name === name)!.shape.filter(({ corner }) => corner).length;

describe('patches of a drawing', () => {
  it('share their seams though they were drawn a hair apart, and stay straight past each other’s corners', () => {
    // Two squares over one long strip: drawn with gaps of half a millimetre and a corner off the strip's edge.
    const { patches, size } = read([box(0, 0, 100, 100), box(100.5, 0.3, 99.5, 99.4), box(0, 100, 200, 50)]);
    expect(size).toEqual({ width: 200, length: 150 });
    expect(patches.map(({ name }) => name)).toEqual(['patch 1', 'patch 2', 'patch 3']);
    expect(patches.map(({ shape }) => shape.length)).toEqual([4, 4, 4]);
    const sum = patches.reduce((all, { shape }) => all + signedArea(outlineOf(shape)), 0);
    // Its upper right corner was drawn 0.3 mm low, which is how the top is.
    expect(sum).toBeCloseTo(200 * 150 - (200 * 0.3) / 2, 3);
    const inner = mapGraph(patches).edges.filter(({ kind }) => kind === 'seam');
    expect(inner).toHaveLength(3);
  });
  it('are parted by open lines; what lies on one without touching is appliqué', () => {
    const found = read([
      box(0, 0, 400, 300),
      line(200, 0, 200, 300),
      circle(100, 150, 40, 'ferry'),
      line(10, 10, 30, 30),
    ]);
    expect(found.patches.map(({ name, kind }) => `${name}: ${kind}`)).toEqual([
      'patch 1: block',
      'patch 2: block',
      'ferry 1: applique',
    ]);
    expect([found.closed, found.seams, found.loose]).toEqual([2, 1, 1]);
    const ferry = found.patches[2]!;
    expect(ferry.shape.every(({ corner }) => !corner)).toBe(true);
    expect(signedArea(outlineOf(ferry.shape)) / (Math.PI * 1600)).toBeCloseTo(1, 2);
  });
  it('keep real corners beside curves: a half circle has two', () => {
    const half = Array.from({ length: 91 }, (_, i) => (Math.PI * i) / 90);
    const d = polyline([...half.map((t) => ({ x: 100 * Math.cos(t), y: 100 * Math.sin(t) })), { x: 100, y: 0 }]);
    const { patches } = read([{ line: d, group: null }]);
    expect(corners('patch 1', patches)).toBe(2);
  });
  it('are of one family when they would cover one another turned, and not when they are mirrored', () => {
    const flag = [0, 0, 60, 0, 40, 30, 0, 20, 0, 0];
    const turned = flag.map((_, i) => (i % 2 === 0 ? 200 - flag[i + 1]! : flag[i - 1]!));
    const mirrored = flag.map((v, i) => (i % 2 === 0 ? 400 - v : v));
    const { patches } = read([line(...flag), line(...turned), line(...mirrored)]);
    const [a, b, c] = patches.map(({ family }) => family);
    expect(b).toBe(a);
    expect(c).not.toBe(a);
  });
  it('are named and printed by layer, and of the kind that the layer says', () => {
    const { pieces } = piecesOfLines(
      [box(0, 0, 90, 10, 'Borders'), box(0, 10, 90, 50, '#fff'), box(20, 20, 9, 9, 'Sun')],
      1,
    );
    expect(patchesOfPieces(pieces).map(({ name, kind }) => [name, kind])).toEqual([
      ['Borders 1', 'border'],
      ['patch 1', 'block'],
      ['Sun 1', 'applique'],
    ]);
    expect(patchesOfPieces(pieces, new Map([['Sun', 'cornerstone']])).map(({ kind }) => kind)).toContain('cornerstone');
  });
  it('leave out slivers, and refuse what encloses nothing with what to do', () => {
    expect(
      read([box(0, 0, 100, 100), box(101.2, 0, 100, 100), line(100, 0, 101.2, 0), line(100, 100, 101.2, 100)]).slivers,
    ).toBe(1);
    expect(() => piecesOfLines([line(0, 0, 9, 9)], 1)).toThrow('Draw each patch as a closed shape');
  });
});

describe('any top that is drawn by hand', () => {
  it('comes back as it was: as many patches, on as many seams, though each was drawn a little off', () => {
    const jitter = fc.integer({ min: 0, max: 1e6 });
    fc.assert(
      fc.property(anyMap, jitter, ({ setting, borders }, seed) => {
        const map = makeMap(setting, borders);
        const patches = mapPatches(map);
        // Narrower than what lines are drawn off by, a patch can't be told from a gap.
        fc.pre(patches.length < 400 && patches.every(({ shape }) => narrowest(outlineOf(shape)) > 6));
        const random = randomFrom(seed);
        const lines = patches.map(({ shape }): DrawnLine => {
          const ring = outlineOf(shape).map(({ x, y }) => ({
            x: x + OFF * (random() - 0.5),
            y: y + OFF * (random() - 0.5),
          }));
          return { line: polyline([...ring, ring[0]!]), group: null };
        });
        const { pieces, size } = piecesOfLines(lines, 1);
        expect(pieces).toHaveLength(patches.length);
        expect(Math.abs(size.width - map.size.width) + Math.abs(size.length - map.size.length)).toBeLessThan(4 * OFF);
        const read = patchesOfPieces(pieces);
        const sum = read.reduce((all, { shape }) => all + signedArea(outlineOf(shape)), 0);
        const round = 2 * (map.size.width + map.size.length);
        expect(Math.abs(sum - map.size.width * map.size.length)).toBeLessThan(2 * OFF * round);
        expect(new Set(read.map(({ name }) => name)).size).toBe(read.length);
      }),
      { seed: 14, numRuns: 150 },
    );
  });
});

describe('any scribble', () => {
  it('comes to sound patches, or is refused with a sentence', () => {
    const coordinate = fc.oneof(fc.double({ min: -500, max: 500, noNaN: true }), fc.integer({ min: -3, max: 3 }));
    const scribble = fc.array(fc.array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 12 }), { minLength: 1, maxLength: 8 }); // prettier-ignore
    fc.assert(
      fc.property(scribble, fc.constantFrom(0.1, 1, 20), (drawn, snap) => {
        const lines = drawn.map((points): DrawnLine => ({ line: Float64Array.from(points.flat()), group: null }));
        let pieces: ReturnType<typeof piecesOfLines>['pieces'] = [];
        try {
          ({ pieces } = piecesOfLines(lines, snap));
        } catch (error) {
          expect(error).toBeInstanceOf(FormatError);
        }
        for (const { shape, name } of patchesOfPieces(pieces)) {
          expect(shape.length).toBeGreaterThan(2);
          expect(name).not.toBe('');
          for (const { at } of shape) expect(Number.isFinite(at.x) && Number.isFinite(at.y)).toBe(true);
        }
      }),
      { seed: 14, numRuns: 300 },
    );
  });
  it('of too many crossings or points is refused before it takes long', () => {
    const net = Array.from({ length: 1000 }, (_, i) => [line(i, 0, i, 5000), line(0, 5 * i, 1000, 5 * i)]).flat();
    expect(() => piecesOfLines(net, 0.1)).toThrow(/cross too often/);
    const long = Float64Array.from({ length: 600_000 }, (_, i) => (i % 2 === 0 ? i : 40 * Math.sin(i)));
    expect(() => piecesOfLines([{ line: long, group: null }], 0.1)).toThrow(/more lines than a quilt’s map/);
  });
});

/** How far off points are drawn, mm. */
const OFF = 0.3;

/** The least height of a ring over any of its edges. */
const narrowest = (ring: readonly Point[]): number =>
  Math.min(
    ...ring.map((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      const heights = ring.map((p) => Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length);
      return Math.min(length, Math.max(...heights));
    }),
  );

describe('layers and colours', () => {
  it('of SVG are names of groups, or else what is filled or drawn', () => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm" viewBox="0 0 9 9">
      <g id="ferries"><path d="M0 0h1v1z" fill="red"/></g>
      <g id="g1234" stroke="#00F"><path d="M0 0h1v1z"/><path d="M0 0h1v1z" style="fill: none; stroke: green"/></g>
      <path d="M0 0h1v1z"/></svg>`;
    expect(readSvg(svg).groups).toEqual(['ferries', '#00f', 'green', null]);
  });
  it('of DXF are layers, or on the layer of everything colours', () => {
    const entity = (layer: string, colour: string): string =>
      `0\nLINE\n8\n${layer}\n${colour}10\n0\n20\n0\n11\n9\n21\n9\n`;
    const dxf = `0\nSECTION\n2\nENTITIES\n${entity('seams', '')}${entity('0', '62\n3\n')}${entity('0', '')}0\nENDSEC\n0\nEOF\n`;
    expect(readDxf(dxf).groups).toEqual(['seams', 'colour 3', null]);
  });
});
