import type { AdvanceRequest, RunAnswer, ScreenCommand, ScreenMessage } from '@gorse/contract';
import {
  type AdvanceEvent,
  advanceNow,
  framePoint,
  type FrameReply,
  type FrameState,
  lineUpRefusal,
} from '@gorse/core';
import type { Logger } from 'pino';
import { Refusal } from '../actions/refusal.ts';
import type { Database } from '../store/database.ts';
import { FrameLink } from './frame-link.ts';
import { type QuiltOnPoles, Poles } from './poles.ts';
import { Runs } from './runs.ts';
import { type Screen, Screens } from './screens.ts';
import { Touching } from './touching.ts';
import { Turns } from './turns.ts';

/** What waits for tension and clamps. */
const HELD_BACK: ReadonlySet<ScreenCommand['type']> = new Set(['touch', 'rehearse', 'bobbinThread', 'start']);

/**
 * Runs quilts at the frame: the link, what lies on the poles, the run and the touches, and the screens that watch. What happens at the
 * frame is taken one by one, in order, and each event is on the disk before a screen hears of it.
 */
export class FrameDesk {
  private readonly link: FrameLink;
  private readonly screens = new Screens();
  private readonly poles: Poles;
  private readonly runs: Runs;
  private readonly touching: Touching;
  private readonly turns: Turns;
  private state: FrameState | null = null;
  private view: Extract<FrameReply, { type: 'view' }> | null = null;

  constructor(database: Database, url: string, log: Logger) {
    const send = (command: Parameters<FrameLink['send']>[0]): boolean => this.link.send(command);
    const tell = (quiltId: string, message: ScreenMessage): void => this.screens.tell(quiltId, message);
    this.turns = new Turns((error) => {
      if (!(error instanceof Refusal)) log.error({ error }, 'something failed at the frame');
    });
    this.poles = new Poles(database, send, (now, before) => this.mounted(now, before));
    this.runs = new Runs(database, this.poles, send, tell);
    this.touching = new Touching(database, tell);
    this.link = new FrameLink(url, {
      reply: (reply) => this.receive(reply),
      link: (up) => this.linkChanged(up),
    });
  }

  static readonly recover = (database: Database): Promise<void> => Runs.recover(database);

  close(): void {
    this.link.close();
  }

  /** A Frame screen has opened; returns how it leaves. When a quilt's last one leaves, stitching pauses. */
  watch(screen: Screen): Promise<() => void> {
    return this.turns.take(async () => {
      const { now } = this.poles;
      // What is being stitched stays as it is.
      if (!this.isBusy()) await this.poles.mount(screen.quiltId);
      const leave = this.screens.add(screen);
      screen.tell({ type: 'link', up: this.link.up });
      if (this.poles.has(screen.quiltId)) this.tellAll(screen);
      else screen.tell(elsewhere(now, true));
      return () => {
        leave();
        const { quiltId } = screen;
        if (!this.poles.has(quiltId) || this.screens.of(quiltId).length > 0) return;
        if (this.state?.mode === 'stitching') this.link.send({ type: 'pause' });
      };
    });
  }

  /** A screen's command to the frame. Stopping is anyone's; all else is for the screens of the quilt on the poles. */
  command(screen: Screen, command: ScreenCommand): void {
    const { quiltId } = screen;
    const refusal = this.commandRefusal(quiltId, command);
    if (refusal !== null) screen.tell({ type: 'refused', command: command.type, sentence: refusal });
    else if (command.type === 'touch') {
      this.touching.ask(quiltId, command.touch);
      this.link.send({ type: 'touch' });
    } else this.link.send(command);
  }

  start(quiltId: string, pieceId: string, revision: number): Promise<RunAnswer> {
    return this.whileFree(() => this.runs.start(quiltId, pieceId, revision));
  }

  resume(runId: string, back: number): Promise<RunAnswer> {
    return this.whileFree(() => this.runs.resume(runId, back));
  }

  abandon(runId: string): Promise<RunAnswer> {
    return this.turns.take(() => this.runs.abandon(runId));
  }

  advance(quiltId: string, request: AdvanceRequest): Promise<readonly AdvanceEvent[]> {
    return this.whileFree(() => this.poles.advance(quiltId, request));
  }

  /** In its turn, and refused while the head stitches. */
  private whileFree<T>(work: () => Promise<T>): Promise<T> {
    return this.turns.take(() => {
      if (this.isBusy()) throw new Refusal('refused', 'The frame is stitching. Stop it before loading something else.');
      return work();
    });
  }

  private commandRefusal(quiltId: string, command: ScreenCommand): string | null {
    const { now, advances } = this.poles;
    if (!this.link.up) return 'The frame does not answer. Check that it is on and its link is up.';
    if (command.type === 'stop') return null;
    if (now?.quiltId !== quiltId) return `${now?.name ?? 'Another quilt'} is on the frame. Put this quilt on it first.`;
    if (command.type === 'touch' && command.touch.advance !== advanceNow(advances))
      return 'The quilt was rolled or loaded anew since this screen showed it. Look at it again, then touch.';
    return HELD_BACK.has(command.type) ? lineUpRefusal(advances) : null;
  }

  /** All that is known of the quilt on the poles. */
  private tellAll(screen: Screen): void {
    if (this.view?.quilt === screen.quiltId) screen.tell(this.view);
    screen.tell({ type: 'advances', events: this.poles.now?.events ?? [] });
    if (this.state) screen.tell(this.state);
    if (this.runs.run) screen.tell({ type: 'run', run: this.runs.run });
  }

  private mounted(now: QuiltOnPoles, before: QuiltOnPoles | null): void {
    const isOther = before?.quiltId !== now.quiltId;
    // What was loaded lies elsewhere now.
    if (isOther || before.state.mounts.length !== now.state.mounts.length) this.runs.drop();
    if (isOther) {
      this.touching.drop();
      if (before) this.screens.tell(before.quiltId, elsewhere(now, false));
      for (const screen of this.screens.of(now.quiltId)) this.tellAll(screen);
    } else if (before.events.length !== now.events.length)
      this.screens.tell(now.quiltId, { type: 'advances', events: now.events });
  }

  private isBusy(): boolean {
    return this.state?.mode === 'stitching' || this.state?.mode === 'paused';
  }

  private receive(reply: FrameReply): void {
    const quiltId = this.poles.now?.quiltId ?? null;
    switch (reply.type) {
      case 'state':
        this.state = reply;
        if (reply.mode === 'stitching') void this.turns.take(() => this.runs.progress(reply));
        this.screens.tell(quiltId, reply);
        break;
      case 'view':
        this.view = reply;
        this.screens.tell(reply.quilt, reply);
        break;
      case 'event':
        void this.turns.take(() => this.runs.happened(reply.kind, reply.run, reply.stitch));
        break;
      case 'touched':
        void this.turns.take(() => this.touching.read(framePoint(reply.x, reply.y)));
        break;
      case 'refused':
        if (reply.command === 'touch') this.touching.drop();
        this.screens.tell(quiltId, reply);
        break;
      case 'hello':
        this.screens.tellAll(reply);
    }
  }

  private linkChanged(up: boolean): void {
    this.screens.tellAll({ type: 'link', up });
    if (up) {
      const { now } = this.poles;
      if (now) void this.turns.take(() => this.poles.mount(now.quiltId));
      return;
    }
    this.state = null;
    this.view = null;
    this.touching.drop();
    void this.turns.take(() => this.runs.interrupt());
  }
}

const elsewhere = (now: QuiltOnPoles | null, busy: boolean): ScreenMessage => ({
  type: 'elsewhere',
  quilt: now?.name ?? 'Another quilt',
  busy,
});
