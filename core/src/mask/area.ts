import { grown, type Rings, sharedBy, unionOf, without } from '../geometry/ring-areas.ts';

/** An area that stitches stay out of, or in, at a distance, mm. */
export interface KeptArea {
  readonly rings: Rings;
  readonly keep: 'out' | 'in';
  readonly clearance: number;
}

/** What may be stitched: inside an odd number of rings, or else where there is none or an even number of them. */
export interface MaskArea {
  /** They neither cross nor overlap; outer edges run clockwise as seen, holes the other way. */
  readonly rings: Rings;
  /** The same a little nearer to what is kept out: no thread crosses these, though it lies straight between the holes of a line that bends. */
  readonly guard: Rings;
  readonly keeps: 'inside' | 'outside';
}

/** A thread may lie so much nearer than the clearance, mm; with what rounds the rings it is under a twentieth of a millimetre. */
const GUARD = 0.035;

/**
 * What some keep-outs leave together: what lies in any that is to be filled, and in none that is to be left free. Null when there are none.
 * @param bed what it lies in as well
 */
export function maskArea(kept: readonly KeptArea[], bed: Omit<KeptArea, 'keep'> | null = null): MaskArea | null {
  if (kept.length === 0 && !bed) return null;
  const isFilled = kept.some(({ keep }) => keep === 'in');
  const keeps = isFilled || bed ? 'inside' : 'outside';
  const rings = (slack: number): Rings => {
    const grownBy = (keep: KeptArea['keep'], sign: 1 | -1): Rings =>
      unionOf(kept.filter((one) => one.keep === keep).map((one) => grown(one.rings, sign * (one.clearance - slack))));
    const out = grownBy('out', 1);
    if (keeps === 'outside') return out;
    const filled = isFilled ? [grownBy('in', -1)] : [];
    const beds = bed ? [grown(bed.rings, slack - bed.clearance)] : [];
    return without([...filled, ...beds].reduce(sharedBy), out);
  };
  return { rings: rings(0), guard: rings(GUARD), keeps };
}
