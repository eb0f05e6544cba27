import { clothPoint } from '../geometry/point.ts';
import type { Piece } from '../plan/piece.ts';
import type { PlanProblem } from '../problems.ts';
import { MUCH_DOUBLED } from '../tolerances.ts';

/** Pieces of which much is stitched twice so that what keep-outs cut hangs together: the one with most of it. */
export function muchDoubled(pieces: readonly Pick<Piece, 'masked'>[]): readonly Omit<PlanProblem, 'subject'>[] {
  const most = pieces.reduce<Piece['masked']>(
    (worst, { masked }) => (masked && masked.doubled > (worst?.doubled ?? MUCH_DOUBLED) ? masked : worst),
    null,
  );
  const line = most?.links.find(({ again }) => again)?.line;
  if (!most || !line) return [];
  return [
    { code: 'muchDoubled', severity: 'know', at: clothPoint(line[0]!, line[1]!), amount: most.doubled, remedy: null },
  ];
}
