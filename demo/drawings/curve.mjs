/** What the drawings are made of. Points are `[x, y]` in millimetres, y down. */
export const TAU = 2 * Math.PI;
export const polar = (r, angle) => [r * Math.cos(angle), r * Math.sin(angle)];
/** Points of a curve for t from 0 to 1. */
export const curve = (steps, at) => Array.from({ length: steps + 1 }, (_, i) => at(i / steps));
export const turned = (points, angle) =>
  points.map(([x, y]) => [x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle)]);
/** A smooth line through places: centripetal Catmull–Rom; goes round to its start when closed. */
export function smooth(places, closed = false, steps = 14) {
  const n = places.length;
  const place = (i) => (closed ? places[((i % n) + n) % n] : places[Math.min(n - 1, Math.max(0, i))]);
  const out = [];
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const p = [place(i - 1), place(i), place(i + 1), place(i + 2)];
    const knots = [0];
    for (let k = 1; k < 4; k++)
      knots.push(knots[k - 1] + Math.max(1e-6, Math.hypot(p[k][0] - p[k - 1][0], p[k][1] - p[k - 1][1]) ** 0.5));
    const mix = (a, b, ta, tb, t) => [0, 1].map((x) => (a[x] * (tb - t) + b[x] * (t - ta)) / (tb - ta));
    for (let s = 0; s < steps; s++) {
      const t = knots[1] + ((knots[2] - knots[1]) * s) / steps;
      const a = [0, 1, 2].map((k) => mix(p[k], p[k + 1], knots[k], knots[k + 1], t));
      const b = [0, 1].map((k) => mix(a[k], a[k + 1], knots[k], knots[k + 2], t));
      out.push(mix(b[0], b[1], knots[1], knots[2], t));
    }
  }
  out.push(place(closed ? 0 : n - 1));
  return out;
}
