import { unionFind } from '../geometry/union-find.ts';
import type { Lattice } from './lattice.ts';

/**
 * Closed walks over a lattice that visit every place at most once, as few and as long as can be found: round a random spanning tree of cells of two
 * by two places (a Hamiltonian cycle of these), then bulged to what is free beside, then joined where two run side by side. O(places).
 * @param random from 0 to 1; other numbers, other walks
 */
export function latticeWalks(lattice: Lattice, random: () => number): number[][] {
  let best: number[][] = [];
  for (const first of FIRST_CELLS) {
    const next = new Int32Array(lattice.held.length).fill(-1);
    walkRound(lattice, spanningForest(lattice, first, random), next);
    bulge(lattice, next);
    join(lattice, next);
    const walks = cyclesOf(next);
    if (best.length === 0 || (walks.length > 0 && walks.length < best.length)) best = walks;
    if (best.length === 1) break;
  }
  return best;
}

/** Row and column of the first cell: where walks can't all be joined they may be by other cells. */
const FIRST_CELLS = [
  [0, 0],
  [1, 1],
  [0, 1],
  [1, 0],
] as const;

/** A tree mostly grows on from its newest cell, now and then from an older one: branches long and short, as a hand would wander. */
const FROM_NEWEST = 0.75;

const RIGHT = 1;
const BELOW = 2;

/** Held cells by their upper left place, and their ties to the cells at the right and below, as flags; −1 where a cell isn't held. */
function spanningForest(
  { columns, rows, held }: Lattice,
  [firstRow, firstColumn]: readonly [number, number],
  random: () => number,
): Int8Array {
  const ties = new Int8Array(held.length).fill(-1);
  const isCell = (place: number): boolean =>
    !!(held[place]! & held[place + 1]! & held[place + columns]! & held[place + columns + 1]!);
  const cells: number[] = [];
  for (let row = firstRow; row + 1 < rows; row += 2)
    for (let column = firstColumn; column + 1 < columns; column += 2)
      if (isCell(row * columns + column)) cells.push(row * columns + column);
  const free = new Set(cells);
  for (const root of cells) {
    if (!free.delete(root)) continue;
    ties[root] = 0;
    const open = [root];
    while (open.length > 0) {
      const pick = random() < FROM_NEWEST ? open.length - 1 : Math.floor(random() * open.length);
      const at = open[pick]!;
      const near = [at + 2, at - 2, at + 2 * columns, at - 2 * columns].filter(
        (one, i) => free.has(one) && (i > 1 || Math.floor(one / columns) === Math.floor(at / columns)),
      );
      if (near.length === 0) {
        open[pick] = open.at(-1)!;
        open.pop();
        continue;
      }
      const to = near[Math.floor(random() * near.length)]!;
      free.delete(to);
      ties[to] = 0;
      ties[Math.min(at, to)]! |= Math.abs(to - at) === 2 ? RIGHT : BELOW;
      open.push(to);
    }
  }
  return ties;
}

/** Clockwise round each tree: out of a cell over a tie, along its edge where there is none. */
function walkRound({ columns }: Lattice, ties: Int8Array, next: Int32Array): void {
  const isTied = (cell: number, flag: number): boolean => cell >= 0 && ties[cell]! > 0 && (ties[cell]! & flag) !== 0;
  for (let cell = 0; cell < ties.length; cell++) {
    if (ties[cell]! < 0) continue;
    const [a, b, c, d] = [cell, cell + 1, cell + columns + 1, cell + columns];
    next[a] = isTied(cell - 2 * columns, BELOW) ? a - columns : b;
    next[b] = isTied(cell, RIGHT) ? b + 1 : c;
    next[c] = isTied(cell, BELOW) ? c + columns : d;
    next[d] = isTied(cell - 2, RIGHT) ? d - 1 : a;
  }
}

/** Beside a step from one place to the next, the two places next to it: on its left, then on its right. */
function beside({ columns, rows }: Lattice, from: number, to: number): (readonly [number, number])[] {
  const isLevel = Math.abs(to - from) === 1;
  const across = isLevel ? columns : 1;
  return [-across, across].flatMap((by) => {
    const [a, b] = [from + by, to + by];
    const inside = isLevel
      ? a >= 0 && a < columns * rows
      : a >= 0 && Math.floor(a / columns) === Math.floor(from / columns);
    return inside ? [[a, b] as const] : [];
  });
}

/** Where two free places lie side by side along a step, the walk goes round by them. */
function bulge(lattice: Lattice, next: Int32Array): void {
  const isFree = (place: number): boolean => lattice.held[place] === 1 && next[place] === -1;
  const waiting = [...next.keys()].filter((place) => next[place] !== -1);
  for (let place = waiting.pop(); place !== undefined; place = waiting.pop()) {
    const to = next[place]!;
    const pair = beside(lattice, place, to).find(([a, b]) => isFree(a) && isFree(b));
    if (!pair) continue;
    const [a, b] = pair;
    next[place] = a;
    next[a] = b;
    next[b] = to;
    waiting.push(place, a, b);
  }
}

/** Two walks that run side by side, both clockwise and so against each other, become one. */
function join(lattice: Lattice, next: Int32Array): void {
  const walk = new Int32Array(next.length).fill(-1);
  cyclesOf(next).forEach((places, i) => places.forEach((place) => (walk[place] = i)));
  const same = unionFind(next.length);
  next.forEach((to, place) => {
    if (to === -1) return;
    const pair = beside(lattice, place, to).find(([a, b]) => next[b] === a && same.join(walk[place]!, walk[b]!));
    if (!pair) return;
    const [a, b] = pair;
    next[b] = to;
    next[place] = a;
  });
}

function cyclesOf(next: Int32Array): number[][] {
  const seen = new Uint8Array(next.length);
  const out: number[][] = [];
  for (let first = 0; first < next.length; first++) {
    if (next[first] === -1 || seen[first]) continue;
    const places: number[] = [];
    for (let at = first; !seen[at]; at = next[at]!) {
      seen[at] = 1;
      places.push(at);
    }
    out.push(places);
  }
  return out;
}
