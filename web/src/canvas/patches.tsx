import {
  boxesMeet,
  inLayers,
  outlineOf,
  type Point,
  pointsOf,
  type Region,
  type RegionKind,
  ringBounds,
  type TruePatch,
} from '@gorse/core';
import { memo, useMemo } from 'react';
import { Shape } from 'react-konva';
import { inSight } from './in-sight.ts';

export interface PatchOutline {
  readonly kind: RegionKind;
  /** Which of the prints of its kind. */
  readonly print: number;
  readonly ring: readonly Point[];
}

interface Print {
  readonly ground: string;
  readonly figure: string;
  readonly draw: (context: CanvasRenderingContext2D, size: number) => void;
}

const TILE = 48;

const dots = (context: CanvasRenderingContext2D, size: number): void => {
  for (const [x, y] of [
    [0.25, 0.25],
    [0.75, 0.75],
  ] as const) {
    context.beginPath();
    context.arc(x * size, y * size, 1.7, 0, 7);
    context.fill();
  }
};
const ripples = (context: CanvasRenderingContext2D, size: number): void => {
  for (const y of [0.25, 0.75]) {
    context.beginPath();
    context.moveTo(0, y * size);
    context.quadraticCurveTo(size / 4, (y - 0.12) * size, size / 2, y * size);
    context.quadraticCurveTo((3 * size) / 4, (y + 0.12) * size, size, y * size);
    context.stroke();
  }
};
const sprigs = (context: CanvasRenderingContext2D, size: number): void => {
  for (const [x, y] of [
    [0.3, 0.35],
    [0.8, 0.85],
  ] as const) {
    context.beginPath();
    context.moveTo(x * size, (y + 0.12) * size);
    context.lineTo(x * size, (y - 0.1) * size);
    context.moveTo((x - 0.09) * size, (y - 0.06) * size);
    context.lineTo(x * size, (y + 0.03) * size);
    context.lineTo((x + 0.09) * size, (y - 0.06) * size);
    context.stroke();
  }
};
const plain = (): void => undefined;

/** Quiet prints of each kind of patch. */
export const PRINTS: Readonly<Record<RegionKind, readonly [Print, ...Print[]]>> = {
  block: [
    { ground: '#F7F1E1', figure: '#E6DBC0', draw: dots },
    { ground: '#E4EAE6', figure: '#CBD7D2', draw: ripples },
    { ground: '#F1E4D6', figure: '#DFCBB5', draw: sprigs },
    { ground: '#E9E6EF', figure: '#D3CCDF', draw: dots },
    { ground: '#E6EBD9', figure: '#CDD6BA', draw: ripples },
  ],
  setting: [{ ground: '#EFEAD9', figure: '#DDD4BA', draw: sprigs }],
  sashing: [{ ground: '#DDD6C4', figure: '#CCC3AC', draw: plain }],
  cornerstone: [{ ground: '#CFC2A0', figure: '#BBAC86', draw: dots }],
  border: [{ ground: '#DCE2D3', figure: '#C6CFB9', draw: sprigs }],
  applique: [
    { ground: '#E8D3C6', figure: '#D6BBA9', draw: dots },
    { ground: '#D3DFE2', figure: '#B8CBD0', draw: ripples },
    { ground: '#E2D8E6', figure: '#CBBCD2', draw: sprigs },
    { ground: '#E5E0BF', figure: '#D2CB9E', draw: dots },
  ],
};

const patterns = new Map<Print, CanvasPattern | string>();

function fillOf(print: Print, context: CanvasRenderingContext2D): CanvasPattern | string {
  const known = patterns.get(print);
  if (known !== undefined) return known;
  const tile = document.createElement('canvas');
  tile.width = tile.height = TILE;
  const paint = tile.getContext('2d');
  if (!paint) return print.ground;
  paint.fillStyle = print.ground;
  paint.fillRect(0, 0, TILE, TILE);
  paint.fillStyle = paint.strokeStyle = print.figure;
  paint.lineWidth = 2;
  print.draw(paint, TILE);
  const pattern = context.createPattern(tile, 'repeat') ?? print.ground;
  if (typeof pattern !== 'string') pattern.setTransform(new DOMMatrix().scale(0.6));
  patterns.set(print, pattern);
  return pattern;
}

export const printOf = ({ kind, print }: Pick<PatchOutline, 'kind' | 'print'>): Print =>
  PRINTS[kind][print % PRINTS[kind].length] ?? PRINTS[kind][0];

/** The pieced cloth: each patch in its print, seams as fine shadows. */
export const Patches = memo(function Patches({
  patches,
  scale,
}: {
  readonly patches: readonly PatchOutline[];
  readonly scale: number;
}) {
  const boxes = useMemo(() => patches.map(({ ring }) => ringBounds(ring)), [patches]);
  return (
    <Shape
      perfectDrawEnabled={false}
      sceneFunc={(konva, shape) => {
        const context = konva._context;
        const seen = inSight(shape);
        for (const [i, patch] of patches.entries()) {
          if (!boxesMeet(boxes[i]!, seen)) continue;
          context.beginPath();
          trace(context, patch.ring);
          context.fillStyle = fillOf(printOf(patch), context);
          context.fill();
          context.lineWidth = Math.max(0.5, 0.8 / scale);
          context.strokeStyle = '#b3a88c';
          context.stroke();
        }
      }}
    />
  );
});

export function trace(context: CanvasRenderingContext2D, ring: readonly Point[]): void {
  ring.forEach((p, i) => (i === 0 ? context.moveTo(p.x, p.y) : context.lineTo(p.x, p.y)));
  context.closePath();
}

/** The patches of the plan as they lie on each other. */
export const plannedPatches = (regions: readonly Region[]): PatchOutline[] =>
  inLayers(regions).map(({ kind, print, shape }) => ({ kind, print, ring: outlineOf(shape) }));

/** A patch as it is seen on the frame. */
export const seenPatch = ({ kind, print, ring }: TruePatch): PatchOutline => ({
  kind,
  print,
  ring: pointsOf(Float64Array.from(ring)),
});
