import { type Affine, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import type { DistanceField } from '../geometry/distance-field.ts';
import type { Point } from '../geometry/point.ts';
import { type Bounds, boundsOf, polyline, squaredDistanceToChord } from '../geometry/polyline.ts';
import type { SegmentIndex } from '../geometry/segment-index.ts';
import { SYMMETRY_MISS } from '../tolerances.ts';
import { pointAt } from './along.ts';

export interface Symmetry {
  /** Looks the same when flipped left to right. */
  readonly mirrorsAcross: boolean;
  /** Looks the same when flipped top to bottom. */
  readonly mirrorsDown: boolean;
  /** How many turns of a whole circle's equal part bring it back: 1 for none, 2 when upside down looks the same. */
  readonly turns: number;
  /** How much upside down differs, 0 to 1: by where the thread lies and which way its curves open. */
  readonly upsideDown: number;
}

/** Points that stand for the line where it is compared as a whole. */
const SAMPLES = 600;
/** Points this far apart along the line are held against it, mm: whatever leaves it by more than a miss is seen. */
const STEP = SYMMETRY_MISS / 2;
/** Most points that are held against it: a kilometre of line has them farther apart. */
const MOST_HELD = 300_000;
/** Turns of a higher order are told as a circle's. */
const HIGHEST_ORDER = 24;
const BANDS = 8;
const WAYS = 8;
/** Fields across and down. */
const FIELDS = 4;

/**
 * About the centroid of the line, which every symmetry keeps. All of the line is held against itself, by the nearest segment of `field` first,
 * which is the right one nearly always.
 */
export function symmetryOf(index: SegmentIndex, box: Bounds, field: DistanceField): Symmetry {
  const total = index.along[index.count]!;
  const samples = Array.from({ length: SAMPLES }, (_, k) => pointAt(index, ((k + 0.5) / SAMPLES) * total));
  const held = spacedPoints(index, Math.max(STEP, total / MOST_HELD));
  const centre = centroid(index);
  const isOnLine = nearBy(index, box, field);
  const keeps = (map: Affine): boolean => {
    const [a, b, c, d, e, f] = compose(translation(-centre.x, -centre.y), map, translation(centre.x, centre.y));
    for (let i = 0; i < held.length; i += 2) {
      const [x, y] = [held[i]!, held[i + 1]!];
      if (!isOnLine(a * x + c * y + e, b * x + d * y + f)) return false;
    }
    return true;
  };
  const orders = Array.from({ length: HIGHEST_ORDER - 1 }, (_, i) => HIGHEST_ORDER - i);
  return {
    mirrorsAcross: keeps(scaling(-1, 1)),
    mirrorsDown: keeps(scaling(1, -1)),
    turns: orders.find((n) => [1, nearHalf(n)].every((k) => keeps(rotation((2 * Math.PI * k) / n)))) ?? 1,
    upsideDown: upsideDown(samples),
  };
}

/**
 * So many turns of an order come nearest to half a circle without being one of a lower order. One turn of 1/22 misses what has 21 lobes by so
 * little that it may pass; this many miss it by half a lobe.
 */
function nearHalf(order: number): number {
  let turns = Math.max(1, Math.floor(order / 2));
  while (commonDivisor(order, turns) !== 1) turns--;
  return turns;
}

const commonDivisor = (a: number, b: number): number => (b === 0 ? a : commonDivisor(b, a % b));

/** Whether a place lies on the line within a miss. */
function nearBy(
  index: SegmentIndex,
  box: Bounds,
  { cell, columns, rows, nearest }: DistanceField,
): (x: number, y: number) => boolean {
  const { ends } = index;
  const most = SYMMETRY_MISS ** 2;
  return (x, y) => {
    const column = Math.floor((x - box.minX) / cell);
    const row = Math.floor((y - box.minY) / cell);
    let near: number | undefined;
    if (column >= 0 && column < columns && row >= 0 && row < rows) {
      near = nearest[row * columns + column]!;
      const e = 4 * near;
      if (squaredDistanceToChord(x, y, ends[e]!, ends[e + 1]!, ends[e + 2]!, ends[e + 3]!) <= most) return true;
    }
    return index.distance(x, y, near) <= SYMMETRY_MISS;
  };
}

/** Points of the line no farther apart than a step, the far ones first, so that what breaks a symmetry is met soon. */
function spacedPoints({ ends, along, count }: SegmentIndex, step: number): Float64Array {
  const points: number[] = [];
  for (let i = 0; i < count; i++) {
    const parts = Math.max(1, Math.ceil((along[i + 1]! - along[i]!) / step));
    for (let k = 0; k < parts; k++) {
      const t = (k + 0.5) / parts;
      points.push(ends[4 * i]! + t * (ends[4 * i + 2]! - ends[4 * i]!));
      points.push(ends[4 * i + 1]! + t * (ends[4 * i + 3]! - ends[4 * i + 1]!));
    }
  }
  const n = points.length / 2;
  const stride = strideOf(n);
  const out = new Float64Array(points.length);
  for (let k = 0, i = 0; k < n; k++, i = (i + stride) % n) {
    out[2 * k] = points[2 * i]!;
    out[2 * k + 1] = points[2 * i + 1]!;
  }
  return out;
}

/** A stride that visits all of n things, each far from the one before. */
function strideOf(n: number): number {
  let stride = Math.max(1, Math.round(0.618 * n));
  while (commonDivisor(n, stride) !== 1) stride++;
  return stride;
}

/** The mean place of the thread. */
function centroid({ ends, along, count }: SegmentIndex): Point {
  let x = 0;
  let y = 0;
  for (let i = 0; i < count; i++) {
    const length = along[i + 1]! - along[i]!;
    x += (length * (ends[4 * i]! + ends[4 * i + 2]!)) / 2;
    y += (length * (ends[4 * i + 1]! + ends[4 * i + 3]!)) / 2;
  }
  return { x: x / along[count]!, y: y / along[count]! };
}

/**
 * Compares three pictures of the design with themselves after half a turn: how the thread is spread from top to bottom, over the fields of a
 * coarse grid, and the directions in which its curves open. The largest difference counts.
 */
function upsideDown(samples: readonly Point[]): number {
  const box = boundsOf([polyline(samples)])!;
  const bands = new Array<number>(BANDS).fill(0);
  const fields = new Array<number>(FIELDS * FIELDS).fill(0);
  const ways = new Array<number>(WAYS).fill(0);
  const part = (value: number, from: number, to: number, parts: number): number =>
    to > from ? Math.min(parts - 1, Math.floor(((value - from) / (to - from)) * parts)) : 0;
  samples.forEach((p, k) => {
    bands[part(p.y, box.minY, box.maxY, BANDS)]! += 1;
    fields[part(p.y, box.minY, box.maxY, FIELDS) * FIELDS + part(p.x, box.minX, box.maxX, FIELDS)]! += 1;
    const before = samples[k - 1];
    const after = samples[k + 1];
    if (!before || !after) return;
    // Towards the inside of the bend, as long as the bend is strong.
    const bx = before.x + after.x - 2 * p.x;
    const by = before.y + after.y - 2 * p.y;
    const way = Math.floor(((Math.atan2(by, bx) / (2 * Math.PI) + 1) * WAYS + 0.5) % WAYS);
    ways[way]! += Math.sqrt(bx * bx + by * by);
  });
  // Half a turn takes each band and field to its opposite, and each direction to the one across.
  const across = [...ways.slice(WAYS / 2), ...ways.slice(0, WAYS / 2)];
  return Math.max(
    box.maxY > box.minY ? difference(bands, [...bands].reverse()) : 0,
    difference(fields, [...fields].reverse()),
    difference(ways, across),
  );
}

/** Half the sum of absolute differences of two distributions: 0 when alike, 1 when they share nothing. */
function difference(a: readonly number[], b: readonly number[]): number {
  const sum = a.reduce((total, value) => total + value, 0);
  if (sum === 0) return 0;
  return a.reduce((total, value, i) => total + Math.abs(value - b[i]!), 0) / (2 * sum);
}
