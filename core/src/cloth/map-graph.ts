import { indexBoxes } from '../geometry/box-index.ts';
import { clusterPoints } from '../geometry/cluster.ts';
import { type ClothPoint, distance, type Point } from '../geometry/point.ts';
import { joinedId, partsOfId } from '../ids.ts';
import { SAME_LANDMARK } from '../tolerances.ts';
import type { Region } from './region.ts';

/** A place where patches have corners or edge points. */
export interface Vertex {
  /** The first of `ids`. */
  readonly id: string;
  readonly at: ClothPoint;
  /** Ids of all the controls that lie here, in the order of the patches: each of them means this vertex. */
  readonly ids: readonly [string, ...string[]];
  /** A patch has a corner here: it can be found on the cloth. */
  readonly corner: boolean;
}

/** A stretch of a patch's edge between two neighbouring vertices. */
export interface Seam {
  /** Indices of vertices. */
  readonly a: number;
  readonly b: number;
  /** Ids of the patches on either side as one goes from a to b; null beyond the top's edge. */
  readonly left: string | null;
  readonly right: string | null;
  /** Between two patches, or along the top's own edge. */
  readonly kind: 'seam' | 'edge';
}

/**
 * The seams of a top: every patch's edge, parted wherever another patch beside it has a corner on it. A patch that lies over others, sewn to none
 * of them, parts no seam that two patches share from end to end.
 */
export interface MapGraph {
  readonly vertices: readonly Vertex[];
  readonly edges: readonly Seam[];
  /** The vertex of a control, by the control's id (`controlId`); undefined when the map has no such control any more. */
  vertexOf(id: string): Vertex | undefined;
  /** Those of all the controls of a patch of this map, in their order; none of any other. */
  verticesOf(region: Pick<Region, 'id' | 'shape'>): readonly Vertex[];
}

/** What a control of a patch is called on the whole map. */
export const controlId = (regionId: string, control: string): string => joinedId('control', regionId, control);

/** Whether an id names a control of a patch. */
export const isControlId = (id: string): boolean => partsOfId(id).kind === 'control';

/** Derives the graph. Controls nearer than a needle can tell are one vertex. O(n log n) in the number of controls. */
export function mapGraph(regions: readonly Region[]): MapGraph {
  const count = regions.reduce((sum, { shape }) => sum + shape.length, 0);
  const places = new Float64Array(2 * count);
  let filled = 0;
  for (const { shape } of regions) {
    for (const { at } of shape) {
      places[filled++] = at.x;
      places[filled++] = at.y;
    }
  }
  const clusters = clusterPoints(places, SAME_LANDMARK);
  const vertices: { id: string; at: ClothPoint; ids: [string, ...string[]]; corner: boolean }[] = [];
  const first = new Map<string, number>();
  let i = 0;
  for (const region of regions) {
    first.set(region.id, i);
    const own = joinedId('control', region.id);
    for (const { id: control, at, corner } of region.shape) {
      // As `controlId` has it.
      const id = joinedId(own, control);
      const cluster = clusters[i++]!;
      const known = vertices[cluster];
      const vertex = known ?? (vertices[cluster] = { id, at, ids: [id], corner: false });
      if (known) known.ids.push(id);
      vertex.corner ||= corner;
    }
  }
  // Few ask by id, and of thousands of patches the index takes long to make.
  let byId: ReadonlyMap<string, Vertex> | null = null;
  return {
    vertices,
    edges: seamsOf(regions, vertices, clusters),
    vertexOf: (id) => (byId ??= new Map(vertices.flatMap((one) => one.ids.map((own) => [own, one])))).get(id),
    verticesOf({ id, shape }) {
      const from = first.get(id);
      return from === undefined ? [] : shape.map((_, k) => vertices[clusters[from + k]!]!);
    },
  };
}

function seamsOf(regions: readonly Region[], vertices: readonly Vertex[], clusters: Int32Array): Seam[] {
  const found = new Map<number, { -readonly [K in keyof Seam]: Seam[K] }>();
  const add = (id: string, from: number, to: number): void => {
    if (from === to) return;
    const [a, b] = from < to ? [from, to] : [to, from];
    const key = a * vertices.length + b;
    let seam = found.get(key);
    if (!seam) found.set(key, (seam = { a, b, left: null, right: null, kind: 'edge' }));
    // Going clockwise, a patch lies to the right.
    if (from < to) seam.right ??= id;
    else seam.left ??= id;
    if (seam.left !== null && seam.right !== null) seam.kind = 'seam';
  };
  forEachEdge(regions, clusters, add);
  // Along most edges two patches meet from end to end; the others are parted wherever another patch has a corner on them.
  const apart = [...found.values()].filter(({ kind }) => kind === 'edge');
  if (apart.length > 0) {
    const between = verticesOn(vertices);
    for (const { a, b, left, right } of apart) {
      const chain = [a, ...between(a, b), b];
      if (chain.length === 2) continue;
      found.delete(a * vertices.length + b);
      for (let k = 1; k < chain.length; k++) {
        if (right !== null) add(right, chain[k - 1]!, chain[k]!);
        if (left !== null) add(left, chain[k]!, chain[k - 1]!);
      }
    }
  }
  return [...found.values()];
}

/** Every edge of every patch, by the vertices at its ends, clockwise. */
function forEachEdge(
  regions: readonly Region[],
  clusters: Int32Array,
  see: (id: string, from: number, to: number) => void,
): void {
  let first = 0;
  for (const { id, shape } of regions) {
    for (let i = 0; i < shape.length; i++) see(id, clusters[first + i]!, clusters[first + ((i + 1) % shape.length)]!);
    first += shape.length;
  }
}

/** Vertices strictly between two others and on the straight line between them, in order. */
function verticesOn(vertices: readonly Vertex[]): (from: number, to: number) => number[] {
  const index = indexBoxes(vertices.length, (i, add) => {
    const { x, y } = vertices[i]!.at;
    add(x, y, x, y);
  });
  return (from, to) => {
    const [a, b] = [vertices[from]!.at, vertices[to]!.at];
    const length = distance(a, b);
    if (length === 0) return [];
    const along = (p: Point): number => ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / length;
    const off = (p: Point): number => Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / length;
    return index
      .search(
        Math.min(a.x, b.x) - SAME_LANDMARK,
        Math.min(a.y, b.y) - SAME_LANDMARK,
        Math.max(a.x, b.x) + SAME_LANDMARK,
        Math.max(a.y, b.y) + SAME_LANDMARK,
      )
      .filter((i) => i !== from && i !== to && off(vertices[i]!.at) <= SAME_LANDMARK)
      .filter((i) => along(vertices[i]!.at) > 0 && along(vertices[i]!.at) < length)
      .sort((i, j) => along(vertices[i]!.at) - along(vertices[j]!.at));
  };
}
