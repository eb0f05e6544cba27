import { type DesignEdit, isRefusal, type Polyline } from '@gorse/core';
import { api } from '../../api/api.ts';
import { KEYS, queryClient } from '../../api/queries.ts';
import { library } from '../../library-worker/library.ts';
import { useAsked } from '../../ui/use-asked.ts';

interface Edited {
  /** The lines after the edits, or as far as they can be made; the last ones while newer are worked out. */
  readonly strokes: readonly Polyline[] | null;
  /** Why an edit can't be made. */
  readonly refusal: string | null;
}

const NOTHING: Edited = { strokes: null, refusal: null };

/** A design's lines after some edits, worked out in the worker. */
export function useEdited(strokes: readonly Polyline[] | null, edits: readonly DesignEdit[]): Edited {
  const ask = strokes && (() => edited(strokes, edits));
  return useAsked('edited', [strokes, edits], ask).answer ?? NOTHING;
}

async function edited(strokes: readonly Polyline[], edits: readonly DesignEdit[]): Promise<Edited> {
  const others = new Map<string, Float64Array[]>();
  for (const edit of edits) if (edit.kind === 'join') others.set(edit.designId, await strokesOf(edit.designId));
  const found = await library().edit(strokes, edits, others);
  return isRefusal(found) ? { strokes: found.before, refusal: found.refusal } : { strokes: found, refusal: null };
}

const strokesOf = (id: string): Promise<Float64Array<ArrayBuffer>[]> =>
  queryClient
    .query({ queryKey: KEYS.strokes(id), queryFn: () => api.designStrokes(id), staleTime: Infinity })
    .catch(() => []);
