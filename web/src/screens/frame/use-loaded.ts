import type { RunAnswer } from '@gorse/contract';
import {
  distance,
  type FramePoint,
  framePoint,
  headAt,
  HEAD_ON_POINT,
  type HeadNow,
  holeAt,
  isOpen,
  pointIn,
} from '@gorse/core';
import { useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { type FrameSight, useFrame } from '../../api/frame-socket.ts';
import { runPoints } from '../../api/queries.ts';
import { useSliced } from '../../ui/use-sliced.ts';
import { useSame } from './use-same.ts';

export interface Loaded {
  /** Needle points of a run that can be stitched as the quilt is rolled now, or null. */
  readonly strokes: readonly Float64Array[] | null;
  /** The hole it starts or goes on from. */
  readonly start: FramePoint | null;
  readonly head: HeadNow | null;
}

/** The line of a run, loaded in this advance, and the head as it stands to it. */
export function useLoaded(run: RunAnswer | null, advance: number): Loaded {
  const points = useQuery({ ...runPoints(run?.id ?? ''), enabled: run !== null }).data;
  const strokes = (run && isOpen(run.state.status) && run.advance === advance && points) || null;
  const start = useSame(run && strokes && startOf(strokes, run));
  const read = useCallback(
    ({ state }: FrameSight): HeadNow | null => {
      if (!state) return null;
      const { mode, needle, fault, bobbinThreadUp } = state;
      const onStart = start !== null && distance(headAt(state), start) <= HEAD_ON_POINT;
      return { mode, needle, fault, bobbinThreadUp, run: state.run?.id ?? null, onStart };
    },
    [start],
  );
  const head = useSliced(useFrame, read);
  return { strokes, start, head };
}

function startOf(strokes: readonly Float64Array[], { holes, state }: RunAnswer): FramePoint {
  const { stroke, hole } = holeAt(holes, state.stitch);
  return pointIn(strokes[stroke]!, hole, framePoint);
}
