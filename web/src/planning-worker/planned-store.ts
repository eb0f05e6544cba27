import { EMPTY_RECORDS, type PlanRecords, quiltOf, type RowSetRecord } from '@gorse/core';
import { type Remote, wrap } from 'comlink';
import { create } from 'zustand';
import { api } from '../api/api.ts';
import { KEYS, queryClient } from '../api/queries.ts';
import { usePlan } from '../document/plan-store.ts';
import { tellError } from '../ui/notices.ts';
import type { Planned, Planner } from './planning-worker.ts';
import type { PlanRequest, RowsRequest } from './requests.ts';
import type { PlannedRows } from './row-planner.ts';

interface PlannedState {
  readonly byPlacement: Readonly<Record<string, Planned>>;
  readonly byRowSet: Readonly<Record<string, PlannedRows>>;
  /** Placements and row sets that are being worked out. */
  readonly waiting: number;
}

/** What the worker has worked out of the open plan; follows every change of it, gestures included. */
export const usePlanned = create<PlannedState>(() => ({ byPlacement: {}, byRowSet: {}, waiting: 0 }));

/** A planning worker, started when it is first needed, and the designs it has been taught. */
function workerWithDesigns() {
  let remote: Remote<Planner> | null = null;
  const ask = (): Remote<Planner> =>
    (remote ??= wrap<Planner>(new Worker(new URL('./planning-worker.ts', import.meta.url), { type: 'module' })));
  const learning = new Map<string, Promise<boolean>>();
  /** Brings a design's strokes to the worker once; false when the library hasn't it. */
  const teach = (designId: string): Promise<boolean> => {
    const known = learning.get(designId);
    if (known) return known;
    const taught = queryClient
      .query({ queryKey: KEYS.strokes(designId), queryFn: () => api.designStrokes(designId), staleTime: Infinity })
      .then(async (strokes) => {
        await ask().learn(designId, strokes);
        return true;
      })
      .catch(() => {
        learning.delete(designId);
        return false;
      });
    learning.set(designId, taught);
    return taught;
  };
  return { ask, teach };
}

/** The worker that plans while she works, and one for what takes long and must not hold it up. */
export const { ask: planner, teach } = workerWithDesigns();
export const { ask: densityPlanner, teach: teachDensity } = workerWithDesigns();

export function planRequests(records: PlanRecords): PlanRequest[] {
  return Object.values(records.placements).flatMap((placement) => {
    const recipe = records.recipes[placement.recipeId];
    const region = records.regions[placement.regionId];
    return recipe && region ? [{ placement, recipe, region, quilt: quiltOf(records) }] : [];
  });
}

/** A set of rows with no more of the plan than they depend on. */
export const rowsRequest = (set: RowSetRecord, { quilts, regions, placements }: PlanRecords): RowsRequest => ({
  set,
  plan: { ...EMPTY_RECORDS, quilts, regions, placements },
});

export const rowsRequests = (records: PlanRecords): RowsRequest[] =>
  Object.values(records.rowSets).map((set) => rowsRequest(set, records));

/** One thing to be worked out. */
interface Wish {
  readonly id: string;
  readonly designId: string;
  /** The records it depends on: the same ones mean the same answer. */
  readonly depends: readonly unknown[];
  readonly work: () => Promise<void>;
}

function wishesOf(records: PlanRecords): Wish[] {
  return [
    ...planRequests(records).map((request): Wish => {
      const { placement, recipe, region, quilt } = request;
      return {
        id: placement.id,
        designId: recipe.designId,
        depends: [placement, recipe, region, quilt.loading, quilt.grid, quilt.machine],
        work: async () => keep('byPlacement', placement.id, await planner().plan(request)),
      };
    }),
    ...rowsRequests(records).map((request): Wish => {
      const { set } = request;
      return {
        id: set.id,
        designId: set.designId,
        depends: [set, quiltOf(records), records.regions, records.placements],
        work: async () => keep('byRowSet', set.id, await planner().rows(request)),
      };
    }),
  ];
}

/** What was last asked for each; an answer to anything that is gone is dropped. */
const asked = new Map<string, Wish>();
const pending = new Map<string, Wish>();
let working = false;

function keep<K extends 'byPlacement' | 'byRowSet'>(kind: K, id: string, planned: PlannedState[K][string]): void {
  if (asked.has(id)) usePlanned.setState((state) => ({ ...state, [kind]: { ...state[kind], [id]: planned } }));
}

const isSame = (a: Wish | undefined, b: Wish): boolean =>
  a !== undefined && a.depends.every((part, i) => part === b.depends[i]);

function follow(records: PlanRecords): void {
  const wishes = records === EMPTY_RECORDS ? [] : wishesOf(records);
  const ids = new Set(wishes.map((wish) => wish.id));
  for (const wish of wishes) {
    if (isSame(asked.get(wish.id), wish)) continue;
    asked.set(wish.id, wish);
    pending.set(wish.id, wish);
  }
  const gone = [...asked.keys()].filter((id) => !ids.has(id));
  for (const id of gone) {
    asked.delete(id);
    pending.delete(id);
  }
  if (gone.length > 0) {
    const left = <T>(planned: Readonly<Record<string, T>>): Record<string, T> =>
      Object.fromEntries(Object.entries(planned).filter(([id]) => ids.has(id)));
    usePlanned.setState(({ byPlacement, byRowSet }) => ({ byPlacement: left(byPlacement), byRowSet: left(byRowSet) }));
  }
  void work();
}

/** Only the newest wish for each is worked out: during a drag, those between are skipped. */
async function work(): Promise<void> {
  if (working) return;
  working = true;
  for (let next = pending.entries().next(); !next.done; next = pending.entries().next()) {
    const [id, wish] = next.value;
    pending.delete(id);
    usePlanned.setState({ waiting: pending.size + 1 });
    try {
      await teach(wish.designId);
      await wish.work();
    } catch (error) {
      // One that can't be worked out must not hold up the others.
      tellError(error);
    }
  }
  usePlanned.setState({ waiting: 0 });
  working = false;
}

// This file is loaded with the first step that shows a plan, which may be after the plan was opened.
follow(usePlan.getState().records);
usePlan.subscribe((state, before) => {
  if (state.records !== before.records) follow(state.records);
});
