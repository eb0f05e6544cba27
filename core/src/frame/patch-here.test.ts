import { describe, expect, it } from 'vitest';
import { polygonShape, type Shape } from '../cloth/shape.ts';
import type { Region } from '../cloth/region.ts';
import { type ClothPoint, clothPoint, type FramePoint, framePoint } from '../geometry/point.ts';
import { edgeTouched, patchHere, type TouchedAs, type Touching } from './patch-here.ts';

/** The cloth lies 100 mm right of the frame and 20 down, turned a quarter: what is right on the frame is up on the plan. */
const LIES = {
  toCloth: ({ x, y }: FramePoint) => clothPoint(y - 20, 1000 - (x - 100)),
  toFrame: ({ x, y }: { x: number; y: number }) => framePoint(1000 - y + 100, x + 20),
};
/** It lies as planned. */
const STRAIGHT = {
  toCloth: ({ x, y }: FramePoint) => clothPoint(x, y),
  toFrame: ({ x, y }: { x: number; y: number }) => framePoint(x, y),
};
const at = (x: number, y: number, corner = true) => ({ frame: framePoint(x, y), corner });
const made = (as: TouchedAs, touched: Touching['touched'], more: Partial<Touching> = {}, lies = STRAIGHT) =>
  patchHere([], { as, touched, size: null, inside: 0, ...more }, lies, 'n');
const ringOf = (found: ReturnType<typeof made>): unknown =>
  'region' in found ? found.region.shape.map(({ at: p }) => [p.x, p.y]) : found.refusal;

describe('a patch that isn’t on the map', () => {
  it('is a box between two corners, or of a size from one, square to the frame', () => {
    const box = [[100, 50], [300, 50], [300, 150], [100, 150]]; // prettier-ignore
    expect(ringOf(made('box', [at(300, 50), at(100, 150)]))).toEqual(box);
    expect(ringOf(made('sized', [at(100, 50)], { size: { width: 200, length: 100 } }))).toEqual(box);
    // On a quilt that was loaded turned it begins at its own upper left.
    expect(ringOf(made('box', [at(300, 50), at(100, 150)], {}, LIES))).toEqual([[30, 800], [130, 800], [130, 1000], [30, 1000]]); // prettier-ignore
  });

  it('goes through its touches, whichever way round they were made and where they began', () => {
    const corners = [at(310, 140), at(98, 152), at(100, 50), at(305, 55)];
    for (const touched of [corners, corners.toReversed()]) {
      const found = made('four', touched);
      expect(ringOf(found)).toEqual([[100, 50], [305, 55], [310, 140], [98, 152]]); // prettier-ignore
      if ('region' in found)
        expect(found.onFrame.map(({ on, frame }) => `${on} ${frame.x},${frame.y}`)).toEqual([
          'control.n.c1 100,50',
          'control.n.c2 305,55',
          'control.n.c3 310,140',
          'control.n.c4 98,152',
        ]);
    }
    const round = made('round', [at(0, 0), at(100, -8, false), at(200, 0), at(200, 90), at(0, 90)]);
    expect(round).toMatchObject({ region: { origin: 'touched', name: 'patch 1', kind: 'block' } });
    expect('region' in round && round.region.shape.map(({ corner }) => corner)).toEqual([
      true,
      false,
      true,
      true,
      true,
    ]);
  });

  it('has its seam where the gauge says: so far outside the needle, or inside', () => {
    const touched = [at(106, 56), at(294, 144)];
    expect(ringOf(made('box', touched, { inside: 6 }))).toEqual([[100, 50], [300, 50], [300, 150], [100, 150]]); // prettier-ignore
    expect(ringOf(made('box', touched, { inside: -6 }))).toEqual([[112, 62], [288, 62], [288, 138], [112, 138]]); // prettier-ignore
    expect(ringOf(made('box', touched, { inside: -50 }))).toMatch(/leaves no cloth/);
  });

  it('is refused in a sentence where it is none', () => {
    expect(ringOf(made('triangle', [at(0, 0), at(9, 9)]))).toMatch(/one place more/);
    expect(ringOf(made('box', [at(0, 0)]))).toMatch(/one place more/);
    expect(ringOf(made('four', [at(0, 0), at(100, 100), at(100, 0), at(0, 100)]))).toMatch(/cross itself|no cloth/);
    expect(ringOf(made('box', [at(0, 0), at(0, 80)]))).toMatch(/no cloth/);
  });
});

describe('a touch along an edge', () => {
  const shape: Shape = polygonShape([clothPoint(0, 0), clothPoint(200, 0), clothPoint(200, 100), clothPoint(0, 100)]);
  const region: Region = { id: 'b', kind: 'block', name: 'B', origin: 'hand', family: 'b', print: 0, shape };
  const bentAt = (of: Region, at: ClothPoint, inside: number) => {
    const found = edgeTouched(of, of.shape, at, inside);
    if ('refusal' in found) throw new Error(found.refusal);
    return found;
  };
  it('is refused where no edge is near, or it would cross another', () => {
    expect(edgeTouched(region, shape, clothPoint(100, 50), 0)).toMatchObject({
      refusal: expect.stringMatching(/far from every edge of B/),
    });
    const narrow = polygonShape([clothPoint(0, 0), clothPoint(200, 0), clothPoint(200, 20), clothPoint(0, 20)]);
    const { region: bent } = bentAt({ ...region, shape: narrow }, clothPoint(100, 14), 0);
    expect(edgeTouched(bent, bent.shape, clothPoint(150, -2), -25)).toMatchObject({
      refusal: expect.stringMatching(/cross itself/),
    });
  });
  it('is one more point of the edge that runs nearest, so far outside the needle as the gauge says', () => {
    const { region: bent, on, at: seam } = bentAt(region, clothPoint(120, 97), 6.35);
    expect([on, seam]).toEqual(['control.b.c5', { x: 120, y: 103.35 }]);
    expect(bent.shape.map(({ id, corner }) => `${id}${corner ? '' : ' bends'}`)).toEqual([
      ...['c1', 'c2', 'c3', 'c5 bends', 'c4'],
    ]);
    // The next one lies in order beside it.
    const again = bentAt(bent, clothPoint(160, 100), 0);
    expect(again.region.shape.map(({ id }) => id)).toEqual(['c1', 'c2', 'c3', 'c6', 'c5', 'c4']);
  });
});
