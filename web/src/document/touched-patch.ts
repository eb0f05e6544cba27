import type { BentEdge, FramePoint, PatchHere, PlanRecords, TouchRecord } from '@gorse/core';
import { nanoid } from 'nanoid';
import { takePatches } from './drawing.ts';
import { addTouch } from './placing.ts';
import { without } from './without.ts';

type Edit = (records: PlanRecords) => PlanRecords;

const touchAt = (
  { on, name, frame, advance }: Pick<TouchRecord, 'on' | 'name' | 'frame' | 'advance'>,
  cloth: TouchRecord['cloth'],
): TouchRecord => ({
  ...{ id: nanoid(10), on, name, cloth, since: null, frame, advance },
  ...{ method: 'head', at: Date.now() },
});

/** Makes a patch of what was touched at the frame; the touches become those of its own corners and edge points. */
export function putTouchedPatch(
  { region, onFrame }: Exclude<PatchHere, { refusal: string }>,
  touchIds: readonly string[],
  advance: number,
): Edit {
  return (records) => {
    const made = takePatches({ put: [region], gone: [] })({
      ...records,
      touches: without(records.touches, ...touchIds),
    });
    return onFrame.reduce((plan, { on, frame }, i) => {
      const { at, corner } = region.shape[i]!;
      const name = `${corner ? 'corner' : 'edge point'} ${i + 1} of ${region.name}`;
      return addTouch(touchAt({ on, name, frame, advance }, at))(plan);
    }, made);
  };
}

/** Bends a patch's edge to one more touch. */
export function putEdgeTouch({ region, on, at }: BentEdge, frame: FramePoint, advance: number): Edit {
  return (records) => {
    const made = takePatches({ put: [region], gone: [] })(records);
    return addTouch(touchAt({ on, name: `edge of ${region.name}`, frame, advance }, at))(made);
  };
}
