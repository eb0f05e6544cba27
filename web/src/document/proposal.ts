import type { PlacementRecord, PlanRecords, RecipeStages } from '@gorse/core';
import { create } from 'zustand';
import { cancel, commit, edit, preview, usePlan } from './plan-store.ts';
import { changeStages, followersOf, ownRecipe, ownStages, setRecipe } from './recipes.ts';

/** A change of a recipe that several patches share: shown in all of them, and made only when it is accepted. */
export interface Proposal {
  /** The patch it was last changed in. */
  readonly placementId: string;
  readonly recipeId: string;
  readonly mark: string;
  readonly change: Partial<RecipeStages>;
  /** The plan that was worked out before. */
  readonly since: PlanRecords;
}

interface Proposed {
  readonly open: Proposal | null;
  /** The patch one of whose stages follows the hand. */
  readonly dragged: string | null;
}

const NONE: Proposed = { open: null, dragged: null };

export const useProposal = create<Proposed>(() => NONE);

/** Shows a change of a placement's stages while it is dragged; `setStages` or `dropStages` ends it. */
export function dragStages(placementId: string, change: Partial<RecipeStages>): void {
  const placement = usePlan.getState().committed.placements[placementId];
  if (!placement) return;
  useProposal.setState({ dragged: placementId });
  preview(changeStages(placementId, withProposed(placement, change)));
}

/** Takes back what was dragged; what was proposed before is shown again. */
export function dropStages(): void {
  const { open } = useProposal.getState();
  useProposal.setState({ dragged: null });
  if (open) preview(changeStages(open.placementId, open.change));
  else cancel();
}

/** A change of a placement's stages, made at once where it is alone with them; else proposed. */
export function setStages(mark: string, placementId: string, change: Partial<RecipeStages>): void {
  const { committed } = usePlan.getState();
  const placement = committed.placements[placementId];
  if (!placement) return;
  if (followersOf(committed, placementId, change).length <= 1) {
    useProposal.setState(NONE);
    edit(mark, changeStages(placementId, change));
    return;
  }
  const all = withProposed(placement, change);
  preview(changeStages(placementId, all));
  useProposal.setState({
    open: { placementId, recipeId: placement.recipeId, mark, change: all, since: committed },
    dragged: null,
  });
}

/** With what is proposed of the same recipe already, unless that would be this patch's own. */
function withProposed({ recipeId, own }: PlacementRecord, change: Partial<RecipeStages>): Partial<RecipeStages> {
  const { open } = useProposal.getState();
  const goesOn = open?.recipeId === recipeId && Object.keys(open.change).every((stage) => !(stage in own));
  return goesOn ? { ...open.change, ...change } : change;
}

/** Makes the proposed change in all patches that share the recipe, or in the one it was begun in. */
export function accept(where: 'all' | 'here'): void {
  const { open } = useProposal.getState();
  if (!open) return;
  useProposal.setState(NONE);
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
  useProposal.setState(NONE);
  cancel();
}

/** Whether the plan that is shown follows the hand just now. */
export function useIsMoving(): boolean {
  const isOpen = usePlan(({ records, committed }) => records !== committed);
  const isStill = useProposal(({ open, dragged }) => open !== null && dragged === null);
  return isOpen && !isStill;
}

// Whatever else is done to the plan takes a proposal back.
usePlan.subscribe(({ records, committed }, before) => {
  const { open } = useProposal.getState();
  if (open && (committed !== open.since || (records === committed && before.records !== records)))
    useProposal.setState(NONE);
});
