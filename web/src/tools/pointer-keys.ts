import { type ClothPoint, clothPoint, MM_PER_INCH, type Size } from '@gorse/core';

/** How far an arrow key takes the pointer of a hand that draws, mm: an inch, with Shift an eighth. */
const FAR = MM_PER_INCH;
const NEAR = MM_PER_INCH / 8;
const WAYS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};

/** Where a key takes the pointer on a top, from its middle where there is none yet; null where it is no arrow. */
export function movedByKey(from: ClothPoint | undefined, key: string, shift: boolean, size: Size): ClothPoint | null {
  const way = WAYS[key];
  if (!way) return null;
  const by = shift ? NEAR : FAR;
  const { x, y } = from ?? { x: size.width / 2, y: size.length / 2 };
  return withinTop(clothPoint(x + way[0] * by, y + way[1] * by), size);
}

/** A place of a top, of its edge where it lies beyond. */
export const withinTop = ({ x, y }: ClothPoint, { width, length }: Size): ClothPoint =>
  clothPoint(Math.min(width, Math.max(0, x)), Math.min(length, Math.max(0, y)));
