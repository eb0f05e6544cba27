import { outlineOf } from '../cloth/shape.ts';
import { signedArea } from '../geometry/polygon.ts';
import { drawnSpacing } from '../plan/drawn-spacing.ts';
import { type Plan, settling } from '../plan/evaluate.ts';
import { placedOf } from '../plan/placed.ts';
import { laidPlacement } from '../plan/placement-bands.ts';
import { placementsByRecipe } from '../plan/placement-index.ts';

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
export const placedSize = settling((plan: Plan, id: string): PlacedSize | null => {
  const placed = placedOf(plan, id);
  const laid = placed && plan.get(laidPlacement, id);
  if (!placed || !laid) return null;
  const { scale, across, down, shear } = laid.distortion();
  const { designId, background } = placed.recipe;
  const drawn = designId === null ? background.spacing : plan.get(drawnSpacing, designId);
  return {
    ...{ id, family: placed.region.family, shear },
    ...{ across: scale * (1 + across), down: scale * (1 + down) },
    spacing: drawn === null ? null : drawn * scale,
    area: Math.abs(signedArea(outlineOf(placed.region.shape))),
  };
});

/** The placements of one family that share a recipe. */
export interface Siblings {
  readonly recipeId: string;
  readonly family: string;
}

/** How they come out, in the order of their records. */
export const sizesOf = (plan: Plan, { recipeId, family }: Siblings): readonly PlacedSize[] =>
  (plan.get(placementsByRecipe, null).get(recipeId) ?? []).flatMap((id) => {
    const size = plan.get(placedSize, id);
    return size && size.family === family ? [size] : [];
  });

/** How most of them come out; null of fewer than three, which tell nothing. */
export const usualSize = settling(
  (plan: Plan, siblings: Siblings): Pick<PlacedSize, 'across' | 'down' | 'shear'> | null => {
    const alike = plan.get(sizesOf, siblings);
    const usual = (of: (one: PlacedSize) => number): number => median(alike.map(of));
    if (alike.length < 3) return null;
    return {
      across: usual(({ across }) => across),
      down: usual(({ down }) => down),
      shear: usual(({ shear }) => Math.abs(shear)),
    };
  },
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

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
