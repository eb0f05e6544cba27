import { type Polyline, polyline } from '../../geometry/polyline.ts';

/** Four squares in one another, drawn in one line from the upper left: fills its box. */
export const rings = (width: number, height: number): readonly Polyline[] => [
  polyline(
    [0, 0.12, 0.24, 0.36].flatMap((t) =>
      [
        [t, t],
        [1 - t, t],
        [1 - t, 1 - t],
        [t, 1 - t],
        [t, t],
      ].map(([u, v]) => ({ x: u! * width, y: v! * height })),
    ),
  ),
];

/** A triangle on its base with one in it, from the left end of its base. */
export const drawnTriangle = (width: number, height: number): readonly Polyline[] => [
  polyline(
    [0, 0.15].flatMap((t) =>
      [
        [t, 1 - t / 2],
        [1 - t, 1 - t / 2],
        [0.5, t],
        [t, 1 - t / 2],
      ].map(([u, v]) => ({ x: u! * width, y: v! * height })),
    ),
  ),
];

/** One wave from left to right. */
export const wave = (width: number, height: number): readonly Polyline[] => [
  polyline(
    Array.from({ length: 41 }, (_, i) => ({
      x: (width * i) / 40,
      y: height / 2 - (height / 2) * Math.sin((2 * Math.PI * i) / 40),
    })),
  ),
];
