import { type FramePiece, piecesInPasses } from '@gorse/core';
import { useMemo } from 'react';
import { usePlanned } from './planned-store.ts';

/** All pieces of the quilt with the passes they are stitched in, as far as they are worked out. */
export function usePlannedPieces(): readonly FramePiece[] {
  const byRecord = usePlanned((state) => state.byRecord);
  const passes = usePlanned((state) => state.passes);
  return useMemo(
    () =>
      piecesInPasses(
        Object.values(byRecord).flatMap((one) => one.pieces),
        passes,
      ),
    [byRecord, passes],
  );
}
