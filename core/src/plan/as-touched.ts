import { distortionOf } from '../fit/distortion.ts';
import type { LineUp } from '../lineup/line-up.ts';
import type { Mask } from '../mask/mask.ts';
import { borderPiecesKept } from './border-pieces.ts';
import type { Plan } from './evaluate.ts';
import { graphOf, measuredShape } from './landmarks.ts';
import type { Piece } from './piece.ts';
import { pieceRef, type PieceSource } from './piece-ref.ts';
import { maskAsTouched, maskFor } from './masks.ts';
import { piecesOfRecord, totalsOf } from './pieces.ts';
import { placedOf } from './placed.ts';
import { bedOf, layPlaced, lieOf } from './placement-bands.ts';
import { keptIn, placementPiecesOf } from './placement-pieces.ts';
import { quiltOf, touchesOf } from './plan-document.ts';
import { rowPiecesKept } from './row-pieces.ts';
import { type SeamsFor, touchedSeams } from './seam-lines.ts';

/** A piece as it can be stitched, or why it can't. */
export type AsTouched =
  | { readonly piece: Piece; readonly fault: null }
  | {
      readonly piece: Pick<Piece, 'name'> | null;
      readonly fault: 'gone' | 'noDesign' | 'unfitted' | 'folded' | 'empty';
    };

/**
 * A piece as it will be stitched in an advance: a patch is fitted anew to where its corners were touched, and one that is kept free is where it was
 * touched; anything else lies as planned. A border is bent to its edges only where it is laid on the frame (`bendsOf`), so that its sections still
 * meet. In the space of the planned cloth.
 */
export function pieceAsTouched(plan: Plan, id: string, advance: number, lineUp: Pick<LineUp, 'toCloth'>): AsTouched {
  const ref = pieceRef(id);
  if (!ref) return { piece: null, fault: 'gone' };
  const pieces = AS_TOUCHED[ref.source](plan, ref.record, advance, lineUp);
  if ('fault' in pieces) return pieces;
  const piece = pieces.find((one) => one.id === id);
  if (!piece) return { piece: null, fault: 'gone' };
  if (piece.warp && distortionOf(piece.warp).folded) return { piece, fault: 'folded' };
  return totalsOf([piece]).stitches < 1 ? { piece, fault: 'empty' } : { piece, fault: null };
}

function patchAsTouched(
  plan: Plan,
  record: string,
  advance: number,
  lineUp: Pick<LineUp, 'toCloth'>,
): readonly Piece[] | AsTouched {
  const placed = placedOf(plan, record);
  if (!placed) return { piece: null, fault: 'gone' };
  const { region } = placed;
  const shape = measuredShape(region, plan.get(graphOf, null), touchesOf(plan.records), advance, lineUp);
  const mask = maskAsTouched(plan, { source: 'placements', record }, bedOf(placed), advance, lineUp);
  const laid = layPlaced(plan, placed, mask, shape);
  if (!laid) return { piece: region, fault: laid === null ? 'unfitted' : 'noDesign' };
  const quilt = quiltOf(plan.records);
  return placementPiecesOf(
    placed,
    laid,
    lieOf(plan, quilt.loading),
    quilt,
    keptIn(mask, shape, mask && touchedSeams(advance, lineUp)(plan, placed.recipe.mask)),
  );
}

/** Rows and borders lie as planned, but for what is kept out of them, where that was touched. */
const asKept =
  (
    source: PieceSource,
    pieces: (plan: Plan, record: string, mask: Mask | null, seamsFor: SeamsFor) => Piece[],
  ): typeof patchAsTouched =>
  (plan, record, advance, lineUp) => {
    const maker = { source, record };
    const mask = maskAsTouched(plan, maker, null, advance, lineUp);
    return mask === maskFor(plan, maker)
      ? plan.get(piecesOfRecord, maker)
      : pieces(plan, record, mask, touchedSeams(advance, lineUp));
  };

/** How the pieces of each kind of record follow the touches by more than the line-up. */
const AS_TOUCHED: Readonly<Record<PieceSource, typeof patchAsTouched>> = {
  placements: patchAsTouched,
  rowSets: asKept('rowSets', rowPiecesKept),
  borderSets: asKept('borderSets', borderPiecesKept),
};
