import { type Affine, applyToPoint, applyToPolyline, compose } from '../geometry/affine.ts';
import type { ConicFrame } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';
import { pointsOf } from '../geometry/polyline.ts';
import { toRadians } from '../units.ts';
import type { DxfEntity } from './dxf-tags.ts';
import { flattenSplineInto, splineStart } from './nurbs.ts';
import type { Pen } from './pen.ts';

export const FACES = '3-D faces are left out; Gorse stitches flat lines';

const FULL = 2 * Math.PI;

/** What draws one kind of entity. Returns what of it had to be left out, or null. */
type Draw = (pen: Pen, entity: DxfEntity, matrix: Affine) => string | null;

/** Arcs and flat polylines stand in the entity's own plane, lines, ellipses and splines in the world's. */
const DRAW: Readonly<Record<string, Draw>> = {
  LINE: drawLine,
  LWPOLYLINE: inOwnPlane((pen, entity, matrix) =>
    drawPolyline(pen, entity.groups([10, 20, 42]), entity.has(70, 1), matrix),
  ),
  POLYLINE: drawOldPolyline,
  ARC: inOwnPlane((pen, entity, matrix) => drawArc(pen, entity, matrix, entity.number(50, 0), entity.number(51, 360))),
  CIRCLE: inOwnPlane((pen, entity, matrix) => drawArc(pen, entity, matrix, 0, 360)),
  ELLIPSE: drawEllipse,
  SPLINE: drawSpline,
};

/** Puts one entity on the pen under a map to millimetres. Returns what had to be left out, null if nothing; undefined when it is no line. */
export function drawDxfEntity(pen: Pen, entity: DxfEntity, matrix: Affine): string | null | undefined {
  const problem = DRAW[entity.type]?.(pen, entity, matrix);
  pen.finish();
  return problem;
}

function inOwnPlane(draw: Draw): Draw {
  return (pen, entity, matrix) => {
    const plane = ownPlane(entity);
    return draw(pen, entity, plane ? compose(plane, matrix) : matrix);
  };
}

/** Below this a normal counts as upright ("arbitrary axis algorithm" of the DXF reference). */
const UPRIGHT = 1 / 64;

/** The map from an entity's own plane to the world's, seen from above; null where they are the same. */
export function ownPlane(entity: DxfEntity): Affine | null {
  const n = [entity.number(210, 0), entity.number(220, 0), entity.number(230, 1)];
  const length = Math.sqrt(n[0]! ** 2 + n[1]! ** 2 + n[2]! ** 2);
  if (!(length > 0) || (n[0] === 0 && n[1] === 0 && n[2]! > 0)) return null;
  const [nx, ny, nz] = [n[0]! / length, n[1]! / length, n[2]! / length];
  // Its x axis lies square to the normal and to the world's y, or z where the normal leans far enough.
  const ax = Math.abs(nx) < UPRIGHT && Math.abs(ny) < UPRIGHT ? [nz, 0, -nx] : [-ny, nx, 0];
  const size = Math.sqrt(ax[0]! ** 2 + ax[1]! ** 2 + ax[2]! ** 2);
  const [xx, xy, xz] = [ax[0]! / size, ax[1]! / size, ax[2]! / size];
  const [yx, yy] = [ny * xz - nz * xy, nz * xx - nx * xz];
  const up = entity.number(30, entity.number(38, 0));
  return [xx, xy, yx, yy, nx * up, ny * up];
}

function drawLine(pen: Pen, entity: DxfEntity, matrix: Affine): null {
  const end = (x: number, y: number): Point => applyToPoint(matrix, pt(entity.number(x, 0), entity.number(y, 0)));
  const to = end(11, 21);
  pen.from(end(10, 20), null).line(to.x, to.y);
  return null;
}

/** A polyline of the old kind, with vertices of their own; those that only shape a spline, or are a mesh's, aren't stitched. */
function drawOldPolyline(pen: Pen, entity: DxfEntity, matrix: Affine): string | null {
  if (entity.has(70, 16 | 64)) return FACES;
  const parts = entity.parts.filter((vertex) => !vertex.has(70, 16));
  const vertices = Float64Array.from({ length: 3 * parts.length }, (_, i) =>
    parts[Math.floor(i / 3)]!.number([10, 20, 42][i % 3]!, 0),
  );
  const plane = entity.has(70, 8) ? null : ownPlane(entity);
  return drawPolyline(pen, vertices, entity.has(70, 1), plane ? compose(plane, matrix) : matrix);
}

/** @param vertices `x, y, bulge` of each: how the way to the next one bends */
function drawPolyline(pen: Pen, vertices: Float64Array, isClosed: boolean, matrix: Affine): null {
  const count = vertices.length / 3;
  if (count < 2) return null;
  const corner = (i: number): Point => pt(vertices[3 * i]!, vertices[3 * i + 1]!);
  pen.from(applyToPoint(matrix, corner(0)), null);
  for (let i = 0; i < (isClosed ? count : count - 1); i++) {
    const next = corner((i + 1) % count);
    const end = applyToPoint(matrix, next);
    const bend = vertices[3 * i + 2]!;
    if (bend === 0) pen.line(end.x, end.y);
    else bulge(pen, corner(i), next, bend, matrix, end);
  }
  return null;
}

/** A bulge is the tangent of a quarter of the arc's angle, positive when it runs counter-clockwise (y up). */
function bulge(pen: Pen, from: Point, to: Point, bend: number, matrix: Affine, end: Point): void {
  const k = (1 - bend * bend) / (4 * bend);
  const centre = {
    x: (from.x + to.x) / 2 - k * (to.y - from.y),
    y: (from.y + to.y) / 2 + k * (to.x - from.x),
  };
  const u = { x: from.x - centre.x, y: from.y - centre.y };
  pen.conic(conic(centre, u, { x: -u.y, y: u.x }, matrix), 0, 4 * Math.atan(bend), end);
}

/** Angles in degrees. */
function drawArc(pen: Pen, entity: DxfEntity, matrix: Affine, from: number, to: number): null {
  const r = entity.number(40, 0);
  const frame = conic(pt(entity.number(10, 0), entity.number(20, 0)), pt(r, 0), pt(0, r), matrix);
  return drawConic(pen, frame, toRadians(from), toRadians(to));
}

function drawEllipse(pen: Pen, entity: DxfEntity, matrix: Affine): null {
  const major = pt(entity.number(11, 0), entity.number(21, 0));
  const ratio = entity.number(40, 1) * (entity.number(230, 1) < 0 ? -1 : 1);
  const frame = conic(
    pt(entity.number(10, 0), entity.number(20, 0)),
    major,
    pt(-major.y * ratio, major.x * ratio),
    matrix,
  );
  return drawConic(pen, frame, entity.number(41, 0), entity.number(42, FULL));
}

function drawConic(pen: Pen, frame: ConicFrame, from: number, to: number): null {
  const turn = turnBetween(from, to);
  const start = onConic(frame, from);
  pen.from(start, null).conic(frame, from, turn, Math.abs(turn - FULL) < 1e-9 ? start : onConic(frame, from + turn));
  return null;
}

function drawSpline(pen: Pen, entity: DxfEntity, matrix: Affine): string | null {
  const controls = pointsOf(applyToPolyline(matrix, entity.groups([10, 20])));
  if (controls.length < 2) return 'a spline given by fit points alone is left out; convert it to a polyline';
  const weights = entity.numbers(41);
  const spline = {
    controls,
    degree: entity.number(71, 3),
    knots: entity.numbers(40),
    weights: weights.length === 0 ? undefined : weights,
  };
  const start = splineStart(spline);
  if (!start) return 'a spline with broken knots, or far too many, is left out; convert it to a polyline';
  pen.from(start, null).spline(controls, (out, tolerance, most) => flattenSplineInto(out, spline, tolerance, most));
  return null;
}

const onConic = ({ centre, u, v }: ConicFrame, angle: number): Point => ({
  x: centre.x + u.x * Math.cos(angle) + v.x * Math.sin(angle),
  y: centre.y + u.y * Math.cos(angle) + v.y * Math.sin(angle),
});

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

const pt = (x: number, y: number): Point => ({ x, y });
