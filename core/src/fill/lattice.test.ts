import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../random.ts';
import { type Lattice, latticeIn } from './lattice.ts';
import { latticeWalks } from './lattice-walk.ts';

const box = (x0: number, y0: number, x1: number, y1: number): Float64Array =>
  Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1);

/** A lattice as it is drawn: `#` where a place is held. Rows and columns are even in number. */
const drawn = (...rows: readonly string[]): Lattice => {
  const columns = rows[0]!.length;
  return {
    ...{ columns, rows: rows.length, pitch: 1 },
    at: (place) => ({ x: place % columns, y: Math.floor(place / columns) }),
    held: Uint8Array.from(rows.join(''), (one) => (one === '#' ? 1 : 0)),
  };
};
const walked = (lattice: Lattice, seed = 1) => latticeWalks(lattice, randomFrom(seed));
/** Whether each step of a closed walk leads to a place beside. */
const isClosedWalk = ({ columns }: Lattice, places: readonly number[]): boolean =>
  places.every((place, i) => {
    const to = places[(i + 1) % places.length]!;
    const [across, down] = [Math.abs((to % columns) - (place % columns)), Math.abs(Math.floor(to / columns) - Math.floor(place / columns))]; // prettier-ignore
    return across + down === 1;
  });

describe('a lattice in an area', () => {
  it('lies as far from both sides, and holds what lies inside', () => {
    const lattice = latticeIn([box(0, 0, 50, 30)], 10);
    const held = [...lattice.held.keys()].filter((place) => lattice.held[place] === 1).map(lattice.at);
    // An even number of columns and rows; what lies on the lower edge is outside.
    expect([...new Set(held.map(({ x }) => x))]).toEqual([0, 10, 20, 30, 40, 50]);
    expect([...new Set(held.map(({ y }) => y))]).toEqual([0, 10, 20]);
  });
  it('leaves out what lies in a hole', () => {
    const lattice = latticeIn([box(0, 0, 60, 60), box(18, 18, 42, 42)], 6);
    const held = [...lattice.held.keys()].filter((place) => lattice.held[place] === 1).map(lattice.at);
    expect(held.some(({ x, y }) => x > 18 && x < 42 && y > 18 && y < 42)).toBe(false);
    expect(held.length).toBeGreaterThan(80);
  });
});

describe('a walk over a lattice', () => {
  it('round one cell goes over its four places, clockwise', () => {
    const square = drawn('##', '##');
    expect(walked(square)).toEqual([[0, 1, 3, 2]]);
  });
  it('goes over every place of two cells once, and comes back', () => {
    const lattice = drawn('####', '####');
    const [walk] = walked(lattice);
    expect(walk!.toSorted((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(isClosedWalk(lattice, walk!)).toBe(true);
  });
  it('bulges to two free places beside it, not to one', () => {
    // One cell, with two places below it; and one with a single place on its right.
    const lattice = drawn('##', '##', '##', '..');
    const [walk] = walked(lattice);
    expect(walk!.toSorted((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5]);
    expect(isClosedWalk(lattice, walk!)).toBe(true);
    expect(walked(drawn('##..', '###.', '....', '....'))[0]).toHaveLength(4);
  });
  it('visits no place twice and never steps beside its places, whatever the seed and the area', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.array(fc.array(fc.boolean(), { minLength: 5, maxLength: 5 }), { minLength: 4, maxLength: 4 }),
        (seed, cells) => {
          const rows = cells.flatMap((row) => {
            const line = row.map((isHeld) => (isHeld ? '##' : '..')).join('');
            return [line, line];
          });
          const lattice = drawn(...rows);
          const walks = walked(lattice, seed);
          const all = walks.flat();
          expect(new Set(all).size).toBe(all.length);
          for (const walk of walks) expect(isClosedWalk(lattice, walk)).toBe(true);
          expect(all.every((place) => lattice.held[place] === 1)).toBe(true);
        },
      ),
      { seed: 5, numRuns: 300 },
    );
  });
  it('of nothing is none', () => {
    expect(walked(drawn('..', '..'))).toEqual([]);
    expect(walked(drawn('#.', '##'))).toEqual([]);
  });
});
