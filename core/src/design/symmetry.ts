import { type Affine, applyToPoint, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { boundsOf, polyline } from '../geometry/polyline.ts';
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

const SAMPLES = 600;
const TURNS = [12, 10, 8, 7, 6, 5, 4, 3, 2] as const;
const BANDS = 8;
const WAYS = 8;
/** Fields across and down. */
const FIELDS = 4;

/** About the centroid of the line, which every symmetry keeps. */
export function symmetryOf(index: SegmentIndex): Symmetry {
  const total = index.along[index.count]!;
  const samples = Array.from({ length: SAMPLES }, (_, k) => pointAt(index, ((k + 0.5) / SAMPLES) * total));
  const centre = centroid(index);
  const about = (map: Affine): Affine =>
    compose(translation(-centre.x, -centre.y), map, translation(centre.x, centre.y));
  const keeps = (map: Affine): boolean => {
    const whole = about(map);
    return samples.every((p) => {
      const moved = applyToPoint(whole, p);
      return index.distance(moved.x, moved.y) <= SYMMETRY_MISS;
    });
  };
  return {
    mirrorsAcross: keeps(scaling(-1, 1)),
    mirrorsDown: keeps(scaling(1, -1)),
    turns: TURNS.find((n) => keeps(rotation((2 * Math.PI) / n))) ?? 1,
    upsideDown: upsideDown(samples),
  };
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
