import { describe, expect, it } from 'vitest';
import { cornerReach, STRAIGHT } from './edge-shape.ts';
import { depthAlong, edgeLength } from './shaped-edge.ts';
import { backingSize, backingWays, bindingSums, sumsInWords } from './sums.ts';

const INCH = 25.4;
const close = ({ x, y }: { x: number; y: number }): unknown => ({
  x: expect.closeTo(x, 9) as number,
  y: expect.closeTo(y, 9) as number,
});
const inches = (width: number, length: number) => ({ width: width * INCH, length: length * INCH });

describe('what a quilt takes', () => {
  it('of backing and batting reaches 4 in beyond the top on each side', () => {
    const { width, length } = backingSize(inches(55, 64));
    expect([width / INCH, length / INCH]).toEqual([expect.closeTo(63, 9), expect.closeTo(72, 9)]);
  });
  it('of cloth 42 in wide is two pieces with their seam along the poles, where that takes hardly more', () => {
    // 63 × 72 in: two pieces of 41 in less a seam cover 81 in either way; 2 × 63 in of cloth, or 2 × 72.
    const [best, other] = backingWays(inches(55, 64), 42 * INCH);
    expect(best).toMatchObject({ seams: 'along', pieces: 2 });
    // Half way down the backing, from side to side.
    expect(best!.lines).toEqual(
      [{ from: { x: 0, y: 36 * INCH }, to: { x: 63 * INCH, y: 36 * INCH } }].map(({ from, to }) => ({
        from: close(from),
        to: close(to),
      })),
    );
    expect(best!.cloth / INCH).toBeCloseTo(126, 9);
    expect(best!.waste).toBeCloseTo(1 - (63 * 72) / (126 * 42), 9);
    expect(other).toMatchObject({ seams: 'across', pieces: 2 });
  });
  it('of cloth as wide as the backing is long has no seam', () => {
    expect(backingWays(inches(55, 64), 108 * INCH)[0]).toMatchObject({ seams: 'none', pieces: 1, pieceLength: expect.closeTo(63 * INCH, 9) as number });
    // 41 in usable cover 41 in without a seam: not an inch more.
    expect(backingWays(inches(20, 33), 42 * INCH)[0]!.pieces).toBe(1);
    expect(backingWays(inches(20, 33.1), 42 * INCH).map(({ seams }) => seams)).toEqual(['none', 'along']);
  }); // prettier-ignore
  it('is pieced the other way where that takes much less, and not at all of a ribbon', () => {
    // 130 × 48 in: along the poles two pieces of 130 in, across them four of 48 in: 192 in against 260.
    const [best] = backingWays(inches(122, 40), 42 * INCH);
    expect(best).toMatchObject({ seams: 'across', pieces: 4 });
    expect(() => backingWays(inches(55, 64), 50)).toThrow(/nothing beside its seams/);
  });
  it('of binding is strips across the cloth, joined aslant', () => {
    // 238 in round and 10 more; each strip of 41 in loses 2 1/2 in to its join: 6.4 of them.
    const sums = bindingSums(inches(55, 64), 42 * INCH);
    expect(sums.strips).toBe(7);
    expect([sums.length / INCH, sums.cloth / INCH]).toEqual([expect.closeTo(248, 9), expect.closeTo(17.5, 9)]);
  });
  it('is said in sentences, of a turned quilt as it is loaded', () => {
    const said = (loading: 'upright' | 'turned', frame = 130) =>
      sumsInWords({ size: inches(55, 64), loading, binding: 6.35, edge: STRAIGHT, frameWidth: frame * INCH }, 42 * INCH, 'in16').map(({ what, sentences }) => `${what}: ${sentences.join(' ')}`.replaceAll('\u00a0', ' '));
    expect(said('upright')).toEqual([
      'Backing: As loaded 63 in along the poles × 72 in. Cut 2 pieces of 63 in, seams along the poles, where they roll up flat. That is 126 in of cloth, 14 % left over.',
      'Batting: 63 in × 72 in, to the edge of the backing.',
      'Binding: 248 in with corners and ends. Cut 7 strips 2 1/2 in wide across the cloth: 17 1/2 in of it. It takes 1/4 in of the edge: keep what matters clear of that.',
      'Leaders: 63 in of each pole’s leader: 32 pins on each, one every 2 in. The frame has 130 in.',
    ]);
    expect(said('upright', 60)[3]).toContain('That is 3 in more than the frame has. Load it the other way');
    // Two pieces either way: seams along the poles would take 144 in, across them 126.
    expect(said('turned')[0]).toContain('As loaded 72 in along the poles × 63 in. Cut 2 pieces of 63 in, seams across the poles.');
  }); // prettier-ignore
});

describe('the binding of an edge that isn’t straight', () => {
  it('is as long as that, and is cut on the bias', () => {
    const size = { width: 1000, length: 800 };
    expect(edgeLength(STRAIGHT, size)).toBe(3600);
    // Each corner loses two radii and gets a quarter of a circle.
    expect(edgeLength({ ...STRAIGHT, radius: 100 }, size)).toBeCloseTo(3600 - 800 + 200 * Math.PI, 6);
    const scalloped = { radius: 0, across: 6, down: 4, depth: 20 };
    // Along the arcs, by short straight steps.
    const depths = [depthAlong(scalloped, size, 'top', 0), depthAlong(scalloped, size, 'left', 0)] as const;
    const reach = cornerReach(scalloped, size);
    const way = (depth: (at: number) => number, from: number, to: number): number =>
      Array.from({ length: 20_000 }, (_, i) => {
        const [a, b] = [i, i + 1].map((k) => from + ((to - from) * k) / 20_000) as [number, number];
        return Math.hypot(b - a, depth(b) - depth(a));
      }).reduce((sum, one) => sum + one, 0);
    const middle = (2 * (reach + 20) - 2 * Math.sqrt(2 * reach * 20)) / 2;
    const onDiagonal = middle * (1 - Math.SQRT1_2);
    const half = way(depths[0], onDiagonal, 1000 - onDiagonal) + way(depths[1], onDiagonal, 800 - onDiagonal);
    expect(edgeLength(scalloped, size)).toBeCloseTo(2 * half, 0);
    const [, , binding] = sumsInWords(
      { size, loading: 'upright', binding: 6.35, edge: scalloped, frameWidth: 3000 },
      1070,
      'mm',
    );
    expect(binding!.sentences[1]!.replaceAll('\u00a0', ' ')).toMatch(
      /^Cut it 63.5 mm wide on the bias, .* a square of 5\d\d/,
    );
  });
});
