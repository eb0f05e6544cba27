import type { RunAnswer } from '@gorse/contract';
import { distance, type FramePoint, HEAD_ON_POINT, isOpen } from '@gorse/core';
import { useQuery } from '@tanstack/react-query';
import { useShallow } from 'zustand/react/shallow';
import { api } from '../../api/api.ts';
import { useFrame } from '../../api/frame-socket.ts';
import { KEYS } from '../../api/queries.ts';
import type { HeadNow } from './instruction.ts';

export interface Loaded {
  /** Needle points of a run that can be stitched as the quilt is rolled now, or null. */
  readonly strokes: readonly Float64Array[] | null;
  /** The hole it starts or goes on from. */
  readonly start: FramePoint | null;
  readonly head: HeadNow | null;
}

/** The line of a run, loaded in this advance, and the head as it stands to it. */
export function useLoaded(run: RunAnswer | null, advance: number): Loaded {
  const points = useQuery({
    queryKey: KEYS.runPoints(run?.id ?? ''),
    queryFn: () => api.runPoints(run!.id),
    enabled: run !== null,
    staleTime: Infinity,
  }).data;
  const strokes = (run && isOpen(run.state.status) && run.advance === advance && points) || null;
  const start = run && strokes && holeAt(strokes, run.state.stitch);
  const head = useFrame(
    useShallow(({ state }): HeadNow | null => {
      if (!state) return null;
      const { mode, needle, fault, bobbinThreadUp } = state;
      const onStart = start !== null && distance(state, start) <= HEAD_ON_POINT;
      return { mode, needle, fault, bobbinThreadUp, run: state.run?.id ?? null, onStart };
    }),
  );
  return { strokes, start, head };
}

/** A hole counted over all strokes; the last hole of a stroke belongs to it. */
function holeAt(strokes: readonly Float64Array[], stitch: number): FramePoint | null {
  let hole = stitch;
  for (const stroke of strokes) {
    const count = stroke.length / 2;
    if (hole < count) return { x: stroke[2 * hole]!, y: stroke[2 * hole + 1]! };
    hole -= count;
  }
  return null;
}
