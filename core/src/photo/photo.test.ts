import { describe, expect, it } from 'vitest';
import { fitHomography, type Homography, invertedHomography, project } from '../geometry/homography.ts';
import { clothPoint, distance, type Point } from '../geometry/point.ts';
import { randomFrom } from '../random.ts';
import { findEdge, gradientsOf } from './find-edge.ts';
import { type Pixels, rectify } from './rectify.ts';
import { type PhotoPoint, squareUp, turnedPoints } from './square-up.ts';

const INCH = 25.4;
const TOP = { width: 60 * INCH, length: 80 * INCH };
/** A camera that looks down on a top from one side, 3000 by 4000 pixels. */
const CAMERA: Homography = [1.62, 0.05, 180, -0.04, 1.55, 260, 4e-5, 6e-5, 1];
const SIZE = { width: 3000, height: 4000 };
const PLACES = [[0, 0], [1, 0], [1, 1], [0, 1], [0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]] as const; // prettier-ignore
const cloth = PLACES.map(([u, v]) => clothPoint(u * TOP.width, v * TOP.length));
const points = (n: number, off: (i: number) => Point = () => ({ x: 0, y: 0 })): PhotoPoint[] =>
  cloth.slice(0, n).map((at, i) => {
    const { x, y } = project(CAMERA, at);
    return { id: `${i}`, at, onPhoto: { x: x + off(i).x, y: y + off(i).y } };
  });

describe('a projective map', () => {
  it('goes through four points exactly, and back', () => {
    const square = [[0, 0], [1, 0], [1, 1], [0, 1]].map(([x, y]) => ({ x: x!, y: y! })); // prettier-ignore
    const quad = [[10, 20], [90, 35], [80, 110], [-5, 95]].map(([x, y]) => ({ x: x!, y: y! })); // prettier-ignore
    const h = fitHomography(square.map((from, i) => ({ from, to: quad[i]! })), 1)!; // prettier-ignore
    square.forEach((p, i) => {
      expect(distance(project(h, p), quad[i]!)).toBeLessThan(1e-9);
      expect(distance(project(invertedHomography(h), quad[i]!), p)).toBeLessThan(1e-9);
    });
    // The middle of a square lies where its diagonals cross: (10,20)–(80,110) with (90,35)–(−5,95).
    const at = project(h, { x: 0.5, y: 0.5 });
    const side = (a: Point, b: Point) => (b.x - a.x) * (at.y - a.y) - (b.y - a.y) * (at.x - a.x);
    expect(side(quad[0]!, quad[2]!)).toBeCloseTo(0, 6);
    expect(side(quad[1]!, quad[3]!)).toBeCloseTo(0, 6);
  });
  it('isn’t told by three points, or by three of four in a line', () => {
    const flat = [[0, 0], [1, 0], [2, 0], [0, 1]].map(([x, y]) => ({ from: { x: x!, y: y! }, to: { x: x!, y: y! } })); // prettier-ignore
    expect(fitHomography(flat, 1)).toBeNull();
    expect(fitHomography(flat.slice(0, 3), 1)).toBeNull();
  });
});

describe('a photo that is squared up', () => {
  it.each([4, 6, 8])('by %i points read to a pixel, is within 1/8 in everywhere', (n) => {
    const random = randomFrom(14);
    let worst = 0;
    for (let trial = 0; trial < 100; trial++) {
      const squared = squareUp(points(n, () => ({ x: 2 * random() - 1, y: 2 * random() - 1 })), SIZE)!; // prettier-ignore
      for (let u = 0; u <= 1; u += 0.1) {
        for (let v = 0; v <= 1; v += 0.1) {
          const at = clothPoint(u * TOP.width, v * TOP.length);
          worst = Math.max(worst, distance<Point>(project(squared.toCloth, project(CAMERA, at)), at));
        }
      }
      expect(squared.disagree).toBe(false);
    }
    expect(worst).toBeLessThan(INCH / 8);
  });
  it('names a point that is ten times as wrong as the others, and says how far each is off', () => {
    const random = randomFrom(14);
    const tally = { named: 0, another: 0 };
    for (let trial = 0; trial < 400; trial++) {
      const wrong = trial % 8;
      const off = (i: number, of: (angle: number) => number): number =>
        2 * random() - 1 + (i === wrong ? 10 * of(trial) : 0);
      const { suspect } = squareUp(
        points(8, (i) => ({ x: off(i, Math.cos), y: off(i, Math.sin) })),
        SIZE,
      )!;
      if (suspect === wrong) tally.named++;
      else if (suspect !== null) tally.another++;
    }
    expect(tally.another).toBe(0);
    expect(tally.named).toBeGreaterThan(390);
    const off = squareUp(points(8, (i) => (i === 2 ? { x: 40, y: 0 } : { x: 0, y: 0 })), SIZE)!; // prettier-ignore
    expect(off.suspect).toBe(2);
    expect(off.misses[2]).toBeGreaterThan(3 * Math.max(...off.misses.filter((_, i) => i !== 2)));
  });
  it('can’t tell which of five is wrong, but that they don’t agree', () => {
    const squared = squareUp(points(5, (i) => (i === 4 ? { x: 60, y: 60 } : { x: 0, y: 0 })), SIZE)!; // prettier-ignore
    expect([squared.disagree, squared.suspect]).toEqual([true, null]);
  });
  it('is turned by quarters, what is known inside it staying', () => {
    const turned = turnedPoints(points(5), 1);
    expect(turned.map(({ at }) => at)).toEqual([cloth[1], cloth[2], cloth[3], cloth[0], cloth[4]]);
    expect(turnedPoints(turned, -1)).toEqual(points(5));
  });
});

/** A light square from 30 to 70 on dark cloth, its edges as sharp as pixels are. */
function picture(): Pixels {
  const data = new Uint8ClampedArray(100 * 100 * 4);
  for (let y = 0; y < 100; y++) {
    for (let x = 0; x < 100; x++) {
      const light = x >= 30 && x < 70 && y >= 30 && y < 70 ? 200 : 60;
      data.set([light, light, light, 255], 4 * (100 * y + x));
    }
  }
  return { data, width: 100, height: 100 };
}

describe('a picture from above', () => {
  it('is the photo itself where nothing is turned, and shows nothing beyond it', () => {
    const same = rectify(picture(), [1, 0, 0, 0, 1, 0, 0, 0, 1], { width: 100, height: 100 }, 1);
    const at = (x: number, y: number) => [...same.data.slice(4 * (100 * y + x), 4 * (100 * y + x) + 4)];
    expect(at(50, 50)).toEqual([200, 200, 200, 255]);
    expect(at(20, 50)).toEqual([60, 60, 60, 255]);
    const shifted = rectify(picture(), [1, 0, 60, 0, 1, 0, 0, 0, 1], { width: 100, height: 100 }, 1);
    expect(shifted.data[4 * (100 * 50 + 5)]).toBe(200);
    expect(shifted.data[4 * (100 * 50 + 45) + 3]).toBe(0);
  });
  it('takes twice the pixels for twice the scale', () => {
    const large = rectify(picture(), [1, 0, 0, 0, 1, 0, 0, 0, 1], { width: 200, height: 200 }, 2);
    expect(large.data[4 * (200 * 100 + 100)]).toBe(200);
    expect(large.data[4 * (200 * 100 + 40)]).toBe(60);
  });
});

describe('a point put near what a picture shows', () => {
  const field = gradientsOf(picture());
  it.each([
    ['a corner', { x: 33, y: 26 }, 'corner', { x: 29.5, y: 29.5 }],
    ['another corner', { x: 72, y: 66 }, 'corner', { x: 69.5, y: 69.5 }],
    ['an edge', { x: 33, y: 50 }, 'edge', { x: 29.5, y: 50 }],
    ['the lower edge', { x: 51, y: 66 }, 'edge', { x: 51, y: 69.5 }],
  ] as const)('goes to %s', (_, from, is, to) => {
    const found = findEdge(field, from, 8)!;
    expect(found.is).toBe(is);
    expect(distance<Point>(found.at, to)).toBeLessThan(0.5);
  });
  it('stays where nothing is near, and beyond the picture', () => {
    expect(findEdge(field, { x: 50, y: 50 }, 8)).toBeNull();
    expect(findEdge(field, { x: -300, y: 50 }, 8)).toBeNull();
  });
});
