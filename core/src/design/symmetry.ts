import { type Affine, applyToPoint, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
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
 * Compares two pictures of the design with themselves after half a turn: how the thread is spread from top to bottom, and the directions in
 * which its curves open. The larger difference counts.
 */
function upsideDown(samples: readonly Point[]): number {
  const top = samples.reduce((least, p) => Math.min(least, p.y), Infinity);
  const bottom = samples.reduce((most, p) => Math.max(most, p.y), -Infinity);
  const bands = new Array<number>(BANDS).fill(0);
  const ways = new Array<number>(WAYS).fill(0);
  const height = bottom - top;
  samples.forEach((p, k) => {
    if (height > 0) bands[Math.min(BANDS - 1, Math.floor(((p.y - top) / height) * BANDS))]! += 1;
    const before = samples[k - 1];
    const after = samples[k + 1];
    if (!before || !after) return;
    // Towards the inside of the bend, as long as the bend is strong.
    const bx = before.x + after.x - 2 * p.x;
    const by = before.y + after.y - 2 * p.y;
    const strength = Math.sqrt(bx * bx + by * by);
    const way = Math.floor(((Math.atan2(by, bx) / (2 * Math.PI) + 1) * WAYS + 0.5) % WAYS);
    ways[way]! += strength;
  });
  const turned = <T>(list: readonly T[]): T[] => [...list.slice(WAYS / 2), ...list.slice(0, WAYS / 2)];
  return Math.max(difference(bands, [...bands].reverse()), difference(ways, turned(ways)));
}

/** Half the sum of absolute differences of two distributions: 0 when alike, 1 when they share nothing. */
function difference(a: readonly number[], b: readonly number[]): number {
  const sum = a.reduce((total, value) => total + value, 0);
  if (sum === 0) return 0;
  return a.reduce((total, value, i) => total + Math.abs(value - b[i]!), 0) / (2 * sum);
}
