import { sandwichThickness } from '../cloth/batting.ts';
import type { Point } from '../geometry/point.ts';
import { lengthOf, pointCount } from '../geometry/polyline.ts';
import { type MotionProfile, stitchClock } from '../stitch/motion.ts';
import { threadLength } from '../stitch/thread.ts';
import { type TieOff, tieOff } from '../stitch/tie-off.ts';
import { needleHoles } from './needle-holes.ts';
import type { QuiltRecord } from './records.ts';
import type { Stroke } from './stroke.ts';

export interface StitchRule {
  readonly stitchesPerInch: number;
  readonly tieOff: TieOff;
}

/** What stitching takes. */
export interface Totals {
  /** Of the drawn line, mm. */
  readonly length: number;
  readonly stitches: number;
  readonly cuts: number;
  readonly seconds: number;
  /** Thread from the top and as much from the bobbin, mm. */
  readonly thread: number;
}

export const NO_TOTALS: Totals = { length: 0, stitches: 0, cuts: 0, seconds: 0, thread: 0 };

export const sumTotals = (a: Totals, b: Totals): Totals => ({
  length: a.length + b.length,
  stitches: a.stitches + b.stitches,
  cuts: a.cuts + b.cuts,
  seconds: a.seconds + b.seconds,
  thread: a.thread + b.thread,
});

/** Of what is stitched one after another: a cut between each and the next. */
export const totalsInTurn = (each: readonly Totals[]): Totals =>
  each.reduce(sumTotals, { ...NO_TOTALS, cuts: Math.max(0, each.length - 1) });

/** Strokes stitched, in the space of the strokes. */
export interface Stitched {
  /** Needle points with tie-offs; one line a stroke. */
  readonly needle: readonly Float64Array<ArrayBuffer>[];
  /** Holes where the line is too sharp for the stitch length. */
  readonly sharp: readonly Point[];
  readonly totals: Totals;
}

/** What of machine and cloth decides how long stitching takes, and how much thread. */
export interface Sewing {
  readonly motion: MotionProfile;
  /** Of the sandwich, mm. */
  readonly thickness: number;
}

export const sewingOf = ({ machine, batting }: Pick<QuiltRecord, 'machine' | 'batting'>): Sewing => ({
  motion: machine.motion,
  thickness: sandwichThickness(batting, machine.frame.thickness),
});

export function stitchStrokes(strokes: readonly Stroke[], rule: StitchRule, { motion, thickness }: Sewing): Stitched {
  const holes = strokes.map((stroke) => needleHoles(stroke, rule.stitchesPerInch));
  const needle = holes.map(({ points }) => tieOff(points, rule.tieOff));
  const sum = (of: (line: Float64Array) => number): number => needle.reduce((total, line) => total + of(line), 0);
  return {
    needle,
    sharp: holes.flatMap(({ points, sharp }) => sharp.map((i) => ({ x: points[2 * i]!, y: points[2 * i + 1]! }))),
    totals: {
      length: strokes.reduce((total, { line }) => total + lengthOf(line), 0),
      stitches: sum((line) => pointCount(line) - 1),
      cuts: Math.max(0, needle.length - 1),
      seconds: sum((line) => stitchClock(line, motion).at(-1) ?? 0),
      thread: sum((line) => threadLength(line, thickness)),
    },
  };
}
