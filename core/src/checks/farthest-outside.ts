import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { distanceToRing, insideRing } from '../geometry/polygon.ts';
import type { Piece } from '../plan/piece.ts';

/** The stitch that lies farthest outside of all of some patches, mm; null where none does. O(stitches · edges). */
export function farthestOutside(
  rings: readonly (readonly ClothPoint[])[],
  pieces: readonly Pick<Piece, 'needle'>[],
): { readonly at: ClothPoint; readonly distance: number } | null {
  let farthest: { at: ClothPoint; distance: number } | null = null;
  for (const line of pieces.flatMap(({ needle }) => needle)) {
    for (let i = 0; i < line.length; i += 2) {
      const x = line[i]!;
      const y = line[i + 1]!;
      if (rings.some((ring) => insideRing(ring, x, y))) continue;
      const distance = Math.min(...rings.map((ring) => distanceToRing(ring, x, y)));
      if (!farthest || distance > farthest.distance) farthest = { at: clothPoint(x, y), distance };
    }
  }
  return farthest;
}
