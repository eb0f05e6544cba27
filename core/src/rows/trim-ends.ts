import type { Polyline } from '../geometry/polyline.ts';

/**
 * A row's strokes from where the line first comes to `from` to where it last leaves `to`, both x: one line stays one line, the stretch between
 * is covered, and what swings back over an end hangs out a little farther. Strokes that never come near are dropped.
 */
export function trimEnds(strokes: readonly Polyline[], from: number, to: number): Float64Array<ArrayBuffer>[] {
  return strokes.flatMap((line) => {
    const n = line.length / 2;
    let first = 0;
    while (first < n && line[2 * first]! < from) first++;
    let last = n - 1;
    while (last >= 0 && line[2 * last]! > to) last--;
    if (first > last || first === n || last < 0) return [];
    const out: number[] = [];
    if (first > 0) out.push(from, yAt(line, first - 1, from));
    for (let i = first; i <= last; i++) out.push(line[2 * i]!, line[2 * i + 1]!);
    if (last < n - 1) out.push(to, yAt(line, last, to));
    return out.length < 4 ? [] : [Float64Array.from(out)];
  });
}

/** The height at which the segment after point `i` crosses an x between its ends. */
function yAt(line: Polyline, i: number, x: number): number {
  const [x0, y0, x1, y1] = [line[2 * i]!, line[2 * i + 1]!, line[2 * i + 2]!, line[2 * i + 3]!];
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}
