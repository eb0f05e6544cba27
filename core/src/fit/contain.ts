import { cornersOf, insetOf, outlineOf } from '../cloth/shape.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import { centroid } from '../geometry/polygon.ts';
import type { Bounds } from '../geometry/polyline.ts';
import type { Fit, WithMargin } from './fit.ts';
import { uprightBox } from './upright-box.ts';
import { centredWarp, type Warp } from './warp.ts';

/** Keeps the proportions and centres: in the upright box of a patch with four corners, else as large as the edges let it about the middle. */
export interface ContainRule extends WithMargin {
  readonly kind: 'contain';
}

export const contain: Fit<ContainRule> = {
  takes: () => true,

  warp(box, shape, { margin }) {
    const inner = insetOf(shape, margin);
    if (!inner) return null;
    const corners = cornersOf(inner).map(({ at }) => at);
    if (corners.length === 4) {
      const { centre, angle, width, height } = uprightBox(corners);
      return inProportion(box, Math.min(width / widthOf(box), height / heightOf(box)), angle, centre);
    }
    const ring = outlineOf(inner);
    const centre = centroid(ring);
    return inProportion(box, largestWithin(ring, centre, widthOf(box), heightOf(box)), 0, centre);
  },
};

const widthOf = (box: Bounds): number => box.maxX - box.minX;
const heightOf = (box: Bounds): number => box.maxY - box.minY;

const inProportion = (box: Bounds, scale: number, angle: number, centre: ClothPoint): Warp | null =>
  scale > 0 ? centredWarp(box, scale, scale, angle, centre) : null;

/** How many times as large an upright box about a point may be so that it lies on the inner side of every edge of a clockwise ring. */
function largestWithin(ring: readonly Point[], centre: Point, width: number, height: number): number {
  const limits = ring.map((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const [nx, ny] = [b.y - a.y, a.x - b.x];
    const room = (a.x - centre.x) * nx + (a.y - centre.y) * ny;
    return room / ((Math.abs(nx) * width + Math.abs(ny) * height) / 2);
  });
  return Math.min(...limits);
}
