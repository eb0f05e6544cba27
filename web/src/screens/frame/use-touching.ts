import {
  type ClothPoint,
  type FramePoint,
  type Landmark,
  type NamedPlace,
  type Place,
  type PlanRecords,
  type TouchMethod,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { touchWithFrame, useFrame } from '../../api/frame-socket.ts';
import { addLandmark, addTouch } from '../../document/placing.ts';
import { edit } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';

/** What is touched: a landmark, or (`ids` null) any place of the cloth. */
export interface Touchable extends Place {
  readonly ids: NamedPlace['ids'] | null;
  readonly name: string;
}

/** Touching and chalking: what the head reads becomes records. */
export function useTouching({
  records,
  advance,
  wanted,
}: {
  readonly records: PlanRecords;
  readonly advance: number;
  readonly wanted: Landmark | null;
}) {
  const add = ({ ids, name, cloth, since }: Touchable, frame: FramePoint, method: TouchMethod): void => {
    const on = ids?.[0] ?? null;
    edit('touch', addTouch({ id: nanoid(10), on, name, cloth, since, frame, advance, method, at: Date.now() }));
  };
  return {
    add,
    /** Touches the wanted landmark; false when the frame would not. */
    async touch(): Promise<boolean> {
      const at = wanted && (await touchWithFrame());
      if (at) add(wanted, at, wanted.byHand ? 'chalk' : 'head');
      return at !== null;
    },
    /** Marks the point under the needle, to find it again when the quilt was rolled. */
    async chalk(): Promise<void> {
      const { state } = useFrame.getState();
      const at = state && { x: state.x, y: state.y };
      const cloth: ClothPoint | null = at && (await planner.of(records).clothAt(at));
      if (!at || !cloth) return;
      const name = freeName('chalk mark', Object.values(records.landmarks));
      edit('chalk mark', addLandmark({ id: nanoid(10), name, cloth, since: { advance, frame: at } }));
    },
  };
}

/** The first of `name 1`, `name 2` … that nothing is called. */
function freeName(name: string, taken: readonly { readonly name: string }[]): string {
  const names = new Set(taken.map((one) => one.name));
  let n = 1;
  while (names.has(`${name} ${n}`)) n++;
  return `${name} ${n}`;
}
