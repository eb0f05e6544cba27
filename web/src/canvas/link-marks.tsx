import type { MaskResult, Polyline } from '@gorse/core';
import { memo } from 'react';
import { Shape } from 'react-konva';
import { MOORLAND } from '../ui/theme.ts';

type Masked = Pick<MaskResult, 'links' | 'crumbs' | 'enclosed'>;

/** How cut lines were joined again: links lighter than the thread with a tie at each end, those gone again dashed; what was left out in rowan dots. */
export const LinkMarks = memo(function LinkMarks({
  masked,
  scale,
}: {
  readonly masked: readonly Masked[];
  readonly scale: number;
}) {
  return (
    <Shape
      listening={false}
      perfectDrawEnabled={false}
      sceneFunc={(konva) => {
        const context = konva._context;
        context.save();
        context.lineJoin = context.lineCap = 'round';
        for (const { links, crumbs, enclosed } of masked) {
          for (const { line, again } of links) {
            context.strokeStyle = MOORLAND.gorse;
            context.lineWidth = 3.5 / scale;
            context.setLineDash(again ? [6 / scale, 5 / scale] : []);
            draw(context, line);
            context.setLineDash([]);
            context.fillStyle = MOORLAND.bracken;
            tie(context, line, 0, scale);
            tie(context, line, line.length - 2, scale);
          }
          context.strokeStyle = MOORLAND.rowan;
          context.lineWidth = 2 / scale;
          context.setLineDash([1 / scale, 5 / scale]);
          for (const line of [...crumbs, ...enclosed]) draw(context, line);
          context.setLineDash([]);
        }
        context.restore();
      }}
    />
  );
});

function draw(context: CanvasRenderingContext2D, line: Polyline): void {
  context.beginPath();
  for (let i = 0; i < line.length; i += 2) {
    if (i === 0) context.moveTo(line[0]!, line[1]!);
    else context.lineTo(line[i]!, line[i + 1]!);
  }
  context.stroke();
}

function tie(context: CanvasRenderingContext2D, line: Polyline, i: number, scale: number): void {
  context.beginPath();
  context.arc(line[i]!, line[i + 1]!, 2.5 / scale, 0, 7);
  context.fill();
}
