import type { CountOf, StripId } from '../borders/border-set.ts';
import { borderName, type Side, SIDES, spanPatchIds } from '../cloth/border.ts';
import { stripsOfKind } from '../cloth/patch-strips.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import type { BorderSetRecord } from './records.ts';

export const isSide = (id: StripId | CountOf): id is Side => (SIDES as readonly string[]).includes(id);

/** What each strip of a border set is called, in the middle of a sentence; of one that is gone from the map what it was. */
export function stripNames(
  records: Pick<PlanRecords, 'quilts' | 'regions'>,
  set: Pick<BorderSetRecord, 'border' | 'over' | 'strips'>,
): (id: StripId) => string {
  const ofSide = borderName(quiltOf(records).map.borders, set);
  const strips = set.strips === null ? [] : stripsOfKind(Object.values(records.regions), set.strips);
  return (id) => (isSide(id) ? ofSide(id) : (strips[Number(id.slice('strip-'.length)) - 1]?.name ?? 'strip'));
}

/** The patches that each strip of a set lies on. */
export const stripPatches = (
  { regions }: Pick<PlanRecords, 'regions'>,
  set: Pick<BorderSetRecord, 'border' | 'over' | 'strips'>,
): readonly { readonly on: StripId; readonly patches: readonly string[] }[] =>
  set.strips === null
    ? SIDES.map((side) => ({ on: side, patches: spanPatchIds(set, side) }))
    : stripsOfKind(Object.values(regions), set.strips).map(({ patches }, i) => ({ on: `strip-${i + 1}`, patches }));
