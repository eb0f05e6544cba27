import { curve, polar, smooth, TAU, turned } from './curve.mjs';

/** Block: a net, woven over and under within a square. */
export const netting = () =>
  curve(2400, (t) => [
    92 * Math.asin(0.999 * Math.sin(TAU * 9 * t)) * (2 / Math.PI),
    92 * Math.asin(0.999 * Math.sin(TAU * 8 * t + Math.PI / 2)) * (2 / Math.PI),
  ]);

/** Block: a line coiled down flat on deck, square at its corners. */
export function coil() {
  const out = [[-95, -95]];
  for (let k = 0; k < 9; k++) {
    const r = 95 - 10 * k;
    out.push([r, -r], [r, r], [-r, r], [-r, -r + 10]);
    if (k < 8) out.push([r - 10 - 2 * (r - 10), -r + 10]);
  }
  return out;
}

/** Block: the beacon's light, petals round a ring. */
export const beacon = () =>
  curve(1800, (t) => polar(58 + 36 * Math.sin(TAU * 8 * t) + 8 * Math.cos(TAU * 16 * t), -Math.PI / 2 + TAU * t));

/** Block: four tillers turned about the middle. */
export function tillers() {
  const arm = smooth([
    [0, 0],
    [18, -34],
    [52, -82],
    [86, -88],
    [88, -52],
    [60, -44],
    [62, -62],
    [74, -66],
    [60, -30],
    [30, -12],
    [0, 0],
  ]);
  return [0, 1, 2, 3].flatMap((k) => turned(arm, (k * Math.PI) / 2));
}

/** Corner: the swell comes along the bottom, curls in the corner and leaves upwards. */
export const swellCorner = () =>
  smooth([
    [0, 96],
    [28, 84],
    [54, 102],
    [84, 116],
    [116, 98],
    [112, 70],
    [90, 72],
    [94, 92],
    [118, 84],
    [104, 52],
    [86, 28],
    [96, 0],
  ]);

/** Corner: a rope made fast round a bollard. */
export const bollard = () => [
  ...curve(60, (t) => [70 * t, 34 + 8 * Math.sin(TAU * t)]),
  ...curve(260, (t) => {
    const [x, y] = polar(30 - 10 * t, -Math.PI / 2 + TAU * 2.25 * t);
    return [70 + 6 * t + x * 1.1 - 0, 64 + y];
  }).slice(1),
  ...curve(60, (t) => [98 + 4 * Math.sin(TAU * t), 64 + 70 * t]).slice(1),
];

/** Triangle: a pennant, filled to and fro. */
export function pennant() {
  const out = [];
  const rows = 12;
  for (let k = 0; k <= rows; k++) {
    const y = 120 * (k / rows);
    const half = 70 * (1 - k / rows);
    out.push(
      ...(k % 2 === 0
        ? [
            [-half, y],
            [half, y],
          ]
        : [
            [half, y],
            [-half, y],
          ]),
    );
  }
  return out;
}

/** Triangle, half a square on its long side: a net hung from its point, a float in each mesh. */
export function netFloat() {
  const [half, mesh, float] = [120, 30, 6.5];
  const out = [];
  for (let k = 0; k < 4; k++) {
    const side = k % 2 === 0 ? 1 : -1;
    const foot = half - mesh * k;
    const ring = Array.from({ length: 41 }, (_, i) => {
      const turn = (side * 2 * Math.PI * i) / 40;
      return [float * Math.sin(turn), mesh * k + float - float * Math.cos(turn)];
    });
    out.push([-side * foot, half], ...ring, [side * foot, half]);
  }
  return out;
}

/** Triangle: a jib with its seams, from the tack round the sail and along the panels. */
export function jib() {
  const out = [
    [0, 150],
    [0, 0],
    [104, 150],
    [0, 150],
  ];
  for (let k = 1; k < 8; k++) {
    const y = 150 - 18 * k;
    const x = (104 * y) / 150;
    out.push(
      ...(k % 2 === 1
        ? [
            [0, y],
            [x, y],
          ]
        : [
            [x, y],
            [0, y],
          ]),
    );
  }
  return out;
}

/** Triangle: three curls, one to each corner. */
export function trefoil() {
  const curl = (angle) =>
    turned(
      smooth([
        [0, 0],
        [10, -26],
        [4, -66],
        [0, -92],
        [-12, -60],
        [4, -40],
        [10, -56],
        [0, -62],
        [-6, -30],
        [0, 0],
      ]),
      angle,
    );
  return [0, 1, 2].flatMap((k) => curl((k * TAU) / 3));
}
