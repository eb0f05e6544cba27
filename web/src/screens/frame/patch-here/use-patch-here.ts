import {
  type AdvanceState,
  advanceNow,
  controlId,
  FEWEST_ROUND,
  headAt,
  type PlanRecords,
  type Size,
  type TouchedAs,
  touchesOfWay,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { touchWithFrame, useFrame } from '../../../api/frame-socket.ts';
import { removeTouches } from '../../../document/placing.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { putTouchedPatch } from '../../../document/touched-patch.ts';
import { planner } from '../../../planning-worker/link.ts';
import { tellError } from '../../../ui/notices.ts';
import { type Begun, touchedOf, useBegun } from './begun.ts';

export interface PatchHereWork {
  /** The patch that is being touched. */
  readonly begun: Begun | null;
  /** How many of its touches are there. */
  readonly count: number;
  /** What is touched may make a patch; and nothing more can be touched of it. */
  readonly mayEnd: boolean;
  readonly isFull: boolean;
  /** The head is reading, or the patch is being made. */
  readonly busy: boolean;
  readonly refusal: string | null;
  /** @param id of a box that waits */
  readonly begin: (as: TouchedAs, size?: Size | null, id?: string) => void;
  readonly touch: (corner: boolean) => Promise<void>;
  readonly undo: () => void;
  readonly end: () => Promise<void>;
  readonly giveUp: () => void;
}

const NOT_YET = 'Where the cloth lies isn’t worked out yet. Try again in a moment.';

/** Touching a patch that isn't on the map. */
export function usePatchHere(quiltId: string, records: PlanRecords, advances: AdvanceState): PatchHereWork {
  const all = useBegun((state) => state.begun);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const advance = advanceNow(advances);
  const begun = all?.quiltId === quiltId ? all : null;
  const touched = begun ? touchedOf(begun, records, advance) : [];
  const ids = touched.map(({ touch }) => touch.id);
  const wanted = begun && touchesOfWay(begun.as);
  const put = (change: Begun | null): void => {
    useBegun.setState({ begun: change });
  };
  /** One thing at a time; says why it could not be done. */
  const work = async (what: () => Promise<string | null>): Promise<void> => {
    if (busy) return;
    setBusy(true);
    try {
      setRefusal(await what());
    } catch (error) {
      tellError(error);
    } finally {
      setBusy(false);
    }
  };
  const read = async (corner: boolean): Promise<string | null> => {
    const { state } = useFrame.getState();
    if (!begun || !state) return null;
    const cloth = await planner.of(records).clothAt(headAt(state));
    if (!cloth) return NOT_YET;
    const id = nanoid(10);
    const on = controlId(begun.id, `t${touched.length + 1}`);
    const name = `${corner ? 'corner' : 'edge point'} ${touched.length + 1} of the new patch`;
    // Where the frame would not, the panel says so.
    if (!(await touchWithFrame({ id, on, name, cloth, since: null, advance, method: 'head' }))) return null;
    const before = touched.map(({ touch, corner: is }) => ({ touch: touch.id, corner: is }));
    const points = [...before, { touch: id, corner }];
    put({ ...begun, points });
    return points.length === wanted ? await make({ ...begun, points }) : null;
  };
  const make = async (now: Begun): Promise<string | null> => {
    const plan = usePlan.getState().records;
    const { inside } = useBegun.getState();
    const those = touchedOf(now, plan, advance).map(({ touch: { frame }, corner }) => ({ frame, corner }));
    const found = await planner.of(plan).patchHere({ as: now.as, touched: those, size: now.size, inside }, now.id);
    if (!found) return NOT_YET;
    if ('refusal' in found) return found.refusal;
    const raw = now.points.map(({ touch }) => touch);
    edit('patch at the frame', putTouchedPatch(found, raw, advance));
    const isOther = ({ id }: { readonly id: string }): boolean => id !== now.id;
    useBegun.setState(({ waiting }) => ({ begun: null, made: now.id, waiting: waiting.filter(isOther) }));
    return null;
  };
  return {
    ...{ begun, busy, refusal, count: touched.length },
    mayEnd: begun?.as === 'round' && touched.length >= FEWEST_ROUND,
    isFull: wanted !== null && touched.length >= wanted,
    begin(as, size = null, id = nanoid(10)) {
      setRefusal(null);
      put({ quiltId, id, as, size, points: [] });
    },
    touch: (corner) => work(() => read(corner)),
    undo() {
      const last = ids.at(-1);
      setRefusal(null);
      if (begun && last !== undefined) edit('touch taken back', removeTouches(last));
    },
    end: () => work(() => (begun ? make(begun) : Promise.resolve(null))),
    giveUp() {
      setRefusal(null);
      if (ids.length > 0) edit('patch given up', removeTouches(...ids));
      put(null);
    },
  };
}
