import { curve, polar, TAU } from './curve.mjs';

/** A frond: up a swaying stem with leaves to both sides, each gone round once. */
export function kelp() {
  const stem = (t) => [16 * Math.sin(2.2 * Math.PI * t), -190 * t];
  const points = [];
  const leaves = 11;
  for (let i = 0; i < leaves; i++) {
    const from = i / leaves;
    points.push(...curve(24, (t) => stem(from + t / leaves)));
    const [x, y] = points.at(-1);
    const side = i % 2 === 0 ? 1 : -1;
    const length = 66 * Math.sin(Math.PI * (0.16 + (0.8 * (i + 1)) / (leaves + 1))) + 12;
    const lean = i === leaves - 1 ? -Math.PI / 2 : side === 1 ? -0.5 : Math.PI + 0.5;
    points.push(
      ...curve(60, (t) => {
        const along = (length * (1 - Math.cos(TAU * t))) / 2;
        const across =
          side * 0.3 * length * Math.sin(TAU * t) * Math.sin(Math.PI * t) + 4 * Math.sin((Math.PI * along) / length);
        return [
          x + along * Math.cos(lean) - across * Math.sin(lean),
          y + along * Math.sin(lean) + across * Math.cos(lean),
        ];
      }),
    );
  }
  return points;
}

/** Rolling waves with curling crests; the end meets the start of the next copy. */
export const swell = () =>
  curve(900, (t) => [
    76.2 * 4 * t - 30 * Math.sin(4 * TAU * t),
    -26 * Math.cos(4 * TAU * t) - 9 * Math.cos(2 * TAU * t),
  ]);

/** A compass rose: round the inner ring, then out to sixteen points in turn. */
export function compass() {
  const reach = (k) => (k % 8 === 0 ? 95 : k % 4 === 0 ? 78 : k % 2 === 0 ? 62 : 34);
  const ring = curve(160, (t) => polar(22, -Math.PI / 2 + TAU * t));
  const star = curve(32, (t) => polar(reach(Math.round(32 * t) % 32), -Math.PI / 2 + TAU * t));
  const ringAgain = curve(160, (t) => polar(26, -Math.PI / 2 - TAU * t));
  return [...ring, ...ringAgain, ...star];
}

/** A scallop shell: to and fro along the ribs across the whole fan, then back over the scalloped rim. */
export function shell() {
  const ribs = 13;
  const angle = (k) => -Math.PI / 2 + (k / ribs - 0.5) * 2.5;
  const points = [polar(4, Math.PI / 2)];
  for (let k = 0; k <= ribs; k++) {
    const [from, to] = k % 2 === 0 ? [16, 84] : [84, 16];
    points.push(...curve(30, (t) => polar(from + (to - from) * t, angle(k))));
    if (k < ribs) points.push(...curve(10, (t) => polar(to, angle(k + t))));
  }
  points.push(...curve(30, (t) => polar(16 + 76 * t, angle(ribs) + 0.06 * Math.sin(Math.PI * t))));
  for (let k = ribs; k > 0; k--) points.push(...curve(20, (t) => polar(92 + 12 * Math.sin(Math.PI * t), angle(k - t))));
  return points;
}

/** Two strands laid round each other, out along one and back along the other. */
export const rope = () => [
  ...curve(400, (t) => [300 * t, 17 * Math.sin(5 * TAU * t + 0.7 * Math.sin(5 * TAU * t))]),
  ...curve(400, (t) => [300 * (1 - t), 17 * Math.sin(5 * TAU * t - 0.7 * Math.sin(5 * TAU * t))]),
];

/** A glass float in its net: one line that weaves round the sphere and closes on itself. */
export const float = () =>
  curve(1600, (t) => polar(60 + 32 * Math.cos((13 / 5) * 5 * TAU * t), -Math.PI / 2 + 5 * TAU * t));
