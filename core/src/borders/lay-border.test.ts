import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenBorder, SIDES } from '../cloth/border.ts';
import { STRAIGHT } from '../cloth/edge-shape.ts';
import { depthAlong } from '../cloth/shaped-edge.ts';
import { distance, type Point } from '../geometry/point.ts';
import { boundsOf, pointOf, polyline, type Polyline } from '../geometry/polyline.ts';
import { wayOf } from './answers.ts';
import { BORDER_STRETCHES, type BorderSet, CORNER_SCHOOLS, STANCES } from './border-set.ts';
import { layBorder } from './lay-border.ts';
import { depthsOf } from './strips.ts';
import { laid, LOOK, room, someBorder, SWING, WAVE } from './test/made.ts';

/** Where lines lie on the line from one corner of the outer box to the same of the inner, as parts of it. */
function onDiagonal(lines: readonly Polyline[], from: Point, to: Point): number[] {
  const [x, y] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(x, y);
  const found = lines.flatMap((line) =>
    Array.from({ length: line.length / 2 }, (_, i) => pointOf(line, i)).flatMap((p) => {
      const off = Math.abs((p.x - from.x) * y - (p.y - from.y) * x) / length;
      return off < 1e-4 ? [((p.x - from.x) * x + (p.y - from.y) * y) / length] : [];
    }),
  );
  return found.sort((a, b) => a - b);
}

describe('a border along an edge of arcs', () => {
  const shapes = [
    { ...STRAIGHT, radius: 150 },
    { radius: 0, across: 7, down: 9, depth: 18 },
  ];
  it.each(shapes)('keeps clear of the binding all round, and joins as it would along straight edges: %o', (edge) => {
    const [width, length] = [1100, 1300];
    const border = { ...evenBorder(120), edge };
    const at = room(width, length, border, 6, { outer: 4, inner: 5 });
    for (const corners of ['pinwheel', 'mitre', 'cornerDesign'] as const) {
      const elements = laid(at, { corners, fill: 1 });
      const straight = laid(room(width, length, evenBorder(120), 6, { outer: 4, inner: 5 }), { corners, fill: 1 });
      expect(elements).toHaveLength(straight.length);
      const size = { width: width + 240, length: length + 240 };
      const depth = Object.fromEntries(SIDES.map((side) => [side, depthAlong(edge, size, side, 10)]));
      for (const { lines } of elements)
        for (const line of lines)
          for (let i = 0; i < line.length; i += 2) {
            const [x, y] = [line[i]!, line[i + 1]!];
            expect(y - depth.top!(x)).toBeGreaterThan(-0.05);
            expect(size.length - y - depth.bottom!(x)).toBeGreaterThan(-0.05);
            expect(x - depth.left!(y)).toBeGreaterThan(-0.05);
            expect(size.width - x - depth.right!(y)).toBeGreaterThan(-0.05);
          }
      // What met there meets here.
      const gaps = (all: typeof elements) =>
        all.slice(1).map(({ lines }, i) => distance(pointOf(all[i]!.lines.at(-1)!, -1), pointOf(lines[0]!, 0)));
      const [met, meets] = [gaps(straight), gaps(elements)];
      met.forEach((gap, i) => expect(meets[i]! < 0.05).toBe(gap < 0.05));
    }
  });
  it('has no room where scallops are as deep as it', () => {
    const deep = { radius: 0, across: 7, down: 9, depth: 60 };
    expect(room(1100, 1300, { ...evenBorder(70), edge: deep }, 6, { outer: 4, inner: 5 })).toBeNull();
  });
});

describe('a border on the cloth', () => {
  it('has lines that meet on its mitres, on borders of any widths', () => {
    fc.assert(
      fc.property(
        someBorder,
        fc.constantFrom('outward' as const, 'round' as const),
        ({ width, length, border }, stance) => {
          const at = room(width, length, border);
          const elements = laid(at, { corners: 'mitre' }, stance);
          const of = (side: string) => elements.filter((one) => one.side === side).flatMap(({ lines }) => lines);
          const [outer, inner] = [
            { x: at.outer.x1, y: at.outer.y0 },
            { x: at.inner.x1, y: at.inner.y0 },
          ];
          const [a, b] = [onDiagonal(of('top'), outer, inner), onDiagonal(of('right'), outer, inner)];
          expect(a.length).toBeGreaterThan(0);
          // Every place where one comes to the seam is one where the other does.
          for (const [these, those] of [
            [a, b],
            [b, a],
          ] as const)
            for (const place of these) expect(Math.min(...those.map((one) => Math.abs(one - place)))).toBeLessThan(0.1);
        },
      ),
      { numRuns: 60, seed: 16 },
    );
  });

  it('runs on into the corners’ own design and out of it', () => {
    fc.assert(
      fc.property(someBorder, ({ width, length, border }) => {
        const elements = laid(room(width, length, border), { corners: 'cornerDesign' });
        const lines = elements.map((one) => one.lines[0]!);
        lines.forEach((line, i) =>
          expect(distance(pointOf(line, -1), pointOf(lines[(i + 1) % lines.length]!, 0))).toBeLessThan(0.1),
        );
      }),
      { numRuns: 60, seed: 16 },
    );
  });

  it('fills pinwheels without a gap and without going over each other', () => {
    fc.assert(
      fc.property(someBorder, ({ width, length, border }) => {
        const at = room(width, length, border);
        const elements = laid(at, { corners: 'pinwheel', fill: 1 });
        const boxes = SIDES.map((side) =>
          boundsOf(elements.filter((one) => one.side === side).flatMap(({ lines }) => lines))!,
        );
        const area = boxes.reduce((sum, { minX, minY, maxX, maxY }) => sum + (maxX - minX) * (maxY - minY), 0);
        const { outer, inner } = at;
        const ring = (outer.x1 - outer.x0) * (outer.y1 - outer.y0) - (inner.x1 - inner.x0) * (inner.y1 - inner.y0);
        expect(area / ring).toBeCloseTo(1, 6);
        boxes.forEach((a, i) => {
          const b = boxes[(i + 1) % 4]!;
          const across = Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX);
          expect(Math.min(across, Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY))).toBeLessThan(1e-6);
        });
      }),
      { numRuns: 60, seed: 16 },
    );
  });

  it('comes nowhere nearer to the edge than the binding lets it, whatever is chosen', () => {
    const chosen = fc.tuple(
      fc.constantFrom(...CORNER_SCHOOLS),
      fc.constantFrom(...STANCES),
      fc.constantFrom(...BORDER_STRETCHES),
      fc.constantFrom(WAVE, SWING),
    );
    fc.assert(
      fc.property(someBorder, chosen, ({ width, length, border }, [corners, stance, stretch, lines]) => {
        const at = room(width, length, border);
        const elements = laid(at, { corners }, stance, stretch, lines);
        const box = boundsOf(elements.flatMap(({ lines }) => lines))!;
        expect(box.minX).toBeGreaterThanOrEqual(at.outer.x0 - 1e-6);
        expect(box.minY).toBeGreaterThanOrEqual(at.outer.y0 - 1e-6);
        expect(box.maxX).toBeLessThanOrEqual(at.outer.x1 + 1e-6);
        expect(box.maxY).toBeLessThanOrEqual(at.outer.y1 + 1e-6);
      }),
      { numRuns: 300, seed: 16 },
    );
  });

  it('stands on each side as it is told', () => {
    // A mast on a hull: its tip is at the top as drawn.
    const boat = [polyline([{ x: 0, y: 0 }, { x: 20, y: 0 }, { x: 5, y: -30 }])]; // prettier-ignore
    const at = room(600, 600, evenBorder(106));
    const tips = (stance: BorderSet['stance']) => {
      const asked = { stance, stretch: 'evenly', wish: 'stretch', pinned: [], stones: false } as const;
      return layBorder(wayOf(at, { lines: boat, corner: null }, asked, { ...LOOK, fill: 1 })!, 'evenly')
        .filter(({ index }) => index === 0)
        .map(({ lines: [line] }) => {
          const [from, tip] = [pointOf(line!, 0), pointOf(line!, -1)].sort(
            (a, b) => Number(isFoot(line!, b)) - Number(isFoot(line!, a)),
          );
          return Math.abs(tip!.x - from!.x) > Math.abs(tip!.y - from!.y)
            ? tip!.x > from!.x
              ? 'right'
              : 'left'
            : tip!.y > from!.y
              ? 'down'
              : 'up';
        });
    };
    expect(tips('round')).toEqual(['up', 'right', 'down', 'left']);
    expect(tips('outward')).toEqual(['down', 'left', 'up', 'right']);
    expect(tips('upright')).toEqual(['up', 'up', 'up', 'up']);
    expect(tips('mirrored')).toEqual(['up', 'right', 'down', 'left']);
    expect(depthsOf(at)).toEqual({ top: 100, right: 100, bottom: 100, left: 100 });
  });
});

/** Whether a point is the hull's end that the mast doesn't stand on. */
const isFoot = (line: Polyline, p: Point): boolean => {
  const middle = pointOf(line, 1);
  return Math.abs(p.x - middle.x) < 1e-6 || Math.abs(p.y - middle.y) < 1e-6;
};
