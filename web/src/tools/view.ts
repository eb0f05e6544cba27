import { type Bounds, plainPoint, type Point, type PointMaker } from '@gorse/core';

/** How cloth or frame millimetres lie on the screen: px = mm · scale + offset. */
export interface View {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

const LEAST_SCALE = 0.05;
const MOST_SCALE = 60;

export const toScreen = (view: View, p: Point): Point => ({
  x: p.x * view.scale + view.x,
  y: p.y * view.scale + view.y,
});
/** What lies under a pixel, in the space that is looked at. */
export const fromScreen = <P extends Point>(view: View, p: Point, make: PointMaker<P>): P =>
  make((p.x - view.x) / view.scale, (p.y - view.y) / view.scale);

/** The whole of `bounds` with `pad` px around it: centred, or at the top where it is less high than the room. */
export function fitView(bounds: Bounds, size: Size, pad: number, atTop = false): View {
  const w = Math.max(1, bounds.maxX - bounds.minX);
  const h = Math.max(1, bounds.maxY - bounds.minY);
  const scale = clampScale(Math.min((size.width - 2 * pad) / w, (size.height - 2 * pad) / h));
  return {
    scale,
    x: size.width / 2 - ((bounds.minX + bounds.maxX) / 2) * scale,
    y: atTop ? pad - bounds.minY * scale : size.height / 2 - ((bounds.minY + bounds.maxY) / 2) * scale,
  };
}

/** Zooms so that what is under `at` (px) stays there. */
export function zoomView(view: View, at: Point, factor: number): View {
  const scale = clampScale(view.scale * factor);
  const fixed = fromScreen(view, at, plainPoint);
  return { scale, x: at.x - fixed.x * scale, y: at.y - fixed.y * scale };
}

const clampScale = (scale: number): number => Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale));

/** Steps of a ruler, in its unit, of which one is chosen so that labels are some 60 px apart. */
export function rulerStep(pxPerUnit: number): number {
  for (const step of [0.25, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500]) if (step * pxPerUnit >= 56) return step;
  return 1000;
}
