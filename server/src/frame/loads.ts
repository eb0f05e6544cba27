import type { LoadCommand } from '@gorse/core';
import { Refusal } from '../refusal.ts';
import type { ToGate } from '../gate/messages.ts';

/** The gate answers within fifteen seconds; its process may be gone. */
const LONGEST = 20_000;

interface Waiting {
  readonly resolve: () => void;
  readonly reject: (refusal: Refusal) => void;
  readonly timer: NodeJS.Timeout;
}

/** Lines on their way to the frame, until it says that it holds them. */
export class Loads {
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;

  constructor(private readonly send: (message: ToGate) => void) {}

  /** Resolves when the frame holds the line. Rejects with the `Refusal` that says why it doesn't. */
  load(command: LoadCommand, rehearsed: boolean): Promise<void> {
    const ask = ++this.last;
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => this.answered(ask, 'The frame did not answer. Load it again.'), LONGEST);
      this.waiting.set(ask, { resolve, reject, timer });
      this.send({ type: 'load', ask, command, rehearsed });
    });
  }

  unload(): void {
    this.send({ type: 'unload' });
  }

  answered(ask: number, refusal: string | null): void {
    const one = this.waiting.get(ask);
    if (!one) return;
    this.waiting.delete(ask);
    clearTimeout(one.timer);
    if (refusal === null) one.resolve();
    else one.reject(new Refusal('refused', refusal));
  }

  close(): void {
    for (const ask of this.waiting.keys()) this.answered(ask, 'Gorse is closing.');
  }
}
