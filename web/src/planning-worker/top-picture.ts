import { type Polyline, simplify, type Size } from '@gorse/core';

/** Lines on a top as it is seen when finished, drawn with few points. */
export interface TopPicture extends Size {
  /** An SVG path in millimetres of the cloth. */
  readonly path: string;
}

/** Parts of the cloth's size that a line in a small picture may be off. */
const PICTURE_DETAIL = 1 / 260;

/** A line with as few points as a small picture needs. */
export const simpleFor = (size: Size, line: Polyline): Float64Array<ArrayBuffer> =>
  simplify(line, PICTURE_DETAIL * Math.max(size.width, size.length));

/** @param lines on the cloth, simple already */
export const topPicture = ({ width, length }: Size, lines: readonly Polyline[]): TopPicture => ({
  width,
  length,
  path: lines.map(pathOf).join(''),
});

function pathOf(line: Polyline): string {
  let d = '';
  for (let i = 0; i < line.length; i += 2)
    d += `${i === 0 ? 'M' : 'L'}${line[i]!.toFixed(0)} ${line[i + 1]!.toFixed(0)}`;
  return d;
}
