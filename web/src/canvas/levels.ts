import { type Polyline, simplify } from '@gorse/core';

/** Lines with fewer points, each good for looking at from a distance: the larger the tolerance (mm), the farther. */
export type Levels = readonly { readonly tolerance: number; readonly lines: readonly Float64Array<ArrayBuffer>[] }[];

const TOLERANCES = [0.2, 0.7, 2];

/** Each level is made of the one before, so that all together cost little more than the first. */
export function levelsOf(lines: readonly Polyline[]): Levels {
  let from = lines;
  return TOLERANCES.map((tolerance) => {
    const fewer = from.map((line) => simplify(line, tolerance));
    from = fewer;
    return { tolerance, lines: fewer };
  });
}
