import { describe, expect, it } from 'vitest';
import { boxShape, polygonShape, type Shape } from '../cloth/shape.ts';
import { analyseDesign } from '../design/analysis.ts';
import { seatIn } from '../fit/seat.ts';
import { type ClothPoint, clothPoint as p } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { drawnTriangle, rings, wave } from './test/designs.ts';
import { type Offered, suggest, type Suggestion } from './suggest.ts';

const offered = (id: string, lines: readonly Polyline[]): Offered => {
  const { facts } = analyseDesign(lines);
  return { id, kind: facts.kind, facts };
};
const LIBRARY: readonly Offered[] = [
  offered('rings', rings(120, 120)),
  offered('tall', rings(60, 120)),
  offered('pennant', drawnTriangle(120, 60)),
  offered('wave', wave(60, 20)),
];
const asked = (shape: Shape, ends: readonly ClothPoint[] = [], spacing: number | null = null): readonly Suggestion[] =>
  suggest({ seat: seatIn(shape, shape, 'patch'), ends, spacing }, LIBRARY);
const named = (found: readonly Suggestion[]): string[] => found.map(({ stages }) => stages.designId);

describe('what suits a patch', () => {
  it('is told by its shape: blocks for blocks, triangles for triangles, what runs on for strips', () => {
    expect(LIBRARY.map(({ kind }) => kind)).toEqual(['block', 'motif', 'triangle', 'border']);
    const block = asked(boxShape(p(0, 0), p(200, 200)));
    expect(named(block)[0]).toBe('rings');
    expect(block[0]).toMatchObject({ stretch: expect.closeTo(0, 3) as number, gap: null });
    // Half a square on its long side: 240 wide and 120 high, the pennant drawn twice as large.
    const triangle = asked(polygonShape([p(0, 120), p(120, 0), p(240, 120)]));
    expect(named(triangle)[0]).toBe('pennant');
    expect(triangle[0]).toMatchObject({
      stages: { fit: { kind: 'threePoint', apex: 0 } },
      stretch: expect.closeTo(0, 6) as number,
      fills: expect.closeTo(0.76, 2) as number,
    });
    const strip = asked(boxShape(p(0, 0), p(30, 450)));
    expect(named(strip)[0]).toBe('wave');
    // The margin leaves 437 by 17 mm: 60 by 20 made 17 high is 52 long, so eight of them.
    expect(strip[0]!.stages).toMatchObject({ fit: { kind: 'along' }, arrange: { across: 8, down: 1 } });
  });

  it('turns a triangle’s design where that bends it least, and begins where a neighbour ends where that is all the same', () => {
    // Its own point is at the left: the pennant, which is symmetrical, stands on the long side whatever way that lies.
    const side = asked(polygonShape([p(0, 120), p(120, 0), p(120, 240)]))[0]!;
    expect(side.stretch).toBeCloseTo(0, 6);
    const at = (end: ClothPoint) =>
      suggest({ seat: seatIn(TALL, TALL, 'patch'), ends: [end], spacing: null }, [LIBRARY[2]!])[0]!;
    const TALL = polygonShape([p(0, 100), p(100, 0), p(200, 100)]);
    // The pennant begins at the left end of its bottom; mirrored at the right.
    expect(at(p(0, 100)).stages.orient.mirror).toBe(false);
    expect(at(p(200, 100)).stages.orient.mirror).toBe(true);
    expect(at(p(200, 100)).gap!).toBeLessThan(30);
  });

  it('heeds how dense the rest of the quilt is', () => {
    const block = boxShape(p(0, 0), p(240, 240));
    const own = asked(block).find(({ stages }) => stages.designId === 'rings')!;
    const cost = (spacing: number): number =>
      asked(block, [], spacing).find(({ stages }) => stages.designId === 'rings')!.cost;
    expect(cost(own.spacing!)).toBeCloseTo(own.cost, 6);
    expect(cost(3 * own.spacing!)).toBeCloseTo(cost(own.spacing! / 3), 6);
    expect(cost(3 * own.spacing!)).toBeGreaterThan(own.cost + 0.3);
  });

  it('finds nothing for a patch that the margin leaves nothing of', () => {
    expect(asked(boxShape(p(0, 0), p(12, 12)))).toEqual([]);
  });
});
