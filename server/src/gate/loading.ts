import type { FrameReply, LoadCommand } from '@gorse/core';
import { LRUCache } from 'lru-cache';
import { LoadedLine } from './loaded-line.ts';
import type { ToDesk, ToGate } from './messages.ts';
import { NO_ANSWER } from './wishes.ts';

/** A frame takes a line within this time, ms, or hasn't taken it. */
const LOADED_WITHIN = 10_000;
/** A frame that is not heard, as when its link comes up again, is waited for this long, ms. */
const HEARD_WITHIN = 5000;

const KNOWN = 256;
const nameOf = ({ run, stroke }: Pick<LoadCommand, 'run' | 'stroke'>): string => `${run} ${stroke}`;

type Load = Extract<ToGate, { type: 'load' }>;

interface Asked {
  readonly ask: number;
  readonly line: LoadedLine;
  readonly command: LoadCommand;
  readonly at: number;
}

/** What is loaded at the frame: a line counts as loaded when the frame has said that it holds just that. */
export class Loading {
  private asked: Asked | null = null;
  private current: LoadedLine | null = null;
  /** What is loaded as soon as the frame is heard. */
  private held: { readonly load: Load; readonly at: number } | null = null;
  /** Lines that were loaded before: what the frame tells of them comes late, and is known. */
  private readonly before = new LRUCache<string, true>({ max: KNOWN });

  constructor(
    private readonly send: (command: LoadCommand | { readonly type: 'unload' }) => boolean,
    private readonly tellDesk: (message: Extract<ToDesk, { type: 'loaded' }>) => void,
  ) {}

  get line(): LoadedLine | null {
    return this.current;
  }

  /** Keeps it until the frame is heard, or has not been for too long. */
  hold(load: Load, now: number): void {
    this.letGo('Another line was loaded instead.');
    this.held = { load, at: now };
  }

  /** The frame is heard. @returns what was held until then */
  takeHeld(): Load | null {
    const load = this.held?.load ?? null;
    this.held = null;
    return load;
  }

  /** @param refusal why it may not be loaded now, or null */
  load({ ask, command, rehearsed }: Load, refusal: string | null, now: number): void {
    this.letGo('Another line was loaded instead.');
    if (refusal !== null) {
      this.tellDesk({ type: 'loaded', ask, refusal });
      return;
    }
    this.answer('Another line was loaded instead.');
    this.leave();
    this.asked = { ask, command, line: new LoadedLine(command, rehearsed), at: now };
    this.send(command);
  }

  loaded({ run, hash, stroke, holes, from }: Extract<FrameReply, { type: 'loaded' }>): void {
    if (!this.asked) return;
    const { command } = this.asked;
    const isIt =
      run === command.run &&
      hash === command.hash &&
      stroke === command.stroke &&
      holes === command.points.length / 2 &&
      from === command.from;
    if (!isIt) this.send({ type: 'unload' });
    this.answer(isIt ? null : 'The frame holds another line than it was sent. Load it again.');
  }

  refused(sentence: string): void {
    this.answer(sentence);
  }

  /** What is loaded lies elsewhere now, or was touched since. */
  unload(): void {
    this.letGo('Something else was done meanwhile. Load it again.');
    if (!this.current && !this.asked) return;
    this.forget();
    this.send({ type: 'unload' });
  }

  /** The frame holds nothing any more. */
  forget(): void {
    this.leave();
    this.answer('Something else was done meanwhile. Load it again.');
  }

  /** It was loaded before what is loaded now. */
  knew(run: string, stroke: number): boolean {
    const name = nameOf({ run, stroke });
    return this.before.has(name) && !(this.current && nameOf(this.current.of) === name);
  }

  tick(now: number): void {
    if (this.asked && now - this.asked.at > LOADED_WITHIN) this.answer(NO_ANSWER);
    if (this.held && now - this.held.at > HEARD_WITHIN) this.letGo(`${NO_ANSWER} Then try again.`);
  }

  private letGo(refusal: string): void {
    const load = this.takeHeld();
    if (load) this.tellDesk({ type: 'loaded', ask: load.ask, refusal });
  }

  private leave(): void {
    if (this.current) this.before.set(nameOf(this.current.of), true);
    this.current = null;
  }

  private answer(refusal: string | null): void {
    const { asked } = this;
    this.asked = null;
    if (!asked) return;
    if (refusal === null) this.current = asked.line;
    this.tellDesk({ type: 'loaded', ask: asked.ask, refusal });
  }
}
