import type { Measured } from './agreement.ts';

type Matrix = readonly [number, number, number, number, number, number];
type Point = readonly [number, number];

/** Millimetres of a PostScript point. */
const PT = 25.4 / 72;
/** Clipped lines are measured by so many parts of the page. */
const PARTS = 400_000;

/**
 * What an EPS of cairo's strokes and fills: the box and the length of all lines, mm, those of one shape that is both filled and stroked once. A
 * reader of its own: it shares nothing with the core's.
 */
export function measureEps(eps: string): Measured {
  const body = eps.slice(eps.indexOf('%%EndPageSetup') + 14, eps.indexOf('showpage'));
  const stack: number[] = [];
  let matrix: Matrix = [1, 0, 0, 1, 0, 0];
  let clips: readonly (readonly Point[])[] = [];
  const saved: { matrix: Matrix; clips: typeof clips }[] = [];
  let path: Point[][] = [];
  const lines: { line: readonly Point[]; clips: typeof clips }[] = [];
  const at = (x: number, y: number): Point => [
    matrix[0] * x + matrix[2] * y + matrix[4],
    matrix[1] * x + matrix[3] * y + matrix[5],
  ];
  const last = (): Point => path.at(-1)!.at(-1)!;
  const rectangle = (): Point[] => {
    const [x, y, w, h] = stack.splice(-4) as [number, number, number, number];
    return [at(x, y), at(x + w, y), at(x + w, y + h), at(x, y + h), at(x, y)];
  };
  const painted = (): void => {
    for (const line of path) {
      if (line.length > 1 && !lines.slice(-8).some((one) => isSame(one.line, line))) lines.push({ line, clips });
    }
    path = [];
  };
  // A moment's state may be written in one line, comments never are in a page.
  for (const word of body.match(/[^\s[\]]+|\[[^\]]*\]/g) ?? []) {
    if (/^[-+.\d]/.test(word)) stack.push(Number(word));
    else if (word === 'm') path.push([at(...(stack.splice(-2) as [number, number]))]);
    else if (word === 'l') path.at(-1)!.push(at(...(stack.splice(-2) as [number, number])));
    else if (word === 'c') {
      const n = stack.splice(-6);
      cubic(path.at(-1)!, last(), at(n[0]!, n[1]!), at(n[2]!, n[3]!), at(n[4]!, n[5]!));
    } else if (word === 'h') {
      const line = path.at(-1);
      if (line) {
        line.push(line[0]!);
        path.push([line[0]!]);
      }
    } else if (word === 're') path.push(rectangle());
    else if (word === 'rectclip') stack.splice(-4);
    else if (/^(S|f|f\*|B|B\*|b|b\*)$/.test(word)) painted();
    else if (/^W\*?$/.test(word)) clips = [...clips, path.flat()];
    else if (word === 'n') path = [];
    else if (word === 'q') saved.push({ matrix, clips });
    else if (word === 'Q') ({ matrix, clips } = saved.pop() ?? { matrix, clips });
    else if (word === 'cm') {
      const [a, b, c, d, e, f] = stack.splice(-6) as [number, number, number, number, number, number];
      const m = matrix;
      matrix = [
        m[0] * a + m[2] * b,
        m[1] * a + m[3] * b,
        m[0] * c + m[2] * d,
        m[1] * c + m[3] * d,
        m[0] * e + m[2] * f + m[4],
        m[1] * e + m[3] * f + m[5],
      ];
    } else stack.length = 0;
  }
  return measure(lines);
}

/** Filled and then stroked, in coordinates that were rounded otherwise. */
const isSame = (a: readonly Point[], b: readonly Point[]): boolean =>
  a.length === b.length && a.every(([x, y], i) => Math.abs(x - b[i]![0]) + Math.abs(y - b[i]![1]) < 0.05);

function cubic(line: Point[], a: Point, b: Point, c: Point, d: Point): void {
  const steps = 200;
  for (let i = 1; i <= steps; i++) {
    const t = i / steps;
    const s = 1 - t;
    const [wa, wb, wc, wd] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
    line.push([wa * a[0] + wb * b[0] + wc * c[0] + wd * d[0], wa * a[1] + wb * b[1] + wc * c[1] + wd * d[1]]);
  }
}

function measure(lines: readonly { line: readonly Point[]; clips: readonly (readonly Point[])[] }[]): Measured {
  let length = 0;
  let box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  const reach = ([x, y]: Point): void => {
    box = [Math.min(box[0], x), Math.min(box[1], y), Math.max(box[2], x), Math.max(box[3], y)];
  };
  for (const { line, clips } of lines) {
    for (let i = 1; i < line.length; i++) {
      const [a, b] = [line[i - 1]!, line[i]!];
      const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
      const parts = clips.length === 0 ? 1 : Math.max(1, Math.ceil((long * PARTS) / 1000));
      for (let k = 0; k < parts; k++) {
        const [from, to] = [between(a, b, k / parts), between(a, b, (k + 1) / parts)];
        if (!clips.every((ring) => isInside(ring, between(from, to, 0.5)))) continue;
        length += long / parts;
        reach(from);
        reach(to);
      }
    }
  }
  if (length === 0) return { width: 0, height: 0, length: 0 };
  return { width: (box[2] - box[0]) * PT, height: (box[3] - box[1]) * PT, length: length * PT };
}

const between = (a: Point, b: Point, t: number): Point => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];

function isInside(ring: readonly Point[], [x, y]: Point): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [a, b] = [ring[i]!, ring[j]!];
    if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
  }
  return inside;
}
