import type { RunAnswer, ScreenMessage } from '@gorse/contract';
import {
  advanceNow,
  decodeStrokes,
  farthestStitch,
  type FrameEventKind,
  holeAt,
  holesBefore,
  isOpen,
  type LoadCommand,
  resumePoint,
  type RunEvent,
  type RunEventKind,
  runStateOf,
  runWithEvent,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from 'pino';
import { found, Refusal } from '../refusal.ts';
import { designsOf } from '../actions/designs.ts';
import { refuseOtherThan } from '../actions/quilts.ts';
import { type ClothState, lineUpHash, type StitchPlan } from '../work/stitch-plan.ts';
import type { WorkDesk } from '../work/work-desk.ts';
import type { Database } from '../store/database.ts';
import {
  appendEvent,
  findRun,
  findRunCloth,
  findRunPoints,
  insertRun,
  listRuns,
  runsUnderWay,
} from '../store/run-store.ts';
import type { AtHole } from '../gate/messages.ts';
import type { Loads } from './loads.ts';
import type { Poles, QuiltNow } from './poles.ts';

/** Wait before what could not be written down is tried again, ms. */
const AGAIN_AFTER = 500;

/** A run at the frame, one of its strokes loaded. */
interface Current {
  run: RunAnswer;
  readonly strokes: readonly Float64Array[];
  stroke: number;
}

/** The run at the frame: made, loaded stroke by stroke, and written down as it goes. Its methods are called in turn. */
export class Runs {
  private current: Current | null = null;
  private behind = false;
  private closed = false;

  constructor(
    private readonly database: Database,
    private readonly poles: Poles,
    private readonly planning: WorkDesk,
    private readonly loads: Loads,
    private readonly tell: (quiltId: string, message: ScreenMessage) => void,
    private readonly log: Pick<Logger, 'error'>,
  ) {}

  /** Something that happened could not be written down yet. */
  get isBehind(): boolean {
    return this.behind;
  }

  /** Runs that were under way when the server last ended were interrupted where the log ends. */
  static async recover(database: Database): Promise<void> {
    for (const run of await runsUnderWay(database.read)) {
      const event = { kind: 'interrupted' as const, at: Date.now(), stitch: run.state.stitch };
      await database.commit((tables) => appendEvent(tables, run, event));
    }
  }

  /** What can't be written down is given up. */
  close(): void {
    this.closed = true;
  }

  get run(): RunAnswer | null {
    return this.current?.run ?? null;
  }

  /** What was loaded is no longer at the frame. */
  drop(): void {
    this.current = null;
  }

  /** Touches or the plan were changed: what is loaded by those before, and isn't under way, is taken out and not stitched. */
  async planChanged(quiltId: string): Promise<void> {
    const { run } = this;
    if (run?.quiltId !== quiltId || isUnderWay(run)) return;
    this.loads.unload();
    this.drop();
    if (run.state.status === 'ready' && run.state.stitch === 0) await this.write(run, 'abandoned', 0);
    this.tell(quiltId, { type: 'run', run: null });
  }

  /** The frame counts holes too: where a word was lost, it knows better how far the needle came. */
  async count(id: string, stroke: number, hole: number): Promise<void> {
    const run = this.run?.id === id ? this.run : await findRun(this.database.read, id);
    const holes = run?.holes[stroke];
    if (!run || holes === undefined || hole >= holes) return;
    const stitch = holesBefore(run.holes, stroke) + hole;
    if (stitch <= farthestStitch(run.events)) return;
    const isLast = stitch === holesBefore(run.holes, run.holes.length) - 1;
    const counted = await this.write(run, isLast && isOpen(run.state.status) ? 'finished' : 'progress', stitch);
    if (this.current?.run.id === id) this.current.run = counted;
  }

  /** Makes the stitch plan of a piece and loads it; refuses when the plan isn't the one that the screen shows. */
  async start(quiltId: string, pieceId: string, revision: number): Promise<RunAnswer> {
    const quilt = await this.poles.mount(quiltId);
    await refuseOtherThan(this.database.read, quiltId, quilt.revision, revision);
    const { records } = quilt;
    const designs = await designsOf(this.database, records);
    const asked = { quiltId, records, designs, pieceId, ...this.lies(quilt) };
    const { designId, ...made } = await this.planning.run('stitchPlan', asked);
    const before = (await listRuns(this.database.read, quiltId)).filter(
      (run) => run.pieceId === pieceId && isOpen(run.state.status),
    );
    const design = (designId === null ? 'background' : designs.get(designId)?.name) ?? '';
    return this.make(made, { quiltId, pieceId, design }, before, 'abandoned');
  }

  /** Loads an open run again, to go on from `back` mm before its last stitch; lined up anew when the quilt was rolled or moved since. */
  async resume(runId: string, back: number): Promise<RunAnswer> {
    const run = found(await findRun(this.database.read, runId), 'run');
    if (!isOpen(run.state.status))
      throw new Refusal('refused', 'This run is over. Start a new one on the Frame screen.');
    const quilt = await this.poles.mount(run.quiltId);
    const strokes = decodeStrokes(found(await findRunPoints(this.database.read, runId), 'run'));
    const { stroke, hole } = holeAt(run.holes, run.state.stitch);
    const from = resumePoint(strokes[stroke]!, hole, back);
    const isAsLinedUp = run.linedUp === lineUpHash(quilt.records, this.poles.advances);
    return run.advance === advanceNow(this.poles.advances) && isAsLinedUp
      ? this.take(run, holesBefore(run.holes, stroke) + from)
      : this.continueAnew(run, stroke, from, quilt);
  }

  /** Ends a run that won't be gone on with. */
  async abandon(runId: string): Promise<RunAnswer> {
    const run = found(await findRun(this.database.read, runId), 'run');
    if (run.state.status === 'stitching') throw new Refusal('refused', 'This run is being stitched. Stop it first.');
    if (!isOpen(run.state.status)) return run;
    if (this.run?.id === runId) {
      this.loads.unload();
      this.drop();
    }
    const ended = await this.write(run, 'abandoned', run.state.stitch);
    this.tell(run.quiltId, { type: 'run', run: ended });
    return ended;
  }

  async progress({ run, stroke, stitch: hole }: AtHole): Promise<void> {
    const { current } = this;
    if (current?.run.id !== run || current.stroke !== stroke || !isOpen(current.run.state.status)) return;
    const stitch = holesBefore(current.run.holes, stroke) + hole;
    if (stitch > current.run.state.stitch) current.run = await this.write(current.run, 'progress', stitch);
  }

  async happened(kind: FrameEventKind, { run, stroke, stitch: hole }: AtHole): Promise<void> {
    if (kind === 'unloaded') return this.count(run, stroke, hole);
    const { current } = this;
    // What is over stays over, whatever happens to the thread.
    if (current?.run.id !== run || current.stroke !== stroke || !isOpen(current.run.state.status)) return;
    const stitch = holesBefore(current.run.holes, stroke) + hole;
    if (kind === 'finished') await this.finishStroke(current, stitch);
    // What was loaded was written down as made or taken up; only what goes can be stopped.
    else if (kind !== 'stopped' || isUnderWay(current.run)) current.run = await this.write(current.run, kind, stitch);
  }

  /** The link broke: what was under way ended where the log does. */
  async interrupt(): Promise<void> {
    const { run } = this;
    this.drop();
    if (run && isUnderWay(run)) await this.write(run, 'interrupted', run.state.stitch);
  }

  private lies({ stitched }: QuiltNow): ClothState {
    return { advances: this.poles.advances, stitched };
  }

  /** What is left of a run as a run of its own, where the cloth lies now. */
  private async continueAnew(run: RunAnswer, stroke: number, hole: number, quilt: QuiltNow): Promise<RunAnswer> {
    const cloth = decodeStrokes(found(await findRunCloth(this.database.read, run.id), 'run'));
    if (cloth.length === 0)
      throw new Refusal('refused', 'This run was made before the quilt was moved, and can’t follow it. Start it anew.');
    const left = [cloth[stroke]!.subarray(2 * hole), ...cloth.slice(stroke + 1)];
    const { records } = quilt;
    const lines = { pieceId: run.pieceId, name: run.name, needle: left, rule: run.planHash };
    const made = await this.planning.run('layAgain', { ...lines, records, ...this.lies(quilt) });
    const { quiltId, pieceId, design } = run;
    return this.make(made, { quiltId, pieceId, design, continued: true }, [run], 'continued');
  }

  /** Writes a run down, in place of those before it, and loads it. */
  private async make(
    made: StitchPlan,
    of: Pick<RunAnswer, 'quiltId' | 'pieceId' | 'design'> & { readonly continued?: boolean },
    before: readonly RunAnswer[],
    end: 'abandoned' | 'continued',
  ): Promise<RunAnswer> {
    const id = nanoid(12);
    const at = Date.now();
    await this.database.commit(async (tables) => {
      for (const run of before) await appendEvent(tables, run, { kind: end, at, stitch: run.state.stitch });
      await insertRun(tables, { ...made, ...of, id, madeAt: at });
      await appendEvent(tables, { id, events: [], state: runStateOf([]) }, { kind: 'made', at, stitch: 0 });
    });
    return this.take(found(await findRun(this.database.read, id), 'run'), 0);
  }

  private async take(open: RunAnswer, stitch: number): Promise<RunAnswer> {
    const strokes = decodeStrokes(found(await findRunPoints(this.database.read, open.id), 'run'));
    const run = open.state.status === 'ready' ? open : await this.write(open, 'takenUp', stitch);
    const { stroke, hole } = holeAt(run.holes, stitch);
    const current = { run, strokes, stroke };
    try {
      await this.load(current, hole);
    } catch (error) {
      // What was never at the frame is not left as if it were.
      if (run.state.stitch === 0) await this.write(run, 'abandoned', 0);
      throw error;
    }
    this.current = current;
    this.tell(run.quiltId, { type: 'run', run });
    return run;
  }

  private load({ run, strokes, stroke }: Current, from: number): Promise<void> {
    const points = [...strokes[stroke]!];
    const command: LoadCommand = {
      ...{ type: 'load', run: run.id, hash: run.planHash, stroke, advance: run.advance, points, from },
    };
    return this.loads.load(command, run.state.rehearsed || run.state.stitch > 0);
  }

  private async finishStroke(current: Current, stitch: number): Promise<void> {
    if (current.stroke === current.strokes.length - 1) {
      current.run = await this.write(current.run, 'finished', stitch);
      return;
    }
    current.stroke += 1;
    current.run = await this.write(current.run, 'cut', holesBefore(current.run.holes, current.stroke));
    try {
      await this.load(current, 0);
    } catch (error) {
      // She is shown that it must be loaded again.
      this.drop();
      this.tell(current.run.quiltId, { type: 'run', run: null });
      throw error;
    }
  }

  /** On the disk first, then on the screens. What happened is tried again until it is written: the head waits meanwhile. */
  private async write(run: RunAnswer, kind: RunEventKind, stitch: number): Promise<RunAnswer> {
    const event: RunEvent = { kind, at: Date.now(), stitch };
    const commit = (): Promise<void> => this.database.commit((tables) => appendEvent(tables, run, event));
    while (!(await this.hasWritten(commit))) await pause(AGAIN_AFTER);
    this.tell(run.quiltId, { type: 'happened', run: run.id, event });
    return runWithEvent(run, event);
  }

  private async hasWritten(commit: () => Promise<void>): Promise<boolean> {
    try {
      await commit();
      this.behind = false;
      return true;
    } catch (error) {
      if (!this.behind) this.log.error({ err: error }, 'what happened at the frame could not be written down');
      this.behind = true;
      if (this.closed) throw error;
      return false;
    }
  }
}

const isUnderWay = ({ state }: RunAnswer): boolean => state.status === 'stitching' || state.status === 'paused';
