import type { FitRule } from '@gorse/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { gridPlan } from '../test/grid-plan.ts';
import { edit, undo, usePlan } from './plan-store.ts';
import { accept, dragStages, dropStages, setStages, useProposal, withdraw } from './proposal.ts';
import {
  changeStages,
  followersOf,
  clearRegions,
  newRecipe,
  ownStages,
  placeDesign,
  placementIn,
  placeRecipe,
  stagesOf,
  withoutOwn,
} from './recipes.ts';

// The server takes its time: what is edited is shown at once.
vi.stubGlobal('fetch', () => new Promise(() => undefined));

const PLAN = gridPlan({ across: 3, border: 50 });
const BLOCKS = ['block-1-1', 'block-2-1', 'block-3-1'];
const KELP = newRecipe('kelp');
const SHARED = placeRecipe(BLOCKS, KELP)(PLAN);
const [A, B] = BLOCKS.map((id) => placementIn(SHARED, id)!.id);
const FILL: FitRule = { kind: 'fill', margins: [0] };
const WIDER = { kind: 'fill', margins: [-3] } as const;

describe('recipes in patches', () => {
  it('one recipe is put into many at once; those that hold it stay as they are', () => {
    expect(Object.values(SHARED.placements).map(({ recipeId }) => recipeId)).toEqual([KELP.id, KELP.id, KELP.id]);
    const own = ownStages(A!, { fit: FILL })(SHARED);
    const again = placeRecipe(BLOCKS, KELP)(own);
    expect(again.placements[A!]).toEqual(own.placements[A!]);
    // What was there before goes, and its recipe when nothing uses it any more.
    const other = newRecipe('swell');
    const replaced = placeRecipe(BLOCKS, other)(SHARED);
    expect([Object.keys(replaced.recipes), Object.keys(replaced.placements)]).toEqual([[other.id], expect.any(Array)]);
    expect(clearRegions(BLOCKS)(replaced)).toMatchObject({ recipes: {}, placements: {} });
    expect(placementIn(placeDesign(BLOCKS[0]!, 'rope')(SHARED), BLOCKS[0]!)!.recipeId).toBe(KELP.id);
  });

  it('one patch differs in a stage until that is taken back; its siblings follow the recipe', () => {
    const own = ownStages(A!, { fit: FILL })(SHARED);
    const fitOf = (records: typeof own, id: string) => stagesOf(records, records.placements[id])!.fit;
    const changed = changeStages(A!, { fit: WIDER, trim: { from: 0, to: 0.5 } })(own);
    expect([fitOf(changed, A!), fitOf(changed, B!)]).toEqual([WIDER, KELP.fit]);
    // A stage that isn't its own is the recipe's.
    expect(stagesOf(changed, changed.placements[B!])!.trim).toEqual({ from: 0, to: 0.5 });
    const back = withoutOwn(A!, 'fit')(changed);
    expect([back.placements[A!]!.own, fitOf(back, A!)]).toEqual([{}, KELP.fit]);
  });
});

describe('a change of a shared recipe', () => {
  const plan = () => usePlan.getState();
  beforeEach(() => {
    withdraw();
    usePlan.setState({
      quiltId: 'q',
      records: SHARED,
      committed: SHARED,
      acknowledged: SHARED,
      undoable: [],
      outbox: [],
    });
  });

  it('is shown in all patches, and made when it is accepted: one undo', () => {
    dragStages(A!, { fit: FILL });
    expect([plan().records.recipes[KELP.id]!.fit, plan().committed]).toEqual([FILL, SHARED]);
    setStages('fit', A!, { fit: WIDER });
    setStages('trim', A!, { trim: { from: 0.1, to: 1 } });
    expect(plan().committed).toBe(SHARED);
    expect(useProposal.getState().open).toMatchObject({ recipeId: KELP.id, placementId: A! });
    accept('all');
    expect(plan().committed.recipes[KELP.id]).toMatchObject({ fit: WIDER, trim: { from: 0.1, to: 1 } });
    expect([plan().undoable.length, useProposal.getState().open]).toEqual([1, null]);
    undo();
    expect(plan().committed.recipes[KELP.id]).toEqual(KELP);
  });

  it('goes back, or stays in the one patch; another design makes that a recipe of its own', () => {
    setStages('fit', A!, { fit: WIDER });
    withdraw();
    expect([plan().records, useProposal.getState().open]).toEqual([SHARED, null]);
    setStages('fit', A!, { fit: WIDER });
    accept('here');
    expect([plan().committed.recipes[KELP.id], plan().committed.placements[A!]!.own]).toEqual([KELP, { fit: WIDER }]);
    // What is its own is changed at once.
    setStages('fit', A!, { fit: FILL });
    expect([plan().committed.placements[A!]!.own, useProposal.getState().open]).toEqual([{ fit: FILL }, null]);
    setStages('design', A!, { designId: 'swell' });
    accept('here');
    const own = plan().committed.placements[A!]!;
    expect([own.own, plan().committed.recipes[own.recipeId]]).toMatchObject([{}, { designId: 'swell', fit: FILL }]);
    expect(plan().committed.recipes[KELP.id]).toEqual(KELP);
  });

  it('goes on where a drag is dropped, and from another patch; what all have of their own isn’t counted', () => {
    setStages('fit', A!, { fit: WIDER });
    dragStages(B!, { trim: { from: 0.2, to: 1 } });
    expect([useProposal.getState().dragged, plan().records.recipes[KELP.id]!.trim.from]).toEqual([B, 0.2]);
    dropStages();
    expect(plan().records.recipes[KELP.id]).toMatchObject({ fit: WIDER, trim: KELP.trim });
    setStages('trim', B!, { trim: { from: 0.1, to: 1 } });
    expect(useProposal.getState().open).toMatchObject({ change: { fit: WIDER, trim: { from: 0.1 } }, placementId: B! });
    withdraw();
    const own = ownStages(A!, { fit: FILL })(SHARED);
    expect(followersOf(own, B!, { fit: WIDER }).map(({ id }) => id)).not.toContain(A!);
    expect(followersOf(own, A!, { fit: WIDER }).map(({ id }) => id)).toEqual([A!]);
    expect(followersOf(own, A!, { fit: WIDER, designId: 'swell' })).toHaveLength(Object.keys(SHARED.placements).length);
    // Dragged and dropped without one, or set as it was: nothing is left open.
    dragStages(A!, { fit: FILL });
    dropStages();
    expect(plan().records).toBe(SHARED);
  });

  it('is taken back by whatever else is done, and by undo', () => {
    setStages('fit', A!, { fit: WIDER });
    undo();
    expect([plan().records, useProposal.getState().open]).toEqual([SHARED, null]);
    setStages('fit', A!, { fit: WIDER });
    edit('empty', clearRegions([BLOCKS[2]!]));
    expect([useProposal.getState().open, plan().committed.recipes[KELP.id]]).toEqual([null, KELP]);
  });
});
