import { describe, expect, it } from 'vitest';
import { plainGrid } from '../cloth/settings/grid.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { clothPoint, distance, type FramePoint, framePoint, type Point } from '../geometry/point.ts';
import { pointOf, polyline } from '../geometry/polyline.ts';
import { boxShape, polygonShape } from '../cloth/shape.ts';
import { makeEvaluator } from '../plan/evaluate.ts';
import { piecesOf } from '../plan/pieces.ts';
import { newPlan } from '../plan/plan-document.ts';
import { usualStages } from '../plan/recipe.ts';
import { marginsLeft } from './margins-left.ts';
import { type Reposition, repositioned } from './reposition.ts';

/** A block of 200 at (200, 0); the design is a line of 40 from its start, then 20 down. */
const PLAN = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 2, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0 }), []),
);
const HOOK = polyline([
  { x: 0, y: 0 },
  { x: 40, y: 0 },
  { x: 40, y: 20 },
]);
const PLACED = {
  ...PLAN,
  recipes: { r: { ...usualStages('d'), id: 'r', fit: { kind: 'contain', margins: [0], turn: 'held' } as const } },
  placements: { p: { id: 'p', regionId: 'block-2-1', recipeId: 'r', parts: 1, own: {} } },
};
/** The quilt lies turned a quarter, 50 mm off: right on the frame is up on the plan. */
const LIES = {
  toCloth: ({ x, y }: FramePoint) => clothPoint(y - 50, 900 - x),
  toFrame: ({ x, y }: Point) => framePoint(900 - y, x + 50),
};
const at = (records: typeof PLACED) => makeEvaluator(() => [HOOK]).at(records);
/** Where the ends of the line lie on the frame after some moves, one after the other. */
function ends(...moves: readonly Reposition[]): readonly FramePoint[] {
  let records: typeof PLACED = PLACED;
  for (const move of moves) {
    const shift = repositioned(at(records), 'p', 0, LIES, move)!;
    records = { ...records, recipes: { r: { ...records.recipes.r, shift } } };
  }
  const [line] = piecesOf(at(records)).flatMap(({ needle }) => needle);
  return [0, line!.length / 2 - 1].map((i) => LIES.toFrame(pointOf(line!, i)));
}
const START: Reposition = { kind: 'put', spot: { kind: 'line', along: 0 }, onto: framePoint(810, 300) };

describe('moving a design at the frame', () => {
  const [start, end] = ends();

  it('nudges it by what is right and down there, however the quilt lies', () => {
    const [to] = ends({ kind: 'nudge', by: { x: 6.35, y: -2 } });
    expect(distance(to!, framePoint(start!.x + 6.35, start!.y - 2))).toBeLessThan(1e-9);
  });

  it('puts a point of it where the needle is, and keeps it there when it is turned about it', () => {
    const [put, far] = ends(START);
    expect(distance(put!, framePoint(810, 300))).toBeLessThan(1e-9);
    const [still, turned] = ends(START, { kind: 'turn', angle: Math.PI / 2, about: framePoint(810, 300) });
    expect(distance(still!, framePoint(810, 300))).toBeLessThan(1e-9);
    // A quarter turn to the right, as seen there: what lay so far right lies so far down.
    expect(distance(turned!, framePoint(810 - (far!.y - 300), 300 + (far!.x - 810)))).toBeLessThan(1e-9);
    expect(distance(far!, put!)).toBeCloseTo(distance(end!, start!), 9);
  });

  it('comes back to where it was by the opposite moves', () => {
    const about = framePoint(777, 222);
    const back = ends(
      { kind: 'nudge', by: { x: 3, y: 4 } },
      { kind: 'turn', angle: 0.3, about },
      { kind: 'turn', angle: -0.3, about },
      { kind: 'nudge', by: { x: -3, y: -4 } },
    );
    expect(distance(back[0]!, start!)).toBeLessThan(1e-9);
    expect(distance(back[1]!, end!)).toBeLessThan(1e-9);
  });

  it('is nothing where no design is', () => {
    expect(repositioned(at(PLACED), 'gone', 0, LIES, START)).toBeNull();
  });
});

describe('what is left to the seams', () => {
  const toFrame = ({ x, y }: Point) => framePoint(x, y);
  it('is told on each side that the patch has, less than nothing where stitches run over', () => {
    const box = boxShape(clothPoint(0, 0), clothPoint(100, 60));
    const line = polyline([
      { x: 10, y: 8 },
      { x: 95, y: 8 },
      { x: 95, y: 63 },
      { x: 30, y: 40 },
    ]);
    expect(marginsLeft([line], box, { toFrame })).toEqual({ above: 8, right: 5, below: -3, left: 10 });
    // A triangle on its base has no side above: its slopes are its sides.
    const triangle = polygonShape([clothPoint(50, 0), clothPoint(80, 60), clothPoint(20, 60)]);
    expect(Object.keys(marginsLeft([polyline([{ x: 50, y: 40 }])], triangle, { toFrame })).sort()).toEqual(['below', 'left', 'right']); // prettier-ignore
    expect(marginsLeft([], box, { toFrame })).toEqual({});
  });
});
