import {
  type AdvanceState,
  advanceNow,
  controlId,
  FEWEST_ROUND,
  headAt,
  type PlanRecords,
  type Size,
  type TouchedAs,
  TOUCHES_OF,
  type TouchRecord,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { touchWithFrame, useFrame } from '../../../api/frame-socket.ts';
import { removeTouch } from '../../../document/placing.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { putTouchedPatch } from '../../../document/touched-patch.ts';
import { planner } from '../../../planning-worker/link.ts';
import { tellError } from '../../../ui/notices.ts';
import { type Begun, useBegun } from './begun.ts';

export interface PatchHereWork {
  /** The patch that is being touched, with the touches that are still there. */
  readonly begun: Begun | null;
  readonly touches: readonly TouchRecord[];
  /** All round: what is touched makes a patch. */
  readonly mayEnd: boolean;
  readonly refusal: string | null;
  /** @param id of a box that waits */
  readonly begin: (as: TouchedAs, size?: Size | null, id?: string) => void;
  readonly touch: (corner: boolean) => Promise<void>;
  readonly undo: () => void;
  readonly end: () => Promise<void>;
  readonly giveUp: () => void;
}

/** Touching a patch that isn't on the map. */
export function usePatchHere(quiltId: string, records: PlanRecords, advances: AdvanceState): PatchHereWork {
  const all = useBegun((state) => state.begun);
  const [refusal, setRefusal] = useState<string | null>(null);
  const advance = advanceNow(advances);
  const begun = all?.quiltId === quiltId ? all : null;
  const points = begun?.points.filter(({ touch }) => records.touches[touch]?.advance === advance) ?? [];
  const touches = points.map(({ touch }) => records.touches[touch]!);
  const put = (change: Begun | null): void => {
    setRefusal(null);
    useBegun.setState({ begun: change });
  };
  const end = async (): Promise<void> => {
    const now = useBegun.getState().begun;
    const plan = usePlan.getState().records;
    if (!now) return;
    const touched = now.points.flatMap(({ touch, corner }) => {
      const made = plan.touches[touch];
      return made ? [{ frame: made.frame, corner }] : [];
    });
    try {
      const { inside } = useBegun.getState();
      const found = await planner.of(plan).patchHere({ as: now.as, touched, size: now.size, inside }, now.id);
      if (found === null || 'refusal' in found) {
        setRefusal(found?.refusal ?? 'The line-up isn’t worked out yet. Try again in a moment.');
        return;
      }
      edit(
        'patch at the frame',
        putTouchedPatch(
          found,
          now.points.map(({ touch }) => touch),
          advance,
        ),
      );
      useBegun.setState(({ waiting }) => ({
        begun: null,
        made: now.id,
        waiting: waiting.filter(({ id }) => id !== now.id),
      }));
    } catch (error) {
      tellError(error);
    }
  };
  return {
    begun,
    touches,
    mayEnd: begun?.as === 'round' && touches.length >= FEWEST_ROUND,
    refusal,
    begin: (as, size = null, id = nanoid(10)) => put({ quiltId, id, as, size, points: [] }),
    async touch(corner) {
      const { state } = useFrame.getState();
      if (!begun || !state) return;
      try {
        const cloth = await planner.of(records).clothAt(headAt(state));
        if (!cloth) return;
        const id = nanoid(10);
        const on = controlId(begun.id, `t${points.length + 1}`);
        const name = `${corner ? 'corner' : 'edge point'} ${points.length + 1} of the new patch`;
        const made = await touchWithFrame({ id, on, name, cloth, since: null, advance, method: 'head' });
        if (!made) return;
        put({ ...begun, points: [...points, { touch: id, corner }] });
        if (points.length + 1 === TOUCHES_OF[begun.as]) await end();
      } catch (error) {
        tellError(error);
      }
    },
    undo() {
      const last = points.at(-1);
      if (!begun || !last) return;
      edit('touch taken back', removeTouch(last.touch));
      put({ ...begun, points: points.slice(0, -1) });
    },
    end,
    giveUp() {
      for (const { touch } of points) edit('touch taken back', removeTouch(touch));
      put(null);
    },
  };
}
