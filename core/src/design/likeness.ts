import type { Polyline } from '../geometry/polyline.ts';
import type { SegmentIndex } from '../geometry/segment-index.ts';
import { pointAt } from './along.ts';
import type { DesignMeasure } from './design.ts';

const SAMPLES = 400;
const TURNS = 6;
const RINGS = 5;
const HEADINGS = 6;

/**
 * A design's shape as some two dozen numbers, each about 0 to 1 and free of size: how it turns, how it spreads from its middle, the
 * headings it takes, its proportions, how much line it has for its size and how closed it is.
 */
export function shapeOf(strokes: readonly Polyline[], index: SegmentIndex, measure: DesignMeasure): number[] {
  const total = index.along[index.count]!;
  const samples = Array.from({ length: SAMPLES }, (_, k) => pointAt(index, ((k + 0.5) / SAMPLES) * total));
  const size = Math.sqrt(measure.width ** 2 + measure.height ** 2);
  const centre = {
    x: samples.reduce((sum, p) => sum + p.x, 0) / SAMPLES,
    y: samples.reduce((sum, p) => sum + p.y, 0) / SAMPLES,
  };
  const turns = new Array<number>(2 * TURNS).fill(0);
  const rings = new Array<number>(RINGS).fill(0);
  const headings = new Array<number>(HEADINGS).fill(0);
  let before: number | null = null;
  samples.forEach((p, k) => {
    const out = Math.sqrt((p.x - centre.x) ** 2 + (p.y - centre.y) ** 2) / (size / 2);
    rings[Math.min(RINGS - 1, Math.floor(out * RINGS))]! += 1 / SAMPLES;
    const after = samples[k + 1];
    if (!after) return;
    const heading = Math.atan2(after.y - p.y, after.x - p.x);
    headings[Math.floor(((heading / Math.PI + 1) * HEADINGS) % HEADINGS)]! += 1 / SAMPLES;
    if (before !== null) {
      const turn = Math.atan2(Math.sin(heading - before), Math.cos(heading - before));
      const strength = Math.min(TURNS - 1, Math.floor(Math.sqrt(Math.abs(turn) / Math.PI) * TURNS));
      turns[turn < 0 ? strength : TURNS + strength]! += 1 / SAMPLES;
    }
    before = heading;
  });
  const gap = Math.sqrt((measure.end.x - measure.start.x) ** 2 + (measure.end.y - measure.start.y) ** 2);
  const more = [
    Math.atan2(measure.height, measure.width) / (Math.PI / 2),
    Math.min(1, Math.log1p(total / size) / 4),
    Math.min(1, gap / size),
    Math.min(1, Math.log1p(strokes.length - 1) / 4),
  ];
  return [...turns, ...rings, ...headings, ...more].map((value) => Math.round(value * 1000) / 1000);
}

/** 0 for the same shape; grows without a bound that matters. Shapes of different length are far apart. */
export function unlikeness(a: readonly number[], b: readonly number[]): number {
  if (a.length !== b.length) return Infinity;
  return a.reduce((sum, value, i) => sum + Math.abs(value - b[i]!), 0);
}
