import { type Plan, placedOf, type Repeats, repeatsFor, seatOf, designLines } from '@gorse/core';

/** The part of the planning worker that finds how a recipe is best set. */
export const recipePlanner = (planNow: () => Plan) => ({
  /** How many repeats bring the lines of a placement's design to a spacing, mm; null where nothing fits. */
  repeatsFor(placementId: string, drawnSpacing: number, spacing: number): Repeats | null {
    const plan = planNow();
    const placed = placedOf(plan, placementId);
    const design = placed && plan.get(designLines, placed.recipe.designId);
    return design ? repeatsFor(design, drawnSpacing, placed.recipe, seatOf(placed), spacing) : null;
  },
});
