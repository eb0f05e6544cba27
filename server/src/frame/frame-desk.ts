import type { AdvanceRequest, RunAnswer, ScreenCommand, ScreenMessage } from '@gorse/contract';
import {
  advanceNow,
  type AdvanceEvent,
  advanceRefusal,
  type AdvanceState,
  advanceStateOf,
  decodeStrokes,
  type FrameEventKind,
  type FrameReply,
  type FrameState,
  holeAt,
  holesBefore,
  isOpen,
  lineUpRefusal,
  mountedNow,
  NEWLY_LOADED,
  nextRunState,
  type PlanRecords,
  resumePoint,
  type RunEventKind,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import type { Logger } from 'pino';
import { Refusal, found } from '../actions/refusal.ts';
import { plannedQuilt } from '../actions/planned.ts';
import { makeStitchPlan, stitchPlanOf } from '../actions/stitch-plan.ts';
import { frontOf, type RunOnCloth, stitchedRuns } from '../actions/stitched.ts';
import type { Database } from '../store/database.ts';
import { appendAdvance, listAdvances } from '../store/advance-store.ts';
import { findPlan } from '../store/quilt-store.ts';
import { appendEvent, findRun, findRunCloth, findRunPoints, insertRun, listRuns } from '../store/run-store.ts';
import { FrameLink } from './frame-link.ts';
import { mountCommand } from './mount-command.ts';

/** How often stitching progress is written down, in ms. */
const PROGRESS_EVERY = 200;

/** A run at the frame, one of its strokes loaded. */
interface Current {
  run: RunAnswer;
  readonly strokes: readonly Float64Array[];
  stroke: number;
  progressAt: number;
}

/** A quilt as it is planned, with what was done with it on the poles. */
interface QuiltNow {
  readonly records: PlanRecords;
  readonly events: readonly AdvanceEvent[];
  readonly stitched: readonly RunOnCloth[];
}

const NOTHING_LOGGED = { events: [], state: NEWLY_LOADED } as const;
/** What waits for tension and clamps. */
const HELD_BACK: ReadonlySet<ScreenCommand['type']> = new Set(['touch', 'rehearse', 'bobbinThread', 'start']);

/** Frame events that go into the run's log as they are. */
const LOGGED: Readonly<Partial<Record<FrameEventKind, RunEventKind>>> = {
  rehearsed: 'rehearsed',
  bobbinThreadUp: 'bobbinThreadUp',
  started: 'started',
  paused: 'paused',
  resumed: 'resumed',
  stopped: 'stopped',
  threadBroke: 'threadBroke',
  bobbinEmpty: 'bobbinEmpty',
  mended: 'mended',
};

/**
 * Runs quilts at the frame: loads stitch plans, writes the log, and tells the screens. What happens at the frame is taken one by one, in
 * order, and each event is on the disk before a screen hears of it.
 */
export class FrameDesk {
  private readonly link: FrameLink;
  private readonly screens = new Set<(message: ScreenMessage) => void>();
  private state: FrameState | null = null;
  private view: Extract<FrameReply, { type: 'view' }> | null = null;
  private quiltId: string | null = null;
  /** How that quilt was put on the poles: the log, and what follows from it. */
  private advances: { readonly events: readonly AdvanceEvent[]; readonly state: AdvanceState } = NOTHING_LOGGED;
  private current: Current | null = null;
  private queue: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly database: Database,
    url: string,
    private readonly log: Logger,
  ) {
    this.link = new FrameLink(url, {
      reply: (reply) => this.receive(reply),
      link: (up) => this.linkChanged(up),
    });
  }

  /** Runs that were under way when the server last ended were interrupted where the log ends. */
  static async recover(database: Database): Promise<void> {
    for (const run of await listRuns(database.read, null)) {
      if (!isUnderWay(run)) continue;
      const event = { kind: 'interrupted' as const, at: Date.now(), stitch: run.state.stitch };
      await database.commit((tables) => appendEvent(tables, run.id, run.events.length, event));
    }
  }

  close(): void {
    this.link.close();
  }

  /** A Frame screen has opened for a quilt; returns how it leaves. When the last one leaves, stitching pauses. */
  async watch(quiltId: string, tell: (message: ScreenMessage) => void): Promise<() => void> {
    // A quilt that is being stitched stays as it is.
    if (this.quiltId !== quiltId || !this.isBusy()) await this.mount(quiltId);
    this.screens.add(tell);
    tell({ type: 'link', up: this.link.up });
    if (this.view?.quilt === quiltId) tell(this.view);
    tell({ type: 'advances', events: this.advances.events });
    if (this.state) tell(this.state);
    if (this.current) tell({ type: 'run', run: this.current.run });
    return () => {
      this.screens.delete(tell);
      if (this.screens.size === 0 && this.state?.mode === 'stitching') this.link.send({ type: 'pause' });
    };
  }

  command(command: ScreenCommand): void {
    const heldBack = HELD_BACK.has(command.type) ? lineUpRefusal(this.advances.state) : null;
    if (heldBack !== null) this.tellScreens({ type: 'refused', command: command.type, sentence: heldBack });
    else if (!this.link.send(command)) {
      this.tellScreens({
        type: 'refused',
        command: command.type,
        sentence: 'The frame does not answer. Check that it is on and its link is up.',
      });
    }
  }

  /** Makes the stitch plan of a piece and loads it. */
  async start(quiltId: string, pieceId: string): Promise<RunAnswer> {
    return this.inTurn(async () => {
      this.refuseWhileStitching();
      const { records, stitched } = await this.mount(quiltId);
      const lies = { advances: this.advances.state, stitched };
      const { plan, designs } = await plannedQuilt(this.database, quiltId, records);
      const { designId, ...made } = makeStitchPlan(plan, records, lies, pieceId);
      const design = designs.get(designId)?.name ?? '';
      const id = nanoid(12);
      const at = Date.now();
      const open = (await listRuns(this.database.read, quiltId)).filter(
        (run) => run.pieceId === pieceId && isOpen(run.state.status),
      );
      await this.database.commit(async (tables) => {
        for (const run of open)
          await appendEvent(tables, run.id, run.events.length, { kind: 'abandoned', at, stitch: run.state.stitch });
        await insertRun(tables, { ...made, id, quiltId, pieceId, design, madeAt: at });
        await appendEvent(tables, id, 0, { kind: 'made', at, stitch: 0 });
      });
      return this.take(id, 0);
    });
  }

  /**
   * Writes down what is done with the quilt on the poles, and puts it so on the frame. Refuses while the head stitches, and what isn't
   * its turn.
   */
  async advance(quiltId: string, { kind, pass, rolled }: AdvanceRequest): Promise<readonly AdvanceEvent[]> {
    return this.inTurn(async () => {
      this.refuseWhileStitching();
      const quilt = await this.read(quiltId);
      const state = advanceStateOf(quilt.events);
      const refusal = advanceRefusal(state, kind);
      if (refusal !== null) throw new Refusal('refused', refusal);
      const now = mountedNow(state);
      const moved = kind === 'rolled' || kind === 'loaded';
      const event: AdvanceEvent = moved
        ? { kind, at: Date.now(), pass, rolled, front: frontOf(quilt.records, quilt.stitched) }
        : { kind, at: Date.now(), pass: now.pass, rolled: now.rolled, front: now.front };
      await this.database.commit((tables) => appendAdvance(tables, quiltId, quilt.events.length, event));
      if (moved) this.current = null;
      const events = [...quilt.events, event];
      this.put(quiltId, { ...quilt, events });
      this.tellScreens({ type: 'advances', events });
      return events;
    });
  }

  /** Loads an open run again, to go on from `back` mm before its last stitch; lined up anew when the quilt was rolled or moved since. */
  async resume(runId: string, back: number): Promise<RunAnswer> {
    return this.inTurn(async () => {
      this.refuseWhileStitching();
      const run = found(await findRun(this.database.read, runId), 'run');
      if (!isOpen(run.state.status))
        throw new Refusal('refused', 'This run is over. Start a new one on the Frame screen.');
      const quilt = await this.mount(run.quiltId);
      const strokes = decodeStrokes(found(await findRunPoints(this.database.read, runId), 'run'));
      const { stroke, hole } = holeAt(run.holes, run.state.stitch);
      const from = resumePoint(strokes[stroke]!, hole, back);
      return run.advance === advanceNow(this.advances.state)
        ? this.take(runId, holesBefore(run.holes, stroke) + from)
        : this.continueAnew(run, stroke, from, quilt);
    });
  }

  /** What is left of a run as a run of its own, where the cloth lies now. */
  private async continueAnew(
    run: RunAnswer,
    stroke: number,
    hole: number,
    { records, stitched }: QuiltNow,
  ): Promise<RunAnswer> {
    const cloth = decodeStrokes(found(await findRunCloth(this.database.read, run.id), 'run'));
    if (cloth.length === 0)
      throw new Refusal('refused', 'This run was made before the quilt was moved, and can’t follow it. Start it anew.');
    const left = [cloth[stroke]!.subarray(2 * hole), ...cloth.slice(stroke + 1)];
    const lies = { advances: this.advances.state, stitched };
    const made = stitchPlanOf(run.name, left, run.planHash, records, lies);
    const { quiltId, pieceId, design } = run;
    const id = nanoid(12);
    const at = Date.now();
    await this.database.commit(async (tables) => {
      await appendEvent(tables, run.id, run.events.length, { kind: 'continued', at, stitch: run.state.stitch });
      await insertRun(tables, { ...made, id, quiltId, pieceId, design, continued: true, madeAt: at });
      await appendEvent(tables, id, 0, { kind: 'made', at, stitch: 0 });
    });
    return this.take(id, 0);
  }

  /** Ends a run that won't be gone on with. */
  async abandon(runId: string): Promise<RunAnswer> {
    return this.inTurn(async () => {
      const run = found(await findRun(this.database.read, runId), 'run');
      if (run.state.status === 'stitching') throw new Refusal('refused', 'This run is being stitched. Stop it first.');
      if (!isOpen(run.state.status)) return run;
      const ended = await this.write(run, 'abandoned', run.state.stitch);
      if (this.current?.run.id === runId) this.current = null;
      this.tellScreens({ type: 'run', run: ended });
      return ended;
    });
  }

  private async take(runId: string, stitch: number): Promise<RunAnswer> {
    let run = found(await findRun(this.database.read, runId), 'run');
    const strokes = decodeStrokes(found(await findRunPoints(this.database.read, runId), 'run'));
    if (run.state.status !== 'ready') run = await this.write(run, 'takenUp', stitch);
    const { stroke, hole } = holeAt(run.holes, stitch);
    this.current = { run, strokes, stroke, progressAt: 0 };
    this.load(hole);
    this.tellScreens({ type: 'run', run });
    return run;
  }

  private load(hole: number): void {
    const { run, strokes, stroke } = this.current!;
    const points = [...strokes[stroke]!];
    const sent = this.link.send({ type: 'load', run: run.id, advance: run.advance, points, from: hole });
    if (!sent)
      throw new Refusal(
        'unavailable',
        'The frame does not answer. Check that it is on and its link is up, then try again.',
      );
  }

  private async read(quiltId: string): Promise<QuiltNow> {
    const { records } = found(await findPlan(this.database.read, quiltId), 'quilt');
    const events = await listAdvances(this.database.read, quiltId);
    return { records, events, stitched: await stitchedRuns(this.database, quiltId) };
  }

  /** Puts a quilt on the poles, as it is planned now. */
  private async mount(quiltId: string): Promise<QuiltNow> {
    this.refuseWhileStitching();
    const quilt = await this.read(quiltId);
    this.put(quiltId, quilt);
    return quilt;
  }

  private put(quiltId: string, { records, events, stitched }: QuiltNow): void {
    if (this.quiltId !== quiltId) this.current = null;
    this.quiltId = quiltId;
    this.advances = { events, state: advanceStateOf(events) };
    this.link.send(mountCommand(quiltId, records, this.advances.state, stitched));
  }

  private isBusy(): boolean {
    return this.state?.mode === 'stitching' || this.state?.mode === 'paused';
  }

  private refuseWhileStitching(): void {
    if (this.isBusy()) {
      throw new Refusal('refused', 'The frame is stitching. Stop it before loading something else.');
    }
  }

  private receive(reply: FrameReply): void {
    switch (reply.type) {
      case 'state':
        this.state = reply;
        if (reply.mode === 'stitching') void this.inTurn(() => this.progress(reply));
        this.tellScreens(reply);
        break;
      case 'view':
        this.view = reply;
        this.tellScreens(reply);
        break;
      case 'event':
        void this.inTurn(() => this.happened(reply.kind, reply.run, reply.stitch));
        break;
      default:
        this.tellScreens(reply);
    }
  }

  private async progress(state: FrameState): Promise<void> {
    const { current } = this;
    if (!current || state.run?.id !== current.run.id || Date.now() - current.progressAt < PROGRESS_EVERY) return;
    const stitch = holesBefore(current.run.holes, current.stroke) + state.run.stitch;
    if (current.run.state.status !== 'stitching' || stitch <= current.run.state.stitch) return;
    current.progressAt = Date.now();
    current.run = await this.write(current.run, 'progress', stitch);
    this.tellScreens({ type: 'run', run: current.run });
  }

  private async happened(kind: FrameEventKind, runId: string | null, hole: number): Promise<void> {
    const { current } = this;
    if (!current || current.run.id !== runId) return;
    const stitch = holesBefore(current.run.holes, current.stroke) + hole;
    const logged = LOGGED[kind];
    if (kind === 'finished') await this.finishStroke(current, stitch);
    else if (logged && (kind !== 'stopped' || isUnderWay(current.run)))
      current.run = await this.write(current.run, logged, stitch);
    this.tellScreens({ type: 'run', run: current.run });
  }

  private async finishStroke(current: Current, stitch: number): Promise<void> {
    if (current.stroke === current.strokes.length - 1) {
      current.run = await this.write(current.run, 'finished', stitch);
      return;
    }
    current.stroke += 1;
    current.run = await this.write(current.run, 'cut', holesBefore(current.run.holes, current.stroke));
    this.load(0);
  }

  private async write(run: RunAnswer, kind: RunEventKind, stitch: number): Promise<RunAnswer> {
    const event = { kind, at: Date.now(), stitch };
    await this.database.commit((tables) => appendEvent(tables, run.id, run.events.length, event));
    return { ...run, events: [...run.events, event], state: nextRunState(run.state, event) };
  }

  private linkChanged(up: boolean): void {
    this.tellScreens({ type: 'link', up });
    const { quiltId } = this;
    if (up) {
      if (quiltId !== null) void this.inTurn(() => this.mount(quiltId));
      return;
    }
    this.state = null;
    this.view = null;
    void this.inTurn(async () => {
      const { current } = this;
      this.current = null;
      if (current && isUnderWay(current.run)) {
        this.tellScreens({ type: 'run', run: await this.write(current.run, 'interrupted', current.run.state.stitch) });
      }
    });
  }

  /** One thing after the other, so that the log is in the order of events. */
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.queue.then(work);
    this.queue = done.catch((error: unknown) => {
      if (!(error instanceof Refusal)) this.log.error({ error }, 'something failed at the frame');
    });
    return done;
  }

  private tellScreens(message: ScreenMessage): void {
    for (const tell of this.screens) tell(message);
  }
}

const isUnderWay = ({ state }: RunAnswer): boolean => state.status === 'stitching' || state.status === 'paused';
