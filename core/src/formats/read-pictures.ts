import { boundsOf, lengthOf, type Polyline, simplify } from '../geometry/polyline.ts';
import { type LeftOut, type Unseen, unseenKey } from './left-out.ts';

/** Lines as far as they are told apart at a glance: `x, y` pairs, mm. */
export type PictureLines = readonly (readonly number[])[];

/** What a program stitches, and what it goes with the needle up. */
export interface NeedlePicture {
  readonly stitched: PictureLines;
  readonly travel: PictureLines;
}

/** What a drawing shows, and what stands in its file besides, by why it isn't seen and where it stands. */
export interface UnseenPicture {
  readonly seen: PictureLines;
  readonly parts: readonly UnseenPart[];
}
export interface UnseenPart extends Unseen {
  /** What an answer calls it by. */
  readonly key: string;
  /** How many there are; the picture may show fewer. */
  readonly count: number;
  readonly lines: PictureLines;
}

/** Details smaller than this part of the drawing aren't seen. */
const SEEN = 1 / 1500;
/** Lines of a kind, and of all kinds together, at the most: the longest. */
const MOST_LINES = 300;
const MOST_OF_PARTS = 600;

/** Null where nothing is gone with the needle up. */
export function needlePicture(stitched: readonly Polyline[], travel: readonly Polyline[]): NeedlePicture | null {
  if (travel.every((line) => lengthOf(line) === 0)) return null;
  const show = shownIn([...stitched, ...travel]);
  return { stitched: show(stitched), travel: show(travel) };
}

export function unseenPicture(seen: readonly Polyline[], leftOut: readonly LeftOut[]): UnseenPicture {
  const show = shownIn([...seen, ...leftOut.flatMap(({ strokes }) => strokes)]);
  const most = Math.min(MOST_LINES, Math.ceil(MOST_OF_PARTS / leftOut.length));
  const parts = leftOut.map(({ why, name, strokes }) => ({
    ...{ why, name },
    key: unseenKey({ why, name }),
    count: strokes.length,
    lines: show(strokes, most),
  }));
  return { seen: show(seen), parts };
}

/** Shows lines as finely as a picture of all of these can. */
function shownIn(all: readonly Polyline[]): (lines: readonly Polyline[], most?: number) => number[][] {
  const box = boundsOf(all);
  const detail = box ? SEEN * Math.max(box.maxX - box.minX, box.maxY - box.minY) : 0;
  return (lines, most = MOST_LINES) =>
    lines
      .map((line) => ({ line, length: lengthOf(line) }))
      .sort((a, b) => b.length - a.length)
      .slice(0, most)
      .map(({ line }) => Array.from(simplify(line, detail), (mm) => Math.round(100 * mm) / 100));
}
