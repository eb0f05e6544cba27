import { lengthOf, type Polyline } from '../geometry/polyline.ts';
import { cutLines } from '../geometry/cut-lines.ts';
import type { Mask } from './mask.ts';

/** Whether all of a line may be stitched; one along an edge may. */
export function staysClear(line: Polyline, { keeps, guardIndex }: Pick<Mask, 'keeps' | 'guardIndex'>): boolean {
  const [piece, ...others] = cutLines([line], { keeps, index: guardIndex });
  return (
    others.length === 0 &&
    (piece ? piece.line.length === line.length && !piece.from && !piece.to : lengthOf(line) === 0)
  );
}
