import type { Polyline } from '@gorse/core';
import { memo, useMemo } from 'react';
import { Shape } from 'react-konva';

interface Props {
  readonly runs: readonly Polyline[];
  /** The same with fewer points, drawn while it is small on the screen. */
  readonly coarse?: readonly Polyline[];
  readonly scale: number;
  readonly colour: string;
  /** A planned line is dashed and thin, a stitched one lies as thread. */
  readonly look: 'planned' | 'thread';
  /** Draw only up to this hole, counted over all runs. */
  readonly upTo?: number;
  readonly opacity?: number;
}

/** Thread thickness on the cloth, mm. */
const THICKNESS = 0.6;
/** From this many px a mm on, single stitches and their holes show. */
const HOLES_FROM = 3;

/** Up to so many px a mm the coarse lines look the same. */
const COARSE_UNTIL = 2.5;

/** Stitches as thread. The path is built once; zooming only strokes it again. */
export const Thread = memo(function Thread({ runs, coarse, scale, colour, look, upTo, opacity = 1 }: Props) {
  const lines = coarse && scale < COARSE_UNTIL ? coarse : runs;
  const path = useMemo(() => pathOf(lines, upTo), [lines, upTo]);
  return (
    <Shape
      perfectDrawEnabled={false}
      sceneFunc={(konva) => {
        const context = konva._context;
        context.globalAlpha = opacity;
        context.strokeStyle = colour;
        context.lineWidth = Math.max(THICKNESS, (look === 'thread' ? 1.5 : 1.1) / scale);
        // Round joins cost most of the time and show only on thick lines.
        const thick = context.lineWidth * scale > 2.5;
        context.lineJoin = thick ? 'round' : 'bevel';
        context.lineCap = thick ? 'round' : 'butt';
        context.setLineDash(look === 'planned' ? [5 / scale, 4 / scale] : []);
        context.stroke(path);
        context.setLineDash([]);
        if (look === 'thread' && scale >= HOLES_FROM) drawHoles(context, runs, upTo ?? Infinity);
        context.globalAlpha = 1;
      }}
    />
  );
});

function pathOf(runs: readonly Polyline[], upTo = Infinity): Path2D {
  const path = new Path2D();
  let hole = 0;
  for (const run of runs) {
    for (let i = 0; i < run.length && hole <= upTo; i += 2, hole++) {
      if (i === 0) path.moveTo(run[i]!, run[i + 1]!);
      else path.lineTo(run[i]!, run[i + 1]!);
    }
  }
  return path;
}

function drawHoles(context: CanvasRenderingContext2D, runs: readonly Polyline[], upTo: number): void {
  const holes = new Path2D();
  let hole = 0;
  for (const run of runs) {
    for (let i = 0; i < run.length && hole <= upTo; i += 2, hole++) {
      holes.moveTo(run[i]! + 0.28, run[i + 1]!);
      holes.arc(run[i]!, run[i + 1]!, 0.28, 0, 7);
    }
  }
  context.fillStyle = 'rgba(43, 42, 39, 0.55)';
  context.fill(holes);
}
