import { type OnPoles, type PlanRecords, quiltOf, safeArea } from '@gorse/core';
import type { LineUpAnswer, LineUpRequest } from '../../planning-worker/line-up-planner.ts';
import { planner } from '../../planning-worker/link.ts';
import { madeOf } from '../../planning-worker/made-of.ts';
import { useAsked } from '../../ui/use-asked.ts';

export interface LineUpState {
  /** The last line-up worked out; it stays until the next is there. Null while there is none for how the quilt lies now. */
  readonly lineUp: LineUpAnswer | null;
  /** It is by the touches as they are now: only then may its advice be followed. */
  readonly settled: boolean;
}

/** The line-up by the touches so far, worked out in the worker. */
export function useLineUp(
  records: PlanRecords,
  { mounts, landmarks, candidates, targets, stitched, pieces, atHand }: Omit<LineUpRequest, 'area'>,
): LineUpState {
  const ask = async (): Promise<{ readonly lineUp: LineUpAnswer; readonly mounts: readonly OnPoles[] }> => {
    await planner.teach(records);
    const { frame } = quiltOf(records).machine;
    const lineUp = await planner.of(records).lineUp({
      mounts,
      landmarks: landmarks.map(({ ids, name, cloth, since }) => ({ ids, name, cloth, since })),
      candidates,
      targets,
      stitched: stitched.map(({ id, pieceId, advance, upTo }) => ({ id, pieceId, advance, upTo })),
      pieces,
      atHand,
      area: safeArea(frame, mounts.at(-1)!.rolled),
    });
    return { lineUp, mounts };
  };
  const about = [mounts, landmarks, targets, candidates, pieces, atHand, stitched];
  const plan = [records.touches, ...madeOf(records)];
  const { answer, current } = useAsked('line-up', [...about, ...plan], ask);
  // An answer of another advance is of another lie of the cloth; one from before the clamps came off tells how far to roll.
  const lies = answer !== undefined && answer.mounts === mounts;
  return { lineUp: lies ? answer.lineUp : null, settled: lies && current };
}
