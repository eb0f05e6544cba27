import {
  type ClothPoint,
  type Control,
  distance,
  inLayers,
  type KeepOutRecord,
  minus,
  patchAt,
  quiltOf,
  tracedShape,
} from '@gorse/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  keepOutAt,
  moveKeepOut,
  moveKeepOutPoint,
  newKeepOut,
  ofShape,
  setKeepOut,
} from '../../../document/keep-outs.ts';
import { cancel, commit, edit, preview, usePlan } from '../../../document/plan-store.ts';
import type { Tool } from '../../../tools/hand.ts';
import { movedByKey } from '../../../tools/pointer-keys.ts';
import { tellError } from '../../../ui/notices.ts';

/** What the hand does: choose and move keep-outs, or draw one. */
export interface KeepOutHand {
  readonly draws: boolean;
  readonly chosenId: string | null;
  /** A patch that isn't kept free yet. */
  readonly regionId: string | null;
  /** Points of what is being drawn, and where the next would go. */
  readonly points: readonly Pick<Control, 'at' | 'corner'>[];
  readonly pointer: ClothPoint | null;
  /** Points that are put now are of a smooth edge. */
  readonly curved: boolean;
  readonly take: (draws: boolean) => void;
  readonly choose: (id: string | null) => void;
  readonly setCurved: (curved: boolean) => void;
  readonly hover: (p: ClothPoint) => void;
  /** A click; `reach` mm about it is near enough. */
  readonly pick: (p: ClothPoint, reach: number) => void;
  readonly press: (p: ClothPoint, reach: number) => Tool<ClothPoint> | null;
  readonly finish: () => void;
  /** False when a key does nothing here. */
  readonly key: (key: string, shift: boolean) => boolean;
}

/** The hand of keep-outs. It reads the plan when it acts, so that it is the same hand whatever changes. */
export const makeKeepOutHand = (): StoreApi<KeepOutHand> =>
  createStore<KeepOutHand>((set, get) => {
    const idle = { points: [], pointer: null } as const;
    const put = (at: ClothPoint): void =>
      set(({ points, curved }) => ({ points: [...points, { at, corner: !curved }], pointer: at }));
    return {
      ...idle,
      draws: false,
      chosenId: null,
      regionId: null,
      curved: false,
      take: (draws) => set({ ...idle, draws }),
      choose: (chosenId) => set({ chosenId, regionId: null }),
      setCurved: (curved) => set({ curved }),
      hover(p) {
        if (get().draws) set({ pointer: p });
      },
      pick(p, reach) {
        const { draws, points } = get();
        const first = points[0];
        const { records } = usePlan.getState();
        if (draws && points.length > 2 && first && distance(first.at, p) <= reach) get().finish();
        else if (draws) put(p);
        else {
          const keepOut = keepOutAt(records, p);
          set({
            chosenId: keepOut?.id ?? null,
            regionId: keepOut ? null : (patchAt(inLayers(Object.values(records.regions)), p)?.id ?? null),
          });
        }
      },
      press(p, reach) {
        const { draws, chosenId } = get();
        const { records } = usePlan.getState();
        const keepOut = chosenId === null ? undefined : records.keepOuts[chosenId];
        if (draws || keepOut?.of.kind !== 'shapes') return null;
        const point = keepOut.of.rings.flatMap(({ edge }) => edge).find(({ at }) => distance(at, p) <= reach);
        if (point) return tool('edge of the keep-out', p, (to) => moveKeepOutPoint(keepOut.id, point.at, to));
        return keepOutAt(records, p)?.id === keepOut.id
          ? tool('keep-out moved', p, (to) => moveKeepOut(keepOut.id, minus(to, p)))
          : null;
      },
      finish() {
        const { points } = get();
        if (points.length < 3) {
          tellError(new Error('A keep-out has three points or more. Put another.'));
          return;
        }
        const made = newKeepOut(usePlan.getState().records, 'keep-out', ofShape(tracedShape(points)));
        edit('keep-out', setKeepOut(made));
        set({ ...idle, draws: false, chosenId: made.id, regionId: null });
      },
      key(key, shift) {
        const { draws, points, pointer } = get();
        if (!draws) {
          if (key !== 'Escape') return false;
          set({ chosenId: null, regionId: null });
          return true;
        }
        const { size } = quiltOf(usePlan.getState().records).map;
        const moved = movedByKey(pointer ?? points.at(-1)?.at, key, shift, size);
        if (moved) set({ pointer: moved });
        else if (key === ' ' && pointer) put(pointer);
        else if (key === 'Enter') get().finish();
        else if (key === 'Backspace') set({ points: points.slice(0, -1) });
        else if (key === 'Escape') set(points.length > 0 ? idle : { ...idle, draws: false });
        else return false;
        return true;
      },
    };
  });

/** Shows a change of the plan while it is dragged, and makes it where it ends. */
const tool = (
  mark: string,
  from: ClothPoint,
  change: (to: ClothPoint) => Parameters<typeof preview>[0],
): Tool<ClothPoint> => ({
  move: (p) => preview(change(p)),
  end(p) {
    if (distance(p, from) < MOVED) {
      cancel();
      return;
    }
    preview(change(p));
    commit(mark);
  },
  cancel,
});
/** A press that moves by less (mm) moves nothing. */
const MOVED = 0.5;

/** The points that can be taken of a keep-out: its own, not those of patches that it follows. */
export const handlesOf = ({ of }: KeepOutRecord): readonly Control[] =>
  of.kind === 'shapes' ? of.rings.flatMap(({ edge }) => edge) : [];
