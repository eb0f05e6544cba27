import type { Bounds } from '@gorse/core';
import type Konva from 'konva';

/** The part of the cloth that the canvas shows, mm. */
export function inSight(shape: Konva.Shape): Bounds {
  const stage = shape.getStage();
  const { x, y, scaleX } = shape.getAbsoluteTransform().decompose();
  return {
    minX: -x / scaleX,
    minY: -y / scaleX,
    maxX: ((stage?.width() ?? 0) - x) / scaleX,
    maxY: ((stage?.height() ?? 0) - y) / scaleX,
  };
}
