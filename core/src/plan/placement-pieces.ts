import { AS_FIRST, type Lie } from '../cloth/loading.ts';
import { controlId } from '../cloth/map-graph.ts';
import type { Region } from '../cloth/region.ts';
import { cornersOf } from '../cloth/shape.ts';
import type { Plan } from './evaluate.ts';
import { strokesInParts } from './in-parts.ts';
import type { Piece } from './piece.ts';
import { pieceId } from './piece-ref.ts';
import { laidPlacement, lieOf, type Placed, parted, placedOf, refsOf } from './placement-bands.ts';
import { AS_LAID, type Laid, type LaidInPatch, sewOnCloth } from './pipeline.ts';
import { quiltOf } from './plan-document.ts';
import type { PlacementRecord, QuiltRecord } from './records.ts';
import { sewingOf, stitchStrokes } from './stitch-strokes.ts';

const nameOf = ({ name }: Region, { parts }: PlacementRecord, part: number): string =>
  part === 0 ? name : `${name}, part ${part} of ${parts}`;

/** The pieces of a placement as laid on the cloth, planned or as touched. */
export function placementPiecesOf(
  placed: Placed,
  laid: LaidInPatch | null,
  lie: Lie,
  quilt: Pick<QuiltRecord, 'machine' | 'batting'>,
): Piece[] {
  const { placement, region, recipe } = placed;
  const { whole, parts } = parted(placed, laid, lie, quilt.machine.frame);
  const sewing = sewingOf(quilt);
  const strokes = laid ? strokesInParts(laid.strokes, whole, placement.parts, lie) : [];
  return refsOf(placement).map((ref, i): Piece => {
    const own: Laid = { strokes: strokes[i] ?? [], toCloth: AS_LAID };
    return {
      ...sewOnCloth(own, stitchStrokes(own.strokes, recipe.stitch, sewing)),
      laid: own,
      ref,
      id: pieceId(ref),
      name: nameOf(region, placement, ref.part),
      designId: recipe.designId,
      regionId: region.id,
      recipeId: placement.recipeId,
      outline: parts[i]!.outline,
      rule: recipe.stitch,
      warp: laid?.warp ?? null,
      exactAt: (laid?.warp.exactAt ?? []).map((control) => controlId(region.id, control)),
      corners: cornersOf(region.shape).map((control) => controlId(region.id, control.id)),
      isRow: false,
      ...AS_FIRST,
    };
  });
}

/** A placement is one piece, or one a part where its patch is deeper than a pass. */
export function placementPieces(plan: Plan, id: string): Piece[] {
  const placed = placedOf(plan, id);
  if (!placed) return [];
  const quilt = quiltOf(plan.records);
  return placementPiecesOf(placed, plan.get(laidPlacement, id) ?? null, lieOf(plan, quilt.loading), quilt);
}
