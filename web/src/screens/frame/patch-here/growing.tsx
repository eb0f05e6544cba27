import { controlId, type PlanRecords } from '@gorse/core';
import { GrowingMark } from '../../../canvas/marks.tsx';
import { useBegun } from './begun.ts';

/** The patch as it grows on the cloth, touch by touch, until it holds a design. */
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
  const made = useBegun((state) => records.regions[state.made ?? '']);
  const all = Object.values(records.touches);
  const touches = made
    ? made.shape.flatMap(({ id }) => all.find(({ on }) => on === controlId(made.id, id))?.frame ?? [])
    : begun?.quiltId === quiltId
      ? begun.points.flatMap(({ touch }) => records.touches[touch]?.frame ?? [])
      : [];
  return <GrowingMark touches={touches} scale={scale} />;
}
