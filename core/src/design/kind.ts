import type { Point } from '../geometry/point.ts';
import type { DesignMeasure } from './design.ts';
import type { RowJoin } from './row-join.ts';

/** What a design is drawn for. */
export const DESIGN_KINDS = ['edgeToEdge', 'border', 'corner', 'block', 'triangle', 'motif', 'line'] as const;
export type DesignKind = (typeof DESIGN_KINDS)[number];

export const isDesignKind = (value: unknown): value is DesignKind =>
  (DESIGN_KINDS as readonly unknown[]).includes(value);

/** Thinner than this (mm), or than a twentieth of its length, a design is a line. */
const THIN = 3;

/** A guess from the shape alone; the person can say otherwise. `hull` is the convex hull of the line. */
export function guessKind(measure: DesignMeasure, join: RowJoin, hull: readonly Point[]): DesignKind {
  const { width, height, start, end } = measure;
  const long = Math.max(width, height);
  const thin = Math.min(width, height);
  if (thin < THIN || thin < long / 20) return 'line';
  if (join.joins) return width >= 2.2 * height ? 'border' : 'edgeToEdge';
  if (long <= 1.35 * thin && onAdjacentSides(start, end, width, height)) return 'corner';
  const fill = Math.abs(area(hull)) / (width * height);
  if (fill < 0.62 && isTriangle(hull)) return 'triangle';
  return long <= 1.2 * thin && fill > 0.72 ? 'block' : 'motif';
}

/** It comes in at one side of its box and leaves at a neighbouring one. */
function onAdjacentSides(start: Point, end: Point, width: number, height: number): boolean {
  const sideOf = (p: Point): 'x' | 'y' | null => {
    const fromSide = Math.min(p.x, width - p.x) / width;
    const fromEnd = Math.min(p.y, height - p.y) / height;
    if (Math.min(fromSide, fromEnd) > 0.04 || Math.abs(fromSide - fromEnd) < 0.04) return null;
    return fromSide < fromEnd ? 'x' : 'y';
  };
  const [a, b] = [sideOf(start), sideOf(end)];
  return a !== null && b !== null && a !== b;
}

/** Three of the hull's points span nearly all of it. */
function isTriangle(hull: readonly Point[]): boolean {
  const whole = Math.abs(area(hull));
  const step = Math.max(1, Math.floor(hull.length / 40));
  const corners = hull.filter((_, i) => i % step === 0);
  let largest = 0;
  for (let i = 0; i < corners.length; i++) {
    for (let j = i + 1; j < corners.length; j++) {
      for (let k = j + 1; k < corners.length; k++) {
        largest = Math.max(largest, Math.abs(area([corners[i]!, corners[j]!, corners[k]!])));
      }
    }
  }
  return largest > 0.82 * whole;
}

const area = (ring: readonly Point[]): number =>
  ring.reduce((sum, a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    return sum + (a.x * b.y - b.x * a.y) / 2;
  }, 0);
