import type { Polyline } from '@gorse/core';
import { allPartsOf, coarsest, drawThread, once } from '../canvas/draw-thread.ts';
import { levelsOf } from '../canvas/levels.ts';

/** What is drawn of a piece. */
export interface DrawnPiece {
  readonly id: string;
  readonly needle: readonly Polyline[];
  readonly totals: { readonly stitches: number };
}

/** How the cloth is looked at, and what of it is seen. */
export interface PictureLook {
  /** How cloth millimetres lie on the picture, px of the screen. */
  readonly view: { readonly scale: number; readonly x: number; readonly y: number };
  readonly width: number;
  readonly height: number;
  /** Pixels of the picture for one of the screen, each way. */
  readonly ratio: number;
  readonly colour: string;
  /** This piece is left out: it is drawn elsewhere. */
  readonly without: string | null;
  /** What is seen follows the hand. */
  readonly isMoving: boolean;
}

/** More stitches than this can't be drawn well at every step of a gesture. */
const MANY = 40_000;

/** Draws all that was worked out as thread; levels of detail are kept from picture to picture. */
export function threadPictures() {
  const drawn = new Map<string, readonly (DrawnPiece & { readonly levels: () => ReturnType<typeof levelsOf> })[]>();
  let canvas: OffscreenCanvas | null = null;
  return {
    take(recordId: string, pieces: readonly DrawnPiece[]): void {
      drawn.set(
        recordId,
        pieces.map(({ id, needle, totals }) => ({ id, needle, totals, levels: once(() => levelsOf(needle)) })),
      );
    },
    drop: (recordId: string): void => void drawn.delete(recordId),
    draw({ view, width, height, ratio, colour, without, isMoving }: PictureLook): ImageBitmap {
      canvas ??= new OffscreenCanvas(1, 1);
      // A new size clears it.
      canvas.width = Math.max(1, Math.round(width * ratio));
      canvas.height = Math.max(1, Math.round(height * ratio));
      const context = canvas.getContext('2d')!;
      const { scale, x, y } = view;
      context.setTransform(ratio * scale, 0, 0, ratio * scale, ratio * x, ratio * y);
      const seen = { minX: -x / scale, minY: -y / scale, maxX: (width - x) / scale, maxY: (height - y) / scale };
      const pieces = [...drawn.values()].flat().filter(({ id }) => id !== without);
      const hasty = isMoving && pieces.reduce((sum, { totals }) => sum + totals.stitches, 0) > MANY;
      for (const { needle, levels } of pieces) {
        const how = { scale, colour, look: 'thread', opacity: 1, hasty } as const;
        const level = coarsest(levels(), how);
        drawThread(context, allPartsOf(level?.lines ?? needle), seen, how, level === null);
      }
      return canvas.transferToImageBitmap();
    },
  };
}
