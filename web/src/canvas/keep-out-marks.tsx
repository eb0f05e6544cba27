import {
  type Bounds,
  boxRing,
  keepOutEdges,
  type KeepOutRecord,
  outlineOf,
  type Point,
  pointsOf,
  type Polyline,
  type Region,
  ringBounds,
} from '@gorse/core';
import { memo, useMemo } from 'react';
import { Shape } from 'react-konva';
import { MOORLAND } from '../ui/theme.ts';
import { inSight } from './in-sight.ts';
import { trace } from './patches.tsx';

/** Hatching, px: how far apart, and how the lines lie. */
const HATCH = 9;

/** What stitches are kept out of, or in: hatched in heather, with its clearance as a soft edge; one that is off only as a line. */
export const KeepOutMarks = memo(function KeepOutMarks({
  keepOuts,
  regions,
  outlines,
  without = null,
  scale,
}: {
  readonly keepOuts: Readonly<Record<string, KeepOutRecord>>;
  readonly regions: Readonly<Record<string, Region>>;
  /** What those of designs take up, as far as it is worked out. */
  readonly outlines: Readonly<Record<string, readonly Polyline[]>>;
  /** One that is drawn elsewhere. */
  readonly without?: string | null;
  readonly scale: number;
}) {
  return Object.values(keepOuts).flatMap((keepOut) =>
    keepOut.id === without
      ? []
      : [
          <KeepOutMark
            key={keepOut.id}
            keepOut={keepOut}
            regions={regions}
            outline={outlines[keepOut.id]}
            isChosen={false}
            scale={scale}
          />,
        ],
  );
});

/** One of them: drawn anew only where it is itself changed. */
export const KeepOutMark = memo(function KeepOutMark({
  keepOut,
  regions,
  outline,
  isChosen,
  scale,
}: {
  readonly keepOut: KeepOutRecord;
  readonly regions: Readonly<Record<string, Region>>;
  readonly outline: readonly Polyline[] | undefined;
  readonly isChosen: boolean;
  readonly scale: number;
}) {
  const rings = useMemo(
    () =>
      keepOut.of.kind === 'designs' ? (outline ?? []).map(pointsOf) : keepOutEdges(keepOut, regions).map(outlineOf),
    [keepOut, regions, outline],
  );
  const { keep, clearance, on } = keepOut;
  return (
    <Shape
      listening={false}
      perfectDrawEnabled={false}
      sceneFunc={(konva, shape) => {
        const context = konva._context;
        context.save();
        context.strokeStyle = MOORLAND.heather;
        path(context, rings);
        context.lineWidth = (isChosen ? 3 : 1.5) / scale;
        context.stroke();
        if (on) {
          softEdge(context, rings, keep === 'out' ? clearance : -clearance, inSight(shape));
          hatch(context, rings, scale, keep === 'out' ? 1 : -1);
        }
        context.restore();
      }}
    />
  );
});

type Ring = readonly Point[];

/** What the clearance takes, `by` mm outside of the rings, inside where it is less than 0: half of a wide line along them. */
function softEdge(context: CanvasRenderingContext2D, rings: readonly Ring[], by: number, seen: Bounds): void {
  context.save();
  path(context, rings);
  if (by > 0) trace(context, boxRing(grownBox(seen, by)));
  context.clip('evenodd');
  path(context, rings);
  context.globalAlpha = 0.25;
  context.lineJoin = 'round';
  context.lineWidth = 2 * Math.abs(by);
  context.stroke();
  context.restore();
}

const grownBox = ({ minX, minY, maxX, maxY }: Bounds, by: number): Bounds => ({
  ...{ minX: minX - by, minY: minY - by },
  ...{ maxX: maxX + by, maxY: maxY + by },
});

function path(context: CanvasRenderingContext2D, rings: readonly Ring[]): void {
  context.beginPath();
  for (const ring of rings) trace(context, ring);
}

/** Lines aslant over what the rings take up: one way for what is kept out, the other for what is kept in. */
function hatch(context: CanvasRenderingContext2D, rings: readonly Ring[], scale: number, way: 1 | -1): void {
  if (rings.length === 0) return;
  const { minX, minY, maxX, maxY } = ringBounds(rings.flat());
  const height = maxY - minY;
  context.save();
  path(context, rings);
  context.clip('evenodd');
  context.beginPath();
  for (let x = minX - height; x < maxX + height; x += HATCH / scale) {
    context.moveTo(x, way === 1 ? maxY : minY);
    context.lineTo(x + height, way === 1 ? minY : maxY);
  }
  context.globalAlpha = 0.55;
  context.lineWidth = 1 / scale;
  context.stroke();
  context.restore();
}
