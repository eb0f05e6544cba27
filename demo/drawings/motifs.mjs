import { curve, polar, smooth, TAU } from './curve.mjs';

/** A starfish with ribbed arms. */
export const starfish = () =>
  curve(1500, (t) => {
    const arm = Math.abs(Math.sin((5 * TAU * t) / 2));
    return polar(24 + 62 * (1 - arm) ** 1.6 + 3 * Math.sin(60 * TAU * t) * arm, -Math.PI / 2 + TAU * t);
  });

/** A herring: nose, back, tail, belly, and scales on the way. */
export const herring = () => [
  ...smooth([
    [0, 0],
    [30, -22],
    [74, -28],
    [118, -16],
    [142, -6],
    [166, -24],
    [160, 0],
    [166, 24],
    [142, 6],
    [118, 16],
    [74, 28],
    [30, 22],
    [0, 0],
  ]),
  ...curve(300, (t) => [8 + 120 * t, 11 * Math.sin(10 * TAU * t) * Math.sin(Math.PI * t) ** 0.5]),
];

/** A puffin on a rock, head, beak, wing and feet in one line. */
export const puffin = () =>
  smooth([
    [40, 150],
    [34, 120],
    [26, 92],
    [30, 62],
    [46, 44],
    [44, 26],
    [58, 8],
    [80, 6],
    [94, 20],
    [114, 26],
    [120, 36],
    [104, 44],
    [90, 42],
    [94, 34],
    [84, 28],
    [80, 38],
    [90, 48],
    [100, 74],
    [98, 106],
    [84, 128],
    [66, 132],
    [52, 112],
    [50, 86],
    [62, 68],
    [72, 92],
    [66, 124],
    [72, 146],
    [92, 150],
  ]);

/** A limpet seen from above: a spiral with ridges. */
export const limpet = () =>
  curve(2200, (t) => polar((10 + 66 * t) * (1 + 0.05 * Math.sin(22 * 6 * TAU * t)), 6 * TAU * t));

/** An anchor wound with its own rope. */
export const anchor = () => [
  ...curve(80, (t) => polar(12, Math.PI / 2 - TAU * t)),
  ...smooth([
    [0, 12],
    [3, 30],
    [-3, 60],
    [3, 90],
    [0, 116],
    [-40, 104],
    [-62, 70],
    [-74, 84],
    [-58, 60],
    [-48, 80],
    [-52, 112],
    [0, 134],
    [52, 112],
    [48, 80],
    [58, 60],
    [74, 84],
    [62, 70],
    [40, 104],
    [0, 116],
  ]).slice(1),
];
