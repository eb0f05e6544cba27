import { type DesignAnalysis, type Polyline, stitchLength } from '@gorse/core';
import { library } from '../../library-worker/library.ts';
import type { Sewing } from '../../library-worker/library-worker.ts';
import { useAsked } from '../../ui/use-asked.ts';

/** What the worker finds about some lines; null until it is there. */
export function useAnalysis(strokes: readonly Polyline[] | null): DesignAnalysis | null {
  const ask = strokes && (() => library().analyse(strokes));
  const { answer, current } = useAsked('analysis', [strokes], ask);
  return (current && answer) || null;
}

/** Stitches and time of some lines at so many stitches per inch; null until worked out. */
export function useSewing(strokes: readonly Polyline[] | null, stitchesPerInch: number): Sewing | null {
  const ask = strokes && (() => library().sewing(strokes, stitchLength(stitchesPerInch)));
  const { answer, current } = useAsked('sewing', [strokes, stitchesPerInch], ask);
  return (current && answer) || null;
}
