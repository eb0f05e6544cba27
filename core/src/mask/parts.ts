import { clusterPoints } from '../geometry/cluster.ts';
import { lengthOf, pointOf, type Polyline } from '../geometry/polyline.ts';
import { stretchOf } from '../geometry/stretch-of.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import type { CutPiece, RingPlace } from '../geometry/cut-lines.ts';

/** What an end of a part is: a cut at an edge, a place where it was parted, which others may share, or the line's own end. */
export type PartEnd =
  | (RingPlace & { readonly kind: 'cut' })
  | { readonly kind: 'parted'; readonly place: number }
  | { readonly kind: 'own' };

/** A part of a line that is stitched from end to end. */
export interface Part {
  readonly line: Polyline;
  /** Index of the line that it is part of. */
  readonly source: number;
  readonly from: PartEnd;
  readonly to: PartEnd;
}

const OWN: PartEnd = { kind: 'own' };
const endOf = (place: RingPlace | null): PartEnd => (place ? { kind: 'cut', ...place } : OWN);

export const partsOfPieces = (pieces: readonly CutPiece[]): Part[] =>
  pieces.map(({ from, to, ...piece }) => ({ ...piece, from: endOf(from), to: endOf(to) }));

/** Where a part is to be parted: so many millimetres along it, at a numbered place. */
export interface PartingAt {
  readonly part: number;
  readonly along: number;
  readonly place: number;
}

/** The parts, parted further; at an end what is parted off has no length, but ties that end to the place. */
export function partedAt(parts: readonly Part[], at: readonly PartingAt[]): Part[] {
  const cuts = new Map<number, PartingAt[]>();
  for (const one of at) {
    const there = cuts.get(one.part);
    if (there) there.push(one);
    else cuts.set(one.part, [one]);
  }
  return parts.flatMap((part, i) => {
    const own = cuts.get(i)?.toSorted((a, b) => a.along - b.along);
    if (!own) return [part];
    const out: Part[] = [];
    let [from, begun]: [PartEnd, number] = [part.from, 0];
    for (const { along: cut, place } of own) {
      out.push({ ...part, line: stretchOf(part.line, begun, cut), from, to: { kind: 'parted', place } });
      [from, begun] = [{ kind: 'parted', place }, cut];
    }
    return [...out, { ...part, line: stretchOf(part.line, begun, lengthOf(part.line)), from }];
  });
}

/** Places on an edge this near are one, mm. */
const ONE_PLACE = 1e-3;

/** The ends of parts as nodes of a graph. */
export interface PartNodes {
  readonly count: number;
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** The nodes on each ring that has some, in order along it. */
  readonly onRings: ReadonlyMap<number, readonly { readonly node: number; readonly along: number }[]>;
}

/** @param ringLength of a ring, mm */
export function nodesOf(parts: readonly Part[], ringLength: (ring: number) => number): PartNodes {
  const ends = { from: new Int32Array(parts.length), to: new Int32Array(parts.length) };
  const places = new Map<number, number>();
  const cuts = new Map<number, { readonly along: number; readonly put: (node: number) => void }[]>();
  const own: { readonly x: number; readonly y: number; readonly put: (node: number) => void }[] = [];
  let count = 0;
  parts.forEach((part, i) => {
    for (const side of ['from', 'to'] as const) {
      const end = part[side];
      const put = (node: number): void => void (ends[side][i] = node);
      if (end.kind === 'parted') {
        const node = places.get(end.place) ?? count++;
        places.set(end.place, node);
        put(node);
      } else if (end.kind === 'cut') {
        const there = cuts.get(end.ring);
        if (there) there.push({ along: end.along, put });
        else cuts.set(end.ring, [{ along: end.along, put }]);
      } else own.push({ ...pointOf(part.line, side === 'from' ? 0 : -1), put });
    }
  });
  const clusters = clusterPoints(Float64Array.from(own.flatMap(({ x, y }) => [x, y])), JOIN_DISTANCE);
  own.forEach(({ put }, i) => put(count + clusters[i]!));
  count += clusters.reduce((most, one) => Math.max(most, one + 1), 0);
  const onRings = new Map<number, { node: number; along: number }[]>();
  for (const [ring, there] of cuts) {
    const nodes: { node: number; along: number }[] = [];
    for (const { along, put } of there.sort((a, b) => a.along - b.along)) {
      const last = nodes.at(-1);
      const isNew = !last || along - last.along > ONE_PLACE;
      const closes = isNew && nodes.length > 0 && nodes[0]!.along + ringLength(ring) - along <= ONE_PLACE;
      if (isNew && !closes) nodes.push({ node: count++, along });
      put(closes ? nodes[0]!.node : nodes.at(-1)!.node);
    }
    onRings.set(ring, nodes);
  }
  return { count, ...ends, onRings };
}
