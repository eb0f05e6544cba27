import { type DesignEdit, isRefusal, type Polyline } from '@gorse/core';
import { useEffect, useState } from 'react';
import { api } from '../../api/api.ts';
import { KEYS, queryClient } from '../../api/queries.ts';
import { tellError } from '../../ui/notices.ts';
import { library } from '../../library-worker/library.ts';

interface Edited {
  /** The lines after the edits; the last good ones while newer are worked out. */
  readonly strokes: readonly Polyline[] | null;
  /** Why the last edit can't be made. */
  readonly refusal: string | null;
}

/** A design's lines after some edits, worked out in the worker. */
export function useEdited(strokes: readonly Polyline[] | null, edits: readonly DesignEdit[]): Edited {
  const [edited, setEdited] = useState<Edited>({ strokes: null, refusal: null });
  useEffect(() => {
    if (strokes === null) return;
    let stale = false;
    const work = async (): Promise<void> => {
      const others = new Map<string, Float64Array[]>();
      for (const edit of edits) if (edit.kind === 'join') others.set(edit.designId, await strokesOf(edit.designId));
      const found = await library().edit(strokes, edits, others);
      if (stale) return;
      setEdited((before) =>
        isRefusal(found)
          ? { strokes: before.strokes ?? strokes, refusal: found.refusal }
          : { strokes: found, refusal: null },
      );
    };
    work().catch(tellError);
    return () => {
      stale = true;
    };
  }, [strokes, edits]);
  return edited;
}

const strokesOf = (id: string): Promise<Float64Array<ArrayBuffer>[]> =>
  queryClient
    .query({ queryKey: KEYS.strokes(id), queryFn: () => api.designStrokes(id), staleTime: Infinity })
    .catch(() => []);
