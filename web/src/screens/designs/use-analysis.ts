import { type DesignAnalysis, type Polyline, stitchLength } from '@gorse/core';
import { useEffect, useState } from 'react';
import { library } from '../../library-worker/library.ts';
import type { Sewing } from '../../library-worker/library-worker.ts';

interface Known {
  readonly strokes: readonly Polyline[];
  readonly analysis: DesignAnalysis;
}

/** What the worker finds about some lines; null until it is there. */
export function useAnalysis(strokes: readonly Polyline[] | null): DesignAnalysis | null {
  const [known, setKnown] = useState<Known | null>(null);
  useEffect(() => {
    if (strokes === null) return;
    let stale = false;
    void library()
      .analyse(strokes as Float64Array[])
      .then((analysis) => {
        if (!stale) setKnown({ strokes, analysis });
      });
    return () => {
      stale = true;
    };
  }, [strokes]);
  return known && known.strokes === strokes ? known.analysis : null;
}

/** Stitches and time of some lines at so many stitches per inch; null until worked out. */
export function useSewing(strokes: readonly Polyline[] | null, stitchesPerInch: number): Sewing | null {
  const [known, setKnown] = useState<{ strokes: readonly Polyline[]; spi: number; sewing: Sewing } | null>(null);
  useEffect(() => {
    if (strokes === null) return;
    let stale = false;
    void library()
      .sewing(strokes as Float64Array[], stitchLength(stitchesPerInch))
      .then((sewing) => {
        if (!stale) setKnown({ strokes, spi: stitchesPerInch, sewing });
      });
    return () => {
      stale = true;
    };
  }, [strokes, stitchesPerInch]);
  return known?.strokes === strokes && known.spi === stitchesPerInch ? known.sewing : null;
}
