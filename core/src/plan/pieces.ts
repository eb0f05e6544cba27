import { borderPieces } from './border-pieces.ts';
import { makersOf } from './bands.ts';
import type { Plan } from './evaluate.ts';
import type { Piece } from './piece.ts';
import type { Maker, PieceSource } from './piece-ref.ts';
import { placementPieces } from './placement-pieces.ts';
import { rowPieces } from './row-pieces.ts';
import { NO_TOTALS, sumTotals, type Totals } from './stitch-strokes.ts';

/** What makes pieces of a record, in the order that they are stitched in; one line for each kind of record, as in `bands.ts`. */
const GENERATORS: Readonly<Record<PieceSource, (plan: Plan, record: string) => readonly Piece[]>> = {
  placements: placementPieces,
  rowSets: rowPieces,
  borderSets: borderPieces,
};

/** The pieces of one record. */
export const piecesOfRecord = (plan: Plan, { source, record }: Maker): readonly Piece[] =>
  GENERATORS[source](plan, record);

/** Everything that is stitched on the quilt. This is the one place where a quilt is taken apart into what is stitched in one go. */
export const piecesOf = (plan: Plan): readonly Piece[] =>
  makersOf(plan).flatMap(({ source, record }) => plan.get(piecesOfRecord, { source, record }));

/** What all of some pieces take. */
export const totalsOf = (pieces: readonly Pick<Piece, 'totals'>[]): Totals =>
  pieces.map(({ totals }) => totals).reduce(sumTotals, NO_TOTALS);
