import { fitHomography, type Homography, invertedHomography, project } from '../geometry/homography.ts';
import { type ClothPoint, distance, type Point } from '../geometry/point.ts';

/** A point of a photo of which it is known where it lies on the top. */
export interface PhotoPoint {
  readonly id: string;
  /** Pixels from the photo's upper left. */
  readonly onPhoto: Point;
  readonly at: ClothPoint;
}

/** How a photo lies on the cloth, and how well its points agree. */
export interface SquaredUp {
  /** Pixels to mm. */
  readonly toCloth: Homography;
  /** And back. */
  readonly toPhoto: Homography;
  /** How far each point's place on the photo is from where it should be, mm of the cloth. */
  readonly misses: readonly number[];
  /** The points agree worse than they were read. */
  readonly disagree: boolean;
  /** The point that the others agree without, by index; null where none stands out, and with fewer than six, when it can't be told. */
  readonly suspect: number | null;
}

/** Most points that a photo is squared up by. */
export const MOST_PHOTO_POINTS = 24;
/** A point is read to about this part of the photo's longer side, and to a pixel at the best. */
const READ_TO = 1 / 2500;
/** Points don't agree whose squared misses, in readings, come to more than this for each number that isn't needed to fit them. */
const DISAGREE = 0.6;
/** Without a wrong point the others' squared misses are smaller by so much than with it, and than without any right one. */
const STANDS_OUT = 2.5;
/** Five points can't tell which of them is wrong: any four agree. */
const TELLING = 6;

/** Squares a photo up by four points or more. Null where they don't say how it lies: three of four in a line, or two in one place. */
export function squareUp(points: readonly PhotoPoint[], { width, height }: PhotoSize): SquaredUp | null {
  const read = Math.max(1, READ_TO * Math.max(width, height));
  const fit = (some: readonly PhotoPoint[]): Homography | null =>
    fitHomography(
      some.map(({ at, onPhoto }) => ({ from: at, to: onPhoto })),
      read,
    );
  const toPhoto = fit(points);
  if (!toPhoto) return null;
  const toCloth = invertedHomography(toPhoto);
  const off = (h: Homography, some: readonly PhotoPoint[]): number =>
    some.reduce((sum, p) => sum + (distance<Point>(project(h, p.at), p.onPhoto) / read) ** 2, 0);
  const all = off(toPhoto, points);
  const disagree = points.length > 4 && all > DISAGREE * (2 * points.length - 8);
  let suspect: number | null = null;
  if (disagree && points.length >= TELLING) {
    const without = points.map((_, i) => {
      const rest = points.filter((__, k) => k !== i);
      const h = fit(rest);
      return { i, left: h ? off(h, rest) : Infinity };
    });
    const [best, next] = without.sort((a, b) => a.left - b.left);
    if (all - best!.left > STANDS_OUT && next!.left - best!.left > STANDS_OUT) suspect = best!.i;
  }
  const misses = points.map(({ at, onPhoto }) => distance<Point>(project(toCloth, onPhoto), at));
  return { toCloth, toPhoto, misses, disagree, suspect };
}

export interface PhotoSize {
  readonly width: number;
  readonly height: number;
}

/** The four corners of a top on a photo that was turned by quarters: the corner that is now upper left comes first. */
export function turnedPoints(points: readonly PhotoPoint[], quarters: number): readonly PhotoPoint[] {
  const n = 4;
  const corners = points.slice(0, n).map(({ at }) => at);
  return points.map((point, i) => (i < n ? { ...point, at: corners[(i + quarters + n) % n]! } : point));
}
