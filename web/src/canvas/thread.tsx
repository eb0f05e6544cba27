import type { Polyline } from '@gorse/core';
import { memo, useMemo } from 'react';
import { Shape } from 'react-konva';
import { allPartsOf, coarsest, drawThread, partsOf, type ThreadLook } from './draw-thread.ts';
import { inSight } from './in-sight.ts';
import type { Levels } from './levels.ts';

interface Props extends Pick<ThreadLook, 'scale' | 'colour' | 'look'> {
  readonly runs: readonly Polyline[];
  /** The same with fewer points, drawn while that can't be seen. */
  readonly levels?: Levels;
  /** Draw only up to this hole, counted over all runs. */
  readonly upTo?: number;
  readonly opacity?: number;
}

/** Stitches as thread, in parts; zooming and panning only stroke again those in sight. */
export const Thread = memo(function Thread({ runs, levels, scale, colour, look, upTo, opacity = 1 }: Props) {
  const how = { scale, colour, look, opacity, hasty: false };
  const level = coarsest(levels, how);
  const lines = level?.lines ?? runs;
  const parts = useMemo(() => (upTo === undefined ? allPartsOf(lines) : partsOf(lines, upTo)), [lines, upTo]);
  return (
    <Shape
      perfectDrawEnabled={false}
      sceneFunc={(konva, shape) => drawThread(konva._context, parts, inSight(shape), how, level === null)}
    />
  );
});
