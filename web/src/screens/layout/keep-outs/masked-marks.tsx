import { recordId } from '@gorse/core';
import { useMemo } from 'react';
import { KeepOutMarks } from '../../../canvas/keep-out-marks.tsx';
import { LinkMarks } from '../../../canvas/link-marks.tsx';
import { usePlan } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { useMaskHand } from './mask-hand.ts';
import { maskedOf } from './masked-words.ts';

/** All keep-outs of the quilt, as they lie on the cloth; but for one that is drawn above it. */
export function KeepOuts({ without = null, scale }: { readonly without?: string | null; readonly scale: number }) {
  const keepOuts = usePlan(({ records }) => records.keepOuts);
  const regions = usePlan(({ records }) => records.regions);
  const outlines = usePlanned((state) => state.outlines);
  return <KeepOutMarks {...{ keepOuts, regions, outlines, without, scale }} />;
}

/** How what is looked at was cut and joined. */
export function Masked({ scale }: { readonly scale: number }) {
  const owner = useMaskHand((state) => state.owner);
  const shown = usePlanned(({ byRecord }) => (owner ? byRecord[recordId(owner)] : undefined));
  const masked = useMemo(() => (shown ? maskedOf(shown) : []), [shown]);
  return masked.length > 0 && <LinkMarks masked={masked} scale={scale} />;
}
