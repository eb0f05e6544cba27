import { unionFind } from '../geometry/union-find.ts';
import { nearestAlong } from '../geometry/nearest-along.ts';
import type { Point } from '../geometry/point.ts';
import { lengthOf, type Polyline } from '../geometry/polyline.ts';
import type { Step } from '../route/euler-trails.ts';
import { type PostmanEdge, ruralPostman } from '../route/rural-postman.ts';
import type { CutPiece } from './cut.ts';
import { besideStretch } from './edge-stretch.ts';
import type { Mask } from './mask.ts';
import { goesOver, type MaskWay, waysFor } from './mask-ways.ts';
import { meetings } from './meetings.ts';
import { nodesOf, type Part, partedAt, type PartEnd, type PartingAt, type PartNodes, partsOfPieces } from './parts.ts';
import type { RejoinRule } from './rejoin-rule.ts';
import type { RingIndex } from '../geometry/ring-index.ts';
import { staysClear } from './stays-clear.ts';

/** A stretch of a run that isn't part of what was drawn: points of the run from one index to another. */
export interface RunLink {
  readonly kind: MaskWay['kind'];
  readonly from: number;
  readonly to: number;
  /** It has been gone before. */
  readonly again: boolean;
}

/** What is stitched without a cut. */
export interface JoinedRun {
  readonly line: Polyline;
  readonly links: readonly RunLink[];
  /** Index of the line that its first part is of. */
  readonly source: number;
}

export interface Rejoined {
  readonly runs: readonly JoinedRun[];
  /** No rejoining by this rule has fewer runs. */
  readonly bound: number;
  /** What was left out: too short, or enclosed by what is kept out. */
  readonly crumbs: readonly Polyline[];
  readonly enclosed: readonly Polyline[];
  /** Stitched along edges or straight from end to end, and over lines again, mm. */
  readonly added: number;
  readonly doubled: number;
}

/**
 * Joins the pieces of cut lines into the fewest runs, and of those with the least line beside what was drawn.
 * @param within links stay inside these rings; null: anywhere
 */
export function rejoin(
  cut: readonly CutPiece[],
  mask: Mask,
  rule: RejoinRule,
  within: RingIndex | null = null,
): Rejoined {
  const { kept, crumbs, enclosed } = sorted(cut, mask, rule);
  const ringLength = (ring: number): number => mask.ring(ring).length;
  let parts = partsOfPieces(kept);
  // Where a run is to start or end in the middle of a line, that is parted there.
  const wished = [rule.start, rule.end].map((place, i) => (place ? wishedAt(parts, place, i) : null));
  parts = partedAt(
    parts,
    wished.flatMap((one) => one ?? []),
  );
  let nodes = nodesOf(parts, ringLength);
  let ways = waysFor(parts, nodes, mask, rule, within);
  if (goesOver(rule.by) && parts.length > 1) {
    const groups = groupsOf(parts, nodes, ways);
    if (groups.some((group) => group !== groups[0])) {
      parts = partedAt(parts, meetings(parts, groups, wished.length));
      nodes = nodesOf(parts, ringLength);
      ways = waysFor(parts, nodes, mask, rule, within);
    }
  }
  const [start, end] = wished.map((one) => (one ? nodeAt(parts, nodes, one) : undefined));
  const { trails, bound } = ruralPostman({
    nodes: nodes.count,
    required: parts.map((_, i) => ({ from: nodes.from[i]!, to: nodes.to[i]! })),
    ways,
    ...(start === undefined ? {} : { start }),
    ...(end === undefined ? {} : { end }),
  });
  const gone = new Set<number>();
  let [added, doubled] = [0, 0];
  const runs = trails.map((trail) =>
    runOf(trail, parts, ways, (way) => {
      const again = gone.has(way) || ways[way]!.kind === 'stitched';
      gone.add(way);
      if (again) doubled += ways[way]!.length;
      else added += ways[way]!.length;
      return { line: again ? besideWay(ways[way]!, mask) : ways[way]!.line(), again };
    }),
  );
  return { runs, bound, crumbs, enclosed, added, doubled };
}

/** What is to be joined, and what is left out. */
function sorted(cut: readonly CutPiece[], { index, isHole }: Mask, rule: Pick<RejoinRule, 'crumb' | 'enclosed'>) {
  const isEnclosed = ({ line, from, to }: CutPiece): boolean => {
    const ring = from?.ring ?? to?.ring;
    return ring === undefined ? index.isInside(line[0]!, line[1]!, isHole) : isHole(ring);
  };
  const out: { kept: CutPiece[]; crumbs: Polyline[]; enclosed: Polyline[] } = { kept: [], crumbs: [], enclosed: [] };
  for (const piece of cut) {
    if (rule.enclosed === 'leaveOut' && isEnclosed(piece)) out.enclosed.push(piece.line);
    else if ((piece.from || piece.to) && lengthOf(piece.line) < rule.crumb) out.crumbs.push(piece.line);
    else out.kept.push(piece);
  }
  return out;
}

/** Where the parts are nearest to a place: there they are parted, at place number `place`. */
function wishedAt(parts: readonly Part[], at: Point, place: number): PartingAt | null {
  let best: (PartingAt & { readonly off: number }) | null = null;
  parts.forEach(({ line }, part) => {
    const { along, off } = nearestAlong(line, at);
    if (!best || off < best.off) best = { part, along, place, off };
  });
  return best;
}

/** The node at a place where parts were parted. */
function nodeAt(parts: readonly Part[], { from, to }: PartNodes, { place }: PartingAt): number | undefined {
  const isThere = (end: PartEnd): boolean => end.kind === 'parted' && end.place === place;
  const before = parts.findIndex((part) => isThere(part.to));
  if (before >= 0) return to[before];
  const after = parts.findIndex((part) => isThere(part.from));
  return after < 0 ? undefined : from[after];
}

/** One number for all parts that hang together by what they share and by ways. */
function groupsOf(parts: readonly Part[], { count, from, to }: PartNodes, ways: readonly MaskWay[]): number[] {
  const together = unionFind(count);
  parts.forEach((_, i) => together.join(from[i]!, to[i]!));
  for (const way of ways) together.join(way.from, way.to);
  return parts.map((_, i) => together.rootOf(from[i]!));
}

/** A way gone again: along an edge a little beside the first time, where there is room for it. */
function besideWay(way: MaskWay, mask: Mask): Polyline {
  const line = way.line();
  if (way.kind !== 'edge') return line;
  return ([1, -1] as const).map((side) => besideStretch(line, side)).find((one) => staysClear(one, mask)) ?? line;
}

function runOf(
  trail: readonly Step<PostmanEdge>[],
  parts: readonly Part[],
  ways: readonly MaskWay[],
  go: (way: number) => { readonly line: Polyline; readonly again: boolean },
): JoinedRun {
  // Where each step begins in the run: what goes on from where the last one ended shares its first point.
  const steps: { readonly line: Polyline; readonly back: boolean; readonly at: number }[] = [];
  const links: RunLink[] = [];
  let source = Infinity;
  let [count, x, y] = [0, NaN, NaN];
  for (const { edge, back } of trail) {
    const gone = edge.way === null ? null : go(edge.way);
    const line = gone?.line ?? parts[edge.required!]!.line;
    const [first, last] = back ? [line.length - 2, 0] : [0, line.length - 2];
    const at = line[first] === x && line[first + 1] === y ? count - 1 : count;
    const from = Math.max(0, count - 1);
    steps.push({ line, back, at });
    count = at + line.length / 2;
    [x, y] = [line[last]!, line[last + 1]!];
    if (gone) links.push({ kind: ways[edge.way!]!.kind, from, to: count - 1, again: gone.again });
    else source = Math.min(source, parts[edge.required!]!.source);
  }
  const whole = new Float64Array(2 * count);
  for (const { line, back, at } of steps) {
    if (!back) whole.set(line, 2 * at);
    else
      for (let i = line.length - 2, to = 2 * at; i >= 0; i -= 2) {
        whole[to++] = line[i]!;
        whole[to++] = line[i + 1]!;
      }
  }
  return { line: whole, links, source };
}
