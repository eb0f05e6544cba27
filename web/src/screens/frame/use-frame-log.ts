import type { RunAnswer } from '@gorse/contract';
import {
  advanceNow,
  type AdvanceState,
  advanceStateOf,
  type Mounted,
  mountedNow,
  NEWLY_LOADED,
  type OnPoles,
} from '@gorse/core';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { useFrame, watchFrame } from '../../api/frame-socket.ts';
import { takeInAdded } from '../../document/plan-store.ts';
import { KEYS, useRuns } from '../../api/queries.ts';
import { useSame } from './use-same.ts';

export interface FrameLog {
  readonly advances: AdvanceState;
  readonly advance: number;
  readonly mounts: readonly OnPoles[];
  readonly mounted: Mounted;
  /** The quilt's run at the frame, as it goes. */
  readonly live: RunAnswer | null;
  /** All its runs, that one first. */
  readonly runs: readonly RunAnswer[];
}

/** What happened with a quilt at the frame so far, watched. */
export function useFrameLog(quiltId: string): FrameLog {
  const client = useQueryClient();
  const read = useRuns(quiltId).data;
  useEffect(() => watchFrame(quiltId, takeInAdded), [quiltId]);
  const live = useFrame(({ run }) => (run?.quiltId === quiltId ? run : null));
  const status = live?.state.status;
  useEffect(() => {
    void client.invalidateQueries({ queryKey: KEYS.runs(quiltId) });
  }, [client, quiltId, live?.id, status]);
  const logged = useFrame((state) => state.advances);
  const advances = useMemo(() => (logged ? advanceStateOf(logged) : NEWLY_LOADED), [logged]);
  const runs = useMemo(() => {
    const others = (read ?? []).filter((run) => run.id !== live?.id);
    return live ? [live, ...others] : others;
  }, [read, live]);
  return {
    advances,
    advance: advanceNow(advances),
    mounts: useSame(advances.mounts),
    mounted: mountedNow(advances),
    live,
    runs,
  };
}
