import { AS_FIRST, type Lie } from '../cloth/loading.ts';
import { controlId } from '../cloth/map-graph.ts';
import type { Region } from '../cloth/region.ts';
import { ringsOfEdges } from '../cloth/keep-out.ts';
import { cornersOf, type Shape } from '../cloth/shape.ts';
import { grown } from '../geometry/ring-areas.ts';
import type { Mask } from '../mask/mask.ts';
import type { Surroundings } from '../mask/rejoin.ts';
import type { Seams } from '../mask/seams.ts';
import { indexRings, type RingIndex } from '../geometry/ring-index.ts';
import { OUTSIDE_REGION } from '../tolerances.ts';
import type { Plan } from './evaluate.ts';
import { strokesInParts } from './in-parts.ts';
import { maskLaid } from './mask-laid.ts';
import type { Piece } from './piece.ts';
import { pieceId } from './piece-ref.ts';
import { type Placed, placedOf } from './placed.ts';
import { laidPlacement, lieOf, maskOfPlacement, parted, refsOf } from './placement-bands.ts';
import { AS_LAID, type LaidInPatch, sewOnCloth } from './pipeline.ts';
import { plannedSeams } from './seam-lines.ts';
import { quiltOf } from './plan-document.ts';
import type { PlacementRecord, QuiltRecord } from './records.ts';
import { sewingOf, stitchStrokes } from './stitch-strokes.ts';

const nameOf = ({ name }: Region, { parts }: PlacementRecord, part: number): string =>
  part === 0 ? name : `${name}, part ${part} of ${parts}`;

/** What a placement's stitches are kept from, and what lies about the links between them: they stay in its patch, and half a needle hole. */
export interface KeptIn extends Surroundings {
  readonly mask: Mask | null;
}

/** Nothing to stay in where nothing is kept out: there are no links then. */
export const keptIn = (mask: Mask | null, patch: Shape, seams: Seams | null): KeptIn => ({
  ...{ mask, seams },
  within: mask && roomOf(patch),
});

const roomOf = (patch: Shape): RingIndex => indexRings(grown(ringsOfEdges([patch]), OUTSIDE_REGION));

/** Of a patch as planned: whatever is changed of what fills it. */
const plannedRoom = ({ records }: Plan, regionId: string): RingIndex => roomOf(records.regions[regionId]!.shape);

/** The pieces of a placement as laid on the cloth, planned or as touched. */
export function placementPiecesOf(
  placed: Placed,
  laid: LaidInPatch | null,
  lie: Lie,
  quilt: Pick<QuiltRecord, 'machine' | 'batting'>,
  { mask, ...about }: KeptIn,
): Piece[] {
  const { placement, region, recipe } = placed;
  const { whole, parts } = parted(placed, laid, lie, quilt.machine.frame);
  const sewing = sewingOf(quilt);
  const strokes = laid ? strokesInParts(laid.strokes, whole, placement.parts, lie) : [];
  return refsOf(placement).map((ref, i): Piece => {
    const { laid: own, result } = maskLaid({ strokes: strokes[i] ?? [], toCloth: AS_LAID }, mask, recipe.mask, about);
    return {
      ...sewOnCloth(own, stitchStrokes(own.strokes, recipe.stitch, sewing)),
      laid: own,
      masked: result,
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
  const mask = maskOfPlacement(plan, placed);
  return placementPiecesOf(placed, plan.get(laidPlacement, id) ?? null, lieOf(plan, quilt.loading), quilt, {
    mask,
    within: mask && plan.get(plannedRoom, placed.region.id),
    seams: mask && plannedSeams(plan, placed.recipe.mask),
  });
}
