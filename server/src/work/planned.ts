import { type Design, makeEvaluator, type Plan, type PlanRecords } from '@gorse/core';
import { LRUCache } from 'lru-cache';

/** A quilt's plan as it is recorded, and the designs that it is made of. */
export interface QuiltToPlan {
  readonly quiltId: string;
  readonly records: PlanRecords;
  readonly designs: ReadonlyMap<string, Design>;
}

/** Quilts whose results are kept: those that are worked on. */
const KEPT = 4;

interface Kept {
  strokes: ReadonlyMap<string, Design['strokes']>;
  readonly evaluator: ReturnType<typeof makeEvaluator>;
}

const quilts = new LRUCache<string, Kept>({ max: KEPT });

/** Opens a quilt's plan: what was worked out of it before in this thread, and still holds, isn't worked out again. */
export function plannedQuilt({ quiltId, records, designs }: QuiltToPlan): Plan {
  const kept: Kept = quilts.get(quiltId) ?? {
    strokes: new Map(),
    evaluator: makeEvaluator((id) => kept.strokes.get(id)),
  };
  const known = kept.strokes;
  // A design's strokes never change: those that were read before stay the same objects.
  kept.strokes = new Map([...designs].map(([id, { strokes }]) => [id, known.get(id) ?? strokes]));
  quilts.set(quiltId, kept);
  return kept.evaluator.at(records);
}
