import { type Design, makeEvaluator, type Plan, type PlanRecords } from '@gorse/core';
import { LRUCache } from 'lru-cache';
import type { Database } from '../store/database.ts';
import { designsOf } from './designs.ts';

/** A quilt's plan, to work things out of, and the designs it is made of. */
export interface Planned {
  readonly plan: Plan;
  readonly designs: ReadonlyMap<string, Design>;
}

/** Quilts whose results are kept: those that are worked on. */
const KEPT = 4;

interface Kept {
  designs: ReadonlyMap<string, Design>;
  readonly evaluator: ReturnType<typeof makeEvaluator>;
}

const keptBy = new WeakMap<Database, LRUCache<string, Kept>>();

/** Opens a quilt's plan as it is recorded: what was worked out of it before and still holds isn't worked out again. */
export async function plannedQuilt(database: Database, quiltId: string, records: PlanRecords): Promise<Planned> {
  const quilts = keptBy.get(database) ?? new LRUCache<string, Kept>({ max: KEPT });
  keptBy.set(database, quilts);
  const kept: Kept = quilts.get(quiltId) ?? {
    designs: new Map(),
    evaluator: makeEvaluator((id) => kept.designs.get(id)?.strokes),
  };
  const known = kept.designs;
  // A design's strokes never change: those that were read before stay the same objects.
  kept.designs = new Map(
    [...(await designsOf(database, records))].map(([id, design]) => [
      id,
      { ...design, strokes: known.get(id)?.strokes ?? design.strokes },
    ]),
  );
  quilts.set(quiltId, kept);
  return { plan: kept.evaluator.at(records), designs: kept.designs };
}
