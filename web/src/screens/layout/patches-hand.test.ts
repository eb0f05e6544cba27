import { clothPoint, stagesThrough, USUAL_BACKGROUND } from '@gorse/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { newRecipe, placeDesign, placementIn, placeRecipe } from '../../document/recipes.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { gridPlan } from '../../test/grid-plan.ts';
import { makePatchesHand } from './patches-hand.ts';

// The server takes its time: what is edited is shown at once.
vi.stubGlobal('fetch', () => new Promise(() => undefined));

/** Three blocks beside each other in a border of 50 mm, and their middles. */
const PLAN = gridPlan({ across: 3, border: 50 });
const BLOCKS = ['block-1-1', 'block-2-1', 'block-3-1'];
const middleOf = (id: string) => {
  const xs = PLAN.regions[id]!.shape.map(({ at }) => at.x);
  const ys = PLAN.regions[id]!.shape.map(({ at }) => at.y);
  return clothPoint((Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2);
};
const inPatch = (id: string) => placementIn(usePlan.getState().records, id);

beforeEach(() => usePlan.setState({ quiltId: 'q', records: PLAN, committed: PLAN, acknowledged: PLAN }));

describe('the hand that fills patches', () => {
  it('gives a design that was brought along to the first patch clicked, and is empty then', () => {
    const hand = makePatchesHand('swell');
    hand.getState().pick(middleOf(BLOCKS[0]!));
    expect(usePlan.getState().records.recipes[inPatch(BLOCKS[0]!)!.recipeId]!.designId).toBe('swell');
    expect(hand.getState()).toMatchObject({ regionId: BLOCKS[0], inHand: null });
    hand.getState().pick(middleOf(BLOCKS[1]!));
    expect(inPatch(BLOCKS[1]!)).toBeUndefined();
    hand.getState().pick(clothPoint(-10, -10));
    expect(hand.getState().regionId).toBeNull();
  });
  it('shares a recipe with every patch clicked, keeps the chosen one, and lets go with Escape', () => {
    const hand = makePatchesHand('swell');
    hand.getState().pick(middleOf(BLOCKS[0]!));
    const { recipeId } = inPatch(BLOCKS[0]!)!;
    hand.getState().take({ kind: 'recipe', id: recipeId });
    for (const id of BLOCKS) hand.getState().pick(middleOf(id));
    expect(BLOCKS.map((id) => inPatch(id)?.recipeId)).toEqual([recipeId, recipeId, recipeId]);
    expect(hand.getState().regionId).toBe(BLOCKS[0]);
    // First what is in the hand, then what is chosen.
    expect([hand.getState().press('Escape'), hand.getState().inHand]).toEqual([true, null]);
    hand.getState().press('Escape');
    expect(hand.getState().regionId).toBeNull();
  });
  it('neither turns nor repeats a background; a design that is put there takes its place, and keeps its settings', () => {
    const hand = makePatchesHand(null);
    edit('background', placeRecipe([BLOCKS[0]!], newRecipe(null)));
    hand.getState().choose(BLOCKS[0]!);
    expect(['.', '/', ']', '['].map((key) => hand.getState().press(key))).toEqual([false, false, false, false]);
    const recipe = () => usePlan.getState().records.recipes[inPatch(BLOCKS[0]!)!.recipeId]!;
    expect(stagesThrough(recipe())).toEqual(['background', 'mask', 'stitch']);
    edit('design', placeDesign(BLOCKS[0]!, 'swell'));
    expect(recipe()).toMatchObject({ designId: 'swell', background: USUAL_BACKGROUND });
    expect(stagesThrough(recipe())).not.toContain('background');
    expect(hand.getState().press('.')).toBe(true);
  });
  it('acts by keys on what is in the chosen patch; on an empty one they do nothing', () => {
    const hand = makePatchesHand(null);
    hand.getState().choose(BLOCKS[0]!);
    expect(['Delete', '.', '/', 'x'].map((key) => hand.getState().press(key))).toEqual([false, false, false, false]);
    hand.getState().take({ kind: 'design', id: 'swell' });
    hand.getState().pick(middleOf(BLOCKS[0]!));
    const orient = () => usePlan.getState().records.recipes[inPatch(BLOCKS[0]!)!.recipeId]!.orient;
    expect(['.', '/'].map((key) => hand.getState().press(key))).toEqual([true, true]);
    expect(orient()).toEqual({ angle: Math.PI / 2, mirror: true, up: 'patch' });
    hand.getState().press('Delete');
    expect(inPatch(BLOCKS[0]!)).toBeUndefined();
    hand.getState().press('ArrowRight');
    expect(hand.getState().regionId).toBe(BLOCKS[1]);
  });
});
