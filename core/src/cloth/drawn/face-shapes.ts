import type { Arrangement } from '../../geometry/arrangement.ts';
import { clothPoint, lerp, type Point } from '../../geometry/point.ts';
import { nearestPart, squaredDistanceToSegment } from '../../geometry/polyline.ts';
import { CORNER_TURN } from '../../tolerances.ts';
import { type Control, fromUpperLeft, type Shape, tracedShape } from '../shape.ts';

/** A shape has no more controls than this. */
const MOST_CONTROLS = 1000;
/** A point lying off the straight way between its neighbours by less says nothing, mm. */
const FLAT = 0.02;
/** On a curve kept to a tolerance no point lies farther off the chord of its neighbours than some four times that. */
const OFF_CURVE = 8;

/**
 * The shapes of rings of an arrangement: corners where the line turns or another begins, a few points along what is curved. What two rings share
 * comes out the same for both. Curves keep within `tolerance` (mm) of what was drawn; a straight edge goes straight past the ends of others.
 */
export function shapesOf({ nodes, ways }: Arrangement, tolerance: number): (ring: readonly number[]) => Shape {
  const chains = new Map<string, readonly number[]>();
  /** A stretch with no other line leaving from it, thinned in one way, whichever way it is walked. */
  const thinnedChain = (chain: readonly number[], off: number): readonly number[] => {
    const isTurned = chain[0]! > chain.at(-1)! || (chain[0] === chain.at(-1) && chain[1]! > chain.at(-2)!);
    const drawn = isTurned ? chain.toReversed() : chain;
    const key = `${off} ${drawn[0]!} ${drawn[1]!} ${drawn.at(-1)!}`;
    let thin = chains.get(key);
    if (!thin) chains.set(key, (thin = thinned(drawn, nodes, off)));
    return isTurned ? thin.toReversed() : thin;
  };
  return (ring) => {
    for (let off = tolerance; ; off *= 2) {
      const controls = controlsOf(ring, off);
      if (controls.length <= MOST_CONTROLS) return tracedShape(fromUpperLeft(controls));
    }
  };

  function controlsOf(ring: readonly number[], off: number): Pick<Control, 'at' | 'corner'>[] {
    const keys = ring.flatMap((node, i) => (ways[node]! > 2 ? [i] : []));
    const starts = keys.length > 0 ? keys : [sharpest(ring, nodes)];
    const kept = starts.flatMap((from, k) => {
      const to = starts[k + 1] ?? starts[0]! + ring.length;
      const chain = Array.from({ length: to - from + 1 }, (_, i) => ring[(from + i) % ring.length]!);
      const thin = thinnedChain(chain, off);
      const isStraight = thin.length === 2;
      return thin.slice(0, -1).map((node, i) => ({ node, straight: isStraight, key: i === 0 && keys.length > 0 }));
    });
    const bends = kept.filter(({ node }, i) => {
      const [a, b] = [kept.at(i - 1)!.node, kept[(i + 1) % kept.length]!.node];
      return Math.sqrt(squaredDistanceToSegment(nodes[node]!.x, nodes[node]!.y, nodes[a]!, nodes[b]!)) > FLAT;
    });
    const all = bends.length < 3 ? kept : bends;
    return all.map(({ node, straight, key }, i) => {
      const [before, after] = [all.at(i - 1)!, all[(i + 1) % all.length]!];
      const [a, p, b] = [nodes[before.node]!, nodes[node]!, nodes[after.node]!];
      const turn = turnBetween(a, p, b);
      const away = Math.sqrt(squaredDistanceToSegment(p.x, p.y, a, b));
      const isBend = key && straight && before.straight;
      const corner = turn > CORNER_TURN || isBend || away > OFF_CURVE * off;
      return { at: clothPoint(p.x, p.y), corner };
    });
  }
}

/** How far the way turns at a point, from 0. */
function turnBetween(a: Point, p: Point, b: Point): number {
  const turn = Math.atan2(b.y - p.y, b.x - p.x) - Math.atan2(p.y - a.y, p.x - a.x);
  return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn)));
}

/** Where a ring turns most: of a circle, anywhere. */
function sharpest(ring: readonly number[], nodes: readonly Point[]): number {
  const turn = (i: number): number =>
    turnBetween(nodes[ring.at(i - 1)!]!, nodes[ring[i]!]!, nodes[ring[(i + 1) % ring.length]!]!);
  return ring.reduce((best, _, i) => (turn(i) > turn(best) + 1e-9 ? i : best), 0);
}

/** Douglas and Peucker on nodes; a closed chain keeps its farthest point too. */
function thinned(chain: readonly number[], nodes: readonly Point[], tolerance: number): readonly number[] {
  const keep = new Set([0, chain.length - 1]);
  const pending: [number, number][] = [[0, chain.length - 1]];
  for (let next = pending.pop(); next; next = pending.pop()) {
    const [from, to] = next;
    const [a, b] = [nodes[chain[from]!]!, nodes[chain[to]!]!];
    let farthest = from;
    let most = tolerance * tolerance;
    for (let i = from + 1; i < to; i++) {
      const p = nodes[chain[i]!]!;
      const off = squaredDistanceToSegment(p.x, p.y, a, b);
      if (off > most) [farthest, most] = [i, off];
    }
    if (farthest === from) continue;
    keep.add(farthest);
    pending.push([from, farthest], [farthest, to]);
  }
  return chain.filter((_, i) => keep.has(i));
}

/**
 * The arrangement with the ends of lines moved onto the straight edges that they come to within `tolerance`: an edge that goes past them stays
 * straight, however roughly they were drawn.
 */
export function straightened(arrangement: Arrangement, tolerance: number): Arrangement {
  const { ways, faces, outlines } = arrangement;
  const nodes = [...arrangement.nodes];
  const moved = new Set<number>();
  for (const ring of [...faces.map((face) => face.ring), ...outlines]) {
    const start = sharpest(ring, nodes);
    const round = [...ring.slice(start), ...ring.slice(0, start), ring[start]!];
    const kept = thinned(round, nodes, tolerance);
    let from = 0;
    for (const end of kept.slice(1)) {
      const to = round.indexOf(end, from + 1);
      const between = round.slice(from + 1, to);
      // Where other lines bend between, it isn't one straight edge.
      if (between.every((node) => ways[node]! > 2)) {
        const [a, b] = [nodes[round[from]!]!, nodes[end]!];
        for (const node of between) {
          if (moved.has(node)) continue;
          moved.add(node);
          const { x, y } = nodes[node]!;
          nodes[node] = lerp(a, b, nearestPart(x, y, a.x, a.y, b.x, b.y));
        }
      }
      from = to;
    }
  }
  return { ...arrangement, nodes };
}
