import { concatenate, type Polyline, reversed } from '../geometry/polyline.ts';
import { clusterPoints } from '../geometry/cluster.ts';
import { backwards, eulerTrails, type GraphEdge, oddNodes, type Step } from './euler-trails.ts';
import { unionFind } from '../geometry/union-find.ts';

/** A stroke as an edge of the graph whose nodes are the places where ends meet. */
interface Edge extends GraphEdge {
  readonly stroke: number;
}

/**
 * The fewest strokes that stitch the same lines, joining ends within `tolerance`. A connected part that is already drawn in as few strokes as
 * it can be keeps its order and directions; any other is walked anew along Euler trails (Hierholzer 1873), forwards and in the drawn order
 * where there is a choice. A part with 2k odd nodes needs max(1, k) strokes (Euler 1736). Parts stay in the order of their first stroke.
 */
export function joinStrokes(strokes: readonly Polyline[], tolerance: number): readonly Polyline[] {
  const ends = new Float64Array(4 * strokes.length);
  strokes.forEach((stroke, i) => {
    ends[4 * i] = stroke[0]!;
    ends[4 * i + 1] = stroke[1]!;
    ends[4 * i + 2] = stroke.at(-2)!;
    ends[4 * i + 3] = stroke.at(-1)!;
  });
  const nodes = clusterPoints(ends, tolerance);
  const edges = strokes.map((_, i): Edge => ({ stroke: i, from: nodes[2 * i]!, to: nodes[2 * i + 1]! }));
  const meeting = meetingEdges(edges);
  if (meeting.length === 0) return strokes;
  const parts = new Map(connectedParts(meeting).map((part) => [part[0]!.stroke, part]));
  const others = new Set(meeting.map(({ stroke }) => stroke));
  const lineOf = ({ edge, back }: Step<Edge>): Polyline =>
    back ? reversed(strokes[edge.stroke]!) : strokes[edge.stroke]!;
  const joined: Polyline[] = [];
  strokes.forEach((stroke, i) => {
    const part = parts.get(i);
    if (part) for (const trail of trailsOf(part)) joined.push(concatenate(trail.map(lineOf)));
    else if (!others.has(i)) joined.push(stroke);
  });
  return joined;
}

/** Edges that share a node with another: of many drawings only a few. */
function meetingEdges(edges: readonly Edge[]): readonly Edge[] {
  const at = new Int32Array(2 * edges.length);
  for (const { from, to } of edges) {
    at[from]!++;
    if (to !== from) at[to]!++;
  }
  return edges.filter(({ from, to }) => at[from]! > 1 || at[to]! > 1);
}

function trailsOf(part: readonly Edge[]): Step<Edge>[][] {
  const drawn = drawnTrails(part);
  if (drawn.length === 1 || drawn.length <= oddNodes(part).length / 2) return drawn;
  return eulerTrails(part)
    .map(mostlyForward)
    .sort((a, b) => earliest(a) - earliest(b));
}

/** Neighbours in drawing order that already run on into each other. */
function drawnTrails(part: readonly Edge[]): Step<Edge>[][] {
  const trails: Step<Edge>[][] = [];
  for (const edge of part) {
    const last = trails.at(-1);
    if (last && last.at(-1)!.edge.to === edge.from) last.push({ edge, back: false });
    else trails.push([{ edge, back: false }]);
  }
  return trails;
}

/** A trail can be stitched either way; the way that more of it was drawn in is kept. */
function mostlyForward(trail: Step<Edge>[]): Step<Edge>[] {
  const back = trail.filter((step) => step.back).length;
  return 2 * back > trail.length ? backwards(trail) : trail;
}

const earliest = (trail: readonly Step<Edge>[]): number =>
  trail.reduce((least, step) => Math.min(least, step.edge.stroke), Infinity);

/** Edges that hang together, each part in the order of its first. */
function connectedParts(edges: readonly Edge[]): Edge[][] {
  const { join, rootOf } = unionFind(edges.reduce((most, { from, to }) => Math.max(most, from, to), -1) + 1);
  for (const { from, to } of edges) join(from, to);
  const parts = new Map<number, Edge[]>();
  for (const edge of edges) {
    const root = rootOf(edge.from);
    const part = parts.get(root);
    if (part) part.push(edge);
    else parts.set(root, [edge]);
  }
  return [...parts.values()];
}
