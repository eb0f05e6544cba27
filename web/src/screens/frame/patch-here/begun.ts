import type { PlanRecords, Size, TouchedAs, TouchRecord } from '@gorse/core';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

/** A patch that is being touched. What the head read is in the plan already. */
export interface Begun {
  readonly quiltId: string;
  /** What it will go by. */
  readonly id: string;
  readonly as: TouchedAs;
  /** Of a box whose size is known, mm. */
  readonly size: Size | null;
  /** Touches by their ids, in the order they were made, on corners or along the edge. */
  readonly points: readonly { readonly touch: string; readonly corner: boolean }[];
}

interface AtTheFrame {
  readonly begun: Begun | null;
  /** The id of a patch that is made, and holds no design yet. */
  readonly made: string | null;
  /** Boxes typed by their size, which wait to be touched; newest last. */
  readonly waiting: readonly (Size & { readonly quiltId: string; readonly id: string })[];
  /** How far within the seam the needle stands when the foot's edge or a ruler's lies on it, mm; less than 0: beyond it. */
  readonly inside: number;
}

/** What is begun at the frame and not yet in the plan; it outlives a screen that is closed. */
export const useBegun = create(
  persist((): AtTheFrame => ({ begun: null, made: null, waiting: [], inside: 0 }), {
    name: 'gorse-patch-here',
    storage: createJSONStorage(() => localStorage),
  }),
);

/** What was touched of it in an advance and is still there: of what was rolled on since, nothing is known here any more. */
export const touchedOf = (
  { points }: Begun,
  { touches }: Pick<PlanRecords, 'touches'>,
  advance: number,
): readonly { readonly touch: TouchRecord; readonly corner: boolean }[] =>
  points.flatMap(({ touch: id, corner }) => {
    const touch = touches[id];
    return touch?.advance === advance ? [{ touch, corner }] : [];
  });
