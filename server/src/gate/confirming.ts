import { ANSWERS_WITHIN } from '@gorse/core';

export type Halt = 'stop' | 'pause';

/** Halts that the frame has not confirmed: they are sent again until it does, over the next link too where one is lost. */
export class Confirming {
  private readonly waiting = new Map<Halt, number>();

  constructor(private readonly send: (halt: Halt) => void) {}

  waits(halt: Halt): boolean {
    return this.waiting.has(halt);
  }

  ask(halt: Halt, now: number): void {
    if (!this.waiting.has(halt)) this.waiting.set(halt, now);
    this.send(halt);
  }

  confirmed(halt: Halt): void {
    this.waiting.delete(halt);
    // What stopped is paused too.
    if (halt === 'stop') this.waiting.delete('pause');
  }

  /** Sends again what is overdue; says whether anything is. */
  tick(now: number): boolean {
    const overdue = [...this.waiting].filter(([, asked]) => now - asked > ANSWERS_WITHIN);
    for (const [halt] of overdue) this.send(halt);
    return overdue.length > 0;
  }
}
