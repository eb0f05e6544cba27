import { controlId, type PlanRecords, touchOf, touchesOf } from '@gorse/core';
import { GrowingMark } from '../../../canvas/touch-marks.tsx';
import { touchedOf, useBegun } from './begun.ts';

/** The patch as it grows on the cloth, touch by touch, until it holds a design. */
export function Growing({
  quiltId,
  records,
  advance,
  scale,
}: {
  readonly quiltId: string;
  readonly records: PlanRecords;
  readonly advance: number;
  readonly scale: number;
}) {
  const begun = useBegun((state) => state.begun);
  const made = useBegun((state) => records.regions[state.made ?? '']);
  const growing = begun?.quiltId === quiltId ? touchedOf(begun, records, advance).map(({ touch }) => touch) : [];
  const all = made ? touchesOf(records) : [];
  const whole = made?.shape.flatMap(({ id }) => touchOf({ ids: [controlId(made.id, id)] }, all, advance) ?? []);
  return <GrowingMark touches={(whole ?? growing).map(({ frame }) => frame)} scale={scale} />;
}
