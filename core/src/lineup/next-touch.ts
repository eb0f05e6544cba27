import type { Point } from '../geometry/point.ts';
import { askedTogether, type Asked } from './condition.ts';
import type { Block } from './displacement.ts';
import { bound95, type Doubt } from './doubt.ts';
import { type ClothModel, mixed } from './line-up.ts';
import { type Place, TOUCH_NOISE } from './touch.ts';

/** Where the line-up must be sure, and how sure, mm: the 95 % bound wanted. */
export interface Target extends Place {
  readonly tolerance: number;
  /** What is stitched there must meet what is stitched already. */
  readonly join: boolean;
}

/** How sure the line-up is where it is least so, against what is wanted there. */
export interface WorstDoubt {
  /** Index of the target. */
  readonly target: number;
  /** The 95 % bound there, mm, and the one wanted. */
  readonly doubt: number;
  readonly tolerance: number;
}

export interface TouchAdvice {
  /** Index into the landmarks. */
  readonly landmark: number;
  readonly now: WorstDoubt;
  readonly after: WorstDoubt;
  /** The part of the doubt that goes, over all targets that count: where two places are alike unsure, a touch at one helps, though the worst stays. */
  readonly gain: number;
}

/** A touch that lessens the doubt by less than this part isn't worth the walk. */
const WORTH_A_TOUCH = 0.01;

/** The largest 95 % bound over the targets, each against its tolerance; null without targets. */
export function worstDoubt(cloth: ClothModel, targets: readonly Target[], advance: number): WorstDoubt | null {
  return worstOf(
    targets,
    targets.map((target) => bound95(cloth.doubt(target, advance))),
  );
}

/**
 * The landmark to touch next. What must meet stitched lines goes first: only when that is as sure as is wished, or can't be made surer, all
 * targets count. Null without landmarks or targets. O((landmarks + targets) · touches² + landmarks · targets · touches).
 */
export function nextTouch(
  cloth: ClothModel,
  landmarks: readonly Place[],
  targets: readonly Target[],
  advance: number,
): TouchAdvice | null {
  if (landmarks.length === 0) return null;
  const places = askAll(cloth, landmarks, advance);
  const all = askAll(cloth, targets, advance).map((asked, index): AskedTarget => ({
    asked,
    index,
    tolerance: targets[index]!.tolerance,
  }));
  const joins = all.filter(({ index }) => targets[index]!.join);
  const first = bestTouch(cloth, places, joins);
  return first && isWorthTouching(first) ? first : bestTouch(cloth, places, all);
}

interface AskedTarget {
  readonly asked: AskedOfAll;
  /** Among all targets. */
  readonly index: number;
  readonly tolerance: number;
}

/**
 * The landmark whose touch most reduces the largest doubt over some targets, each against its tolerance; ties go to the earlier one. How
 * sure a touch makes hardly depends on what it reads, so none is read: its covariance with each target says what it would tell, on cloth
 * of the usual waviness; the doubts told are of all of them.
 */
function bestTouch(
  cloth: ClothModel,
  landmarks: readonly AskedOfAll[],
  targets: readonly AskedTarget[],
): TouchAdvice | null {
  if (targets.length === 0) return null;
  const worstBy = (doubtOf: (target: AskedOfAll) => Doubt): WorstDoubt => {
    const worst = worstOf(
      targets,
      targets.map(({ asked }) => bound95(doubtOf(asked))),
    )!;
    return { ...worst, target: targets[worst.target]!.index };
  };
  const meanOf = (doubtOf: (target: AskedOfAll) => Doubt): number =>
    powerMean(targets.map(({ asked, tolerance }) => bound95(doubtOf(asked)) / tolerance));
  const usual = cloth.models.indexOf(cloth.models.reduce((a, b) => (b.belief > a.belief ? b : a)));
  const before = meanOf((target) => target[usual]!.doubt);
  const left = landmarks.map((seen) => meanOf((target) => doubtAfter(cloth, target, seen, usual)));
  const landmark = left.reduce((best, doubt, i) => (doubt < left[best]! * (1 - 1e-9) ? i : best), 0);
  const after = worstBy((target) =>
    mixed(
      target.map(({ weight, mean }, m) => ({
        weight,
        mean,
        doubt: doubtAfter(cloth, target, landmarks[landmark]!, m),
      })),
    ),
  );
  return { landmark, now: worstBy(mixed), after, gain: 1 - left[landmark]! / before };
}

/** A touch is asked for while the doubt is over the tolerance somewhere and another landmark would lessen it. */
export const isWorthTouching = ({ now, gain }: TouchAdvice): boolean => part(now) > 1 && gain > WORTH_A_TOUCH;

/** The doubt as a part of what is tolerated. */
export const part = ({ doubt, tolerance }: WorstDoubt): number => doubt / tolerance;

/** A question as each model of the cloth sees it. */
type AskedOfAll = readonly {
  readonly weight: number;
  readonly asked: Asked;
  readonly mean: Point;
  readonly doubt: Doubt;
}[];

const askAll = (cloth: ClothModel, places: readonly Place[], advance: number): AskedOfAll[] =>
  places.map((place) => {
    const terms = cloth.terms(place, advance);
    return cloth.models.map(({ weight, displacement, known }, m) => {
      const asked = known.ask(terms[m]!);
      return { weight, asked, mean: known.mean(terms[m]!), doubt: askedTogether(displacement, asked, asked) };
    });
  });

/** Nearly the largest; among touches that leave the largest doubt alike, the one that lessens the others more is better. */
const powerMean = (parts: readonly number[]): number =>
  parts.reduce((sum, value) => sum + value ** POWER, 0) ** (1 / POWER);
const POWER = 8;

/** The doubt of a target by one of the models, once a landmark is touched. */
function doubtAfter(cloth: ClothModel, target: AskedOfAll, landmark: AskedOfAll, model: number): Doubt {
  const [own, seen] = [target[model]!, landmark[model]!];
  const told = askedTogether(cloth.models[model]!.displacement, own.asked, seen.asked);
  return lessened(own.doubt, told, seen.doubt);
}

/** own − told · (seen + noise)⁻¹ · toldᵀ */
function lessened(own: Doubt, told: Block, seen: Doubt): Doubt {
  const noise = TOUCH_NOISE.head ** 2;
  const [a, b, d] = [seen.xx + noise, seen.xy, seen.yy + noise];
  const det = a * d - b * b;
  const gain = (ux: number, uy: number, vx: number, vy: number): number =>
    (ux * (d * vx - b * vy) + uy * (a * vy - b * vx)) / det;
  return {
    xx: own.xx - gain(told.xx, told.xy, told.xx, told.xy),
    xy: own.xy - gain(told.xx, told.xy, told.yx, told.yy),
    yy: own.yy - gain(told.yx, told.yy, told.yx, told.yy),
  };
}

function worstOf(targets: readonly Pick<Target, 'tolerance'>[], doubts: readonly number[]): WorstDoubt | null {
  let worst: WorstDoubt | null = null;
  doubts.forEach((doubt, target) => {
    const found = { target, doubt, tolerance: targets[target]!.tolerance };
    if (!worst || part(found) > part(worst)) worst = found;
  });
  return worst;
}
