import type { AdvanceRequest } from '@gorse/contract';
import {
  type AdvanceEvent,
  advanceRefusal,
  type AdvanceState,
  advanceStateOf,
  mountedNow,
  NEWLY_LOADED,
  type PlanRecords,
  quiltOf,
  safeArea,
} from '@gorse/core';
import { found, Refusal } from '../refusal.ts';
import { frontOf, type RunOnCloth, stitchedRuns } from '../actions/stitched.ts';
import { appendAdvance, listAdvances } from '../store/advance-store.ts';
import type { ToGate } from '../gate/messages.ts';
import type { Database } from '../store/database.ts';
import { findPlan } from '../store/quilt-store.ts';
import { mountCommand } from './mount-command.ts';

/** A quilt as it is planned, with what was done with it on the poles. */
export interface QuiltNow {
  readonly records: PlanRecords;
  readonly revision: number;
  readonly events: readonly AdvanceEvent[];
  readonly stitched: readonly RunOnCloth[];
}

/** The quilt that lies on the poles. */
export interface QuiltOnPoles {
  readonly quiltId: string;
  readonly name: string;
  /** How it was put there: the log, and what follows from it. */
  readonly events: readonly AdvanceEvent[];
  readonly state: AdvanceState;
}

/** What lies on the poles, and how it was put there. */
export class Poles {
  private mounted: QuiltOnPoles | null = null;

  constructor(
    private readonly database: Database,
    private readonly send: (message: ToGate) => void,
    /** Another quilt lies there now, or the same one otherwise. */
    private readonly changed: (now: QuiltOnPoles, before: QuiltOnPoles | null) => void,
  ) {}

  get now(): QuiltOnPoles | null {
    return this.mounted;
  }

  /** How the quilt on the poles was put there. */
  get advances(): AdvanceState {
    return this.mounted?.state ?? NEWLY_LOADED;
  }

  /** Nothing lies there. */
  clear(): void {
    this.mounted = null;
    this.send({ type: 'bare' });
  }

  has(quiltId: string): boolean {
    return this.mounted?.quiltId === quiltId;
  }

  /** Puts a quilt on the poles, as it is planned now. */
  async mount(quiltId: string): Promise<QuiltNow> {
    const quilt = await this.read(quiltId);
    this.put(quiltId, quilt);
    return quilt;
  }

  /** Writes down what is done with a quilt on the poles, and puts it so on the frame. Refuses what isn't its turn. */
  async advance(quiltId: string, { kind, pass, rolled }: AdvanceRequest): Promise<readonly AdvanceEvent[]> {
    const quilt = await this.read(quiltId);
    const state = advanceStateOf(quilt.events);
    const refusal = advanceRefusal(state, kind);
    if (refusal !== null) throw new Refusal('refused', refusal);
    const now = mountedNow(state);
    const next = { turned: kind === 'turned' ? !now.turned : now.turned };
    const event: AdvanceEvent = MOVES.has(kind)
      ? { kind, at: Date.now(), pass, rolled, front: frontOf(quilt.records, quilt.stitched, next) }
      : { kind, at: Date.now(), pass: now.pass, rolled: now.rolled, front: now.front };
    await this.database.commit((tables) => appendAdvance(tables, quiltId, quilt.events.length, event));
    const events = [...quilt.events, event];
    this.put(quiltId, { ...quilt, events });
    return events;
  }

  private async read(quiltId: string): Promise<QuiltNow> {
    const { records, revision } = found(await findPlan(this.database.read, quiltId), 'quilt');
    const events = await listAdvances(this.database.read, quiltId);
    return { records, revision, events, stitched: await stitchedRuns(this.database, quiltId) };
  }

  private put(quiltId: string, { records, events, stitched }: QuiltNow): void {
    const before = this.mounted;
    const { name, machine } = quiltOf(records);
    const advances = advanceStateOf(events);
    this.mounted = { quiltId, name, events, state: advances };
    const area = safeArea(machine.frame, mountedNow(advances).rolled);
    const command = mountCommand(quiltId, records, advances, stitched);
    this.send({ type: 'mount', poles: { quiltId, name, advances, area }, command });
    this.changed(this.mounted, before);
  }
}

/** Lines that were loaded before lie elsewhere now. */
const MOVES: ReadonlySet<AdvanceEvent['kind']> = new Set(['rolled', 'loaded', 'turned']);
