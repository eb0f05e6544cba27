/** Holes before a stroke, `holes` being how many each stroke has. */
export const holesBefore = (holes: readonly number[], stroke: number): number =>
  holes.slice(0, stroke).reduce((sum, n) => sum + n, 0);

/** The hole that a run goes on from, `stitch` being counted over all its strokes: never a stroke's last one, from which nothing is left to stitch. */
export function holeAt(holes: readonly number[], stitch: number): { readonly stroke: number; readonly hole: number } {
  let hole = stitch;
  let stroke = 0;
  while (stroke < holes.length - 1 && hole >= holes[stroke]!) hole -= holes[stroke++]!;
  return { stroke, hole: Math.min(hole, holes[stroke]! - 2) };
}
