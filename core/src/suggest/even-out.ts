import type { Arrange } from '../fit/arrange.ts';
import type { FitRule } from '../fit/fits.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { designLines } from '../plan/design-lines.ts';
import { drawnSpacing } from '../plan/drawn-spacing.ts';
import type { Plan } from '../plan/evaluate.ts';
import { type Placed, placedOf, seatOf } from '../plan/placed.ts';
import type { Seat } from '../fit/seat.ts';
import { bestOf } from './best-of.ts';
import { allRepeats, type Repeats, STRETCH_WEIGHS } from './repeats-for.ts';

/** A recipe as it would be with its lines nearer to a wanted spacing. */
export interface Evened {
  readonly recipeId: string;
  readonly designId: string;
  readonly patches: number;
  readonly arrange: Arrange;
  readonly fit: FitRule;
  /** From line to line, mm, in the middle of the first of its patches: as it is, and as it would be. */
  readonly before: number;
  readonly after: number;
}

/** A design in a size of its own is made no smaller or larger than this against its drawn size. */
const SIZES = { least: 0.5, most: 2 };

/**
 * Repeats and sizes of all recipes that bring the lines of the whole quilt as near to one spacing as they can be: least squares of its logarithm over
 * all patches. No recipe heeds another, so each is solved by itself, by trying all there is. Patches with stages of their own are left as they are;
 * so are designs whose lines never face each other. O(recipes · families · repeats).
 */
export function evenOut(plan: Plan, wanted: number): readonly Evened[] {
  const byRecipe = new Map<string, Placed[]>();
  for (const id of Object.keys(plan.records.placements)) {
    const placed = placedOf(plan, id);
    if (!placed || 'arrange' in placed.placement.own || 'fit' in placed.placement.own) continue;
    const known = byRecipe.get(placed.recipe.id);
    if (known) known.push(placed);
    else byRecipe.set(placed.recipe.id, [placed]);
  }
  return [...byRecipe.values()].flatMap((placed) => {
    const { designId } = placed[0]!.recipe;
    if (designId === null) return [];
    const drawn = plan.get(drawnSpacing, designId);
    const design = plan.get(designLines, designId);
    return drawn !== null && design ? (evened({ placed, designId, design, drawn }, wanted) ?? []) : [];
  });
}

/** A design and all patches that hold it by one recipe. */
interface Alike {
  readonly placed: readonly Placed[];
  readonly designId: string;
  readonly design: readonly Polyline[];
  /** From line to line as drawn, mm. */
  readonly drawn: number;
}

function evened({ placed, designId, design, drawn }: Alike, wanted: number): Evened | null {
  const { recipe } = placed[0]!;
  const { arrange, fit } = recipe;
  const rest = { recipeId: recipe.id, designId, patches: placed.length };
  if (fit.kind === 'place') {
    const scale = Math.min(SIZES.most, Math.max(SIZES.least, wanted / drawn));
    return { ...rest, arrange, fit: { ...fit, scale }, before: drawn * fit.scale, after: drawn * scale };
  }
  // Patches of one family are one, which counts as often as there are.
  const families = familiesOf(placed).map(({ seat, count }) => {
    const found = new Map(allRepeats(design, drawn, recipe, seat).map((one) => [keyOf(one), one] as const));
    return { found, count };
  });
  const all = [...new Set(families.flatMap(({ found }) => [...found.keys()]))];
  const judged = all.flatMap((key) => {
    const each = families.map(({ found, count }) => ({ one: found.get(key), count }));
    // In every family it must be known how it comes out.
    if (each.some(({ one }) => !one)) return [];
    const cost = each.reduce((sum, { one, count }) => sum + count * costOf(one!, wanted), 0);
    return [{ cost, one: each[0]!.one! }];
  });
  const now = families[0]?.found.get(keyOf(arrange));
  const best = bestOf(judged, ({ cost }) => cost);
  if (!best) return null;
  const { across, down, spacing } = best.one;
  return { ...rest, arrange: { ...arrange, across, down }, fit, before: now?.spacing ?? spacing, after: spacing };
}

const keyOf = ({ across, down }: Pick<Repeats, 'across' | 'down'>): string => `${across} ${down}`;

const costOf = ({ spacing, stretch }: Repeats, wanted: number): number =>
  Math.log(spacing / wanted) ** 2 + (STRETCH_WEIGHS * Math.log(stretch)) ** 2;

function familiesOf(placed: readonly Placed[]): readonly { readonly seat: Seat; readonly count: number }[] {
  const known = new Map<string, { seat: Seat; count: number }>();
  for (const one of placed) {
    const { family } = one.region;
    const same = known.get(family);
    if (same) same.count++;
    else known.set(family, { seat: seatOf(one), count: 1 });
  }
  return [...known.values()];
}
