import type { Polyline } from '../../geometry/polyline.ts';

/** A ring about a place whose radius swings `waves` times by a part of itself. */
export const blob = (x: number, y: number, radius: number, waves = 3, swing = 0.3, points = 60): Polyline =>
  Float64Array.from(
    Array.from({ length: points }, (_, i) => {
      const a = (2 * Math.PI * i) / points;
      const r = radius * (1 + swing * Math.sin(waves * a));
      return [x + r * Math.cos(a), y + r * Math.sin(a)];
    }).flat(),
  );

export const star = (x: number, y: number, radius: number, tips: number): Polyline =>
  Float64Array.from(
    Array.from({ length: 2 * tips }, (_, i) => {
      const r = i % 2 === 0 ? radius : radius * 0.4;
      return [x + r * Math.cos((Math.PI * i) / tips), y + r * Math.sin((Math.PI * i) / tips)];
    }).flat(),
  );

export const box = (x0: number, y0: number, x1: number, y1: number): Polyline =>
  Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1);

/** A band that winds inward about a place. */
export const spiral = (x: number, y: number, turns: number, apart: number, thick: number): Polyline => {
  const at = (i: number, by: number): number[] => {
    const a = (2 * Math.PI * i) / 40;
    const r = (apart * i) / 40 + apart + by;
    return [x + r * Math.cos(a), y + r * Math.sin(a)];
  };
  const out = Array.from({ length: 40 * turns }, (_, i) => at(i, thick));
  const back = Array.from({ length: 40 * turns }, (_, i) => at(i, 0)).reverse();
  return Float64Array.from([...out, ...back].flat());
};

/** A line that goes to and fro over a square, a step lower each time. */
export const zigzag = (size: number, step: number): Polyline =>
  Float64Array.from(
    Array.from({ length: Math.floor(size / step) + 1 }, (_, i) =>
      i % 2 === 0 ? [0, i * step, size, i * step] : [size, i * step, 0, i * step],
    ).flat(),
  );
