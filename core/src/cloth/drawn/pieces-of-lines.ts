import { arrange, type Arrangement, type Face } from '../../geometry/arrangement.ts';
import { indexBoxes } from '../../geometry/box-index.ts';
import { clothPoint, distance, lerp, type Point } from '../../geometry/point.ts';
import { distanceToRing, insideRing, ringBounds, signedArea } from '../../geometry/polygon.ts';
import { pointCount, pointsOf, type Polyline, simplify, squaredDistanceToSegment } from '../../geometry/polyline.ts';
import { FormatError } from '../../problems.ts';
import { MOST_PATCHES } from '../../tolerances.ts';
import { movedShape, type Shape } from '../shape.ts';
import type { Size } from '../size.ts';
import { shapesOf, straightened } from './face-shapes.ts';

/** A line of a drawing, mm, with the layer or colour that it was drawn in. */
export interface DrawnLine {
  readonly line: Polyline;
  readonly group: string | null;
}

/** What lines enclose, to be made a patch. */
export interface DrawnPiece {
  readonly shape: Shape;
  /** The layer or colour that it was drawn in. */
  readonly group: string | null;
  /** It lies inside another without touching its edge. */
  readonly over: boolean;
}

/** What came of a drawing's lines. */
export interface DrawnPieces {
  /** Of the top: the drawing's box. */
  readonly size: Size;
  readonly pieces: readonly DrawnPiece[];
  /** Lines that close by themselves; open ones, which part patches as seams; and open ones that part nothing. */
  readonly closed: number;
  readonly seams: number;
  readonly loose: number;
  /** Between lines that nearly meet, left out. */
  readonly slivers: number;
}

/** Drawn finer than this, mm, a line says nothing of a patch's edge; snapped coarsely, a quarter of that. */
const finenessOf = (snap: number): number => Math.max(0.1, snap / 4);
/** More segments than this are no quilt's map. */
const MOST_SEGMENTS = 200_000;

/**
 * What lines enclose, mm from the upper left of all that is enclosed. Lines within `snap` mm are one seam, and an open line parts what it runs
 * through. Throws `FormatError` where nothing is enclosed, or more than a quilt has.
 */
export function piecesOfLines(lines: readonly DrawnLine[], snap: number): DrawnPieces {
  const fine = finenessOf(snap);
  const thin = lines.map(({ line, group }) => ({ line: simplify(line, fine / 2), group }));
  const arrangement = straightened(arranged(thin, snap), snap);
  const { nodes, faces, outlines } = arrangement;
  if (faces.length > MOST_PATCHES)
    throw new FormatError('A quilt can have up to 20,000 patches, and this drawing has more. Read in a part of it.');
  const shapeOf = shapesOf(arrangement, fine);
  const ringOf = (ring: readonly number[]): readonly Point[] => ring.map((node) => nodes[node]!);
  const box = ringBounds(outlines.flatMap(ringOf));
  const islands = islandsInside(faces, outlines, ringOf);
  const closed = thin.filter(({ line }) => isClosed(line, snap));
  const open = thin.filter(({ line }) => !isClosed(line, snap));
  const groupAt = groupsOf(closed, snap);
  let slivers = 0;
  const pieces = faces.flatMap((face): DrawnPiece[] => {
    const ring = ringOf(face.ring);
    const isSliver = signedArea(ring) < snap * perimeter(ring);
    if (isSliver) {
      slivers++;
      return [];
    }
    const shape = movedShape(shapeOf(face.ring), ({ at }) => clothPoint(at.x - box.minX, at.y - box.minY));
    const group = groupAt(insideOfRing(ring), signedArea(ring));
    return [{ shape, group, over: islands.has(face.part) }];
  });
  if (pieces.length === 0)
    throw new FormatError(
      'All that this drawing encloses is narrower than the snapping. Snap less, or draw it larger.',
    );
  const isEdge = edgeFinder(
    faces.map(({ ring }) => ringOf(ring)),
    snap,
  );
  const loose = open.filter(({ line }) => !isEdge(line)).length;
  return {
    size: { width: box.maxX - box.minX, length: box.maxY - box.minY },
    pieces,
    closed: closed.length,
    seams: open.length - loose,
    loose,
    slivers,
  };
}

/** The outer edges alone of what lines enclose, those within others left out: of a flower one piece, whatever is drawn inside it. */
export function outlinesOfLines(lines: readonly Polyline[], snap: number): readonly DrawnPiece[] {
  const fine = finenessOf(snap);
  const arrangement = arranged(
    lines.map((line) => ({ line: simplify(line, fine / 2), group: null })),
    snap,
  );
  const { nodes, faces, outlines } = arrangement;
  const ringOf = (ring: readonly number[]): readonly Point[] => ring.map((node) => nodes[node]!);
  const box = ringBounds(outlines.flatMap(ringOf));
  const islands = islandsInside(faces, outlines, ringOf);
  const shapeOf = shapesOf(arrangement, fine);
  return outlines.flatMap((outline, part): DrawnPiece[] => {
    if (islands.has(part)) return [];
    const shape = movedShape(shapeOf(outline), ({ at }) => clothPoint(at.x - box.minX, at.y - box.minY));
    return [{ shape, group: null, over: true }];
  });
}

/** Throws `FormatError` where nothing is enclosed. */
function arranged(lines: readonly DrawnLine[], snap: number): Arrangement {
  if (lines.reduce((sum, { line }) => sum + pointCount(line), 0) > MOST_SEGMENTS)
    throw new FormatError('The drawing has more lines than a quilt’s map. Keep only the seams, and save it again.');
  const arrangement = arrange(
    lines.map(({ line }) => line),
    snap,
  );
  if (arrangement.faces.length === 0)
    throw new FormatError('No line of it goes round anything. Draw each patch as a closed shape.');
  return arrangement;
}

const isClosed = (line: Polyline, snap: number): boolean =>
  pointCount(line) > 3 && Math.hypot(line.at(-2)! - line[0]!, line.at(-1)! - line[1]!) <= snap;

function perimeter(ring: readonly Point[]): number {
  return ring.reduce((sum, p, i) => sum + Math.hypot(p.x - ring.at(i - 1)!.x, p.y - ring.at(i - 1)!.y), 0);
}

/** Parts whose outer edge lies inside a face of another part. */
function islandsInside(
  faces: readonly Face[],
  outlines: readonly (readonly number[])[],
  ringOf: (ring: readonly number[]) => readonly Point[],
): ReadonlySet<number> {
  const rings = faces.map(({ ring }) => ringOf(ring));
  const index = indexBoxes(rings.length, (i, add) => {
    const { minX, minY, maxX, maxY } = ringBounds(rings[i]!);
    add(minX, minY, maxX, maxY);
  });
  return new Set(
    outlines.flatMap((outline, part) => {
      const { x, y } = ringOf(outline)[0]!;
      const inside = index.search(x, y, x, y).some((i) => faces[i]!.part !== part && insideRing(rings[i]!, x, y));
      return inside ? [part] : [];
    }),
  );
}

/** The layer or colour of the smallest closed line round a place that encloses an area, all but what snapping takes. */
function groupsOf(closed: readonly DrawnLine[], snap: number): (at: Point, area: number) => string | null {
  if (closed.length === 0) return () => null;
  const rings = closed.map(({ line }) => pointsOf(line));
  const areas = rings.map((ring) => Math.abs(signedArea(ring)));
  const index = indexBoxes(rings.length, (i, add) => {
    const { minX, minY, maxX, maxY } = ringBounds(rings[i]!);
    add(minX - snap, minY - snap, maxX + snap, maxY + snap);
  });
  return ({ x, y }, area) => {
    const around = index.search(x, y, x, y).filter((i) => areas[i]! > 0.8 * area && insideRing(rings[i]!, x, y));
    const smallest = around.sort((a, b) => areas[a]! - areas[b]!)[0];
    return smallest === undefined ? null : closed[smallest]!.group;
  };
}

/** A place well inside a ring: half way between two of its edges, along a line across it. */
function insideOfRing(ring: readonly Point[]): Point {
  const { minX, minY, maxX, maxY } = ringBounds(ring);
  let best: Point = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  let most = insideRing(ring, best.x, best.y) ? distanceToRing(ring, best.x, best.y) : 0;
  for (const part of [0.5, 0.37, 0.63, 0.21, 0.79, 0.09, 0.91]) {
    const y = minY + part * (maxY - minY);
    const hits = ring
      .flatMap((a, i) => {
        const b = ring[(i + 1) % ring.length]!;
        return a.y > y !== b.y > y ? [a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y)] : [];
      })
      .sort((a, b) => a - b);
    for (let i = 0; i + 1 < hits.length; i += 2) {
      const x = (hits[i]! + hits[i + 1]!) / 2;
      const off = distanceToRing(ring, x, y);
      if (off > most) [best, most] = [{ x, y }, off];
    }
  }
  return best;
}

/** Tells of a line whether it is on the edge of anything. */
function edgeFinder(rings: readonly (readonly Point[])[], snap: number): (line: Polyline) => boolean {
  const edges = rings.flatMap((ring) => ring.map((a, i) => [a, ring[(i + 1) % ring.length]!] as const));
  const index = indexBoxes(edges.length, (i, add) => {
    const [a, b] = edges[i]!;
    add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
  });
  return (line) => {
    const points = pointsOf(line);
    const spans = points.slice(1).map((p, i) => distance<Point>(points[i]!, p));
    const longest = spans.indexOf(Math.max(...spans));
    const { x, y } = lerp<Point>(points[longest]!, points[longest + 1]!, 0.5);
    return index
      .search(x - 2 * snap, y - 2 * snap, x + 2 * snap, y + 2 * snap)
      .some((i) => squaredDistanceToSegment(x, y, ...edges[i]!) <= 4 * snap * snap);
  };
}
