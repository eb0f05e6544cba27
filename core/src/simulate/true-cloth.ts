import { type Lie, loadingMap } from '../cloth/loading.ts';
import { applyToPoint, inverse, mapBetween } from '../geometry/affine.ts';
import {
  type ClothPoint,
  clothPoint,
  distance,
  type FramePoint,
  framePoint,
  lerp,
  minus,
  plus,
  type Point,
} from '../geometry/point.ts';
import { pointsIn } from '../geometry/polyline.ts';
import type { TrueLine, TruePatch } from '../frame/frame-link.ts';
import { normalFrom, randomFrom } from '../random.ts';

/** Waves of one kind: `size` is the rms length of the displacement; wavelengths in mm. */
interface Waves {
  readonly size: number;
  readonly shortest: number;
  readonly longest: number;
}

/** How a simulated cloth differs from the plan. Deviations in mm and radians; strains without unit. */
export interface ClothNature {
  readonly shift: number;
  readonly turn: number;
  readonly shear: number;
  readonly drawIn: Strain;
  /** What stitching adds to the draw-in where it was done. */
  readonly stitchedIn: Strain;
  readonly waves: readonly Waves[];
  readonly bends: readonly Bend[];
  /** What each advance adds of its own. */
  readonly advance: { readonly slip: Point; readonly strain: number; readonly shear: number; readonly waves: Waves };
}

/**
 * Where cloth isn't smooth along the poles, at one of some x: beyond a kinked seam it is strained (`along`) and turned (`across`) otherwise,
 * without unit; beside a stretched edge it lies off by so much, mm, and by a part e less in each `depth`. Standard deviations.
 */
export interface Bend {
  readonly kind: 'kink' | 'edge';
  readonly at: readonly number[];
  /** mm. */
  readonly depth: number;
  readonly along: number;
  readonly across: number;
}

/** How much of a bend shows so far beyond it, mm. */
export const BENT: Readonly<Record<Bend['kind'], (beyond: number, depth: number) => number>> = {
  kink: (beyond) => Math.max(0, beyond),
  edge: (beyond, depth) => Math.exp(-Math.abs(beyond) / depth),
};

interface Strain {
  readonly along: number;
  readonly alongDoubt: number;
  readonly across: number;
  readonly acrossDoubt: number;
}

/** The cloth of DESIGN's line-up bars: a band with eight long random waves. Rolled on, it slips, turns anew, is pulled a little otherwise, and has shrunk where it was stitched. */
export const BENCH_CLOTH: ClothNature = {
  shift: 20,
  turn: (0.2 * Math.PI) / 180,
  shear: (0.15 * Math.PI) / 180,
  drawIn: { along: 0.01, alongDoubt: 0.003, across: 0.012, acrossDoubt: 0.004 },
  stitchedIn: { along: 0.004, alongDoubt: 0.0015, across: 0.005, acrossDoubt: 0.0015 },
  waves: [{ size: 0.8, shortest: 350, longest: 1000 }],
  bends: [],
  advance: {
    slip: { x: 6, y: 15 },
    strain: 0.0008,
    shear: 0.0008,
    waves: { size: 0.35, shortest: 350, longest: 1000 },
  },
};

/** Pieced cloth: the same, with shorter waves that put single patches a little out of square. */
export const PIECED_CLOTH: ClothNature = {
  ...BENCH_CLOTH,
  waves: [...BENCH_CLOTH.waves, { size: 0.9, shortest: 160, longest: 320 }],
};

const AS_PLANNED = loadingMap('upright', { width: 0, length: 0 });
const WAVES = 8;
/** Over this length the true cloth passes from stitched to loose, mm. */
const FRONT = 200;

/** Where every point of the planned cloth truly lies on the frame; the planner never sees this. */
export type TrueCloth = (p: ClothPoint) => FramePoint;

/** How it was put there: as the machine's log has it. */
export interface TrueMount {
  readonly advance: number;
  /** Where the top-left corner would be if nothing had slipped. */
  readonly at: FramePoint;
  /** Stitched above this y of the loaded cloth; -Infinity when nothing is. */
  readonly front: number;
  /** How the cloth was loaded: as it is planned, where nothing else is said. */
  readonly lie?: Lie;
}

/**
 * A quilt from a seed, as it lies after each advance, turned about its middle. Its waves are its own, and turn with it when it is loaded the other way;
 * what the frame does to it goes along and across the poles. Bends lie along the poles as it is planned.
 */
export function makeTrueQuilt(seed: number, nature: ClothNature, middle: ClothPoint): (mount: TrueMount) => TrueCloth {
  const random = randomFrom(seed);
  const normal = normalFrom(random);
  const turn = nature.turn * normal();
  const shear = nature.shear * normal();
  const along = nature.drawIn.along + nature.drawIn.alongDoubt * normal();
  const across = nature.drawIn.across + nature.drawIn.acrossDoubt * normal();
  const shift = { x: nature.shift * normal(), y: nature.shift * normal() };
  const waves = nature.waves.flatMap((wave) => Array.from({ length: WAVES }, () => sine(random, normal, wave)));
  const alongMore = nature.stitchedIn.along + nature.stitchedIn.alongDoubt * normal();
  const acrossMore = nature.stitchedIn.across + nature.stitchedIn.acrossDoubt * normal();
  const bends = nature.bends.map((bend) => ({
    ...bend,
    at: bend.at[Math.floor(bend.at.length * random())]!,
    along: bend.along * normal(),
    across: bend.across * normal(),
  }));
  return ({ advance, at, front, lie = AS_PLANNED }) => {
    const centre = applyToPoint(lie, middle);
    const [ax, ay, bx, by] = lie;
    const own = ownOf(seed, advance, nature);
    const [turned, sheared] = [advance === 0 ? turn : own.turn, shear + own.shear];
    const [shrunk, shortened] = [along + own.along, across + own.across];
    return (cloth) => {
      const p = applyToPoint(lie, cloth);
      const x = p.x - centre.x;
      const y = p.y - centre.y;
      const { stitched, depth } = stitchedAbove(p.y, front);
      let dx = -(shrunk + alongMore * stitched) * x - (turned - sheared) * y;
      let dy = -shortened * y - acrossMore * depth + (turned + sheared) * x;
      const pieced = wavesAt(waves, cloth);
      const pulled = wavesAt(own.waves, p);
      dx += ax * pieced.x + bx * pieced.y + pulled.x;
      dy += ay * pieced.x + by * pieced.y + pulled.y;
      for (const { kind, at, depth, along, across } of bends) {
        const bent = BENT[kind](p.x - at, depth);
        dx += along * bent;
        dy += across * bent;
      }
      return framePoint(p.x + at.x + shift.x + own.slip.x + dx, p.y + at.y + shift.y + own.slip.y + dy);
    };
  };
}

/** A cloth just loaded, with its middle turned about and `loadedAt` added. */
export const makeTrueCloth = (seed: number, nature: ClothNature, middle: ClothPoint, loadedAt: FramePoint): TrueCloth =>
  makeTrueQuilt(seed, nature, middle)({ advance: 0, at: loadedAt, front: -Infinity });

/** What an advance has of its own; the loading itself is what the others differ from. */
function ownOf(seed: number, advance: number, { turn, advance: nature }: ClothNature) {
  const random = randomFrom(seed + 7919 * advance);
  const normal = normalFrom(random);
  const size = advance === 0 ? 0 : 1;
  return {
    turn: size * turn * normal(),
    slip: { x: size * nature.slip.x * normal(), y: size * nature.slip.y * normal() },
    along: size * nature.strain * normal(),
    across: size * nature.strain * normal(),
    shear: size * nature.shear * normal(),
    waves: size === 0 ? [] : Array.from({ length: WAVES }, () => sine(random, normal, nature.waves)),
  };
}

/** How far the cloth at y is stitched, from 1 to 0, and the stitched length between the front and y (negative above it). */
function stitchedAbove(y: number, front: number): { readonly stitched: number; readonly depth: number } {
  if (front === -Infinity) return { stitched: 0, depth: 0 };
  const t = Math.min(1, Math.max(0, (y - front) / FRONT + 0.5));
  // 1 − smoothstep, and its integral from the middle of the front.
  const stitched = 1 - t * t * (3 - 2 * t);
  const integral = (s: number): number => FRONT * (s - s ** 3 + s ** 4 / 2);
  const depth = integral(t) - integral(0.5) + Math.min(0, y - front + FRONT / 2);
  return { stitched, depth };
}

const VIEW_STEP = 8;

/** Patches of the planned cloth as they truly lie on the frame, edges sampled every `VIEW_STEP` mm so that their waviness shows. */
export function seeCloth(truth: TrueCloth, patches: readonly TruePatch[]): TruePatch[] {
  return patches.map((patch) => {
    const corners = pointsIn(Float64Array.from(patch.ring), clothPoint);
    const ring = corners.flatMap((a, i) => {
      const b = corners[(i + 1) % corners.length]!;
      const steps = Math.max(1, Math.ceil(distance(a, b) / VIEW_STEP));
      return Array.from({ length: steps }, (_, k) => truth(lerp(a, b, k / steps)));
    });
    return { ...patch, ring: ring.flatMap((p) => [p.x, p.y]) };
  });
}

/** A line stitched in one advance as it truly lies in another: the cloth has carried it along. */
export function seeLine(line: TrueLine, then: TrueCloth, now: TrueCloth): TrueLine {
  const points = pointsIn(Float64Array.from(line.points), framePoint).flatMap((p) => {
    const { x, y } = now(clothUnder(then, p));
    return [x, y];
  });
  return { ...line, points };
}

/** The point of the planned cloth that lies at a place of the frame: the inverse, to a thousandth of a millimetre. */
export function clothUnder(truth: TrueCloth, at: FramePoint): ClothPoint {
  // On the whole it is an affine map; what it is off by changes little from one place to the next.
  const [o, x, y] = [truth(clothPoint(0, 0)), truth(clothPoint(FAR, 0)), truth(clothPoint(0, FAR))];
  const [ax, ay] = [(x.x - o.x) / FAR, (x.y - o.y) / FAR];
  const [bx, by] = [(y.x - o.x) / FAR, (y.y - o.y) / FAR];
  const back = inverse(mapBetween<ClothPoint, FramePoint>([ax, ay, bx, by, o.x, o.y]));
  let aim = at;
  let guess = applyToPoint(back, aim);
  for (let i = 0; i < 100; i++) {
    const step = minus(at, truth(guess));
    if (Math.abs(step.x) + Math.abs(step.y) < 1e-3) break;
    aim = plus(aim, step);
    guess = applyToPoint(back, aim);
  }
  return guess;
}
/** mm. */
const FAR = 1000;

/** What some waves displace a place by. */
function wavesAt(waves: readonly ReturnType<typeof sine>[], { x, y }: Point): Point {
  const by = { x: 0, y: 0 };
  for (const wave of waves) {
    by.x += wave.x * Math.sin(wave.kx * x + wave.ky * y + wave.phaseX);
    by.y += wave.y * Math.sin(wave.kx * x + wave.ky * y + wave.phaseY);
  }
  return by;
}

/** One sine in a random direction; `WAVES` of them together displace by the rms size asked for. */
function sine(random: () => number, normal: () => number, wave: Waves) {
  const length = wave.shortest + (wave.longest - wave.shortest) * random();
  const direction = 2 * Math.PI * random();
  const size = wave.size / Math.sqrt(WAVES);
  return {
    kx: (2 * Math.PI * Math.cos(direction)) / length,
    ky: (2 * Math.PI * Math.sin(direction)) / length,
    x: size * normal(),
    y: size * normal(),
    phaseX: 2 * Math.PI * random(),
    phaseY: 2 * Math.PI * random(),
  };
}
