import { cumulativeLength, pointAtLength, type Polyline } from './polyline.ts';

/** The part of a line between two arc lengths, mm; ends are interpolated. */
export function stretchOf(line: Polyline, from: number, to: number): Float64Array<ArrayBuffer> {
  const along = cumulativeLength(line);
  const out: number[] = [];
  const put = (at: number): void => {
    const { x, y } = pointAtLength(line, along, at);
    out.push(x, y);
  };
  put(from);
  for (let i = 0; i < along.length; i++)
    if (along[i]! > from && along[i]! < to) out.push(line[2 * i]!, line[2 * i + 1]!);
  put(to);
  return Float64Array.from(out);
}
