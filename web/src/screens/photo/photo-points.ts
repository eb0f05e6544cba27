import {
  clothPoint,
  distance,
  formatLength,
  type LengthStyle,
  type PhotoPoint,
  type PhotoSize,
  project,
  type Size,
  squareUp,
} from '@gorse/core';
import { nanoid } from 'nanoid';

/** Where the rings lie before anybody moved them: so far in from the photo's edges. */
const INSET = 0.08;

/** The four corners of a top, somewhere near the photo's. */
export function firstPoints({ width, height }: PhotoSize, size: Size): readonly PhotoPoint[] {
  const [x0, y0, x1, y1] = [INSET * width, INSET * height, (1 - INSET) * width, (1 - INSET) * height];
  const onPhoto = [{ x: x0, y: y0 }, { x: x1, y: y0 }, { x: x1, y: y1 }, { x: x0, y: y1 }]; // prettier-ignore
  return cornersOfTop(size).map((at, i) => ({ id: `corner-${i + 1}`, onPhoto: onPhoto[i]!, at }));
}

export const cornersOfTop = ({ width, length }: Size) => [
  clothPoint(0, 0),
  clothPoint(width, 0),
  clothPoint(width, length),
  clothPoint(0, length),
];

/** The same points of a top that measures otherwise: all keep their places in proportion. */
export const pointsSized = (points: readonly PhotoPoint[], from: Size, to: Size): readonly PhotoPoint[] =>
  points.map((point) => ({
    ...point,
    at: clothPoint((point.at.x * to.width) / from.width, (point.at.y * to.length) / from.length),
  }));

/** One point more: in the middle of an edge of the top that has none there yet, else of the top itself, where the photo should show it. */
export function anotherPoint(points: readonly PhotoPoint[], photo: PhotoSize, { width, length }: Size): PhotoPoint {
  const places = [[0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5], [0.5, 0.5]] as const; // prettier-ignore
  const all = places.map(([u, v]) => clothPoint(u * width, v * length));
  const at = all.find((place) => points.every((one) => distance(one.at, place) > 1)) ?? all[4]!;
  const squared = squareUp(points, photo);
  const onPhoto = squared ? project(squared.toPhoto, at) : { x: photo.width / 2, y: photo.height / 2 };
  const within = (value: number, most: number): number => Math.min(most, Math.max(0, value));
  return {
    id: nanoid(10),
    onPhoto: { x: within(onPhoto.x, photo.width), y: within(onPhoto.y, photo.height) },
    at,
  };
}

/** How well the points agree, in a sentence that says what to do. */
export function verdictOf(points: readonly PhotoPoint[], photo: PhotoSize, style: LengthStyle): string {
  const squared = squareUp(points, photo);
  if (!squared) return 'Three of these points lie in a line, or two in one place. Move them to the corners of the top.';
  const worst = formatLength(Math.max(...squared.misses), style);
  if (squared.suspect !== null)
    return `Point ${squared.suspect + 1} doesn’t agree with the others: it is ${formatLength(squared.misses[squared.suspect]!, style)} off. Move it, or type where it lies anew.`;
  if (squared.disagree)
    return points.length < 6
      ? `The points disagree by up to ${worst}. One is wrong; with six or more Gorse can tell which.`
      : `The points disagree by up to ${worst}. Look at each again.`;
  return points.length === 4
    ? 'Four points always agree. A fifth and a sixth show how well.'
    : `The points agree to ${worst}.`;
}
