import { describe, expect, it } from 'vitest';
import { applyToPolyline, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { type Point } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { toRadians } from '../units.ts';
import { analyseDesign, type DesignFacts } from './analysis.ts';
import { unlikeness } from './likeness.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const curve = (steps: number, at: (t: number) => Point): Float64Array =>
  polyline(Array.from({ length: steps + 1 }, (_, i) => at(i / steps)));
const factsOf = (...strokes: Float64Array[]): DesignFacts => analyseDesign(strokes).facts;
const TURN = 2 * Math.PI;

/** Two waves of 60 mm, 20 mm high. */
const sine = curve(1200, (t) => ({ x: 120 * t, y: 10 * Math.sin(2 * TURN * t) }));
/** Five turns, 10 mm apart. */
const spiral = curve(4000, (t) => ({ x: 50 * t * Math.cos(5 * TURN * t), y: 50 * t * Math.sin(5 * TURN * t) }));
const circle = (r: number, steps = 720): Float64Array =>
  curve(steps, (t) => ({ x: r * Math.cos(TURN * t), y: r * Math.sin(TURN * t) }));
const lissajous = curve(4000, (t) => ({ x: 80 * Math.sin(TURN * 2 * t), y: 60 * Math.sin(TURN * 3 * t + 0.7) }));

describe('a sine row', () => {
  const facts = factsOf(sine);
  it('joins its copy after its repeat, without climbing', () => {
    expect(facts.join).toMatchObject({ joins: true, repeat: 120 });
    expect(facts.join.climb).toBeCloseTo(0, 9);
    expect(facts.kind).toBe('border');
  });
  it('is as long as the integral says', () => {
    // ∫√(1 + (A·k·cos kx)²) dx by the midpoint rule.
    const k = TURN / 60;
    const steps = 20_000;
    let length = 0;
    for (let i = 0; i < steps; i++)
      length += Math.sqrt(1 + (10 * k * Math.cos((k * 120 * (i + 0.5)) / steps)) ** 2) * (120 / steps);
    expect(Math.abs(facts.length - length)).toBeLessThan(0.01);
    expect([facts.width, facts.height]).toEqual([120, 20]);
  });
  it('bends tightest at its crests', () => {
    // r = 1 / (A·(2π/L)²)
    expect(Math.abs(facts.smallestRadius! - 60 ** 2 / (10 * TURN ** 2))).toBeLessThan(0.05);
    expect(facts.sharpestTurn).toBe(0);
  });
  it('looks the same upside down, but not in a mirror', () => {
    expect(facts.symmetry).toMatchObject({ turns: 2, mirrorsAcross: false, mirrorsDown: false });
    expect(facts.directional).toBe(false);
  });
  it('has no crossing, nothing doubled', () => {
    expect([facts.crossings, facts.doubled]).toEqual([0, 0]);
  });
});

describe('joining a row', () => {
  it('says how far the end climbs, and how boxes overlap', () => {
    const facts = factsOf(line(0, 0, 30, 20, 50, 20, 40, 4));
    expect(facts.join).toEqual({ joins: false, repeat: 40, climb: 4, overlap: 10 });
  });
  it('needs one stroke that goes on to the right', () => {
    expect(factsOf(line(0, 0, 50, 30, 100, 0)).join.joins).toBe(true);
    expect(factsOf(line(100, 0, 50, 30, 0, 0)).join.joins).toBe(false);
    expect(factsOf(line(0, 0, 50, 30), line(50, 20, 100, 0)).join.joins).toBe(false);
    expect(factsOf(line(0, 0, 10, 0, 10, 10, 0, 10, 0, 0)).join.joins).toBe(false);
  });
});

describe('spacing', () => {
  it('of a spiral is its pitch', () => {
    const facts = factsOf(spiral);
    // Square to the line it is a little less: p·r/√(r² + (p/2π)²), 9.99 mm about the middle of the line, r = 35 mm.
    expect(Math.abs(facts.spacing! - 9.99)).toBeLessThan(0.01);
    // The widest circle lies between the last turn and its end, where the hull lets it.
    expect(facts.widestGap).toBeGreaterThan(10);
    expect(facts.widestGap).toBeLessThan(14);
  });
  it('of straight rows is exact, and so is the widest gap', () => {
    const rows = line(0, 0, 100, 0, 100, 12, 0, 12, 0, 24, 100, 24, 100, 42, 0, 42);
    expect(factsOf(rows).spacing).toBeCloseTo(12, 6);
    expect(Math.abs(factsOf(rows).widestGap - 18)).toBeLessThan(0.01);
  });
  it('of a meander with a hole in it is the hole, however dense its lanes', () => {
    const [size, lane, hole] = [250, 2, 10];
    const middle = size / 2;
    const points = Array.from({ length: size / lane + 1 }, (_, k) => {
      const y = k * lane;
      const half = Math.sqrt(Math.max(0, (hole / 2) ** 2 - (y - middle) ** 2));
      const start = Math.atan2(y - middle, -half);
      const sweep = (Math.atan2(y - middle, half) - start + (y < middle ? TURN : 0)) % TURN;
      const round = Array.from({ length: 61 }, (_, i): Point => {
        const angle = start + (sweep * i) / 60;
        return { x: middle + (hole / 2) * Math.cos(angle), y: middle + (hole / 2) * Math.sin(angle) };
      });
      const row: Point[] = [{ x: 0, y }, ...(half > 0 ? round : []), { x: size, y }];
      return k % 2 === 0 ? row : row.reverse();
    });
    expect(Math.abs(factsOf(polyline(points.flat())).widestGap - hole)).toBeLessThan(0.02);
  });
  it('of a circle: nothing faces anything but across; its gap is itself', () => {
    const { facts, places } = analyseDesign([circle(30)]);
    expect(Math.abs(facts.widestGap - 60)).toBeLessThan(0.01);
    expect(Math.hypot(places.gap!.centre.x, places.gap!.centre.y)).toBeLessThan(0.05);
  });
  it('of a single straight line there is none', () => {
    expect(factsOf(line(0, 0, 90, 0))).toMatchObject({
      spacing: null,
      widestGap: 0,
      smallestRadius: null,
      kind: 'line',
    });
  });
});

describe('doubled stretches', () => {
  it.each([
    ['out and back', [line(0, 0, 40, 0, 10, 0)], 30, [40, 70]],
    ['the last lines once more', [line(0, 0, 40, 0, 40, 30, 0, 30, 0, 0, 25, 0)], 25, [140, 165]],
    ['another stroke alongside', [line(0, 0, 40, 0), line(10, 0.2, 60, 0.2)], 30, [40, 70]],
  ])('%s', (_name, strokes, length, [from, to]) => {
    const { facts, places } = analyseDesign(strokes);
    expect(Math.abs(facts.doubled - length)).toBeLessThan(0.01);
    expect(places.doubled).toHaveLength(1);
    expect(Math.abs(places.doubled[0]!.from - from!) + Math.abs(places.doubled[0]!.to - to!)).toBeLessThan(0.02);
  });
  it('of a circle stitched twice are one whole round', () => {
    const twice = curve(1440, (t) => ({ x: 30 * Math.cos(2 * TURN * t), y: 30 * Math.sin(2 * TURN * t) }));
    expect(factsOf(twice).doubled / factsOf(circle(30)).length).toBeCloseTo(1, 2);
    expect(factsOf(twice).crossings).toBe(0);
  });
  it.each([3, 5, 8])('of a circle of %i mm retraced by chords that lie half a chord on', (r) => {
    const round = (shift: number): Float64Array =>
      curve(48, (t) => ({ x: r * Math.cos(TURN * (t + shift / 48)), y: r * Math.sin(TURN * (t + shift / 48)) }));
    const twice = factsOf(Float64Array.of(...round(0), ...round(0.5)));
    expect(twice.doubled / (TURN * r)).toBeGreaterThan(0.97);
    expect(twice.crossings).toBe(0);
  });
  it('are neither crossings nor lines a little apart', () => {
    expect(factsOf(line(0, 0, 40, 0, 40, 10, 20, 10, 20, -10)).doubled).toBe(0);
    expect(factsOf(line(0, 0, 40, 0, 40, 0.5, 0, 0.5)).doubled).toBe(0);
  });
});

describe('crossings', () => {
  it.each([
    ['a cross', [line(0, 0, 10, 10, 10, 0, 0, 10)], 1],
    ['a touch at a corner', [line(0, 0, 10, 0, 20, 0, 20, -10, 10, 0, 0, -10)], 0],
    ['a crossing at corners of both', [line(0, 0, 10, 10, 20, 20, 20, 0, 10, 10, 0, 20)], 1],
    ['an end that runs into the line', [line(0, 0, 20, 0), line(10, 10, 10, 0)], 0],
    [
      'a grid of three by two',
      [...[0, 10, 20].map((x) => line(x, -5, x, 15)), ...[0, 10].map((y) => line(-5, y, 25, y))],
      6,
    ],
    ['a line over a doubled one', [line(0, 0, 40, 0, 0, 0), line(20, -10, 20, 10)], 1],
    [
      'lines at five degrees',
      [line(0, 0, 200, 0), line(100, 0, 100 + 87 * Math.cos(0.0873), 87 * Math.sin(0.0873)), line(20, 3.5, 180, -10.5)],
      1,
    ],
    [
      'a figure eight that starts where it crosses',
      [curve(800, (t) => ({ x: 40 * Math.sin(TURN * t), y: 20 * Math.sin(2 * TURN * t) }))],
      1,
    ],
    ['a closed line crossed at its start', [circle(20), line(10, 0, 30, 0)], 1],
    ['a closed line touched at its start', [circle(20), line(30, 10, 20, 0, 30, -10)], 0],
    [
      'two corners at one place, rounded apart',
      [line(0, 0, 10, 10.0003, 20, 20), line(20, 0.0002, 10.0004, 10, 0, 20)],
      1,
    ],
    [
      'two corners that touch, rounded into each other',
      [line(0, 0, 10.0004, 10, 0, 20), line(20, 0, 10, 10.0002, 20, 20)],
      0,
    ],
    ['a Lissajous figure of 2 by 3', [lissajous], 2 * 2 * 3 - 2 - 3],
    ['a circle', [circle(20)], 0],
  ])('%s', (_name, strokes, count) => {
    expect(factsOf(...strokes).crossings).toBe(count);
  });
});

describe('corners and bends', () => {
  it('names the sharpest corner and the tightest bend beside it', () => {
    const { places } = analyseDesign([line(0, 0, 40, 0, 10, 10, 10, 60, 60, 60)]);
    expect(places.sharpest!.at).toEqual({ x: 40, y: 0 });
    expect(places.sharpest!.turn).toBeCloseTo(Math.PI - Math.atan2(10, 30), 9);
    expect(places.tightest).toBeNull();
    expect(factsOf(circle(7)).smallestRadius).toBeCloseTo(7, 4);
  });
  it('is not misled by coordinates that were rounded', () => {
    const rounded = circle(10, 200).map((v) => Math.round(v * 100) / 100);
    expect(Math.abs(factsOf(rounded).smallestRadius! - 10)).toBeLessThan(2);
  });
});

describe('symmetry', () => {
  const petals = (n: number): Float64Array =>
    curve(3600, (t) => {
      const r = 40 + 15 * Math.cos(n * TURN * t);
      return { x: r * Math.cos(TURN * t), y: r * Math.sin(TURN * t) };
    });
  it.each([3, 4, 5, 8])('a flower of %i petals', (n) => {
    const facts = factsOf(petals(n));
    expect(facts.symmetry.turns).toBe(n);
    expect(facts.symmetry.mirrorsDown).toBe(true);
    expect(facts.symmetry.mirrorsAcross).toBe(n % 2 === 0);
  });
  it('a scallop is directional, a scrawl that opens both ways alike is not', () => {
    const scallop = curve(900, (t) => ({ x: 120 * t, y: -18 * Math.abs(Math.sin(3 * Math.PI * t)) }));
    expect(factsOf(scallop)).toMatchObject({ directional: true });
    expect(factsOf(applyToPolyline(scaling(1, -1), scallop)).symmetry.upsideDown).toBeCloseTo(
      factsOf(scallop).symmetry.upsideDown,
      1,
    );
    const scrawl = curve(4000, (t) => ({ x: 80 * Math.sin(TURN * 5 * t), y: 60 * Math.sin(TURN * 7 * t + 0.7) }));
    expect(factsOf(scrawl).symmetry.upsideDown).toBeLessThan(0.12);
    expect(factsOf(scrawl).directional).toBe(false);
  });
});

describe('the guessed kind', () => {
  it.each([
    ['edgeToEdge', [curve(400, (t) => ({ x: 100 * t, y: 40 * Math.sin(TURN * t) }))]],
    ['border', [curve(400, (t) => ({ x: 300 * t, y: 20 * Math.sin(3 * TURN * t) }))]],
    ['corner', [line(0, 20, 40, 0, 70, 30, 50, 70)]],
    ['block', [line(0, 0, 80, 0, 80, 80, 0, 80, 0, 0)]],
    ['triangle', [line(0, 60, 100, 60, 50, 0, 0, 60)]],
    ['motif', [line(0, 30, 20, 0, 40, 30, 20, 60, 0, 30)]],
    ['line', [line(0, 0, 200, 2)]],
  ] as const)('%s', (kind, strokes) => {
    expect(factsOf(...strokes).kind).toBe(kind);
  });
});

it('likeness does not mind size and place, but shape', () => {
  const a = factsOf(spiral).shape;
  const moved = compose(scaling(2.5, 2.5), translation(900, -40));
  expect(unlikeness(a, factsOf(applyToPolyline(moved, spiral)).shape)).toBeLessThan(0.1);
  expect(unlikeness(a, factsOf(sine).shape)).toBeGreaterThan(0.5);
  expect(unlikeness(a, [])).toBe(Infinity);
});

it('facts do not change when the design is turned as a whole, but for those that should', () => {
  const a = factsOf(spiral);
  const b = factsOf(applyToPolyline(rotation(toRadians(31)), spiral));
  for (const fact of ['length', 'doubled', 'crossings', 'spacing', 'widestGap'] as const)
    expect(b[fact]).toBeCloseTo(a[fact]!, 1);
});
