/** What the desk was told and has not yet written down, by its number. */
export class Unwritten {
  private readonly told = new Map<number, number>();
  private last = 0;

  /** The number to tell it under. */
  add(now: number): number {
    this.told.set(++this.last, now);
    return this.last;
  }

  written(number: number): void {
    this.told.delete(number);
  }

  /** For how long the oldest has been waiting, ms. */
  waits(now: number): number {
    const [oldest] = this.told.values();
    return oldest === undefined ? 0 : now - oldest;
  }
}
