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

/** A design whose lines lie much nearer or farther apart than on most of the quilt; said once for all of a family that share the recipe. */
export function spacingApart(plan: Plan, id: string, recipeId: string): Found | null {
  const own = plan.get(placedSize, id);
  const usual = plan.get(quiltSpacing, null);
  if (!own || usual === null) return null;
  const found = ({ spacing }: PlacedSize): Found | null => {
    if (spacing === null) return null;
    if (spacing > usual * SPACING_APART) return { code: 'tooOpen', amount: spacing };
    return spacing < usual / SPACING_APART ? { code: 'tooDense', amount: spacing } : null;
  };
  const alike = plan.get(sizesOfRecipe, recipeId).filter(({ family }) => family === own.family);
  return alike.find(found)?.id === id ? found(own) : null;
}
