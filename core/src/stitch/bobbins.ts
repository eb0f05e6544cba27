/** Where the bobbin is changed while one piece is stitched after the other. */
export interface BobbinChange {
  /** Index of the piece at whose start, or inside which, it is changed. */
  readonly piece: number;
  /** The piece alone takes more than is left on a full bobbin, so that it can't wait for the piece's end. */
  readonly inside: boolean;
}

/** Thread kept in hand so that a bobbin never runs out in sight of the end. */
const RESERVE = 1.03;

/**
 * Bobbin changes at the ends of pieces, so that it runs out inside one only when one bobbin can't last for it. Starts with a full one.
 * @param threads bobbin thread of each piece, mm
 */
export function bobbinChanges(threads: readonly number[], bobbin: number): BobbinChange[] {
  const changes: BobbinChange[] = [];
  let left = bobbin;
  threads.forEach((thread, piece) => {
    let need = thread * RESERVE;
    if (need > left && left < bobbin) {
      changes.push({ piece, inside: false });
      left = bobbin;
    }
    while (need > left) {
      need -= left;
      left = bobbin;
      changes.push({ piece, inside: true });
    }
    left -= need;
  });
  return changes;
}
