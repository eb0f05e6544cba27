import {
  type BentEdge,
  type ClothPoint,
  clothPoint,
  controlId,
  edgeTouched,
  type FramePoint,
  framePoint,
  patchHere,
  planFaults,
  type Point,
  type PlanRecords,
  quiltOf,
  type Region,
  touchesOf,
} from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { gridPlan } from '../test/grid-plan.ts';
import { addTouch } from './placing.ts';
import { placeDesign, placementIn } from './recipes.ts';
import { putEdgeTouch, putTouchedPatch } from './touched-patch.ts';

const PLAN = gridPlan({ across: 2, down: 2 });
/** The cloth lies 100 mm to the right and 50 down. */
const LIES = {
  toCloth: ({ x, y }: FramePoint) => clothPoint(x - 100, y - 50),
  toFrame: ({ x, y }: Point) => framePoint(x + 100, y + 50),
};
const read = (id: string, frame: FramePoint) =>
  addTouch({
    ...{ id, on: controlId('n', id), name: 'corner of the new patch', cloth: clothPoint(0, 0), since: null, frame },
    ...{ advance: 2, method: 'head', at: 1 },
  });
const corners = [framePoint(350, 150), framePoint(450, 240)];
const touched = corners.reduce<PlanRecords>((plan, at, i) => read(`t${i}`, at)(plan), PLAN);
const ids = ['t0', 't1'];

describe('a patch that was touched at the frame', () => {
  const found = patchHere(
    Object.values(touched.regions),
    { as: 'box', touched: corners.map((frame) => ({ frame, corner: true })), size: null, inside: 0 },
    LIES,
    'n',
  );
  if ('refusal' in found) throw new Error(found.refusal);
  const made = putTouchedPatch(found, ids, 2)(touched);

  it('lies over the others, with a touch on each of its own corners in place of those that made it', () => {
    expect(planFaults(made)).toEqual([]);
    expect(made.regions['n']).toMatchObject({ origin: 'touched', name: 'patch 1' });
    // A setting’s own patches stay as they are, and stay the setting’s.
    expect(quiltOf(made)).toBe(quiltOf(PLAN));
    expect(Object.keys(made.regions)).toHaveLength(Object.keys(PLAN.regions).length + 1);
    expect(
      touchesOf(made).map(({ on, frame, cloth, advance }) => [on, frame.x, frame.y, cloth.x, cloth.y, advance]),
    ).toEqual([
      ['control.n.c1', 350, 150, 250, 100, 2],
      ['control.n.c2', 450, 150, 350, 100, 2],
      ['control.n.c3', 450, 240, 350, 190, 2],
      ['control.n.c4', 350, 240, 250, 190, 2],
    ]);
    expect(placementIn(placeDesign('n', 'kelp')(made), 'n')).toBeDefined();
  });

  it('is bent along an edge by one more touch, which stays on its place', () => {
    const at = clothPoint(300, 93);
    const bentAt = (region: Region, p: ClothPoint): BentEdge => {
      const edge = edgeTouched(region, region.shape, p, 0);
      if ('refusal' in edge) throw new Error(edge.refusal);
      return edge;
    };
    const bent = putEdgeTouch(bentAt(made.regions['n']!, at), LIES.toFrame(at), 2)(made);
    expect(planFaults(bent)).toEqual([]);
    expect(bent.regions['n']!.shape.map(({ id, corner }) => `${id} ${corner}`)).toContain('c5 false');
    expect(touchesOf(bent).find(({ on }) => on === 'control.n.c5')).toMatchObject({
      cloth: at,
      frame: { x: 400, y: 143 },
    });
    // Bending a block of the setting makes the top a drawn one, and keeps what is on it.
    const block = bent.regions['block-1-1']!;
    const wavy = putEdgeTouch(bentAt(block, clothPoint(100, 4)), framePoint(200, 54), 2)(bent);
    expect(quiltOf(wavy).map.setting.kind).toBe('drawn');
    expect(touchesOf(wavy)).toHaveLength(6);
  });
});
