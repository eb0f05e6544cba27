import type { MapDrawingAnswer } from '@gorse/contract';
import {
  clothPoint,
  type DrawnPiece,
  inLayers,
  movedShape,
  patchesOfPieces,
  type Region,
  type RegionKind,
} from '@gorse/core';

/** A drawing larger or smaller by a factor. */
export const scaledDrawing = (drawing: MapDrawingAnswer, by: number): MapDrawingAnswer => ({
  ...drawing,
  size: { width: drawing.size.width * by, length: drawing.size.length * by },
  pieces: scaledPieces(drawing.pieces, by),
});

export const scaledPieces = (pieces: readonly DrawnPiece[], by: number): readonly DrawnPiece[] =>
  pieces.map((piece) => ({
    ...piece,
    shape: movedShape(piece.shape, ({ at }) => clothPoint(at.x * by, at.y * by)),
  }));

/** The patches of a drawing, what lies over others last. */
export const patchesOfDrawing = (
  { pieces }: Pick<MapDrawingAnswer, 'pieces'>,
  kinds: ReadonlyMap<string | null, RegionKind>,
): readonly Region[] => inLayers(patchesOfPieces(pieces, kinds));
