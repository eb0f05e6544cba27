import type { Band } from '../passes/plan-passes.ts';
import type { Piece } from '../plan/piece.ts';
import { passOf, type QuiltPasses } from '../plan/quilt-passes.ts';

/** What the frame needs to know of a piece. */
export interface FramePiece
  extends Pick<Piece, 'id' | 'name' | 'regionId' | 'outline' | 'recipeId' | 'exactAt' | 'corners' | 'isRow'>, Band {
  /** Counted from 0; -1 when it is too deep for any pass. */
  readonly pass: number;
}

/** The quilt's pieces in the order they are offered: by pass; in each as they are listed. */
export function piecesInPasses(
  pieces: readonly Omit<FramePiece, 'pass'>[],
  found: Pick<QuiltPasses, 'passes'>,
): readonly FramePiece[] {
  const last = found.passes.length;
  const order = ({ pass }: FramePiece): number => (pass < 0 ? last : pass);
  return pieces
    .map(({ id, name, regionId, recipeId, outline, exactAt, corners, isRow, top, bottom }): FramePiece => ({
      ...{ id, name, regionId, recipeId, outline, exactAt, corners, isRow, top, bottom },
      pass: passOf(found, id),
    }))
    .sort((a, b) => order(a) - order(b));
}
