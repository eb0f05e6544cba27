import { MOST_ACROSS } from '../fit/arrange.ts';
import { hasArea } from '../fit/fit.ts';
import { fitWarp } from '../fit/fits.ts';
import { sizeIn } from '../fit/size-in.ts';
import type { Seat } from '../fit/seat.ts';
import { trimmed } from '../fit/trim.ts';
import type { Polyline } from '../geometry/polyline.ts';
import type { RecipeStages } from '../plan/recipe.ts';
import { bestOf } from './best-of.ts';
import { copiesDrawn, copySizes } from './copies-box.ts';

/** So many copies of a design in a patch, and how that comes out. */
export interface Repeats {
  readonly across: number;
  readonly down: number;
  /** From line to line on the cloth, mm, at the middle of the patch. */
  readonly spacing: number;
  /** How much wider than high the design is made: 1.02 is 2 %. */
  readonly stretch: number;
}

/** So much more than a part of spacing weighs a part of stretch. */
export const STRETCH_WEIGHS = 1.5;

/**
 * How many copies across and down bring a design's lines to a wanted distance on the cloth, its proportions kept as well as can be. Null where the
 * recipe's fit takes nothing there.
 * @param drawnSpacing from line to line as drawn, mm
 */
export function repeatsFor(
  design: readonly Polyline[],
  drawnSpacing: number,
  stages: Pick<RecipeStages, 'trim' | 'arrange' | 'orient' | 'fit'>,
  seat: Seat,
  wanted: number,
): Repeats | null {
  return bestOf(
    allRepeats(design, drawnSpacing, stages, seat),
    ({ spacing, stretch }) => Math.abs(Math.log(spacing / wanted)) + STRETCH_WEIGHS * Math.abs(Math.log(stretch)),
  );
}

/** Every number of copies that is worth looking at, with how it comes out. */
export function allRepeats(
  design: readonly Polyline[],
  drawnSpacing: number,
  { trim, arrange, orient, fit }: Pick<RecipeStages, 'trim' | 'arrange' | 'orient' | 'fit'>,
  seat: Seat,
): readonly Repeats[] {
  const sizes = copySizes(trimmed(design, trim), arrange);
  if (!sizes) return [];
  const at = (across: number, down: number): Repeats | null => {
    const drawn = copiesDrawn(sizes, across, down, orient);
    const warp = hasArea(drawn) ? fitWarp(drawn, seat, fit) : null;
    if (!warp) return null;
    const size = sizeIn(warp);
    const spacing = drawnSpacing * Math.sqrt(size.across * size.down);
    return { across, down, spacing, stretch: size.across / size.down };
  };
  // A size of its own stays as it is, however many.
  if (fit.kind === 'place') return [at(1, 1)].filter((one) => one !== null);
  const found: Repeats[] = [];
  for (let across = 1; across <= MOST_ACROSS; across++) {
    const alone = at(across, 1);
    if (!alone) continue;
    found.push(alone);
    // So many down keep the proportions, of a design that is turned on its side the inverse; one more and one fewer are looked at too.
    const even = [1 / alone.stretch, alone.stretch].map(Math.round);
    for (const down of new Set(even.flatMap((n) => [n - 1, n, n + 1]))) {
      if (down <= 1 || down > MOST_ACROSS) continue;
      const one = at(across, down);
      if (one) found.push(one);
    }
  }
  return found;
}
