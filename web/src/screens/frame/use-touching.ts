import type { TouchToMake } from '@gorse/contract';
import {
  headAt,
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
import { putEdgeTouch } from '../../document/touched-patch.ts';
import { planner } from '../../planning-worker/link.ts';
import { tellError } from '../../ui/notices.ts';
import { useBegun } from './patch-here/begun.ts';

/** What is touched: a landmark, or (`ids` null) any place of the cloth. */
export interface Touchable extends Place {
  readonly ids: NamedPlace['ids'] | null;
  readonly name: string;
}

/** Touching and chalking: what the head reads becomes records, by the server's hand. */
export function useTouching({
  records,
  advance,
  wanted,
}: {
  readonly records: PlanRecords;
  readonly advance: number;
  readonly wanted: Landmark | null;
}) {
  const toMake = ({ ids, name, cloth, since }: Touchable, method: TouchMethod): TouchToMake => ({
    id: nanoid(10),
    on: ids?.[0] ?? null,
    name,
    cloth,
    since,
    advance,
    method,
  });
  const read = (place: Touchable, method: TouchMethod): Promise<boolean> => touchWithFrame(toMake(place, method));
  return {
    /** Has the head read where it is, as a touch of a place; false when the frame would not. */
    read,
    /** Touches the wanted landmark; false when the frame would not. */
    touch: async (): Promise<boolean> => wanted !== null && (await read(wanted, wanted.byHand ? 'chalk' : 'head')),
    /** A touch that hands and eyes made, without the head. */
    add(place: Touchable, frame: FramePoint, method: TouchMethod): void {
      edit('touch', addTouch({ ...toMake(place, method), frame, at: Date.now() }));
    },
    /** Bends the edge of a patch to where the needle is, at the gauge's distance from it. */
    async touchEdge(regionId: string): Promise<void> {
      const { state } = useFrame.getState();
      const { inside } = useBegun.getState();
      try {
        const found = state && (await planner.of(records).touchEdge(regionId, headAt(state), inside));
        if (found && 'refusal' in found) tellError(new Error(found.refusal));
        else if (found) edit('touch along the edge', putEdgeTouch(found, found.frame, advance));
      } catch (error) {
        tellError(error);
      }
    },
    /** Marks the point under the needle, to find it again when the quilt was rolled. */
    async chalk(): Promise<void> {
      const { state } = useFrame.getState();
      const at = state && headAt(state);
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
