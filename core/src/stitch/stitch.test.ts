import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundsOf, lengthOf, pointCount, pointsOf, polyline, squaredDistanceToSegment } from '../geometry/polyline.ts';
import { GENERIC_MOTION, speedAtBend, speedAtCorner, speedsAtHoles, stitchClock, stitchLengths } from './motion.ts';
import { needlePoints } from './needle-points.ts';
import { threadLength } from './thread.ts';
import { tieOff } from './tie-off.ts';

const xs = (line: Float64Array): number[] => pointsOf(line).map((p) => Math.round(p.x * 1e6) / 1e6);
const circle = (r: number, steps = 4000): Float64Array =>
  polyline(
    Array.from({ length: steps + 1 }, (_, i) => ({
      x: r * Math.cos((2 * Math.PI * i) / steps),
      y: r * Math.sin((2 * Math.PI * i) / steps),
    })),
  );

const stepsOf = (line: Float64Array): number[] =>
  Array.from({ length: pointCount(line) - 1 }, (_, i) => lengthOf(line.subarray(2 * i, 2 * i + 4)));

describe('needle points', () => {
  it('divides a straight line evenly, without a sliver', () => {
    expect(
      xs(
        needlePoints(
          polyline([
            { x: 0, y: 0 },
            { x: 10, y: 0 },
          ]),
          3,
        ).points,
      ),
    ).toEqual([0, 2.5, 5, 7.5, 10]);
    expect(
      xs(
        needlePoints(
          polyline([
            { x: 0, y: 0 },
            { x: 7.5, y: 0 },
          ]),
          2.5,
        ).points,
      ),
    ).toEqual([0, 2.5, 5, 7.5]);
  });

  it('puts a hole on every corner', () => {
    const { points, sharp } = needlePoints(
      polyline([
        { x: 0, y: 0 },
        { x: 4, y: 0 },
        { x: 4, y: 4 },
      ]),
      2.5,
    );
    expect(pointsOf(points)).toContainEqual({ x: 4, y: 0 });
    expect(sharp).toEqual([]);
  });

  it('keeps the thread within a quarter millimetre of a tight curve, and says where it had to shorten', () => {
    const wide = needlePoints(circle(10), 2.5);
    expect(wide.sharp).toEqual([]);
    const tight = needlePoints(circle(0.6), 2.5);
    expect(tight.sharp.length).toBeGreaterThan(0);
    // A chord of length s on radius r leaves s²/8r: at r = 0.6 stitches stay under 1.1 mm.
    const holes = pointsOf(tight.points);
    for (let i = 1; i < holes.length; i++) {
      const s = Math.sqrt((holes[i]!.x - holes[i - 1]!.x) ** 2 + (holes[i]!.y - holes[i - 1]!.y) ** 2);
      expect(0.6 - Math.sqrt(0.36 - (s * s) / 4)).toBeLessThanOrEqual(0.2501);
    }
  });

  it('stays within the chord error on any line, begins and ends where it does, and never exceeds the stitch', () => {
    const walk = fc.array(fc.tuple(fc.integer({ min: -400, max: 400 }), fc.integer({ min: -400, max: 400 })), {
      minLength: 2,
      maxLength: 60,
    });
    fc.assert(
      fc.property(walk, fc.double({ min: 1.5, max: 5, noNaN: true }), (steps, stitch) => {
        let x = 0;
        let y = 0;
        const line = polyline(steps.map(([dx, dy]) => ({ x: (x += dx / 100), y: (y += dy / 100) })));
        const holes = pointsOf(needlePoints(line, stitch).points);
        expect(holes[0]).toEqual(pointsOf(line)[0]);
        expect(holes.at(-1)).toEqual(pointsOf(line).at(-1));
        for (let i = 1; i < holes.length; i++) {
          expect((holes[i]!.x - holes[i - 1]!.x) ** 2 + (holes[i]!.y - holes[i - 1]!.y) ** 2).toBeLessThanOrEqual(
            (stitch + 1e-3) ** 2,
          );
        }
        for (const p of pointsOf(line)) {
          // What is too short for two stitches of 0.4 mm isn't divided.
          const least = Math.min(
            ...holes.slice(1).map((b, i) => {
              const a = holes[i]!;
              const undivided = Math.hypot(b.x - a.x, b.y - a.y) < 0.8;
              return Math.sqrt(squaredDistanceToSegment(p.x, p.y, a, b)) / (undivided ? 0.4 : 0.3);
            }),
            Math.hypot(p.x - holes[0]!.x, p.y - holes[0]!.y) / 0.3,
          );
          expect(least).toBeLessThan(1);
        }
      }),
      { seed: 1 },
    );
  });

  it('makes nothing of coordinates that were rounded: an ellipse of dense points to a tenth of a millimetre', () => {
    const points = Math.round(317 / 0.15);
    const ellipse = polyline(
      Array.from({ length: points + 1 }, (_, i) => {
        const t = (2 * Math.PI * i) / points;
        return { x: Math.round(600 * Math.cos(t)) / 10, y: Math.round(400 * Math.sin(t)) / 10 };
      }),
    );
    const { points: holes } = needlePoints(ellipse, 25.4 / 11);
    // The ellipse is 317.3 mm round: 137.4 stitches of 2.31 mm.
    expect(pointCount(holes) - 1).toBeGreaterThanOrEqual(138);
    expect(pointCount(holes) - 1).toBeLessThanOrEqual(141);
    expect(Math.min(...stepsOf(holes))).toBeGreaterThan(0.4);
  });

  it('leaves no two holes nearer than 0.4 mm but at tips, however the line curls', () => {
    const curl = fc.array(
      fc.tuple(fc.double({ min: -3, max: 3, noNaN: true }), fc.double({ min: 0.05, max: 2, noNaN: true })),
      {
        minLength: 3,
        maxLength: 80,
      },
    );
    fc.assert(
      fc.property(curl, (steps) => {
        let [x, y, way] = [0, 0, 0];
        // A line that turns at most 40° from point to point, as tightly as it likes.
        const line = polyline(
          steps.map(([turn, length]) => ({
            x: (x += length * Math.cos((way += turn / 4.3))),
            y: (y += length * Math.sin(way)),
          })),
        );
        const steps_ = stepsOf(needlePoints(line, 2.5).points);
        if (steps_.length > 2) expect(Math.min(...steps_.slice(1, -1))).toBeGreaterThan(0.4 - 1e-5);
      }),
      { seed: 1 },
    );
  });

  it('takes a line of one point or none of length', () => {
    expect(
      xs(
        needlePoints(
          polyline([
            { x: 5, y: 5 },
            { x: 5, y: 5 },
          ]),
          2,
        ).points,
      ),
    ).toEqual([5]);
  });
});

describe('tie-offs', () => {
  const run = polyline([
    { x: 0, y: 0 },
    { x: 2, y: 0 },
    { x: 4, y: 0 },
  ]);
  it('locks both ends by the school chosen', () => {
    expect(xs(tieOff(run, 'none'))).toEqual([0, 2, 4]);
    expect(xs(tieOff(run, 'short'))).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4]);
    expect(xs(tieOff(run, 'inPlace'))).toEqual([0, 0.5, 0, 0.5, 0, 2, 4, 3.5, 4, 3.5, 4]);
  });
  it('makes no stitch shorter than 0.4 mm, however short the first are', () => {
    const short = polyline([0, 0.5, 1.4, 3.4, 5.4, 5.9].map((x) => ({ x, y: 0 })));
    expect(xs(tieOff(short, 'short'))).toEqual([0, 0.5, 0.95, 1.4, 3.4, 4.066667, 4.733333, 5.4, 5.9]);
    expect(xs(tieOff(polyline([0, 0.3, 2].map((x) => ({ x, y: 0 }))), 'inPlace'))).toEqual([
      ...[0, 0.5, 0, 0.5, 0, 0.3, 2, 1.5, 2, 1.5, 2],
    ]);
    expect(xs(tieOff(polyline([0, 0.6].map((x) => ({ x, y: 0 }))), 'inPlace'))).toEqual([
      ...[0, 0.6, 0, 0.6, 0, 0.6, 0, 0.6, 0, 0.6],
    ]);
  });
  it('makes a line of one stitch short all along', () => {
    expect(xs(tieOff(run.slice(0, 4), 'short'))).toEqual([0, 0.5, 1, 1.5, 2]);
  });
});

describe('time and thread', () => {
  it('a long straight line runs at the needle rate, with both ramps', () => {
    const points = needlePoints(
      polyline([
        { x: 0, y: 0 },
        { x: 2540, y: 0 },
      ]),
      2.54,
    ).points;
    const seconds = stitchClock(points, GENERIC_MOTION).at(-1)!;
    // 1,000 stitches at 1,500 a minute are 40 s; ramps to 63.5 mm/s at 600 mm/s² add about 0.1 s.
    expect(seconds).toBeGreaterThan(40);
    expect(seconds).toBeLessThan(40.3);
  });
  it('asks for no more than the acceleration it may, also where stitches change in length', () => {
    const { acceleration, stitchesPerMinute, topSpeed } = GENERIC_MOTION;
    const step = fc.double({ min: 0.4, max: 5, noNaN: true });
    fc.assert(
      fc.property(fc.array(step, { minLength: 3, maxLength: 60 }), (steps) => {
        let x = 0;
        const needle = polyline([{ x, y: 0 }, ...steps.map((s) => ({ x: (x += s), y: 0 }))]);
        const speeds = speedsAtHoles(needle, stitchLengths(needle), GENERIC_MOTION);
        const clock = stitchClock(needle, GENERIC_MOTION);
        steps.forEach((length, i) => {
          const [before, after] = [speeds[i]!, speeds[i + 1]!];
          expect(Math.abs(after ** 2 - before ** 2)).toBeLessThan(2 * acceleration * length + 1e-6);
          expect(after).toBeLessThan(Math.min(topSpeed, (length * stitchesPerMinute) / 60) + 1e-9);
          // At these speeds the needle keeps up by itself: no stitch is waited for that isn't slow already.
          expect(clock[i + 1]! - clock[i]!).toBeCloseTo((2 * length) / (before + after), 9);
        });
      }),
      { seed: 1 },
    );
  });
  it('corners slow it down, and time only grows', () => {
    const zigzag = polyline(Array.from({ length: 200 }, (_, i) => ({ x: i, y: (i % 2) * 20 })));
    const straight = polyline([
      { x: 0, y: 0 },
      { x: lengthOf(zigzag), y: 0 },
    ]);
    const slow = stitchClock(needlePoints(zigzag, 2.5).points, GENERIC_MOTION);
    expect(slow.at(-1)!).toBeGreaterThan(
      1.25 * stitchClock(needlePoints(straight, 2.5).points, GENERIC_MOTION).at(-1)!,
    );
    expect(slow.every((t, i) => i === 0 || t > slow[i - 1]!)).toBe(true);
  });
  it('counts thread along the cloth and into it', () => {
    const holes = polyline([
      { x: 0, y: 0 },
      { x: 3, y: 0 },
      { x: 6, y: 0 },
    ]);
    expect(threadLength(holes, 3)).toBe(12);
    expect(threadLength(holes, 3, 1, 2)).toBe(6);
    expect(threadLength(holes, 5, 1, 2)).toBe(8);
    expect(boundsOf([holes])!.maxX).toBe(6);
    expect(pointCount(holes)).toBe(3);
  });
});

describe('the speed that a line allows', () => {
  it('in a bend grows with the root of its radius', () => {
    // v² = a·r with 600 mm/s²: 60 mm/s at 6 mm, the top speed of 120 at 24 mm.
    expect(speedAtBend(6, GENERIC_MOTION)).toBeCloseTo(60, 9);
    expect(speedAtBend(24, GENERIC_MOTION)).toBeCloseTo(GENERIC_MOTION.topSpeed, 9);
  });
  it('at a corner falls with its turn, to the speed of coming straight back', () => {
    expect(speedAtCorner(0, 2.5, GENERIC_MOTION)).toBe(Infinity);
    // A right angle between stitches of 2.4 mm is a bend of 1.2 mm.
    expect(speedAtCorner(Math.PI / 2, 2.4, GENERIC_MOTION)).toBeCloseTo(speedAtBend(1.2, GENERIC_MOTION), 9);
    expect(speedAtCorner(Math.PI, 2.4, GENERIC_MOTION)).toBe(GENERIC_MOTION.cornerSpeed);
    const speeds = [0.2, 0.6, 1.2, 2, 3].map((turn) => speedAtCorner(turn, 2.4, GENERIC_MOTION));
    expect(speeds).toEqual([...speeds].sort((a, b) => b - a));
  });
});
