import { isDeepStrictEqual } from 'node:util';
import type { AdvanceRequest, RunAnswer, ScreenMessage } from '@gorse/contract';
import {
  type AdvanceEvent,
  advanceNow,
  type Change,
  type FrameMode,
  framePoint,
  isOpen,
  type PlanDiff,
} from '@gorse/core';
import { type Level, type Logger, pino } from 'pino';
import { found, Refusal } from '../refusal.ts';
import type { Config } from '../config.ts';
import type { Admitted } from '../devices/token.ts';
import type { GateSettings } from '../gate/screen-socket.ts';
import type { ToDesk, ToGate } from '../gate/messages.ts';
import type { Database } from '../store/database.ts';
import { findRun } from '../store/run-store.ts';
import { WorkDesk } from '../work/work-desk.ts';
import { GateDoor } from './gate-door.ts';
import { Loads } from './loads.ts';
import { type QuiltOnPoles, Poles } from './poles.ts';
import { Runs } from './runs.ts';
import { Touching } from './touching.ts';
import { Turns } from './turns.ts';

/**
 * Runs quilts at the frame: what lies on the poles, the run and the touches. Screens and frame are the gate's; here what happens is taken one
 * by one, in order, and each event is on the disk before a screen hears of it.
 */
export class FrameDesk {
  private readonly gate: GateDoor;
  private readonly loads: Loads;
  private readonly poles: Poles;
  private readonly runs: Runs;
  private readonly touching: Touching;
  private readonly turns: Turns;
  /** Where what is stitched is worked out: nothing else waits there. */
  private readonly planning = new WorkDesk();
  private mode: FrameMode | null = null;
  private admitted: readonly Admitted[] = [];

  constructor(
    private readonly database: Database,
    settings: GateSettings,
    config: Config,
    private readonly log: Logger,
  ) {
    const send = (message: ToGate): void => this.gate.send(message);
    const tell = (quiltId: string, message: ScreenMessage): void => send({ type: 'tell', quiltId, message });
    this.turns = new Turns((error) => {
      if (!(error instanceof Refusal)) log.error({ err: error }, 'something failed at the frame');
    });
    this.loads = new Loads(send);
    this.poles = new Poles(database, send, (now, before) => this.mounted(now, before));
    this.runs = new Runs(database, this.poles, this.planning, this.loads, tell, log);
    this.touching = new Touching(database, tell);
    this.gate = new GateDoor(settings, config, (message) => this.receive(message), log);
  }

  static readonly recover = (database: Database): Promise<void> => Runs.recover(database);

  /** Resolves when the Frame screens' sockets can be opened. */
  get ready(): Promise<void> {
    return this.gate.ready;
  }

  /** Where the Frame screens' sockets are. */
  get screensPort(): number {
    const { port } = this.gate;
    if (port === null) throw new Refusal('unavailable', 'The frame’s own server is starting. Try again in a moment.');
    return port;
  }

  async close(): Promise<void> {
    this.runs.close();
    this.loads.close();
    this.planning.close();
    await this.gate.close();
  }

  /** From now on these devices' screens are let in from the network, and no others. */
  admit(devices: readonly Admitted[]): void {
    this.admitted = devices;
    this.gate.send({ type: 'devices', devices });
  }

  start(quiltId: string, pieceId: string, revision: number): Promise<RunAnswer> {
    return this.whileFree(quiltId, () => this.runs.start(quiltId, pieceId, revision));
  }

  async resume(runId: string, back: number): Promise<RunAnswer> {
    const { quiltId } = found(await findRun(this.database.read, runId), 'run');
    return this.whileFree(quiltId, () => this.runs.resume(runId, back));
  }

  abandon(runId: string): Promise<RunAnswer> {
    return this.inTurn(() => this.runs.abandon(runId));
  }

  advance(quiltId: string, request: AdvanceRequest): Promise<readonly AdvanceEvent[]> {
    return this.whileFree(quiltId, () => this.poles.advance(quiltId, request));
  }

  /** Puts a quilt on the frame, in place of the one that is there. */
  async putOn(quiltId: string): Promise<void> {
    await this.whileFree(null, () => this.poles.mount(quiltId));
  }

  /** Everything that is kept is replaced: nothing lies on the poles any more. Refused while the head moves. */
  replaceAll(work: () => Promise<void>): Promise<void> {
    return this.whileFree(null, async () => {
      await work();
      const { now } = this.poles;
      this.loads.unload();
      this.runs.drop();
      this.poles.clear();
      if (now) this.gate.send({ type: 'tell', quiltId: now.quiltId, message: elsewhere(null, false) });
      await Runs.recover(this.database);
    });
  }

  /** A quilt's plan was changed: a line that was loaded by the plan before is not stitched. */
  edited(quiltId: string, diff: PlanDiff): void {
    if (diff.every((change) => change.kind === 'landmarks' || isRenaming(change))) return;
    void this.turns.take(() => this.runs.planChanged(quiltId));
  }

  /** In its turn, and refused while the head moves, or another quilt's line is loaded. */
  private whileFree<T>(quiltId: string | null, work: () => Promise<T>): Promise<T> {
    return this.inTurn(() => {
      if (this.mode === 'stitching' || this.mode === 'paused')
        throw new Refusal('refused', 'The frame is stitching. Stop it before loading something else.');
      if (this.mode === 'rehearsing' || this.mode === 'moving')
        throw new Refusal('refused', 'The head is moving. Stop it, or wait until it rests.');
      const { now } = this.poles;
      if (quiltId !== null && now && now.quiltId !== quiltId && this.isBusy())
        throw new Refusal('refused', `${now.name} is on the frame. Put this quilt on it first.`);
      return work();
    });
  }

  /** What can't be written down now is refused, not kept waiting. */
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    if (this.runs.isBehind)
      return Promise.reject(
        new Refusal('unavailable', 'What is stitched can’t be written down. Look at the server: its disk or database.'),
      );
    return this.turns.take(work);
  }

  /** The quilt on the poles stays there: it is stitched, or a line of it is loaded. */
  private isBusy(): boolean {
    const { run } = this.runs;
    return (this.mode !== null && this.mode !== 'idle') || (run !== null && isOpen(run.state.status));
  }

  private receive(message: ToDesk): void {
    switch (message.type) {
      case 'listening':
        this.gate.send({ type: 'devices', devices: this.admitted });
        break;
      case 'said':
        this.say(message.line);
        break;
      case 'mode':
        this.mode = message.mode;
        break;
      case 'link':
        this.linkChanged(message.up);
        break;
      case 'held':
        if (message.held) {
          const { run, stroke, stitch } = message.held;
          void this.turns.take(() => this.runs.count(run, stroke, stitch));
        }
        break;
      case 'opened':
        void this.turns.take(() => this.opened(message));
        break;
      case 'loaded':
        this.loads.answered(message.ask, message.refusal);
        break;
      case 'happened':
        void this.write(message.number, () => this.runs.happened(message.kind, message));
        break;
      case 'progressed':
        void this.write(message.number, () => this.runs.progress(message));
        break;
      case 'touchAsked':
        this.touching.ask(message.quiltId, message.touch);
        break;
      case 'read':
        void this.turns.take(async () => {
          const quiltId = await this.touching.read(framePoint(message.x, message.y));
          if (quiltId !== null) await this.runs.planChanged(quiltId);
        });
        break;
      case 'touchRefused':
        this.touching.drop();
    }
  }

  /** The gate's messages are Gorse's. */
  private say(line: string): void {
    const { level, time: _time, msg, ...details } = JSON.parse(line) as Record<string, unknown>;
    const to = pino.levels.labels[Number(level)] as Level;
    this.log[to]({ process: 'gate', ...details }, String(msg));
  }

  private write(number: number, work: () => Promise<void>): Promise<void> {
    return this.turns.take(async () => {
      await work();
      this.gate.send({ type: 'written', number });
    });
  }

  /** A screen opened. Its quilt is put on the frame unless another is loaded or stitched there. */
  private async opened({ screen, quiltId }: Extract<ToDesk, { type: 'opened' }>): Promise<void> {
    const tell = (message: ScreenMessage): void => this.gate.send({ type: 'tellScreen', screen, message });
    try {
      if (!this.isBusy() || this.poles.has(quiltId)) await this.poles.mount(quiltId);
    } catch (error) {
      const sentence = error instanceof Refusal ? error.message : 'The frame can’t be shown. Load this page again.';
      tell({ type: 'refused', command: 'hello', sentence });
      throw error;
    }
    if (!this.poles.has(quiltId)) tell(elsewhere(this.poles.now, this.mode !== 'idle'));
    else this.known().forEach(tell);
  }

  /** What the desk knows of the quilt on the poles. */
  private known(): readonly ScreenMessage[] {
    return [
      { type: 'advances', events: this.poles.now?.events ?? [] },
      { type: 'run', run: this.runs.run },
    ];
  }

  private mounted(now: QuiltOnPoles, before: QuiltOnPoles | null): void {
    const tell = (quiltId: string, message: ScreenMessage): void => this.gate.send({ type: 'tell', quiltId, message });
    const isOther = before?.quiltId !== now.quiltId;
    // What was loaded lies elsewhere now.
    if (isOther || advanceNow(before.state) !== advanceNow(now.state)) this.runs.drop();
    if (isOther) {
      this.touching.drop();
      if (before) tell(before.quiltId, elsewhere(now, false));
      for (const message of this.known()) tell(now.quiltId, message);
    } else if (before.events.length !== now.events.length) tell(now.quiltId, { type: 'advances', events: now.events });
  }

  private linkChanged(up: boolean): void {
    this.log.info({}, up ? 'the frame is linked' : 'the frame’s link ended');
    if (up) {
      const { now } = this.poles;
      if (now) void this.turns.take(() => this.poles.mount(now.quiltId));
      return;
    }
    this.touching.drop();
    void this.turns.take(() => this.runs.interrupt());
  }
}

/** Names are for people: what is stitched doesn't depend on them. */
function isRenaming({ before, after }: Change): boolean {
  const nameless = (record: object | null): object => ({ ...record, name: '' });
  return before !== null && after !== null && isDeepStrictEqual(nameless(before), nameless(after));
}

const elsewhere = (now: QuiltOnPoles | null, busy: boolean): ScreenMessage => ({
  type: 'elsewhere',
  quilt: now?.name ?? null,
  busy,
});
