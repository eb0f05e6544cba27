import { curve, polar, smooth, TAU } from './curve.mjs';

/** Repeats one after the other, each `step` further on. */
const inRow = (count, step, one) =>
  Array.from({ length: count }, (_, i) => one(i).map(([x, y]) => [x + i * step, y])).flat();

/** Edge-to-edge: loops that lean over each other like ripples on sand. */
export const ripple = () => curve(1200, (t) => [210 * t - 34 * Math.sin(4 * TAU * t), 62 * Math.sin(2 * TAU * t)]);

/** Edge-to-edge: an eddy winds in, turns, and winds out again, above and below the line in turn. */
export function eddy() {
  const turns = 2.25;
  const r = 46;
  const half = (side) => {
    const wind = (t) => {
      const [x, y] = polar(r * (1 - 0.86 * t), Math.PI - TAU * turns * t);
      return [r + x, side * -y];
    };
    const back = (t) => {
      const [x, y] = polar(r * (0.14 + 0.86 * t) * (0.86 + 0.14 * t), Math.PI - TAU * turns * (1 - t) + Math.PI * t);
      return [r + x, side * -y];
    };
    return [...curve(260, wind), ...curve(300, back)];
  };
  const one = [...half(1), ...half(-1).map(([x, y]) => [x + 2 * r, y])];
  return one;
}

/** Edge-to-edge: bladderwrack, a swaying stem with pods to both sides. */
export const wrack = () =>
  inRow(6, 52, (i) => {
    const side = i % 2 === 0 ? -1 : 1;
    const stem = (t) => [52 * t, 14 * Math.sin(Math.PI * (i + t))];
    const [x, y] = stem(0.55);
    const pod = curve(90, (t) => {
      const [px, py] = polar(19 * Math.sin(Math.PI * t), side * (0.4 + Math.PI * 0.85 * t) - 0.1);
      return [x + px, y + py + side * 6 * Math.sin(Math.PI * t)];
    });
    return [...curve(30, (t) => stem(0.55 * t)), ...pod, ...curve(26, (t) => stem(0.55 + 0.45 * t))];
  });

/** Edge-to-edge: pebbles of a shingle beach, each gone round and a third more. */
export const shingle = () =>
  inRow(7, 44, (i) => {
    const r = [19, 25, 17, 22, 20, 26, 18][i];
    return curve(120, (t) => {
      const angle = Math.PI + TAU * t * 1.5;
      return [
        22 + 22 * (2 * t - 1) + r * Math.cos(angle) * Math.sin(Math.PI * t),
        (i % 2 ? 1 : -1) * r * Math.sin(angle) * (0.75 + 0.25 * Math.sin(Math.PI * t)) * Math.sin(Math.PI * t),
      ];
    });
  });

/** Edge-to-edge: high clouds, long hooks with a curl at the end. */
export const cirrus = () => {
  const hook = (up) => [
    [12, up * 2],
    [34, up * 8],
    [62, up * 26],
    [84, up * 48],
    [78, up * 64],
    [62, up * 58],
    [66, up * 42],
    [84, up * 24],
    [100, up * 6],
  ];
  const there = hook(-1);
  const back = hook(1).map(([x, y]) => [x + 110, y]);
  return smooth([[0, 0], ...there, [110, 0], ...back, [220, 0]]);
};

/** Border: low waves with a loop at each crest. */
export const wavelet = () =>
  curve(900, (t) => [420 * t - 15 * Math.sin(7 * TAU * t), -18 * Math.cos(7 * TAU * t) + 6 * Math.cos(14 * TAU * t)]);

/** Border: a hawser; strands that cross the rope at a slant and loop back at its edges. */
export const hawser = () =>
  curve(1600, (t) => [
    400 * t + 17 * Math.sin(2 * 9 * TAU * t),
    24 * Math.sin(9 * TAU * t + 0.25 * Math.sin(9 * TAU * t)),
  ]);

/** Border: net floats on a line, each gone round once on the way. */
export const floatLine = () =>
  inRow(7, 60, () => [
    ...curve(10, (t) => [14 * t, 3 * Math.sin(Math.PI * t)]),
    ...curve(110, (t) => {
      const [x, y] = polar(16, Math.PI + TAU * 1.5 * t);
      return [30 + x, y];
    }),
    ...curve(10, (t) => [46 + 14 * t, 3 * Math.sin(Math.PI * t)]),
  ]);

/** Border: signal flags on their line. */
export const bunting = () =>
  inRow(8, 50, (i) => {
    const sag = (x) => 8 * Math.sin((Math.PI * (x + 50 * i)) / 400);
    return [
      [0, sag(0)],
      [8, sag(8)],
      [25, sag(25) + 46],
      [42, sag(42)],
      [8, sag(8)],
      [42, sag(42)],
      [50, sag(50)],
    ];
  });

/** Line: a gently swaying one, for sashing and seams. */
export const horizon = () => curve(300, (t) => [360 * t, 2.4 * Math.sin(3 * TAU * t)]);

/** Line: small steps, like a ladder's. */
export const ladder = () =>
  inRow(14, 22, (i) => [
    [0, i % 2 ? 5 : -5],
    [22, i % 2 ? 5 : -5],
  ]);
