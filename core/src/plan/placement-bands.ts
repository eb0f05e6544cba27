import { type Lie, type Loading, loadingMap } from '../cloth/loading.ts';
import { outlineOf, type Shape } from '../cloth/shape.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import type { Band } from '../passes/plan-passes.ts';
import type { Mask } from '../mask/mask.ts';
import { layBackground } from './background-in-patch.ts';
import type { Plan } from './evaluate.ts';
import { depthOf, partBands, ringWithin } from './in-parts.ts';
import { type Bed, maskFor } from './masks.ts';
import type { PieceBand } from './piece-band.ts';
import { pieceId, type PieceRef } from './piece-ref.ts';
import { type LaidInPatch, layInPatch } from './pipeline.ts';
import { drawnFor, type Placed, placedOf, seatOf } from './placed.ts';
import { quiltOf } from './plan-document.ts';
import type { PlacementRecord } from './records.ts';

/** The patch that a placement fills: a background stays inside it. */
export const bedOf = ({ region, recipe }: Placed): Bed => ({
  regionId: region.id,
  margin: recipe.designId === null ? recipe.background.margin : null,
});

/** What keeps a placement's stitches out, or in, as planned. */
export const maskOfPlacement = (plan: Plan, placed: Placed): Mask | null =>
  maskFor(plan, { source: 'placements', record: placed.placement.id }, bedOf(placed));

/**
 * What a placement holds, laid in its patch; null when it can't be laid, undefined when there is no design.
 * @param shape the patch's edge, planned or touched
 * @param mask what its stitches are kept from, of the same edge
 */
export function layPlaced(
  plan: Plan,
  placed: Placed,
  mask: Mask | null,
  shape: Shape = placed.region.shape,
): LaidInPatch | null | undefined {
  const { recipe } = placed;
  if (recipe.designId === null) return mask && layBackground(recipe, shape, mask);
  const drawn = drawnFor(plan, recipe);
  return drawn === undefined ? undefined : layInPatch(drawn, recipe, seatOf(placed, shape));
}

/** The same on the planned cloth. */
export function laidPlacement(plan: Plan, id: string): LaidInPatch | null | undefined {
  const placed = placedOf(plan, id);
  // A design is laid anew only when it lies otherwise, whatever is kept out of it.
  return placed
    ? layPlaced(plan, placed, placed.recipe.designId === null ? maskOfPlacement(plan, placed) : null)
    : undefined;
}

/** A patch, or one of the parts it is stitched in. */
export const refsOf = ({ id, parts }: PlacementRecord): PieceRef[] =>
  parts <= 1
    ? [{ source: 'placements', record: id, part: 0 }]
    : Array.from({ length: parts }, (_, part) => ({ source: 'placements', record: id, part: part + 1 }));

/** The pieces of a placement by their ids. */
export const placementPieceIds = (placement: PlacementRecord): string[] => refsOf(placement).map(pieceId);

/**
 * What a placement takes up, on the cloth: its patch, so that it can be touched; of a patch deeper than a pass what is stitched in it.
 * @param drawn corners round the fitted design; null while they aren't known
 */
function takenUp(
  shape: Shape,
  drawn: readonly ClothPoint[] | null,
  lie: Lie,
  frame: FrameProfile,
): readonly ClothPoint[] {
  const ring = outlineOf(shape);
  const { top, bottom } = depthOf(ring, lie);
  return drawn && bottom - top > usableReach(frame, top) ? drawn : ring;
}

/** Where the parts of a placement lie: the whole of it, and for each part its band and outline. */
interface Parted {
  readonly whole: Band;
  readonly parts: readonly (Band & { readonly outline: readonly ClothPoint[] })[];
}

export function parted({ placement, region }: Placed, laid: LaidInPatch | null, lie: Lie, frame: FrameProfile): Parted {
  const ring = takenUp(region.shape, laid?.warp.outline ?? null, lie, frame);
  const whole = depthOf(ring, lie);
  const parts = partBands(whole, placement.parts).map((band) => ({
    ...band,
    outline: placement.parts <= 1 ? ring : ringWithin(ring, band, lie),
  }));
  return { whole, parts };
}

export const lieOf = ({ records }: Pick<Plan, 'records'>, loading: Loading): Lie =>
  loadingMap(loading, quiltOf(records).map.size);

/** What a placement, or each of its parts, takes up across the poles. */
export function placementBands(plan: Plan, id: string, loading: Loading): PieceBand[] {
  const placed = placedOf(plan, id);
  if (!placed) return [];
  const { frame } = quiltOf(plan.records).machine;
  const { parts } = parted(placed, plan.get(laidPlacement, id) ?? null, lieOf(plan, loading), frame);
  return refsOf(placed.placement).map((ref, i) => ({ id: pieceId(ref), top: parts[i]!.top, bottom: parts[i]!.bottom }));
}
