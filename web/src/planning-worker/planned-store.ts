import type { PlanRecords } from '@gorse/core';
import { type Remote, wrap } from 'comlink';
import { create } from 'zustand';
import { api } from '../api/api.ts';
import { KEYS, queryClient } from '../api/queries.ts';
import { usePlan } from '../document/plan-store.ts';
import type { Planned, Planner, PlanRequest } from './planning-worker.ts';

interface PlannedState {
  readonly byPlacement: Readonly<Record<string, Planned>>;
  /** Placements that are being worked out. */
  readonly waiting: number;
}

/** What the worker has worked out of the open plan; follows every change of it, gestures included. */
export const usePlanned = create<PlannedState>(() => ({ byPlacement: {}, waiting: 0 }));

let remote: Remote<Planner> | null = null;
export const planner = (): Remote<Planner> =>
  (remote ??= wrap<Planner>(new Worker(new URL('./planning-worker.ts', import.meta.url), { type: 'module' })));

const learning = new Map<string, Promise<boolean>>();

/** Brings a design's strokes to the worker once; false when the library hasn't it. */
export function teach(designId: string): Promise<boolean> {
  const known = learning.get(designId);
  if (known) return known;
  const taught = queryClient
    .query({ queryKey: KEYS.strokes(designId), queryFn: () => api.designStrokes(designId), staleTime: Infinity })
    .then(async (strokes) => {
      await planner().learn(designId, strokes);
      return true;
    })
    .catch(() => {
      learning.delete(designId);
      return false;
    });
  learning.set(designId, taught);
  return taught;
}

export function planRequests(records: PlanRecords): PlanRequest[] {
  return Object.values(records.placements).flatMap((placement) => {
    const recipe = records.recipes[placement.recipeId];
    const region = records.regions[placement.regionId];
    return recipe && region ? [{ placement, recipe, region }] : [];
  });
}

/** What was last asked for each placement; an answer to anything older is dropped. */
const asked = new Map<string, PlanRequest>();
const pending = new Map<string, PlanRequest>();
let working = false;

const isSame = (a: PlanRequest | undefined, b: PlanRequest): boolean =>
  a?.recipe === b.recipe && a.region === b.region && a.placement === b.placement;

function follow(records: PlanRecords): void {
  const requests = planRequests(records);
  const ids = new Set(requests.map((request) => request.placement.id));
  for (const request of requests) {
    if (isSame(asked.get(request.placement.id), request)) continue;
    asked.set(request.placement.id, request);
    pending.set(request.placement.id, request);
  }
  const gone = [...asked.keys()].filter((id) => !ids.has(id));
  for (const id of gone) {
    asked.delete(id);
    pending.delete(id);
  }
  if (gone.length > 0) {
    usePlanned.setState(({ byPlacement }) => ({
      byPlacement: Object.fromEntries(Object.entries(byPlacement).filter(([id]) => ids.has(id))),
    }));
  }
  void work();
}

/** Only the newest wish for each placement is worked out: during a drag, those between are skipped. */
async function work(): Promise<void> {
  if (working) return;
  working = true;
  for (let next = pending.entries().next(); !next.done; next = pending.entries().next()) {
    const [id, request] = next.value;
    pending.delete(id);
    usePlanned.setState({ waiting: pending.size + 1 });
    await teach(request.recipe.designId);
    const planned = await planner().plan(request);
    if (asked.has(id)) usePlanned.setState(({ byPlacement }) => ({ byPlacement: { ...byPlacement, [id]: planned } }));
  }
  usePlanned.setState({ waiting: 0 });
  working = false;
}

// This file is loaded with the first step that shows a plan, which may be after the plan was opened.
follow(usePlan.getState().records);
usePlan.subscribe((state, before) => {
  if (state.records !== before.records) follow(state.records);
});
