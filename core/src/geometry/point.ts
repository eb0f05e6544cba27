declare const space: unique symbol;

/** A position in millimetres, of no space in particular, or an offset; x to the right, y towards the person at the frame. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A point of one coordinate space: never taken for another's, and no plain point is one until its space's maker says so. */
export type PointIn<Space extends string> = Point & { readonly [space]: Space };

/** As drawn, in the design's own millimetres. */
export type DesignPoint = PointIn<'design'>;
/** The quilt top as planned; origin at its top-left corner. */
export type ClothPoint = PointIn<'cloth'>;
/** The quilt top as planned, turned as it is loaded; origin at the corner that is then upper left. */
export type LoadedPoint = PointIn<'loaded'>;
/** The area that rows are laid in, drawn in as it will measure when quilted, in the way of the rows; origin at its upper left corner. */
export type BedPoint = PointIn<'bed'>;
/** The head's carriage on the frame. */
export type FramePoint = PointIn<'frame'>;

/** Says of which space a place is. */
export type PointMaker<P extends Point> = (x: number, y: number) => P;
const makerOf =
  <P extends Point>(): PointMaker<P> =>
  (x, y) =>
    ({ x, y }) as P;

export const plainPoint = makerOf<Point>();
export const designPoint = makerOf<DesignPoint>();
export const clothPoint = makerOf<ClothPoint>();
export const loadedPoint = makerOf<LoadedPoint>();
export const bedPoint = makerOf<BedPoint>();
export const framePoint = makerOf<FramePoint>();

/** Between two points of one space. */
export const distance = <P extends Point>(a: P, b: NoInfer<P>): number => {
  const x = b.x - a.x;
  const y = b.y - a.y;
  return Math.sqrt(x * x + y * y);
};

/** Moved by an offset, a point stays in its space. */
export const plus = <P extends Point>(p: P, by: Point): P => ({ x: p.x + by.x, y: p.y + by.y }) as P;

/** The offset from `from` to `p`. */
export const minus = <P extends Point>(p: P, from: NoInfer<P>): Point => ({ x: p.x - from.x, y: p.y - from.y });

export const lerp = <P extends Point>(a: P, b: NoInfer<P>, t: number): P =>
  ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }) as P;
