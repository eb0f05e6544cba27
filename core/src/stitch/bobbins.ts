/** Where the bobbin is changed while rows are stitched one after the other. */
export interface BobbinChange {
  /** Index of the row at whose start, or inside which, it is changed. */
  readonly row: number;
  /** The row alone takes more than is left on a full bobbin, so that it can't wait for the row's end. */
  readonly inside: boolean;
}

/** Thread kept in hand so that a bobbin never runs out in sight of the end. */
const RESERVE = 1.03;

/**
 * Bobbin changes at row ends, so that it runs out inside a row only when one bobbin can't last for it. Starts with a full one.
 * @param threads bobbin thread of each row, mm
 */
export function bobbinChanges(threads: readonly number[], bobbin: number): BobbinChange[] {
  const changes: BobbinChange[] = [];
  let left = bobbin;
  threads.forEach((thread, row) => {
    let need = thread * RESERVE;
    if (need > left && left < bobbin) {
      changes.push({ row, inside: false });
      left = bobbin;
    }
    while (need > left) {
      need -= left;
      left = bobbin;
      changes.push({ row, inside: true });
    }
    left -= need;
  });
  return changes;
}
