import { distance, type Point } from '../geometry/point.ts';
import type { Pixels } from './rectify.ts';
import type { PhotoSize } from './square-up.ts';

/** How steeply a picture gets lighter, across and down, pixel by pixel. */
export interface Gradients extends PhotoSize {
  readonly across: Float32Array;
  readonly down: Float32Array;
  /** What is steep in this picture: all but the steepest fiftieth is flatter. */
  readonly steep: number;
}

/** Light as eyes see it (Rec. 709), smoothed a little, and its Sobel gradient. Pixels that show nothing have none about them. */
export function gradientsOf({ data, width, height }: Pixels): Gradients {
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i++) {
    const opaque = data[4 * i + 3] === 255;
    light[i] = opaque ? 0.2126 * data[4 * i]! + 0.7152 * data[4 * i + 1]! + 0.0722 * data[4 * i + 2]! : NaN;
  }
  const across = new Float32Array(width * height);
  const down = new Float32Array(width * height);
  const found: number[] = [];
  const every = Math.max(1, Math.floor(light.length / ASKED));
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const [a, b, c] = [light[i - width - 1]!, light[i - width]!, light[i - width + 1]!];
      const [d, e] = [light[i - 1]!, light[i + 1]!];
      const [f, g, h] = [light[i + width - 1]!, light[i + width]!, light[i + width + 1]!];
      const gx = (c + 2 * e + h - a - 2 * d - f) / 8;
      const gy = (f + 2 * g + h - a - 2 * b - c) / 8;
      across[i] = Number.isNaN(gx) ? 0 : gx;
      down[i] = Number.isNaN(gy) ? 0 : gy;
      if (i % every === 0) found.push(Math.hypot(across[i], down[i]));
    }
  }
  found.sort((a, b) => a - b);
  return { width, height, across, down, steep: Math.max(LEAST_STEEP, found[Math.floor(found.length * 0.98)] ?? 0) };
}

/** So many pixels tell what is steep as well as all of them. */
const ASKED = 200_000;
/** Flatter than this, in 255ths of light a pixel, is grain and shade. */
const LEAST_STEEP = 4;
/** A pixel is of an edge when it is so much of what is steep. */
const OF_STEEP = 0.3;
/** Of an edge alone all that is steep points one way; at a corner at least so much of it points another. */
const CORNERED = 0.12;

/** A place drawn to an edge of the picture or, where two meet, to their corner; pixels. */
export interface FoundEdge {
  readonly at: Point;
  readonly is: 'corner' | 'edge';
}

/**
 * The corner or else the edge within `reach` pixels of a place; null where there is none. A corner is where the edges about it meet best (Förstner
 * and Gülch 1987); an edge is where it is steepest along its normal, to a part of a pixel by a parabola.
 */
export function findEdge(field: Gradients, place: Point, reach: number): FoundEdge | null {
  let about = place;
  let corner: Point | null = null;
  // Looked at again from where it was found, so that it doesn't matter where it was sought from.
  for (const radius of [reach, reach / 2, reach / 2]) {
    const met = meeting(field, about, radius);
    if (!met) break;
    if (met.cornered < CORNERED || distance(met.at, place) > reach) {
      corner = null;
      break;
    }
    corner = about = met.at;
  }
  if (corner) return { at: corner, is: 'corner' };
  const met = meeting(field, place, reach);
  return met && steepest(field, place, met.normal, reach);
}

/** Where the edges about a place meet, which way most of them are steep, and how much of them points another way, from 0 to 1. */
function meeting(field: Gradients, { x: px, y: py }: Point, radius: number) {
  const { width, height, across, down, steep } = field;
  let [xx, xy, yy, bx, by] = [0, 0, 0, 0, 0];
  const [x0, x1] = [Math.max(1, Math.ceil(px - radius)), Math.min(width - 2, Math.floor(px + radius))];
  const [y0, y1] = [Math.max(1, Math.ceil(py - radius)), Math.min(height - 2, Math.floor(py + radius))];
  for (let y = y0; y <= y1; y++) {
    for (let x = x0; x <= x1; x++) {
      const near = 1 - ((x - px) ** 2 + (y - py) ** 2) / (radius * radius);
      if (near <= 0) continue;
      const [gx, gy] = [across[y * width + x]!, down[y * width + x]!];
      if (gx * gx + gy * gy < (OF_STEEP * steep) ** 2) continue;
      const [a, b, c] = [near * gx * gx, near * gx * gy, near * gy * gy];
      xx += a;
      xy += b;
      yy += c;
      bx += a * x + b * y;
      by += b * x + c * y;
    }
  }
  const sum = xx + yy;
  if (sum === 0) return null;
  const det = xx * yy - xy * xy;
  const spread = Math.sqrt(Math.max(0, (sum * sum) / 4 - det));
  const [most, least] = [sum / 2 + spread, sum / 2 - spread];
  const angle = Math.atan2(most - xx, xy || 1e-12);
  return {
    at: det > 0 ? { x: (yy * bx - xy * by) / det, y: (xx * by - xy * bx) / det } : { x: px, y: py },
    normal: { x: Math.cos(angle), y: Math.sin(angle) },
    cornered: least / most,
  };
}

/** Along a line through a place, the steepest within reach. */
function steepest(field: Gradients, { x, y }: Point, normal: Point, reach: number): FoundEdge | null {
  const steps = Math.ceil(reach);
  const at = (i: number): number => Math.abs(steepness(field, x + i * normal.x, y + i * normal.y, normal));
  let best = 0;
  for (let i = -steps; i <= steps; i++) if (at(i) > at(best)) best = i;
  const [a, b, c] = [at(best - 1), at(best), at(best + 1)];
  if (b < OF_STEEP * field.steep) return null;
  const bend = a - 2 * b + c;
  const t = best + (bend < 0 ? Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend))) : 0);
  return { at: { x: x + t * normal.x, y: y + t * normal.y }, is: 'edge' };
}

function steepness({ width, height, across, down }: Gradients, x: number, y: number, normal: Point): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return 0;
  const [u, v] = [x - left, y - top];
  const i = top * width + left;
  const mean = (of: Float32Array): number =>
    (of[i]! * (1 - u) + of[i + 1]! * u) * (1 - v) + (of[i + width]! * (1 - u) + of[i + width + 1]! * u) * v;
  return mean(across) * normal.x + mean(down) * normal.y;
}
