import { type DesignAnalysis, type Polyline, stitchLength } from '@gorse/core';
import { useEffect, useState } from 'react';
import { besideLibrary, library } from '../../library-worker/library.ts';
import type { Sewing } from '../../library-worker/library-worker.ts';
import { tellError } from '../../ui/notices.ts';
import { useAsked } from '../../ui/use-asked.ts';

/** What the worker finds about some lines; null until it is there. */
export function useAnalysis(strokes: readonly Polyline[] | null): DesignAnalysis | null {
  const ask = strokes && (() => library().analyse(strokes));
  const { answer, current } = useAsked('analysis', [strokes], ask);
  return (current && answer) || null;
}

/** What takes long to find about some lines, worked out once that is asked for; it can be given up. */
export function useWholeAnalysis(strokes: readonly Polyline[] | null) {
  const [found, setFound] = useState<{ readonly of: readonly Polyline[]; readonly analysis: DesignAnalysis } | null>(
    null,
  );
  const [stop, setStop] = useState<AbortController | null>(null);
  // Another design, or none: what is under way is nobody's any more.
  useEffect(() => () => stop?.abort(), [strokes, stop]);
  const start = (): void => {
    if (!strokes) return;
    const giving = new AbortController();
    setStop(giving);
    void besideLibrary((worker) => worker.analyseWholly(strokes), giving.signal)
      .then((analysis) => setFound({ of: strokes, analysis }))
      .catch((error: unknown) => !giving.signal.aborted && tellError(error))
      .finally(() => setStop((now) => (now === giving ? null : now)));
  };
  return {
    analysis: found?.of === strokes ? found.analysis : null,
    isWorking: stop !== null,
    start,
    stop: () => stop?.abort(),
  };
}

/** Stitches and time of some lines at so many stitches per inch; null until worked out. */
export function useSewing(strokes: readonly Polyline[] | null, stitchesPerInch: number): Sewing | null {
  const ask = strokes && (() => library().sewing(strokes, stitchLength(stitchesPerInch)));
  const { answer, current } = useAsked('sewing', [strokes, stitchesPerInch], ask);
  return (current && answer) || null;
}
