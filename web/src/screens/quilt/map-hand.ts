import {
  blockOf,
  type ClothPoint,
  clothPoint,
  distance,
  type FoundEdge,
  type Guide,
  type HeldCorner,
  holdCorner,
  inLayers,
  isRefused,
  isGround,
  minus,
  movedShape,
  newPatch,
  patchAt,
  type PatchEdit,
  plus,
  type Point,
  quiltOf,
  type Region,
  snapIndex,
  type SnapIndex,
  type Snapped,
  snapTo,
  splitPatch,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { takePatches } from '../../document/drawing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import type { Tool } from '../../tools/hand.ts';
import { neighbour } from '../../tools/neighbour.ts';
import { movedByKey, withinTop } from '../../tools/pointer-keys.ts';
import { tellError } from '../../ui/notices.ts';

/** What the hand does on the map: choose and move, or draw. */
export const MAP_TOOLS = ['choose', 'patch', 'applique', 'split'] as const;
export type MapTool = (typeof MAP_TOOLS)[number];

/** Where a point would go, and what it is drawn to: to what is on the map, or to what its photo shows. */
export interface Aim {
  readonly at: ClothPoint;
  readonly to: readonly (Guide | 'photo')[];
}

/** A point that was put; between corners an edge is smooth. */
export interface PutPoint {
  readonly at: ClothPoint;
  readonly corner: boolean;
}

export interface MapHand {
  readonly tool: MapTool;
  readonly chosenId: string | null;
  /** Points of what is being drawn. */
  readonly points: readonly PutPoint[];
  /** Where the next one would go. */
  readonly pointer: Aim | null;
  /** Points that are put now are of a smooth edge. */
  readonly curved: boolean;
  /** Points are drawn to what a photo shows. */
  readonly traces: boolean;
  /** What is moved, as it would lie. */
  readonly moved: readonly Region[] | null;
  readonly take: (tool: MapTool) => void;
  /** What finds an edge of the photo that lies under the map; null while none does. */
  readonly trace: (find: FindEdge | null) => void;
  readonly choose: (id: string | null) => void;
  readonly setCurved: (curved: boolean) => void;
  /** The pointer is over a place; `reach` mm about it is near enough. */
  readonly hover: (p: ClothPoint, reach: number) => void;
  /** A click. */
  readonly pick: (p: ClothPoint, reach: number) => void;
  /** A press on the chosen patch: on a corner it moves that, on what lies over others all of it. */
  readonly press: (p: ClothPoint, reach: number) => Tool<ClothPoint> | null;
  /** Puts the next point so far from the last, the way the pointer lies. */
  readonly putAt: (length: number) => void;
  readonly finish: () => void;
  /** False when a key does nothing here. */
  readonly key: (key: string, shift: boolean) => boolean;
}

/** Finds a corner or an edge within so many mm of a place. */
export type FindEdge = (p: Point, reach: number) => Promise<FoundEdge | null>;

/** A point put by keys is drawn to what lies so near, mm. */
const REACH_OF_KEYS = 4;

/** The hand that draws on the map. It reads the plan when it acts, so that it is the same hand whatever changes. */
export const makeMapHand = (): StoreApi<MapHand> =>
  createStore<MapHand>((set, get) => {
    const idle = { points: [], pointer: null, moved: null } as const;
    let index: { readonly of: object; readonly found: SnapIndex } | null = null;
    const near = (): SnapIndex => {
      const { regions } = usePlan.getState().records;
      if (index?.of !== regions) index = { of: regions, found: snapIndex(Object.values(regions), mapNow().size) };
      return index.found;
    };
    const snapped = (p: ClothPoint, reach: number): Snapped =>
      snapTo(
        withinTop(p, mapNow().size),
        near(),
        get().points.map(({ at }) => at),
        reach,
      );
    let find: FindEdge | null = null;
    let over: ClothPoint | null = null;
    let putting = Promise.resolve();
    /** On the map before on its photo: what is drawn already is where it was put. */
    const aimed = async (p: ClothPoint, reach: number): Promise<Aim> => {
      const onMap = snapped(p, reach);
      if (!find || onMap.to.includes('corner')) return onMap;
      const found = await find(p, reach).catch(() => null);
      if (!found || (found.is === 'edge' && onMap.to.includes('edge'))) return onMap;
      return { at: clothPoint(found.at.x, found.at.y), to: ['photo'] };
    };
    const put = (at: ClothPoint): void => {
      const { tool, points, curved } = get();
      const first = points[0];
      if (tool !== 'split' && points.length > 2 && first && distance(first.at, at) < 1e-6) get().finish();
      else {
        set({ points: [...points, { at, corner: !curved }] });
        if (tool === 'split' && points.length === 1) get().finish();
      }
    };
    return {
      ...idle,
      tool: 'choose',
      chosenId: null,
      curved: false,
      traces: false,
      take: (tool) => set({ ...idle, tool, curved: tool === 'applique' && get().curved }),
      choose: (chosenId) => set({ chosenId }),
      setCurved: (curved) => set({ curved }),
      trace(found) {
        find = found;
        set({ traces: found !== null });
      },
      hover(p, reach) {
        if (get().tool === 'choose') return;
        over = p;
        set({ pointer: snapped(p, reach) });
        // The photo is asked meanwhile; an answer about where the pointer was is dropped.
        void aimed(p, reach).then((pointer) => over === p && get().tool !== 'choose' && set({ pointer }));
      },
      pick(p, reach) {
        if (get().tool === 'choose') set({ chosenId: patchAt(inLayers(regionsNow()), p)?.id ?? null });
        // One after the other, in the order of the clicks.
        else putting = putting.then(async () => put((await aimed(p, reach)).at));
      },
      press(p, reach) {
        const { tool, chosenId } = get();
        const region = chosenNow(chosenId);
        if (tool !== 'choose' || !region) return null;
        const corner = region.shape.find(({ at }) => distance(at, p) <= reach);
        if (corner) return moveCornerTool(holdCorner(regionsNow(), corner.at), (at) => snapped(at, reach).at, set);
        const isLoose = region.origin !== 'setting' && !isGround(region, mapNow());
        return isLoose && patchAt(inLayers(regionsNow()), p)?.id === region.id ? movePatchTool(region, p, set) : null;
      },
      putAt(length) {
        const { points, pointer } = get();
        const last = points.at(-1);
        const far = last && pointer ? distance(last.at, pointer.at) : 0;
        if (!last || !pointer || far === 0) return;
        const way = minus(pointer.at, last.at);
        put(plus(last.at, { x: (way.x / far) * length, y: (way.y / far) * length }));
      },
      finish() {
        const { tool, points, chosenId } = get();
        const regions = regionsNow();
        const id = nanoid(10);
        if (tool === 'split') {
          const [from, to] = points;
          if (!from || !to) return;
          const middle = clothPoint((from.at.x + to.at.x) / 2, (from.at.y + to.at.y) / 2);
          const region = chosenNow(chosenId) ?? patchAt(inLayers(regions), middle);
          set(idle);
          if (region) make('split', splitPatch(regions, region, from.at, to.at, id));
          else tellError(new Error('There is no patch under this line. Draw it across one.'));
        } else if (tool !== 'choose') {
          if (make('drawing', newPatch(regions, points, tool === 'patch' ? 'block' : 'applique', id)))
            set({ ...idle, chosenId: id });
        }
      },
      key(key, shift) {
        const { tool, points, pointer, chosenId } = get();
        const arrow = /^Arrow(Up|Down|Left|Right)$/.exec(key)?.[1] as 'Up' | undefined;
        if (tool === 'choose') {
          if (arrow) set({ chosenId: neighbour(regionsNow(), chosenNow(chosenId), arrow)?.id ?? null });
          else if (key === 'Escape') set({ chosenId: null });
          else return false;
          return true;
        }
        const moved = movedByKey(pointer?.at ?? points.at(-1)?.at, key, shift, mapNow().size);
        if (moved) set({ pointer: { at: moved, to: [] } });
        else if (key === ' ' && pointer) put(snapped(pointer.at, REACH_OF_KEYS).at);
        else if (key === 'Enter') get().finish();
        else if (key === 'Backspace') set({ points: points.slice(0, -1) });
        else if (key === 'Escape') set(points.length > 0 ? idle : { ...idle, tool: 'choose' });
        else return false;
        return true;
      },
    };
  });

const regionsNow = (): readonly Region[] => Object.values(usePlan.getState().records.regions);
const mapNow = () => quiltOf(usePlan.getState().records).map;

/** The chosen patch; of a block that was pieced anew meanwhile, its first. */
export function chosenNow(
  chosenId: string | null,
  regions: Readonly<Record<string, Region>> = usePlan.getState().records.regions,
): Region | undefined {
  if (chosenId === null) return undefined;
  return regions[chosenId] ?? Object.values(regions).find(({ id }) => blockOf(id) === chosenId);
}

/** Makes an edit of the plan of it, or says why it can't be done. */
export function make(mark: string, made: PatchEdit): boolean {
  if (isRefused(made)) tellError(new Error(made.refusal));
  else edit(mark, takePatches(made));
  return !isRefused(made);
}

type Show = (state: Pick<MapHand, 'moved'>) => void;

/** A corner is moved with all that meets there. */
function moveCornerTool(held: HeldCorner, snap: (p: ClothPoint) => ClothPoint, show: Show): Tool<ClothPoint> {
  const to = (p: ClothPoint, free: boolean): PatchEdit => held.movedTo(free ? p : snap(p));
  return {
    move(p, free) {
      const made = to(p, free);
      if (!isRefused(made)) show({ moved: made.put });
    },
    end(p, free) {
      show({ moved: null });
      if (distance(p, held.at) > MOVED) make('corner', to(p, free));
    },
    cancel: () => show({ moved: null }),
  };
}
/** A press that moves by less (mm) moves nothing. */
const MOVED = 0.5;

/** What lies over others is moved as it is. */
function movePatchTool(region: Region, from: ClothPoint, show: Show): Tool<ClothPoint> {
  const to = (p: ClothPoint): Region => {
    const by = minus(p, from);
    return { ...region, shape: movedShape(region.shape, ({ at }) => plus(at, by)) };
  };
  return {
    move: (p) => show({ moved: [to(p)] }),
    end(p) {
      show({ moved: null });
      if (distance(p, from) > MOVED) make('patch moved', { put: [to(p)], gone: [] });
    },
    cancel: () => show({ moved: null }),
  };
}
