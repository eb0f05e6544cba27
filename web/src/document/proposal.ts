import { type OwnStages, type PlanRecords, type RecipeStages } from '@gorse/core';
import { create } from 'zustand';
import { cancel, commit, edit, preview, usePlan } from './plan-store.ts';
import { changeStages, ownRecipe, ownStages, placementsOf, setRecipe } from './recipes.ts';

/** A change of a recipe that several patches share: shown in all of them, and made only when it is accepted. */
export interface Proposal {
  /** The patch it was begun in. */
  readonly placementId: string;
  readonly recipeId: string;
  readonly mark: string;
  readonly change: Partial<RecipeStages>;
  /** The plan that was worked out before. */
  readonly since: PlanRecords;
}

export const useProposal = create<{ readonly open: Proposal | null }>(() => ({ open: null }));

/** Whether more than one patch follows when stages of a placement change. */
function isShared(placementId: string, change: Partial<RecipeStages>): boolean {
  const { committed } = usePlan.getState();
  const placement = committed.placements[placementId];
  if (!placement || Object.keys(change).every((stage) => stage in placement.own)) return false;
  return placementsOf(committed, placement.recipeId).length > 1;
}

/** Shows a change of a placement's stages while it is dragged; `dropStages` ends it. */
export function dragStages(placementId: string, change: OwnStages): void {
  const { open } = useProposal.getState();
  const all = open?.placementId === placementId ? { ...open.change, ...change } : change;
  preview(changeStages(placementId, all));
}

/** A change of a placement's stages, made at once where it is alone with them; else proposed. */
export function setStages(mark: string, placementId: string, change: OwnStages): void {
  if (isShared(placementId, change)) propose(mark, placementId, change);
  else edit(mark, changeStages(placementId, change));
}

/** Another design in a patch that has one already. */
export function setDesign(placementId: string, designId: string): void {
  const placement = usePlan.getState().records.placements[placementId];
  if (!placement) return;
  if (isShared(placementId, { designId })) propose('design', placementId, { designId });
  else edit('design', setRecipe(placement.recipeId, { designId }));
}

function propose(mark: string, placementId: string, change: Partial<RecipeStages>): void {
  const { committed } = usePlan.getState();
  const { open } = useProposal.getState();
  const { recipeId } = committed.placements[placementId]!;
  const all = open?.placementId === placementId ? { ...open.change, ...change } : change;
  const { designId, ...stages } = all;
  preview((records) =>
    changeStages(placementId, stages)(designId === undefined ? records : setRecipe(recipeId, { designId })(records)),
  );
  useProposal.setState({ open: { placementId, recipeId, mark, change: all, since: committed } });
}

/** Makes the proposed change in all patches that share the recipe, or in the one it was begun in. */
export function accept(where: 'all' | 'here'): void {
  const { open } = useProposal.getState();
  if (!open) return;
  useProposal.setState({ open: null });
  if (where === 'here') preview(onlyHere(open));
  commit(where === 'here' ? `${open.mark}, here only` : open.mark);
}

/** Another design makes it another recipe; anything else is in what the patch differs from it. */
const onlyHere =
  ({ placementId, change: { designId, ...stages } }: Proposal) =>
  (records: PlanRecords): PlanRecords => {
    const changed = ownStages(placementId, stages)(records);
    if (designId === undefined) return changed;
    const apart = ownRecipe(placementId)(changed);
    return setRecipe(apart.placements[placementId]!.recipeId, { designId })(apart);
  };

export function withdraw(): void {
  useProposal.setState({ open: null });
  cancel();
}

// Whatever else is done to the plan takes a proposal back.
usePlan.subscribe(({ records, committed }, before) => {
  const { open } = useProposal.getState();
  if (open && (committed !== open.since || (records === committed && before.records !== records)))
    useProposal.setState({ open: null });
});
