import { cornerMean } from '../geometry/polygon.ts';
import { outlineOf } from '../cloth/shape.ts';
import { type Plan, settling } from '../plan/evaluate.ts';
import { placedOf } from '../plan/placed.ts';
import type { PlanProblem } from '../problems.ts';
import { SIBLING_SHEAR, SIBLING_STRETCH, SPACING_APART } from '../tolerances.ts';
import { farFromNeighbours } from './far-ends.ts';
import { type PlacedSize, placedSize, quiltSpacing, type Siblings, sizesOf, usualSize } from './sizes.ts';

type Found = Pick<PlanProblem, 'code' | 'amount'>;

/** What is worth knowing of a placement among the others of the quilt: apart from its siblings, from the quilt's density, from where neighbours end. */
export function checkAmong(plan: Plan, id: string): PlanProblem[] {
  const placed = placedOf(plan, id);
  const size = plan.get(placedSize, id);
  if (!placed || !size) return [];
  const siblings = { recipeId: placed.placement.recipeId, family: size.family };
  const density = plan.get(spacingApart, siblings);
  const far = plan.get(farFromNeighbours, siblings.recipeId);
  // What holds for all of a family, or a recipe, is said once.
  const found: readonly Found[] = [
    ...differences(size, plan.get(usualSize, siblings)),
    ...(density?.id === id ? [density] : []),
    ...(far[0] === id ? [{ code: 'farEnds', amount: far.length } as const] : []),
  ];
  const at = cornerMean(outlineOf(placed.region.shape));
  return found.map(({ code, amount }) => ({
    ...{ code, amount, at, severity: 'know', remedy: null },
    subject: { kind: 'placement', id },
  }));
}

/** In what one comes out otherwise than most of its siblings. */
function differences(own: PlacedSize, usual: Pick<PlacedSize, 'across' | 'down' | 'shear'> | null): readonly Found[] {
  if (!usual) return [];
  const across = own.across / usual.across - 1;
  const down = own.down / usual.down - 1;
  const shear = Math.abs(own.shear) - usual.shear;
  return [
    ...(Math.abs(across) > SIBLING_STRETCH ? [{ code: 'differsAcross', amount: across } as const] : []),
    ...(Math.abs(down) > SIBLING_STRETCH ? [{ code: 'differsDown', amount: down } as const] : []),
    ...(Math.abs(shear) > SIBLING_SHEAR ? [{ code: 'differsShear', amount: shear } as const] : []),
  ];
}

/** The first of some siblings whose lines lie much nearer or farther apart than on most of the quilt; null where none do. */
const spacingApart = settling((plan: Plan, siblings: Siblings): (Found & { readonly id: string }) | null => {
  const usual = plan.get(quiltSpacing, null);
  if (usual === null) return null;
  for (const { id, spacing } of plan.get(sizesOf, siblings)) {
    if (spacing === null) continue;
    if (spacing > usual * SPACING_APART) return { id, code: 'tooOpen', amount: spacing };
    if (spacing < usual / SPACING_APART) return { id, code: 'tooDense', amount: spacing };
  }
  return null;
});
