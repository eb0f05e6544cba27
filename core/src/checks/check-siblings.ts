import type { Plan } from '../plan/evaluate.ts';
import type { PlanProblem } from '../problems.ts';
import { SIBLING_SHEAR, SIBLING_STRETCH, SPACING_APART } from '../tolerances.ts';
import { median, type PlacedSize, placedSize, quiltSpacing, sizesOfRecipe } from './sizes.ts';

type Found = Pick<PlanProblem, 'code' | 'amount'>;

/** In what a placement comes out otherwise than those of its family that share its recipe; empty of fewer than three, which tell nothing. */
export function differencesOf(plan: Plan, id: string, recipeId: string): readonly Found[] {
  const own = plan.get(placedSize, id);
  if (!own) return [];
  const alike = plan.get(sizesOfRecipe, recipeId).filter(({ family }) => family === own.family);
  if (alike.length < 3) return [];
  const usual = (of: (one: PlacedSize) => number): number => median(alike.map(of));
  const across = own.across / usual((one) => one.across) - 1;
  const down = own.down / usual((one) => one.down) - 1;
  const shear = Math.abs(own.shear) - Math.abs(usual((one) => one.shear));
  return [
    ...(Math.abs(across) > SIBLING_STRETCH ? [{ code: 'differsAcross', amount: across } as const] : []),
    ...(Math.abs(down) > SIBLING_STRETCH ? [{ code: 'differsDown', amount: down } as const] : []),
    ...(Math.abs(shear) > SIBLING_SHEAR ? [{ code: 'differsShear', amount: shear } as const] : []),
  ];
}

/** A design whose lines lie much nearer or farther apart than on the rest of the quilt. */
export function spacingApart(plan: Plan, id: string): Found | null {
  const own = plan.get(placedSize, id)?.spacing ?? null;
  const usual = plan.get(quiltSpacing, null);
  if (own === null || usual === null) return null;
  if (own > usual * SPACING_APART) return { code: 'tooOpen', amount: own };
  return own < usual / SPACING_APART ? { code: 'tooDense', amount: own } : null;
}
