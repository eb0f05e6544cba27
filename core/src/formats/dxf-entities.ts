import type { DxfArc, DxfEllipse, DxfEntity, DxfLine, DxfPolyline, DxfSpline } from 'dxf';
import { type Affine, applyToPoint, compose, scaling } from '../geometry/affine.ts';
import { type ConicFrame, flattenConicInto } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';
import { FLATTEN_CHORD } from '../tolerances.ts';
import type { StrokeCollector } from './drawing.ts';
import { flattenSplineInto } from './nurbs.ts';

type Drawn = DxfLine | DxfPolyline | DxfArc | DxfEllipse | DxfSpline;
const DRAWN = new Set<string>(['LINE', 'LWPOLYLINE', 'POLYLINE', 'ARC', 'CIRCLE', 'ELLIPSE', 'SPLINE']);

export const isDrawn = (entity: DxfEntity): entity is Drawn => DRAWN.has(entity.type);

const FULL = 2 * Math.PI;

/** Puts one entity on the pen under an affine map to millimetres. Returns what had to be left out, if anything. */
export function drawDxfEntity(pen: StrokeCollector, entity: Drawn, matrix: Affine): string | null {
  // Arcs and polylines stand in the entity's own plane, which may be seen from behind.
  const own = entity.extrusionZ === -1 ? compose(scaling(-1, 1), matrix) : matrix;
  switch (entity.type) {
    case 'LINE': {
      const from = applyToPoint(matrix, pt(entity.start.x, entity.start.y));
      const to = applyToPoint(matrix, pt(entity.end.x, entity.end.y));
      pen.from(from, null).push(to.x, to.y);
      break;
    }
    case 'LWPOLYLINE':
    case 'POLYLINE':
      if (entity.polygonMesh || entity.polyfaceMesh) return '3-D faces are left out; Gorse stitches flat lines';
      drawPolyline(pen, entity, own);
      break;
    case 'ARC':
    case 'CIRCLE': {
      const r = entity.r ?? 0;
      const frame = conic(pt(entity.x, entity.y), pt(r, 0), pt(0, r), own);
      const from = entity.type === 'ARC' ? (entity.startAngle ?? 0) : 0;
      const to = entity.type === 'ARC' ? (entity.endAngle ?? FULL) : FULL;
      drawConic(pen, frame, from, turnBetween(from, to));
      break;
    }
    case 'ELLIPSE': {
      const major = pt(entity.majorX, entity.majorY);
      const ratio = (entity.axisRatio ?? 1) * (entity.extrusionZ === -1 ? -1 : 1);
      const frame = conic(pt(entity.x, entity.y), major, pt(-major.y * ratio, major.x * ratio), matrix);
      const from = entity.startAngle ?? 0;
      drawConic(pen, frame, from, turnBetween(from, entity.endAngle ?? FULL));
      break;
    }
    case 'SPLINE': {
      const controls = entity.controlPoints.map((p) => applyToPoint(matrix, pt(p.x, p.y)));
      if (controls.length < 2) return 'a spline given by fit points alone is left out; convert it to a polyline';
      const read = flattenSplineInto(
        () => pen.from(controls[0]!, null),
        controls,
        entity.degree ?? 3,
        entity.knots,
        entity.weights,
        FLATTEN_CHORD,
      );
      if (!read) {
        return 'a spline with broken knots is left out; convert it to a polyline';
      }
      break;
    }
  }
  pen.finish(null);
  return null;
}

function drawPolyline(pen: StrokeCollector, { vertices, closed }: DxfPolyline, matrix: Affine): void {
  const count = vertices.length;
  if (count < 2) return;
  const start = applyToPoint(matrix, pt(vertices[0]!.x, vertices[0]!.y));
  const out = pen.from(start, null);
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const a = vertices[i]!;
    const b = vertices[(i + 1) % count]!;
    const from = pt(a.x, a.y);
    const to = pt(b.x, b.y);
    if (a.bulge) bulgeInto(pen.from(start, null), from, to, a.bulge, matrix);
    const end = applyToPoint(matrix, to);
    // The arc's own last point is the vertex but for rounding.
    if (a.bulge) out.length -= 2;
    out.push(end.x, end.y);
  }
}

/** A bulge is the tangent of a quarter of the arc's angle, positive when it runs counter-clockwise (y up). */
function bulgeInto(out: number[], from: Point, to: Point, bulge: number, matrix: Affine): void {
  const turn = 4 * Math.atan(bulge);
  const k = (1 - bulge * bulge) / (4 * bulge);
  const centre = {
    x: (from.x + to.x) / 2 - k * (to.y - from.y),
    y: (from.y + to.y) / 2 + k * (to.x - from.x),
  };
  const u = { x: from.x - centre.x, y: from.y - centre.y };
  flattenConicInto(out, conic(centre, u, { x: -u.y, y: u.x }, matrix), 0, turn, FLATTEN_CHORD);
}

function drawConic(pen: StrokeCollector, frame: ConicFrame, from: number, turn: number): void {
  const start = [
    frame.centre.x + frame.u.x * Math.cos(from) + frame.v.x * Math.sin(from),
    frame.centre.y + frame.u.y * Math.cos(from) + frame.v.y * Math.sin(from),
  ] as const;
  const out = pen.from({ x: start[0], y: start[1] }, null);
  flattenConicInto(out, frame, from, turn, FLATTEN_CHORD);
  if (Math.abs(turn - FULL) < 1e-9) out.splice(-2, 2, ...start);
}

/** Counter-clockwise from one angle to another; equal angles are the whole circle. */
function turnBetween(from: number, to: number): number {
  const turn = (((to - from) % FULL) + FULL) % FULL;
  return turn < 1e-9 ? FULL : turn;
}

/** A circle or ellipse after an affine map; its axes are moved as vectors. */
function conic(centre: Point, u: Point, v: Point, m: Affine): ConicFrame {
  const vector = (p: Point): Point => ({ x: m[0] * p.x + m[2] * p.y, y: m[1] * p.x + m[3] * p.y });
  return { centre: applyToPoint(m, centre), u: vector(u), v: vector(v) };
}

/** A coordinate that is missing in the file is 0; one that isn't a number stays NaN and is refused by the collector. */
const pt = (x: number | undefined, y: number | undefined): Point => ({ x: x ?? 0, y: y ?? 0 });
