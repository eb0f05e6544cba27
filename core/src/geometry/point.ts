declare const space: unique symbol;

/** A position in millimetres; x to the right, y towards the person at the frame. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * A point of one coordinate space. The brand is optional, so a literal needs no cast, but a point of one
 * space is never taken for another's.
 */
export type PointIn<Space extends string> = Point & { readonly [space]?: Space };

/** As drawn, in the design's own millimetres. */
export type DesignPoint = PointIn<'design'>;
/** The quilt top as planned; origin at its top-left corner. */
export type ClothPoint = PointIn<'cloth'>;
/** The head's carriage on the frame. */
export type FramePoint = PointIn<'frame'>;

export const distance = (a: Point, b: Point): number => {
  const x = b.x - a.x;
  const y = b.y - a.y;
  return Math.sqrt(x * x + y * y);
};

export const lerp = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});
