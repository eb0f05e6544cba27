import { askedTogether, type Asked } from './condition.ts';
import { type Doubt, bound95Of } from './doubt.ts';
import type { WeighedModel } from './line-up.ts';
import { TOUCH_NOISE } from './touch.ts';

/**
 * Landmarks and targets as one model of the cloth knows them: all that is needed to tell what touches would tell, touch after touch,
 * without solving again. Numbered together, landmarks first. Variances and covariances in mm².
 */
export interface KnownPlaces {
  readonly landmarks: number;
  readonly places: number;
  /** Of each place xx, xy, yy. */
  readonly own: Float64Array;
  /** Of each place with each landmark xx, xy, yx, yy: what a touch of that one would tell of this one. */
  readonly told: Float64Array;
}

/** O(places · landmarks · touches). */
export function knownPlaces(
  { displacement }: WeighedModel,
  landmarks: readonly Asked[],
  targets: readonly Asked[],
): KnownPlaces {
  const all = [...landmarks, ...targets];
  const own = new Float64Array(3 * all.length);
  const told = new Float64Array(4 * all.length * landmarks.length);
  all.forEach((place, i) => {
    const { xx, xy, yy } = askedTogether(displacement, place, place);
    own.set([xx, xy, yy], 3 * i);
    landmarks.forEach((landmark, l) => {
      const k = askedTogether(displacement, place, landmark);
      told.set([k.xx, k.xy, k.yx, k.yy], 4 * (i * landmarks.length + l));
    });
  });
  return { landmarks: landmarks.length, places: all.length, own, told };
}

export const doubtOf = ({ own }: KnownPlaces, place: number): Doubt => ({
  xx: own[3 * place]!,
  xy: own[3 * place + 1]!,
  yy: own[3 * place + 2]!,
});

/** The same of some landmarks, in their order, and of the targets or without them. O(places · landmarks). */
export function knownOf(known: KnownPlaces, landmarks: readonly number[], withTargets: boolean): KnownPlaces {
  const targets = withTargets ? known.places - known.landmarks : 0;
  const places = [...landmarks, ...Array.from({ length: targets }, (_, i) => known.landmarks + i)];
  const own = new Float64Array(3 * places.length);
  const told = new Float64Array(4 * places.length * landmarks.length);
  places.forEach((place, i) => {
    own.set(known.own.subarray(3 * place, 3 * place + 3), 3 * i);
    landmarks.forEach((landmark, l) => {
      const from = 4 * (place * known.landmarks + landmark);
      told.set(known.told.subarray(from, from + 4), 4 * (i * landmarks.length + l));
    });
  });
  return { landmarks: landmarks.length, places: places.length, own, told };
}

/** The 95 % bound of a place once a landmark is touched, mm. */
export function boundAfter(known: KnownPlaces, place: number, landmark: number): number {
  const { own, told, landmarks } = known;
  const [sxx, sxy, syy] = readingInverse(known, landmark);
  const k = 4 * (place * landmarks + landmark);
  const [a, b, c, d] = [told[k]!, told[k + 1]!, told[k + 2]!, told[k + 3]!];
  return bound95Of(
    own[3 * place]! - (a * a * sxx + 2 * a * b * sxy + b * b * syy),
    own[3 * place + 1]! - (a * c * sxx + (a * d + b * c) * sxy + b * d * syy),
    own[3 * place + 2]! - (c * c * sxx + 2 * c * d * sxy + d * d * syy),
  );
}

/** What is known once a landmark is touched. O(places · landmarks). */
export function afterTouch(known: KnownPlaces, landmark: number): KnownPlaces {
  const { landmarks, places } = known;
  const own = known.own.slice();
  const told = known.told.slice();
  const [sxx, sxy, syy] = readingInverse(known, landmark);
  for (let i = 0; i < places; i++) {
    const k = 4 * (i * landmarks + landmark);
    const [a, b, c, d] = [known.told[k]!, known.told[k + 1]!, known.told[k + 2]!, known.told[k + 3]!];
    // The gain: told · reading⁻¹.
    const [gxx, gxy, gyx, gyy] = [a * sxx + b * sxy, a * sxy + b * syy, c * sxx + d * sxy, c * sxy + d * syy];
    own[3 * i]! -= gxx * a + gxy * b;
    own[3 * i + 1]! -= gxx * c + gxy * d;
    own[3 * i + 2]! -= gyx * c + gyy * d;
    for (let l = 0; l < landmarks; l++) {
      const at = 4 * (i * landmarks + l);
      const seen = 4 * (l * landmarks + landmark);
      const [e, f, g, h] = [known.told[seen]!, known.told[seen + 1]!, known.told[seen + 2]!, known.told[seen + 3]!];
      told[at]! -= gxx * e + gxy * f;
      told[at + 1]! -= gxx * g + gxy * h;
      told[at + 2]! -= gyx * e + gyy * f;
      told[at + 3]! -= gyx * g + gyy * h;
    }
  }
  return { landmarks, places, own, told };
}

/** Inverse of the variances of a reading of a landmark, noise included: xx, xy, yy. */
function readingInverse({ own }: KnownPlaces, landmark: number): readonly [number, number, number] {
  const noise = TOUCH_NOISE.head ** 2;
  const [xx, xy, yy] = [own[3 * landmark]! + noise, own[3 * landmark + 1]!, own[3 * landmark + 2]! + noise];
  const det = xx * yy - xy * xy;
  return [yy / det, -xy / det, xx / det];
}
