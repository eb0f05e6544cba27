import { unionFind } from '../geometry/union-find.ts';
import { nearestAlong } from '../geometry/nearest-along.ts';
import type { Point } from '../geometry/point.ts';
import { lengthOf, type Polyline } from '../geometry/polyline.ts';
import type { Step } from '../route/euler-trails.ts';
import { type PostmanEdge, ruralPostman } from '../route/rural-postman.ts';
import type { CutPiece } from '../geometry/cut-lines.ts';
import { besideStretch } from './edge-stretch.ts';
import type { Mask } from './mask.ts';
import { goesOver, type MaskWay, waysFor } from './mask-ways.ts';
import { meetings } from './meetings.ts';
import { nodesOf, type Part, partedAt, type PartEnd, type PartingAt, type PartNodes, partsOfPieces } from './parts.ts';
import type { RejoinRule } from './rejoin-rule.ts';
import type { RingIndex } from '../geometry/ring-index.ts';
import { endsBySeams, type Wished } from './ends-by-seams.ts';
import type { JoinedRun, RunLink } from './joined-run.ts';
import { SEAM, seamParts, type Seams } from './seams.ts';
import { staysClear } from './stays-clear.ts';

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

/** What lies about what is joined. */
export interface Surroundings {
  /** Links stay inside these rings; null: they may lie anywhere. */
  readonly within: RingIndex | null;
  readonly seams: Seams | null;
}
export const NOTHING_ABOUT: Surroundings = { within: null, seams: null };

/** Joins the pieces of cut lines into the fewest runs, and of those with the least line beside what was drawn. */
export function rejoin(
  cut: readonly CutPiece[],
  mask: Mask,
  rule: RejoinRule,
  about: Surroundings = NOTHING_ABOUT,
): Rejoined {
  const { kept, crumbs, enclosed } = sorted(cut, mask, rule);
  const asked: Wished = { starts: rule.start ? [rule.start] : [], ends: rule.end ? [rule.end] : [] };
  const free = joined(kept, mask, rule, about, asked);
  const hidden = rule.ends === 'bySeams' && about.seams ? endsBySeams(free.runs, about.seams, asked) : null;
  return { ...(hidden ? joined(kept, mask, rule, about, hidden) : free), crumbs, enclosed };
}

function joined(
  kept: readonly CutPiece[],
  mask: Mask,
  rule: RejoinRule,
  { within, seams }: Surroundings,
  { starts, ends }: Wished,
): Omit<Rejoined, 'crumbs' | 'enclosed'> {
  let must = partsOfPieces(kept);
  // Where a run is to start or end in the middle of a line, that is parted there.
  const wished = [...starts, ...ends].map((place, i) => wishedAt(must, place, i));
  must = partedAt(
    must,
    wished.flatMap((one) => one ?? []),
  );
  let places = wished.length;
  let may: readonly Part[] = [];
  if (rule.seams && seams && must.length > 1) {
    const along = seamParts(must, seams, mask, places);
    const parted = partedAt([...must, ...along.seams], along.at);
    [must, may] = [parted.filter(({ source }) => source !== SEAM), parted.filter(({ source }) => source === SEAM)];
    places += along.at.length;
  }
  const graphOf = () => {
    const parts = [...must, ...may];
    const nodes = nodesOf(parts, (ring) => mask.ring(ring).length);
    return { nodes, ways: waysFor(parts, must.length, nodes, mask, rule, within) };
  };
  let { nodes, ways } = graphOf();
  if (goesOver(rule.by) && must.length > 1) {
    const groups = groupsOf(must, nodes, ways);
    if (groups.some((group) => group !== groups[0])) {
      must = partedAt(must, meetings(must, groups, places));
      ({ nodes, ways } = graphOf());
    }
  }
  const nodesAt = (those: readonly (PartingAt | null)[]): number[] =>
    those.flatMap((one) => (one && nodeAt(must, nodes, one)) ?? []);
  const { trails, bound } = ruralPostman({
    nodes: nodes.count,
    required: must.map((_, i) => ({ from: nodes.from[i]!, to: nodes.to[i]! })),
    ways,
    starts: nodesAt(wished.slice(0, starts.length)),
    ends: nodesAt(wished.slice(starts.length)),
  });
  const gone = new Set<number>();
  let [added, doubled] = [0, 0];
  const runs = trails.map((trail) =>
    runOf(trail, must, ways, (way) => {
      const again = gone.has(way) || ways[way]!.kind === 'stitched';
      gone.add(way);
      if (again) doubled += ways[way]!.length;
      else added += ways[way]!.length;
      return { line: again ? besideWay(ways[way]!, mask) : ways[way]!.line(), again };
    }),
  );
  return { runs, bound, added, doubled };
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
  const drawn: { source: number; from: number; to: number }[] = [];
  let [count, x, y] = [0, NaN, NaN];
  for (const { edge, back } of trail) {
    const gone = edge.way === null ? null : go(edge.way);
    const line = gone?.line ?? parts[edge.required!]!.line;
    const [first, last] = back ? [line.length - 2, 0] : [0, line.length - 2];
    const from = Math.max(0, count - 1);
    const at = line[first] === x && line[first + 1] === y ? count - 1 : count;
    steps.push({ line, back, at });
    count = at + line.length / 2;
    [x, y] = [line[last]!, line[last + 1]!];
    if (gone) links.push({ kind: ways[edge.way!]!.kind, from, to: count - 1, again: gone.again });
    else drawn.push({ source: parts[edge.required!]!.source, from: at, to: count - 1 });
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
  const source = drawn.reduce((least, one) => Math.min(least, one.source), Infinity);
  return { line: whole, links, source, drawn };
}
