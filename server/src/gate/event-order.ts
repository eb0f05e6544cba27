import { ANSWERS_WITHIN } from '@gorse/core';

/** Takes a frame's events in their order and once each; what is missing is asked for again. */
export class EventOrder {
  /** The number of the last event that was taken. */
  private last = 0;
  private askedAt = -Infinity;

  constructor(private readonly askFrom: (seq: number) => void) {}

  /** A new link: it counts on from here. */
  begin(seq: number): void {
    this.last = seq;
  }

  /** Whether it is this one's turn. */
  takes(seq: number, now: number): boolean {
    if (seq === this.last + 1) {
      this.last = seq;
      return true;
    }
    this.told(seq, now);
    return false;
  }

  /** The frame has told of events up to a number. */
  told(seq: number, now: number): void {
    if (seq <= this.last || now - this.askedAt < ANSWERS_WITHIN) return;
    this.askedAt = now;
    this.askFrom(this.last + 1);
  }
}
