/** Slow and plain ways to the same numbers; none of Gorse's own geometry is used. */

export type Line = readonly (readonly [number, number])[];

export const flat = (line: Line): Float64Array<ArrayBuffer> => Float64Array.from(line.flat());

/** Distance from a place to the nearest point of some lines: every chord is asked. */
export function nearest(lines: readonly Line[], x: number, y: number): number {
  let least = Infinity;
  for (const line of lines)
    for (let i = 1; i < line.length; i++) least = Math.min(least, toChord(line[i - 1]!, line[i]!, x, y));
  return Math.sqrt(least);
}

function toChord(
  [ax, ay]: readonly [number, number],
  [bx, by]: readonly [number, number],
  x: number,
  y: number,
): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length));
  return (x - ax - t * dx) ** 2 + (y - ay - t * dy) ** 2;
}

/** The widest circle within a box that leaves some lines clear: a grid of places, then smaller and smaller steps from the best of them. */
export function widestCircle(
  lines: readonly Line[],
  [x0, y0, x1, y1]: readonly [number, number, number, number],
  step: number,
): number {
  const at = (x: number, y: number): number => (x < x0 || x > x1 || y < y0 || y > y1 ? -1 : nearest(lines, x, y));
  const found: [number, number, number][] = [];
  for (let x = x0; x <= x1; x += step) for (let y = y0; y <= y1; y += step) found.push([at(x, y), x, y]);
  found.sort((a, b) => b[0] - a[0]);
  let widest = 0;
  for (let [radius, x, y] of found.slice(0, 8)) {
    for (let reach = step; reach > 1e-5; reach /= 2) {
      for (let moved = true; moved;) {
        moved = false;
        for (let k = 0; k < 16; k++) {
          const [px, py] = [x + reach * Math.cos((k * Math.PI) / 8), y + reach * Math.sin((k * Math.PI) / 8)];
          const there = at(px, py);
          if (there > radius + 1e-9) [radius, x, y, moved] = [there, px, py, true];
        }
      }
    }
    widest = Math.max(widest, radius);
  }
  return 2 * widest;
}

/** How often lines cross: every chord with every other, ends left out. */
export function crossingsOf(line: Line): number {
  const side = (a: readonly [number, number], b: readonly [number, number], c: readonly [number, number]): number =>
    (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  let count = 0;
  for (let i = 1; i < line.length; i++) {
    for (let j = i + 2; j < line.length; j++) {
      const [a, b, c, d] = [line[i - 1]!, line[i]!, line[j - 1]!, line[j]!];
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) count++;
    }
  }
  return count;
}

/** The least distance between two lines: every vertex of one to every chord of the other. */
export function apart(a: Line, b: Line): number {
  const one = Math.min(...a.map(([x, y]) => nearest([b], x, y)));
  return Math.min(one, ...b.map(([x, y]) => nearest([a], x, y)));
}
