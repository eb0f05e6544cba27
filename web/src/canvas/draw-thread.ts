import { type Bounds, boundsOf, boxesMeet, type Polyline } from '@gorse/core';
import type { Levels } from './levels.ts';

/** A canvas on the page, or one of a worker. */
export type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

export interface ThreadLook {
  /** px a mm. */
  readonly scale: number;
  readonly colour: string;
  /** A planned line is dashed and thin, a stitched one lies as thread. */
  readonly look: 'planned' | 'thread';
  readonly opacity: number;
  /** Drawn thin and coarsely, while a gesture changes more than can be drawn well in time. */
  readonly hasty: boolean;
}

/** Thread thickness on the cloth, mm. */
const THICKNESS = 0.6;
/** From this many px a mm on, single stitches and their holes show. */
const HOLES_FROM = 3;
/** What a line may be off without being seen, px. */
const UNSEEN = 0.5;
/** The same while it moves. */
const UNSEEN_MOVING = 1.5;

/** The lines with the fewest points that can't be told from these at a scale; null for these themselves. */
export function coarsest(
  levels: Levels | undefined,
  { scale, hasty }: Pick<ThreadLook, 'scale' | 'hasty'>,
): Levels[0] | null {
  const unseen = hasty ? UNSEEN_MOVING : UNSEEN;
  return levels?.filter(({ tolerance }) => tolerance * scale <= unseen).at(-1) ?? null;
}

/** Draws lines on a canvas that is set to millimetres: those parts that meet the box. `holes` shows them where they can be told apart. */
export function drawThread(
  context: Context,
  parts: readonly Part[],
  seen: Bounds,
  { scale, colour, look, opacity, hasty }: ThreadLook,
  holes: boolean,
): void {
  context.globalAlpha = opacity;
  context.strokeStyle = colour;
  // No thicker than a pixel it is drawn several times as fast.
  context.lineWidth = hasty ? 1 / scale : Math.max(THICKNESS, (look === 'thread' ? 1.5 : 1.1) / scale);
  // Round joins cost most of the time and show only on thick lines.
  const thick = context.lineWidth * scale > 2.5;
  context.lineJoin = thick ? 'round' : 'bevel';
  context.lineCap = thick ? 'round' : 'butt';
  context.setLineDash(look === 'planned' ? [5 / scale, 4 / scale] : []);
  const visible = parts.filter((part) => boxesMeet(part.bounds, seen));
  for (const part of visible) context.stroke(part.path());
  context.setLineDash([]);
  if (holes && look === 'thread' && scale >= HOLES_FROM) drawHoles(context, visible);
  context.globalAlpha = 1;
}

/** Points of a line that are drawn at once, or not at all. */
const PART = 400;

export interface Part {
  readonly bounds: Bounds;
  readonly points: Polyline;
  /** Made when it first comes into sight: all at once would hold up a frame. */
  readonly path: () => Path2D;
}

/** Of whole lines, made once for all that draw them: the lens draws what the cloth does. */
const whole = new WeakMap<readonly Polyline[], Part[]>();
export function allPartsOf(lines: readonly Polyline[]): Part[] {
  const known = whole.get(lines) ?? partsOf(lines, Infinity);
  whole.set(lines, known);
  return known;
}

/** @param upTo the last hole that is drawn, counted over all lines */
export function partsOf(lines: readonly Polyline[], upTo: number): Part[] {
  const parts: Part[] = [];
  let hole = 0;
  for (const line of lines) {
    const count = Math.min(line.length / 2, Math.max(0, upTo + 1 - hole));
    hole += line.length / 2;
    for (let from = 0; from < count - 1; from += PART) {
      // Each begins where the one before ended.
      const points = line.subarray(2 * from, 2 * Math.min(count, from + PART + 1));
      const bounds = boundsOf([points]);
      if (bounds) parts.push({ bounds, points, path: once(() => pathOf(points)) });
    }
  }
  return parts;
}

/** A value that is made when it is first asked for. */
export function once<T>(make: () => T): () => T {
  let made: T | null = null;
  return () => (made ??= make());
}

function pathOf(line: Polyline): Path2D {
  const path = new Path2D();
  path.moveTo(line[0]!, line[1]!);
  for (let i = 2; i < line.length; i += 2) path.lineTo(line[i]!, line[i + 1]!);
  return path;
}

function drawHoles(context: Context, parts: readonly Part[]): void {
  const holes = new Path2D();
  for (const { points } of parts) {
    for (let i = 0; i < points.length; i += 2) {
      holes.moveTo(points[i]! + 0.28, points[i + 1]!);
      holes.arc(points[i]!, points[i + 1]!, 0.28, 0, 7);
    }
  }
  context.fillStyle = 'rgba(43, 42, 39, 0.55)';
  context.fill(holes);
}
