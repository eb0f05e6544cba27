/** From the upper to the lower edge of what must be stitched without an advance, mm across the poles. */
export interface Band {
  readonly top: number;
  readonly bottom: number;
}

/**
 * The pass of each band, counted from 0, when each pass starts at its first band and reaches so far down: the fewest, by taking as many as fit
 * each time. Bands are in the order they are stitched, the upper first; one deeper than the reach has a pass to itself.
 */
export function plainPasses(bands: readonly Band[], reach: number): number[] {
  let pass = -1;
  let start = -Infinity;
  return bands.map(({ top, bottom }) => {
    if (pass < 0 || bottom - start > reach) {
      pass++;
      start = top;
    }
    return pass;
  });
}
