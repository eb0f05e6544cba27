import { outlineOf } from '../cloth/shape.ts';
import { distortionOf } from '../fit/distortion.ts';
import { signedArea } from '../geometry/polygon.ts';
import { drawnSpacing } from '../plan/drawn-spacing.ts';
import type { Plan } from '../plan/evaluate.ts';
import { laidPlacement, placedOf } from '../plan/placement-bands.ts';

/** How a placement's design comes out in its patch. */
export interface PlacedSize {
  readonly id: string;
  readonly family: string;
  /** Against the drawn size. */
  readonly across: number;
  readonly down: number;
  /** Radians. */
  readonly shear: number;
  /** From line to line, mm; null of a design whose lines never face each other. */
  readonly spacing: number | null;
  /** Of its patch, mm². */
  readonly area: number;
}

/** Null where nothing is laid. */
export function placedSize(plan: Plan, id: string): PlacedSize | null {
  const placed = placedOf(plan, id);
  const laid = placed && plan.get(laidPlacement, id);
  if (!placed || !laid) return null;
  const { scale, across, down, shear } = distortionOf(laid.warp);
  const drawn = plan.get(drawnSpacing, placed.recipe.designId);
  return {
    ...{ id, family: placed.region.family, shear },
    ...{ across: scale * (1 + across), down: scale * (1 + down) },
    spacing: drawn === null ? null : drawn * scale,
    area: Math.abs(signedArea(outlineOf(placed.region.shape))),
  };
}

/** All placements of a recipe that are laid. */
export const sizesOfRecipe = (plan: Plan, recipeId: string): readonly PlacedSize[] =>
  Object.values(plan.records.placements).flatMap((one) =>
    one.recipeId === recipeId ? (plan.get(placedSize, one.id) ?? []) : [],
  );

/** The spacing that half of the worked cloth is denser than, mm; null of fewer than three placements, which tell nothing. */
export function quiltSpacing(plan: Plan): number | null {
  const found = Object.keys(plan.records.placements).flatMap((id) => {
    const size = plan.get(placedSize, id);
    return size && size.spacing !== null ? [{ spacing: size.spacing, area: size.area }] : [];
  });
  if (found.length < 3) return null;
  let left = found.reduce((sum, { area }) => sum + area, 0) / 2;
  for (const { spacing, area } of found.sort((a, b) => a.spacing - b.spacing)) {
    left -= area;
    if (left <= 0) return spacing;
  }
  return null;
}

export function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
