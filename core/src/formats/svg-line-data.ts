import type { Polyline } from '../geometry/polyline.ts';

/** Codes of the signs that are written. */
const [M, L, SPACE, MINUS, POINT, ZERO] = [77, 76, 32, 45, 46, 48];

/** Signs of one coordinate with what stands before it, at the most: thousandths stay exact up to fifteen digits. */
const LONGEST = 20;

/**
 * A stroke as the data of an SVG path, `M0.000 1.000L2.000 3.000`, to a millionth of a metre like `coordinate`. Written byte by byte: a quilt's
 * lines have a million numbers, and as many short texts take longer to put together than the rest of the file.
 */
export function lineData(line: Polyline): string {
  const bytes = new Uint8Array(line.length * LONGEST);
  let at = 0;
  for (let i = 0; i < line.length; i++) {
    bytes[at++] = i === 0 ? M : i % 2 === 1 ? SPACE : L;
    at = writeThousandths(bytes, at, line[i]!);
  }
  return new TextDecoder('latin1').decode(bytes.subarray(0, at));
}

/** Appends a number with three decimals; gives where to go on. */
function writeThousandths(bytes: Uint8Array, from: number, value: number): number {
  let rest = Math.round(Math.abs(value) * 1000);
  let at = from;
  if (value < 0 && rest > 0) bytes[at++] = MINUS;
  let digits = 4;
  for (let size = 10_000; rest >= size; size *= 10) digits++;
  const end = at + digits + 1;
  for (let k = end - 1; k >= at; k--) {
    if (k === end - 4) {
      bytes[k] = POINT;
      continue;
    }
    const left = Math.floor(rest / 10);
    bytes[k] = ZERO + rest - 10 * left;
    rest = left;
  }
  return end;
}
