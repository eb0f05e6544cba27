import type { PlanRecords } from '@gorse/core';
import { GrowingMark } from '../../../canvas/marks.tsx';
import { useBegun } from './begun.ts';

/** The patch as it grows on the cloth, touch by touch. */
export function Growing({
  quiltId,
  records,
  scale,
}: {
  readonly quiltId: string;
  readonly records: PlanRecords;
  readonly scale: number;
}) {
  const begun = useBegun((state) => state.begun);
  if (begun?.quiltId !== quiltId) return null;
  const touches = begun.points.flatMap(({ touch }) => records.touches[touch]?.frame ?? []);
  return <GrowingMark touches={touches} scale={scale} />;
}
