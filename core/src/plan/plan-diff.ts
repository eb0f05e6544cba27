import type { PlanRecords } from './plan-document.ts';
import { type PlanKind, type PlanKinds, PLAN_KINDS } from './records.ts';

/** One record before and after an edit; null where it isn't there. */
export type Change = {
  readonly [K in PlanKind]: {
    readonly kind: K;
    readonly id: string;
    readonly before: PlanKinds[K] | null;
    readonly after: PlanKinds[K] | null;
  };
}[PlanKind];

/** An edit as a set of changes, one a record at most. */
export type PlanDiff = readonly Change[];

/** What changed from one set of records to another. Records are compared by identity, so unchanged ones must be the same objects. */
export function diffPlans(from: PlanRecords, to: PlanRecords): PlanDiff {
  return PLAN_KINDS.flatMap((kind) => {
    const before = from[kind];
    const after = to[kind];
    if (before === after) return [];
    return [...new Set([...Object.keys(before), ...Object.keys(after)])]
      .filter((id) => before[id] !== after[id])
      .map((id) => ({ kind, id, before: before[id] ?? null, after: after[id] ?? null }) as Change);
  });
}

/** The edit that takes this one back. */
export const invertDiff = (diff: PlanDiff): PlanDiff =>
  diff.map((change) => ({ ...change, before: change.after, after: change.before }) as Change);

export function applyDiff(records: PlanRecords, diff: PlanDiff): PlanRecords {
  const next: Record<string, Record<string, unknown>> = {};
  for (const { kind, id, after } of diff) {
    const kindRecords = (next[kind] ??= { ...records[kind] });
    if (after) kindRecords[id] = after;
    else delete kindRecords[id];
  }
  return { ...records, ...next };
}

/** Changes of `mine` to records that `theirs` changed too. */
export function conflictsOf(mine: PlanDiff, theirs: PlanDiff): PlanDiff {
  const changed = new Set(theirs.map(recordKey));
  return mine.filter((change) => changed.has(recordKey(change)));
}

export const recordKey = ({ kind, id }: Pick<Change, 'kind' | 'id'>): string => `${kind}/${id}`;
