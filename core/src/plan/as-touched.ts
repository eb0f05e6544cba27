import { distortionOf } from '../fit/distortion.ts';
import type { LineUp } from '../lineup/line-up.ts';
import type { Plan } from './evaluate.ts';
import { graphOf, measuredShape } from './landmarks.ts';
import type { Piece } from './piece.ts';
import { pieceRef, type PieceSource } from './piece-ref.ts';
import { piecesOfRecord, totalsOf } from './pieces.ts';
import { layInPatch } from './pipeline.ts';
import { drawnFor, lieOf, placedOf, seatOf } from './placement-bands.ts';
import { placementPiecesOf } from './placement-pieces.ts';
import { quiltOf, touchesOf } from './plan-document.ts';

/** A piece as it can be stitched, or why it can't. */
export type AsTouched =
  | { readonly piece: Piece; readonly fault: null }
  | {
      readonly piece: Pick<Piece, 'name'> | null;
      readonly fault: 'gone' | 'noDesign' | 'unfitted' | 'folded' | 'empty';
    };

/**
 * A piece as it will be stitched in an advance: a patch is fitted anew to where its corners were touched, anything else lies as planned; a border is
 * bent to its edges only where it is laid on the frame (`bendsOf`), so that its sections still meet. In
 * the space of the planned cloth.
 */
export function pieceAsTouched(plan: Plan, id: string, advance: number, lineUp: Pick<LineUp, 'toCloth'>): AsTouched {
  const ref = pieceRef(id);
  if (!ref) return { piece: null, fault: 'gone' };
  const pieces = AS_TOUCHED[ref.source]?.(plan, ref.record, advance, lineUp) ?? plan.get(piecesOfRecord, ref);
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
  const { recipe, region } = placed;
  const drawn = drawnFor(plan, recipe);
  if (drawn === undefined) return { piece: region, fault: 'noDesign' };
  const shape = measuredShape(region, plan.get(graphOf, null), touchesOf(plan.records), advance, lineUp);
  const laid = layInPatch(drawn, recipe, seatOf(placed, shape));
  if (!laid) return { piece: region, fault: 'unfitted' };
  const quilt = quiltOf(plan.records);
  return placementPiecesOf(placed, laid, lieOf(plan, quilt.loading), quilt);
}

/** Kinds of record whose pieces follow the touches by more than the line-up when they are made; all others are made as planned. */
const AS_TOUCHED: Readonly<Partial<Record<PieceSource, typeof patchAsTouched>>> = { placements: patchAsTouched };
