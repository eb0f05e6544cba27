import type { ScreenCommand, ScreenMessage } from '@gorse/contract';
import {
  advanceNow,
  BEAT_EVERY,
  type FrameCommand,
  type FrameEvent,
  type FrameMode,
  type FrameReply,
  type FrameState,
  interlock,
  type MountCommand,
  SILENCE,
} from '@gorse/core';
import type { Logger } from 'pino';
import { Alarms, SENTENCES } from './alarms.ts';
import { Confirming, type Halt } from './confirming.ts';
import { EventOrder } from './event-order.ts';
import { FrameLink, type FrameListener } from './frame-link.ts';
import type { LoadedLine } from './loaded-line.ts';
import { Loading } from './loading.ts';
import type { OnPolesSeen, ToDesk, ToGate } from './messages.ts';
import { type Screen, Screens } from './screens.ts';
import { Sight } from './sight.ts';
import { Unwritten } from './unwritten.ts';
import { forHead, type Wish, wishRefusal } from './wishes.ts';

/** How often the gate looks whether all are still there, ms. */
const TICK = 50;
/** How often progress is told the desk, ms. */
const PROGRESS_EVERY = 200;
/** How often what the frame should not have said is noted, ms. */
const NOTED_EVERY = 1000;
/** The log must keep up with the needle to within this, ms. */
const WRITTEN_WITHIN = 1000;

/** The link as the gate needs it. */
export type Link = Pick<FrameLink, 'up' | 'send' | 'close'>;

/**
 * Stands between the screens and the frame, and does nothing else: what stops goes through at once, whatever the rest of Gorse does. It keeps
 * the interlocks, whoever else does, and lets nothing be stitched that isn't loaded, current and written down.
 */
export class Gate {
  private readonly screens = new Screens();
  private readonly sight = new Sight();
  private readonly alarms = new Alarms((sentence) => this.screens.tellAll({ type: 'alarm', sentence }));
  private readonly confirming = new Confirming((type) => this.link?.send({ type }));
  private readonly unwritten = new Unwritten();
  private readonly order = new EventOrder((from) => this.send({ type: 'again', from }));
  private readonly loading = new Loading(
    (command) => this.send(command),
    (message) => this.tellDesk(message),
  );
  private readonly timer = setInterval(() => this.tick(), TICK);
  private link: Link | null = null;
  private progressAt = -Infinity;
  private beatAt = 0;
  private notedAt = -Infinity;

  constructor(
    private readonly tellDesk: (message: ToDesk) => void,
    private readonly log: Pick<Logger, 'warn'>,
    private readonly connect: (url: string, listener: FrameListener) => Link = (url, to) => new FrameLink(url, to),
  ) {}

  close(): void {
    clearInterval(this.timer);
    this.link?.close();
  }

  /** Holds the needle where it is. */
  hold(): void {
    if (this.sight.isStitching && !this.confirming.waits('pause')) this.halt('pause');
  }

  take(message: ToGate): void {
    switch (message.type) {
      case 'frame':
        this.link = this.connect(message.url, {
          reply: (reply) => this.receive(reply),
          link: (up) => this.linkChanged(up),
          silent: () => this.alarms.set('silent', this.sight.isUnderWay),
          nonsense: (error) => {
            this.note({ err: error }, 'the frame sent what is not in the protocol');
            if (this.sight.isUnderWay) this.doubt('it sends what is not in the protocol');
          },
        });
        break;
      case 'mount':
        this.mount(message.poles, message.command);
        break;
      case 'bare':
        this.sight.bare();
        break;
      case 'load':
        this.load(message);
        break;
      case 'unload':
        this.loading.unload();
        break;
      case 'tell':
        this.screens.tell(message.quiltId, message.message);
        break;
      case 'tellScreen':
        this.screens.get(message.screen)?.tell(message.message);
        break;
      case 'written':
        this.unwritten.written(message.number);
    }
  }

  /** A Frame screen has opened. */
  opened(quiltId: string, name: string, tell: (message: ScreenMessage) => void): Screen {
    const screen = this.screens.add(quiltId, name, performance.now(), tell);
    tell({ type: 'link', up: this.link?.up === true });
    if (this.alarms.sentence !== null) tell({ type: 'alarm', sentence: this.alarms.sentence });
    this.sight.tell(screen);
    this.tellDesk({ type: 'opened', screen: screen.id, quiltId });
    return screen;
  }

  /** When a quilt's last one leaves, stitching pauses. */
  left(screen: Screen): void {
    this.screens.remove(screen);
    if (screen.quiltId === this.sight.poles?.quiltId && this.screens.of(screen.quiltId).length === 0) this.hold();
  }

  command(screen: Screen, command: ScreenCommand): void {
    this.screens.heard(screen, performance.now());
    if (command.type === 'beat') return;
    if (command.type === 'drive') this.screens.drive(screen);
    else this.wish(screen, command);
  }

  private wish(screen: Screen, wish: Wish): void {
    const [{ poles }, { line }] = [this.sight, this.loading];
    const doubt = this.alarms.sounds('untrue') ? SENTENCES.untrue : null;
    const driver = this.screens.driverOf(screen.quiltId);
    const refusal = wishRefusal(wish, { screen, driver, poles, line, seen: this.sight.head(line), doubt });
    if (refusal !== null) screen.tell({ type: 'refused', command: wish.type, sentence: refusal });
    else if (wish.type === 'stop' || wish.type === 'pause') {
      this.halt(wish.type);
      if (!this.link?.up) screen.tell({ type: 'refused', command: wish.type, sentence: SENTENCES.unconfirmed });
    } else {
      if (wish.type === 'touch') this.tellDesk({ type: 'touchAsked', quiltId: screen.quiltId, touch: wish.touch });
      if (wish.type === 'start' && line) line.started = true;
      this.send(forHead(wish, line));
    }
  }

  private send(command: FrameCommand): boolean {
    return this.link?.send(command) === true;
  }

  private halt(type: Halt): void {
    this.confirming.ask(type, performance.now());
  }

  private mount(poles: OnPolesSeen, command: MountCommand): void {
    const before = this.sight.poles;
    this.sight.poles = poles;
    if (before?.quiltId !== poles.quiltId || advanceNow(before.advances) !== advanceNow(poles.advances))
      this.loading.forget();
    if (before?.quiltId !== poles.quiltId) {
      this.sight.view = null;
      for (const screen of this.screens.of(poles.quiltId)) this.sight.tell(screen);
    }
    this.send(command);
    if (this.sight.state) this.loadHeld();
  }

  private load(message: Extract<ToGate, { type: 'load' }>): void {
    const seen = this.sight.head(this.loading.line);
    this.alarms.set('untrue', false);
    if (seen) this.loading.load(message, interlock(message.command, seen), performance.now());
    else this.loading.hold(message, performance.now());
  }

  /** The frame is heard again. */
  private loadHeld(): void {
    const held = this.sight.poles && this.loading.takeHeld();
    if (held) this.load(held);
  }

  private receive(reply: FrameReply): void {
    switch (reply.type) {
      case 'hello':
        this.order.begin(reply.seq);
        this.tellDesk({ type: 'held', held: reply.held });
        // Its count is taken; what it holds is never left there.
        if (reply.held) this.send({ type: 'unload' });
        this.screens.tellAll(reply);
        break;
      case 'loaded':
        this.loading.loaded(reply);
        break;
      case 'confirmed':
        this.confirming.confirmed(reply.command);
        break;
      case 'state':
        this.stateChanged(reply);
        break;
      case 'view':
        this.sight.view = reply;
        this.screens.tell(reply.quilt, reply);
        break;
      case 'event':
        this.happened(reply);
        break;
      case 'touched':
        this.tellDesk({ type: 'read', x: reply.x, y: reply.y });
        break;
      case 'refused':
        if (reply.command === 'load') this.loading.refused(reply.sentence);
        else if (reply.command === 'touch') this.tellDesk({ type: 'touchRefused' });
        if (this.sight.poles) this.screens.tell(this.sight.poles.quiltId, reply);
    }
  }

  private stateChanged(state: FrameState): void {
    const before = this.sight.state;
    this.sight.state = state;
    if (before?.mode !== state.mode) this.modeChanged(state.mode);
    // Nothing goes on over a link that was broken.
    if (!before && state.mode !== 'idle') this.halt('stop');
    this.alarms.set('silent', false);
    const { line } = this.loading;
    const doubt = line ? line.seen(state) : state.mode === 'stitching' ? 'it stitches what was not loaded' : null;
    if (doubt !== null) this.doubt(doubt);
    else if (line && state.run) this.progressed(line, state.run, state.mode);
    this.order.told(state.seq, performance.now());
    if (!before) this.loadHeld();
    if (this.sight.poles) this.screens.tell(this.sight.poles.quiltId, state);
  }

  private modeChanged(mode: FrameMode): void {
    this.tellDesk({ type: 'mode', mode });
    const { poles } = this.sight;
    // Those who wait for the frame see when it is free.
    if (poles) this.screens.tellOthers(poles.quiltId, { type: 'elsewhere', quilt: poles.name, busy: mode !== 'idle' });
  }

  /** How far it is, now and then while it stitches, and always where it stands. */
  private progressed(line: LoadedLine, { id, stroke, stitch }: NonNullable<FrameState['run']>, mode: FrameMode): void {
    const now = performance.now();
    if (stitch <= line.told || (mode === 'stitching' && now - this.progressAt < PROGRESS_EVERY)) return;
    this.progressAt = now;
    line.told = stitch;
    this.tellDesk({ type: 'progressed', number: this.unwritten.add(now), run: id, stroke, stitch });
  }

  private happened(event: FrameEvent): void {
    if (!this.order.takes(event.seq, performance.now())) return;
    const { kind, run, stroke, stitch } = event;
    const { line } = this.loading;
    if (run === null || (kind !== 'unloaded' && this.loading.knew(run, stroke))) return;
    if (kind !== 'unloaded') {
      const doubt = line ? line.happened(event) : 'it tells of a line that was not loaded';
      if (doubt !== null) {
        this.doubt(doubt);
        return;
      }
    }
    if (line) line.told = Math.max(line.told, stitch);
    this.tellDesk({ type: 'happened', number: this.unwritten.add(performance.now()), kind, run, stroke, stitch });
  }

  /** What the frame says can't be true: it is noted, and nothing is stitched until it is loaded anew. */
  private doubt(why: string): void {
    this.note({ why, state: this.sight.state }, 'the frame says what can’t be true');
    this.alarms.set('untrue', true);
    if (this.sight.isStitching) this.halt(this.loading.line ? 'pause' : 'stop');
  }

  /** Now and then: a frame that goes on lying must not fill the disk with what it said. */
  private note(what: object, sentence: string): void {
    const now = performance.now();
    if (now - this.notedAt < NOTED_EVERY) return;
    this.notedAt = now;
    this.log.warn(what, sentence);
  }

  private linkChanged(up: boolean): void {
    this.screens.tellAll({ type: 'link', up });
    if (!up) {
      if (this.sight.isUnderWay) this.alarms.set('silent', true);
      this.sight.lose();
      this.loading.forget();
      this.tellDesk({ type: 'mode', mode: null });
    }
    this.tellDesk({ type: 'link', up });
  }

  private tick(): void {
    const now = performance.now();
    const isStitching = this.sight.isStitching;
    const lags = this.unwritten.waits(now) > WRITTEN_WITHIN;
    const alone = this.sight.poles !== null && !this.screens.anyoneAt(this.sight.poles.quiltId, now - SILENCE);
    if (lags || alone) this.hold();
    this.alarms.set('unconfirmed', this.confirming.tick(now));
    this.alarms.set('unwritten', lags);
    if (isStitching) this.alarms.set('unattended', alone);
    this.loading.tick(now);
    if (now - this.beatAt < BEAT_EVERY) return;
    this.beatAt = now;
    this.screens.tellAll({ type: 'beat' });
  }
}
