/** From the upper to the lower edge of what must be stitched without an advance, mm across the poles of the loaded cloth. */
export interface Band {
  readonly top: number;
  readonly bottom: number;
}

/** What is stitched between two advances. */
export interface PassWindow {
  /** The band that the head reaches, mm from the loaded cloth's upper edge. */
  readonly from: number;
  readonly to: number;
  /** Indices of the runs stitched in it. */
  readonly runs: readonly number[];
  /** Landmarks that it has in common with the pass before; 0 for the first. */
  readonly shared: number;
}

export interface PassPlan {
  readonly windows: readonly PassWindow[];
  /** Runs deeper than any pass: they are in none. */
  readonly tooDeep: readonly number[];
}

/** What was set by hand. */
export interface PassPins {
  /** Where a pass begins, mm, by its number from 0. */
  readonly starts: ReadonlyMap<number, number>;
  /** The pass of a run, by its index: it is stitched there and nowhere else. */
  readonly runs: ReadonlyMap<number, number>;
}

const NO_PINS: PassPins = { starts: new Map(), runs: new Map() };

/** Landmarks that neighbouring passes must have in common, so that shift and turn can be found. */
export const SHARED = 2;

/**
 * The fewest passes in which every run lies wholly within one window and neighbouring windows share two landmarks. A window that starts
 * lower ends lower, since the reach shrinks by less than the cloth moves; so each pass starts as low as it may, at the first run that is left or
 * at the second-lowest landmark of the pass before, whichever is higher, and no other way needs fewer. Where that leaves no room, or the
 * pass before has too few landmarks, as many are shared as can be. A pinned start is taken as it is, a pinned run waits for its pass; a pass
 * that a pin would leave empty isn't made. O(runs · passes + landmarks · passes).
 * @param landmarks y of points that can be found again, mm
 * @param reachAt the reach with so much cloth rolled up, mm
 */
export function planPasses(
  runs: readonly Band[],
  landmarks: readonly number[],
  reachAt: (rolled: number) => number,
  pins: PassPins = NO_PINS,
): PassPlan {
  const tooDeep = runs.flatMap(({ top, bottom }, i) => (bottom - top > reachAt(top) ? [i] : []));
  let left = runs.flatMap((_, i) => (tooDeep.includes(i) ? [] : [i]));
  const windows: PassWindow[] = [];
  while (left.length > 0) {
    const pass = windows.length;
    const waiting = (i: number): number => Math.max(0, (pins.runs.get(i) ?? 0) - pass);
    const soonest = Math.min(...left.map(waiting));
    const due = left.filter((i) => waiting(i) === soonest);
    const before = windows.at(-1);
    const held = due.filter((i) => pins.runs.get(i) === pass);
    const first = Math.min(...(held.length > 0 ? held : due).map((i) => runs[i]!.top));
    const fits = (from: number): number[] => due.filter((i) => isWithin(runs[i]!, from, reachAt));
    // Reaching back so far may leave no room for the next run: then it goes with fewer landmarks in common.
    const back = before ? lastLandmarks(landmarks, before).map((y) => Math.min(first, y)) : [];
    const free = back.find((y) => fits(y).some((i) => runs[i]!.top === first)) ?? first;
    const pinned = pins.starts.get(pass);
    const from = pinned !== undefined && fits(pinned).length > 0 ? pinned : free;
    const own = fits(from);
    const shared = before ? landmarks.filter((y) => y >= from && y >= before.from && y <= before.to).length : 0;
    windows.push({ from, to: from + reachAt(from), runs: own, shared });
    left = left.filter((i) => !own.includes(i));
  }
  return { windows, tooDeep };
}

/** Rounding of a boundary typed or dragged must not leave a run out, mm. */
const SLACK = 1e-6;

const isWithin = ({ top, bottom }: Band, from: number, reachAt: (rolled: number) => number): boolean =>
  top >= from - SLACK && bottom <= from + reachAt(from) + SLACK;

/** Where the next pass must start at the latest to keep enough landmarks of a pass, then to keep one less, and so on. */
function lastLandmarks(landmarks: readonly number[], { from, to }: PassWindow): readonly number[] {
  return landmarks
    .filter((y) => y >= from && y <= to)
    .sort((a, b) => b - a)
    .slice(0, SHARED)
    .reverse();
}
