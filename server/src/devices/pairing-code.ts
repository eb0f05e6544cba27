import type { PairingCodeAnswer } from '@gorse/contract';
import { randomInt } from 'node:crypto';

/** A code holds for so long, ms, and for so many wrong tries: of a million codes, nobody guesses one. */
const HOLDS = 5 * 60_000;
const TRIES = 5;

/** The code by which one device can be paired; a new one takes the place of the one before. */
export class PairingCodes {
  private now: (PairingCodeAnswer & { readonly tries: number }) | null = null;

  make(at = Date.now()): PairingCodeAnswer {
    const made = { code: String(randomInt(1_000_000)).padStart(6, '0'), until: at + HOLDS };
    this.now = { ...made, tries: 0 };
    return made;
  }

  /** Uses the code up; false when it isn't the one, or holds no longer. */
  use(code: string, at = Date.now()): boolean {
    const { now } = this;
    if (!now || at > now.until) return false;
    const fits = code === now.code;
    this.now = fits || now.tries + 1 >= TRIES ? null : { ...now, tries: now.tries + 1 };
    return fits;
  }
}
