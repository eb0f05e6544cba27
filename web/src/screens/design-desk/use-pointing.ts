import { type DesignEdit, placeNearest, type DesignPoint, type Polyline } from '@gorse/core';
import { useState } from 'react';
import type { PointTool } from './tools.tsx';

/** Pointing at places of the line: two are measured between, one is where it is split or begins. */
export function usePointing(lines: readonly Polyline[], edit: (change: DesignEdit) => void) {
  const [tool, setTool] = useState<PointTool | null>(null);
  const [marks, setMarks] = useState<readonly DesignPoint[]>([]);
  const choose = (next: PointTool | null): void => {
    setMarks([]);
    setTool(next);
  };
  return {
    tool,
    marks,
    choose,
    /** Takes the tool out of the hand; what was measured stays. */
    cancel: () => setTool(null),
    point: (p: DesignPoint): void => {
      if (!tool || lines.length === 0) return;
      if (tool !== 'measure') {
        choose(null);
        edit({ kind: tool, at: placeNearest(lines, p, null) });
        return;
      }
      const next = marks.length >= 2 ? [p] : [...marks, p];
      setMarks(next);
      if (next.length === 2) setTool(null);
    },
  };
}
