import { type ClothPoint, inLayers, MOST_ACROSS, patchAt, type RecipeRecord } from '@gorse/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { clearRegions, placeDesign, placementIn, placeRecipe, stagesOf } from '../../document/recipes.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { setStages } from '../../document/proposal.ts';
import { neighbour } from '../../tools/neighbour.ts';

/** What the next patch clicked takes: a design, or a recipe that it shares with others. */
export interface InHand {
  readonly kind: 'design' | 'recipe';
  readonly id: string;
}

/** The chosen patch, and what is in the hand. */
export interface PatchesHand {
  readonly regionId: string | null;
  readonly inHand: InHand | null;
  readonly choose: (regionId: string | null) => void;
  readonly take: (inHand: InHand | null) => void;
  /** A click on the cloth. */
  readonly pick: (p: ClothPoint) => void;
  /** False when a key does nothing here. */
  readonly press: (key: string) => boolean;
}

/** The hand that puts designs into patches. It reads the plan when it acts, so that it is the same hand whatever changes. */
export const makePatchesHand = (brought: string | null): StoreApi<PatchesHand> =>
  createStore<PatchesHand>((set, get) => ({
    regionId: null,
    inHand: brought === null ? null : { kind: 'design', id: brought },
    choose: (regionId) => set({ regionId }),
    take: (inHand) => set({ inHand }),
    pick(p) {
      const { regions, recipes } = usePlan.getState().records;
      const hit = patchAt(inLayers(Object.values(regions)), p);
      const { inHand } = get();
      if (hit && inHand) put(hit.id, inHand);
      // A recipe stays in the hand for the next patch, as long as there is one.
      if (!hit) set({ regionId: null });
      else if (inHand?.kind !== 'recipe' || !recipes[inHand.id]) set({ regionId: hit.id, inHand: null });
    },
    press(key) {
      const { regionId, inHand } = get();
      const { records } = usePlan.getState();
      const region = regionId === null ? undefined : records.regions[regionId];
      const arrow = /^Arrow(Up|Down|Left|Right)$/.exec(key)?.[1] as 'Up' | undefined;
      if (arrow) set({ regionId: neighbour(Object.values(records.regions), region, arrow)?.id ?? null });
      else if (key === 'Escape') set(inHand ? { inHand: null } : { regionId: null });
      else if (key === 'Enter' && region && inHand?.kind === 'recipe') put(region.id, inHand);
      else {
        const act = region && ON_PATCH[key];
        return act ? act(region.id) : false;
      }
      return true;
    },
  }));

function put(regionId: string, { kind, id }: InHand): void {
  const { records } = usePlan.getState();
  const held = placementIn(records, regionId);
  const recipe = kind === 'recipe' ? records.recipes[id] : undefined;
  if (recipe) edit('same recipe', placeRecipe([regionId], recipe));
  else if (kind === 'design' && held) setStages('design', held.id, { designId: id });
  else if (kind === 'design') edit('design', placeDesign(regionId, id));
}

/** Keys that act on the chosen patch; false when there is nothing in it to act on. */
const ON_PATCH: Readonly<Record<string, (regionId: string) => boolean>> = {
  Delete: empty,
  Backspace: empty,
  '.': (regionId) => orient(regionId, 'turn', (before) => ({ ...before, angle: before.angle + Math.PI / 2 })),
  ']': (regionId) => repeat(regionId, 1),
  '[': (regionId) => repeat(regionId, -1),
  '/': (regionId) => orient(regionId, 'mirror', (before) => ({ ...before, mirror: !before.mirror })),
};

function empty(regionId: string): boolean {
  if (!placementIn(usePlan.getState().records, regionId)) return false;
  edit('empty the patch', clearRegions([regionId]));
  return true;
}

/** One more or fewer repeat across. */
function repeat(regionId: string, more: 1 | -1): boolean {
  const { records } = usePlan.getState();
  const placement = placementIn(records, regionId);
  const stages = stagesOf(records, placement);
  if (!placement || !stages || stages.designId === null) return false;
  const { arrange } = stages;
  const across = Math.min(MOST_ACROSS, Math.max(1, arrange.across + more));
  if (across !== arrange.across) setStages('repeats across', placement.id, { arrange: { ...arrange, across } });
  return true;
}

type Orient = RecipeRecord['orient'];

function orient(regionId: string, mark: string, change: (before: Orient) => Orient): boolean {
  const { records } = usePlan.getState();
  const placement = placementIn(records, regionId);
  const stages = stagesOf(records, placement);
  if (!placement || !stages || stages.designId === null) return false;
  setStages(mark, placement.id, { orient: change(stages.orient) });
  return true;
}
