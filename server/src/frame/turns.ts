/** Work that is done one after the other, in the order that it came. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve();

  /** @param failed hears of work that failed, beside whoever asked for it */
  constructor(private readonly failed: (error: unknown) => void) {}

  take<T>(work: () => Promise<T>): Promise<T> {
    const done = this.last.then(work);
    this.last = done.catch(this.failed);
    return done;
  }
}
