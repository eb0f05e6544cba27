import type { SegmentIndex } from './segment-index.ts';

/** Thrown where something would take longer than it may; whoever set the limit catches it. */
export class TooMuch extends Error {}

/** So many lines may still be looked at: a bound on work that doesn't depend on how fast a machine is. */
export class Looks {
  /** @param whole what these are a part of, if they are */
  constructor(
    private left: number,
    private readonly whole: Looks | null = null,
  ) {}

  /** Throws `TooMuch` where there are no more. */
  spend(looks: number): void {
    this.whole?.spend(looks);
    this.left -= looks;
    if (this.left < 0) throw new TooMuch('more lines must be looked at than may be');
  }
}

/** The same index, each of whose answers costs as many looks as it found lines. */
export const limited = (index: SegmentIndex, looks: Looks): SegmentIndex => ({
  ...index,
  within: (minX, minY, maxX, maxY) => {
    const found = index.within(minX, minY, maxX, maxY);
    looks.spend(1 + found.length);
    return found;
  },
  nearest: (x, y, near) => {
    looks.spend(ONE_NEAREST);
    return index.nearest(x, y, near);
  },
  distance: (x, y, near) => {
    looks.spend(ONE_NEAREST);
    return index.distance(x, y, near);
  },
});

/** Finding the nearest line takes as long as so many looks. */
const ONE_NEAREST = 30;
