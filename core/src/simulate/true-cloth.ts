import { type ClothPoint, distance, type FramePoint, lerp, type Point } from '../geometry/point.ts';
import { pointsOf } from '../geometry/polyline.ts';
import type { TruePatch } from './frame-messages.ts';
import { normalFrom, randomFrom } from './random.ts';

/** How a simulated cloth differs from the plan. Deviations in mm and radians; strains without unit. */
export interface ClothNature {
  readonly shift: number;
  readonly turn: number;
  readonly shear: number;
  readonly drawIn: {
    readonly along: number;
    readonly alongDoubt: number;
    readonly across: number;
    readonly acrossDoubt: number;
  };
  /** `size` is the rms length of the displacement; wavelengths in mm. */
  readonly waves: readonly { readonly size: number; readonly shortest: number; readonly longest: number }[];
}

/** The cloth of DESIGN's line-up bars: a band with eight long random waves. */
export const BENCH_CLOTH: ClothNature = {
  shift: 20,
  turn: (0.2 * Math.PI) / 180,
  shear: (0.15 * Math.PI) / 180,
  drawIn: { along: 0.01, alongDoubt: 0.003, across: 0.012, acrossDoubt: 0.004 },
  waves: [{ size: 0.8, shortest: 350, longest: 1000 }],
};

/** Pieced cloth: the same, with shorter waves that put single patches a little out of square. */
export const PIECED_CLOTH: ClothNature = {
  ...BENCH_CLOTH,
  waves: [...BENCH_CLOTH.waves, { size: 0.9, shortest: 160, longest: 320 }],
};

const WAVES = 8;

/** Where every point of the planned cloth truly lies on the frame; the planner never sees this. */
export type TrueCloth = (p: ClothPoint) => FramePoint;

/** A cloth from a seed, loaded with its middle turned about and `loadedAt` added. */
export function makeTrueCloth(seed: number, nature: ClothNature, middle: ClothPoint, loadedAt: Point): TrueCloth {
  const random = randomFrom(seed);
  const normal = normalFrom(random);
  const turn = nature.turn * normal();
  const shear = nature.shear * normal();
  const along = nature.drawIn.along + nature.drawIn.alongDoubt * normal();
  const across = nature.drawIn.across + nature.drawIn.acrossDoubt * normal();
  const shift = { x: loadedAt.x + nature.shift * normal(), y: loadedAt.y + nature.shift * normal() };
  const waves = nature.waves.flatMap((wave) => Array.from({ length: WAVES }, () => sine(random, normal, wave)));
  return (p) => {
    const x = p.x - middle.x;
    const y = p.y - middle.y;
    let dx = -along * x - (turn - shear) * y;
    let dy = -across * y + (turn + shear) * x;
    for (const wave of waves) {
      dx += wave.x * Math.sin(wave.kx * p.x + wave.ky * p.y + wave.phaseX);
      dy += wave.y * Math.sin(wave.kx * p.x + wave.ky * p.y + wave.phaseY);
    }
    return { x: p.x + shift.x + dx, y: p.y + shift.y + dy };
  };
}

const VIEW_STEP = 8;

/** The planned patches as they truly lie on the frame, edges sampled every `VIEW_STEP` mm so that their waviness shows. */
export function seeCloth(truth: TrueCloth, patches: readonly TruePatch[]): TruePatch[] {
  return patches.map((patch) => {
    const corners = pointsOf(Float64Array.from(patch.ring));
    const ring = corners.flatMap((a, i) => {
      const b = corners[(i + 1) % corners.length]!;
      const steps = Math.max(1, Math.ceil(distance(a, b) / VIEW_STEP));
      return Array.from({ length: steps }, (_, k) => truth(lerp(a, b, k / steps)));
    });
    return { ...patch, ring: ring.flatMap((p) => [p.x, p.y]) };
  });
}

/** One sine in a random direction; `WAVES` of them together displace by the rms size asked for. */
function sine(random: () => number, normal: () => number, wave: ClothNature['waves'][number]) {
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
