import { float64Of } from '../geometry/typed.ts';
import { eachOnPath, type JoinGraph, LESS } from './join-graph.ts';
import { tieTogether } from './tie-together.ts';

/** Which ways are gone once, and where trails end; what must be gone there and back follows. */
export interface Gone {
  readonly once: Uint8Array;
  /** Nodes, two a trail; none for one that closes. */
  readonly ends: readonly number[];
  readonly cost: number;
}

/** Changes of what is gone once, tried one after the other. */
export interface Trial {
  /** Whether it may go on. */
  readonly mayGoOn: () => boolean;
  /** Goes a way once, or no longer. */
  readonly turn: (way: number) => void;
  /** Turns what is gone along the forest's path between two nodes of one tree. */
  readonly turnPath: (a: number, b: number) => void;
  /** Turns a way that isn't in the forest, and the path between its ends. */
  readonly turnCycle: (way: number) => void;
  /** Makes a change, and keeps it when what then results is better. A change made twice is none. */
  readonly tried: (now: Gone, ends: readonly number[], change: () => void) => Gone;
  /** What a change makes, better or not; it says where trails then end. */
  readonly changed: (from: Gone, change: () => readonly number[]) => Gone;
  readonly goneOf: (once: Uint8Array, ends: readonly number[]) => Gone;
  /** How often each way is gone. */
  readonly timesOf: (gone: Gone) => number[];
}

/** Turning a way takes so much of the time that looking at what it ties does. */
const TURNED_AT_ONCE = 0.5;

/** @param looks how many ways may be looked at in all */
export function makeTrial(graph: JoinGraph, looks: number): Trial {
  const { ways, from, to } = graph;
  const tie = tieTogether(graph);
  const cost = float64Of(ways, (way) => way.cost);
  // What is held: what is gone once, and what that costs by itself.
  const once = new Uint8Array(ways.length);
  let sum = 0;
  let holds: Gone | null = null;
  let looked = 0;
  const hold = (gone: Gone): void => {
    if (holds === gone) return;
    once.set(gone.once);
    sum = costOnce(once, cost);
    holds = gone;
  };
  const turn = (way: number): void => {
    once[way]! ^= 1;
    sum += once[way] === 1 ? cost[way]! : -cost[way]!;
    looked += TURNED_AT_ONCE;
  };
  const turnPath = (a: number, b: number): void => eachOnPath(graph, a, b, turn);
  const goneOf = (those: Uint8Array, ends: readonly number[]): Gone => ({
    ...{ once: those, ends },
    cost: tie(those, costOnce(those, cost), Infinity),
  });
  return {
    ...{ turn, turnPath, goneOf },
    mayGoOn: () => looked < looks,
    turnCycle(way) {
      turn(way);
      turnPath(from[way]!, to[way]!);
    },
    tried(now, ends, change) {
      hold(now);
      change();
      const most = now.cost - LESS;
      if (sum < most) {
        looked += ways.length;
        const whole = tie(once, sum, most);
        if (whole < most) return (holds = { once: once.slice(), ends, cost: whole });
      }
      change();
      return now;
    },
    changed(gone, change) {
      hold(gone);
      holds = null;
      const ends = change();
      return goneOf(once.slice(), ends);
    },
    timesOf(gone) {
      const back: number[] = [];
      tie(gone.once, costOnce(gone.once, cost), Infinity, back);
      const times = Array.from(gone.once);
      for (const way of back) times[way]! += 2;
      return times;
    },
  };
}

/** What is gone once costs so much by itself. */
function costOnce(once: Uint8Array, cost: Float64Array): number {
  let sum = 0;
  for (let way = 0; way < once.length; way++) if (once[way] === 1) sum += cost[way]!;
  return sum;
}
