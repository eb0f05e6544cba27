import {
  type FrameEvent,
  type FramePoint,
  framePoint,
  type FrameState,
  type LoadCommand,
  pointIn,
  type StrokeOfRun,
} from '@gorse/core';

/** What can't happen to a line that is finished; its thread may still break. */
const GOES_ON: ReadonlySet<FrameEvent['kind']> = new Set(['rehearsed', 'started', 'paused', 'resumed', 'finished']);

/** The line that the frame holds, and how far it has come by what the frame says, which is believed as far as it can be true. */
export class LoadedLine {
  private readonly points: Float64Array;
  /** The last hole made, by what is seen of it and by what happened: that may be told again, later. */
  private seenAt: number;
  private happenedAt: number;
  private finished = false;
  /** The last hole that the desk was told of. */
  told: number;
  /** It was asked to be stitched since it was loaded. */
  started = false;

  constructor(
    private readonly command: LoadCommand,
    /** It may be stitched as it is. */
    public rehearsed: boolean,
  ) {
    this.points = Float64Array.from(command.points);
    this.seenAt = command.from;
    this.happenedAt = command.from;
    this.told = command.from;
  }

  get of(): StrokeOfRun {
    return this.command;
  }

  /** The hole it starts or goes on from. */
  get next(): FramePoint {
    return pointIn(this.points, Math.max(this.seenAt, this.happenedAt), framePoint);
  }

  /** Takes in what happened to it; says why it can't be true, or null. */
  happened({ kind, run, stroke, stitch }: FrameEvent): string | null {
    if (run !== this.command.run || stroke !== this.command.stroke) return 'it tells of a line that was not loaded';
    if (this.finished && GOES_ON.has(kind)) return 'a line that was finished goes on';
    const doubt = this.doubtOf(stitch, this.happenedAt);
    if (doubt !== null) return doubt;
    this.happenedAt = stitch;
    if (kind === 'finished') {
      if (stitch !== this.last) return 'a line is finished before its last hole';
      this.finished = true;
    }
    if (kind === 'rehearsed') this.rehearsed = true;
    return null;
  }

  /** Takes in where it is; says why that can't be true, or null. */
  seen({ mode, run }: FrameState): string | null {
    if (mode === 'stitching' && !this.started) return 'it stitches unasked';
    if (!run) return null;
    if (run.id !== this.command.run || run.stroke !== this.command.stroke) return 'it holds a line that was not loaded';
    if (run.of !== this.last) return 'its line has another number of holes';
    const doubt = this.doubtOf(run.stitch, this.seenAt);
    if (doubt === null) this.seenAt = run.stitch;
    return doubt;
  }

  private get last(): number {
    return this.points.length / 2 - 1;
  }

  private doubtOf(stitch: number, before: number): string | null {
    if (stitch > this.last) return 'it tells of a hole beyond the last';
    return stitch < before ? 'holes that were made are unmade' : null;
  }
}
