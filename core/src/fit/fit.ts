import { designBounds } from '../design/design.ts';
import { type Affine, applyToPolyline, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { type Bilinear, applyBilinear } from '../geometry/bilinear.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import { type Bounds, type Polyline, boundsOf } from '../geometry/polyline.ts';
import { insetQuad } from '../geometry/polygon.ts';
import { SMALLEST_PATCH_EDGE } from '../tolerances.ts';
import { type Distortion, affineDistortion, bilinearDistortion } from './distortion.ts';
import { uprightBox } from './upright-box.ts';

/** Rotation and mirror, always done before the fit. The mirror comes first and swaps left and right. */
export interface Orient {
  /** Radians; positive turns clockwise as seen. */
  readonly angle: number;
  readonly mirror: boolean;
}

export type FitKind = 'contain' | 'fill' | 'corners';

export interface FitRule {
  readonly kind: FitKind;
  /** Millimetres kept free along every edge; negative runs over the seam. */
  readonly margin: number;
}

export interface Fitted {
  /** In cloth space. */
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
  readonly distortion: Distortion;
  /** The quad that the turned design's box was fitted to, in cloth space: corners in the order of a region's. */
  readonly frame: readonly [Point, Point, Point, Point];
}

/**
 * Fits strokes to a quad: `contain` keeps the proportions and centres, `fill` stretches to the quad's upright box, `corners` bends
 * (bilinear) to its very corners. Exact at the corners within rounding. Returns null when the margin leaves nothing to fit to.
 */
export function fitStrokes(
  strokes: readonly Polyline[],
  orient: Orient,
  rule: FitRule,
  ring: readonly ClothPoint[],
): Fitted | null {
  const turn = compose(scaling(orient.mirror ? -1 : 1, 1), rotation(orient.angle));
  const turned = strokes.map((stroke) => applyToPolyline(turn, stroke));
  const box = boundsOf(turned) ?? designBounds(strokes);
  const quad = insetQuad(ring, rule.margin);
  const target = quad && isUsable(quad) && sameWayRound(ring, quad) ? (quad as [Point, Point, Point, Point]) : null;
  if (!target) return null;
  if (rule.kind === 'corners' && box.maxX - box.minX > 0 && box.maxY - box.minY > 0) {
    const warp: Bilinear = { box, quad: target };
    return {
      strokes: turned.map((stroke) => applyBilinear(warp, stroke)),
      distortion: bilinearDistortion(warp),
      frame: target,
    };
  }
  const placed = affineToBox(box, rule.kind === 'contain', target);
  return {
    strokes: turned.map((stroke) => applyToPolyline(placed, stroke)),
    distortion: affineDistortion(placed),
    frame: boxCorners(box, placed),
  };
}

/** Centres the box in the quad's upright box. A box without width or height (a straight line) is scaled by its other side alone. */
function affineToBox(box: Bounds, keepProportions: boolean, quad: readonly [Point, Point, Point, Point]): Affine {
  const upright = uprightBox(quad);
  const w = box.maxX - box.minX;
  const h = box.maxY - box.minY;
  let sx = w > 0 ? upright.width / w : Infinity;
  let sy = h > 0 ? upright.height / h : Infinity;
  if (keepProportions || !Number.isFinite(sx) || !Number.isFinite(sy)) sx = sy = Math.min(sx, sy);
  return compose(
    translation(-(box.minX + box.maxX) / 2, -(box.minY + box.maxY) / 2),
    scaling(sx, sy),
    rotation(upright.angle),
    translation(upright.centre.x, upright.centre.y),
  );
}

function boxCorners(box: Bounds, map: Affine): [Point, Point, Point, Point] {
  const corner = (x: number, y: number): Point => ({
    x: map[0] * x + map[2] * y + map[4],
    y: map[1] * x + map[3] * y + map[5],
  });
  return [
    corner(box.minX, box.minY),
    corner(box.maxX, box.minY),
    corner(box.maxX, box.maxY),
    corner(box.minX, box.maxY),
  ];
}

const edges = (quad: readonly Point[]): Point[] =>
  quad.map((a, i) => ({ x: quad[(i + 1) % 4]!.x - a.x, y: quad[(i + 1) % 4]!.y - a.y }));

const isUsable = (quad: readonly Point[]): boolean =>
  edges(quad).every((e) => Math.sqrt(e.x ** 2 + e.y ** 2) >= SMALLEST_PATCH_EDGE);

/** An inset larger than the patch turns its edges round. */
const sameWayRound = (ring: readonly Point[], quad: readonly Point[]): boolean => {
  const inner = edges(quad);
  return edges(ring).every((e, i) => e.x * inner[i]!.x + e.y * inner[i]!.y > 0);
};
