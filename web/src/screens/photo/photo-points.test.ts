import { clothPoint, type PhotoPoint, project, squareUp } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { anotherPoint, cornersOfTop, firstPoints, pointsSized, verdictOf } from './photo-points.ts';

const INCH = 25.4;
const SIZE = { width: 40 * INCH, length: 50 * INCH };
const PHOTO = { width: 1000, height: 1250 };
/** A photo straight from above: 1 px a 1/25 in. */
const straight = (places: readonly (readonly [number, number])[]): PhotoPoint[] =>
  places.map(([x, y], i) => ({
    id: `p${i}`,
    onPhoto: { x: 25 * x, y: 25 * y },
    at: clothPoint(x * INCH, y * INCH),
  }));
const CORNERS = [[0, 0], [40, 0], [40, 50], [0, 50]] as const; // prettier-ignore
const MORE = [...CORNERS, [20, 0], [40, 25], [20, 50], [0, 25]] as const; // prettier-ignore
const said = (points: readonly PhotoPoint[]): string => verdictOf(points, PHOTO, 'in16').replaceAll('\u00a0', ' ');

describe('the points of a photo', () => {
  it('begin near the corners, and keep their places when the top measures otherwise', () => {
    const first = firstPoints(PHOTO, SIZE);
    expect(first.map(({ onPhoto }) => [onPhoto.x, onPhoto.y])).toEqual([[80, 100], [920, 100], [920, 1150], [80, 1150]]); // prettier-ignore
    expect(first.map(({ at }) => at)).toEqual(cornersOfTop(SIZE));
    const wider = pointsSized(first, SIZE, { width: 80 * INCH, length: 50 * INCH });
    expect(wider.map(({ at }) => at)).toEqual(cornersOfTop({ width: 80 * INCH, length: 50 * INCH }));
  });
  it('are joined by one in the middle of an edge, where the photo should show it', () => {
    const corners = straight(CORNERS);
    const fifth = anotherPoint(corners, PHOTO, SIZE);
    expect(fifth.at).toEqual({ x: 20 * INCH, y: 0 });
    expect(fifth.onPhoto.x).toBeCloseTo(500, 6);
    expect(fifth.onPhoto.y).toBeCloseTo(0, 6);
    const sixth = anotherPoint([...corners, fifth], PHOTO, SIZE);
    expect(sixth.at).toEqual({ x: 40 * INCH, y: 25 * INCH });
    // With the fifth taken away its place is free again, and no two are called alike.
    const again = anotherPoint([...corners, sixth], PHOTO, SIZE);
    expect(again.at).toEqual(fifth.at);
    expect(again.id).not.toBe(sixth.id);
    const { toCloth } = squareUp(corners, PHOTO)!;
    expect(project(toCloth, sixth.onPhoto).y).toBeCloseTo(25 * INCH, 6);
  });
});

describe('how well they agree', () => {
  it('is more than four can tell', () => {
    expect(said(straight(CORNERS))).toMatch(/^Four points always agree/);
    expect(said(straight(MORE))).toBe('The points agree to 0 in.');
  });
  it('names the one that is wrong, or says that more are needed to tell', () => {
    const wrong = straight(MORE).map((one, i) => (i === 4 ? { ...one, onPhoto: { x: 540, y: 0 } } : one));
    expect(said(wrong)).toMatch(
      /^Point 5 doesn’t agree with the others: it is 1 \d+\/16 in off|^Point 5 doesn’t agree/,
    );
    const five = wrong.slice(0, 5);
    expect(said(five)).toMatch(/^The points disagree by up to .* with six or more/);
  });
  it('can’t be told of points in a line or in one place', () => {
    const line = straight([[0, 0], [20, 0], [40, 0], [0, 50]]); // prettier-ignore
    expect(said(line)).toMatch(/lie in a line/);
  });
});
