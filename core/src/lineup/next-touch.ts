import { askedTogether, type Asked } from './condition.ts';
import { bound95, type Doubt } from './doubt.ts';
import { afterTouch, boundAfter, doubtOf, knownOf, knownPlaces, type KnownPlaces } from './known-places.ts';
import { type ClothModel, mixed, type WeighedModel } from './line-up.ts';
import type { Place } from './touch.ts';

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
export const worstDoubt = (cloth: ClothModel, targets: readonly Target[], advance: number): WorstDoubt | null =>
  worstOf(
    targets,
    targets.map((target) => bound95(cloth.doubt(target, advance))),
  );

/**
 * The landmark to touch next: one of the two that together most reduce the largest doubt over the targets, each against its tolerance, and once
 * that is touched the other; ties go to the earlier ones. One alone would lie in the middle, where it helps no second one. What must meet
 * stitched lines goes first: only when that is as sure as is wished, or can't be made surer, all targets count.
 * How sure a touch makes hardly depends on what it reads, so none is read: its covariance with each target says what it would tell, on
 * cloth of the usual waviness; the doubts told are of all. Null without landmarks or targets.
 * O((landmarks + targets) · touches² + landmarks · targets · touches).
 */
export function nextTouch(
  cloth: ClothModel,
  landmarks: readonly Place[],
  targets: readonly Target[],
  advance: number,
): TouchAdvice | null {
  if (landmarks.length === 0 || targets.length === 0) return null;
  const askIn = (model: WeighedModel, places: readonly Place[]): Asked[] => askAll(model, cloth, places, advance);
  const models = cloth.models
    .filter(({ weight }) => weight > 0)
    .map((model) => {
      const asked = askIn(model, targets);
      return {
        model,
        asked,
        means: asked.map(({ terms }) => model.known.mean(terms)),
        doubts: asked.map((one) => askedTogether(model.displacement, one, one)),
      };
    });
  /** Over all models of the cloth, each with its own doubts. */
  const boundsOf = (doubts: readonly (readonly Doubt[])[]): number[] =>
    targets.map((_, i) =>
      bound95(
        mixed(models.map(({ model: { weight }, means }, m) => ({ weight, mean: means[i]!, doubt: doubts[m]![i]! }))),
      ),
    );
  const usual = usualOf(cloth);
  const { landmark, counting, ...choice } = choose(
    knownPlaces(usual, askIn(usual, landmarks), askIn(usual, targets)),
    targets,
    boundsOf(models.map(({ doubts }) => doubts)),
    landmarks.map((_, i) => i),
    cloth.lineUp(advance).touches.length % 2 === 0,
  );
  const after = boundsOf(
    models.map(({ model, asked }) => {
      const touched = afterTouch(knownPlaces(model, askIn(model, [landmarks[landmark]!]), asked), 0);
      return targets.map((_, i) => doubtOf(touched, 1 + i));
    }),
  );
  return { landmark, ...choice, after: worstOf(targets, after, counting)! };
}

/**
 * Landmarks to touch one after the other, before any is: while it is worth it, at least two and no more than `most`. On cloth of the usual
 * waviness. O((landmarks + targets) · (touches² + landmarks · (touches + most))).
 */
export function planTouches(
  cloth: ClothModel,
  landmarks: readonly Place[],
  targets: readonly Target[],
  advance: number,
  most: number,
): number[] {
  if (targets.length === 0) return [];
  const model = usualOf(cloth);
  let now = knownPlaces(model, askAll(model, cloth, landmarks, advance), askAll(model, cloth, targets, advance));
  const chosen: number[] = [];
  while (chosen.length < Math.min(most, landmarks.length)) {
    const open = landmarks.flatMap((_, i) => (chosen.includes(i) ? [] : [i]));
    const bounds = targets.map((_, i) => bound95(doubtOf(now, now.landmarks + i)));
    const choice = choose(now, targets, bounds, open, chosen.length % 2 === 0);
    if (chosen.length >= FEWEST && !isWorthTouching(choice)) break;
    chosen.push(choice.landmark);
    now = afterTouch(now, choice.landmark);
  }
  return chosen;
}

/** Touches that find shift and turn. */
const FEWEST = 2;

/** A touch is asked for while the doubt is over the tolerance somewhere and another landmark would lessen it. */
export const isWorthTouching = ({ now, gain }: Pick<TouchAdvice, 'now' | 'gain'>): boolean =>
  part(now) > 1 && gain > WORTH_A_TOUCH;

/** The doubt as a part of what is tolerated. */
export const part = ({ doubt, tolerance }: WorstDoubt): number => doubt / tolerance;

interface Choice extends Pick<TouchAdvice, 'landmark' | 'now' | 'gain'> {
  /** The targets that count. */
  readonly counting: readonly number[];
}

/**
 * The best of the open landmarks: for what must meet stitched lines while that is worth it, else for all targets.
 * @param bounds how sure each target is now, mm
 * @param inPairs with a second one in mind, which is chosen together with it
 */
function choose(
  now: KnownPlaces,
  targets: readonly Target[],
  bounds: readonly number[],
  open: readonly number[],
  inPairs: boolean,
): Choice {
  const bestFor = (counting: readonly number[]): Choice => {
    const overall = (boundOf: (target: number) => number): number =>
      nearlyLargest(counting.map((i) => boundOf(i) / targets[i]!.tolerance));
    const leftBy = (known: KnownPlaces, landmark: number): number =>
      overall((i) => boundAfter(known, known.landmarks + i, landmark));
    const before = overall((i) => bound95(doubtOf(now, now.landmarks + i)));
    const pair = inPairs && open.length > 1 ? bestPair(now, open, leftBy) : null;
    const [landmark, left] = bestAlone(now, pair?.pair ?? open, leftBy);
    // Of two that are chosen together each takes its share.
    const remains = pair ? Math.sqrt(pair.left / before) : left / before;
    return { landmark, now: worstOf(targets, bounds, counting)!, gain: 1 - remains, counting };
  };
  const joins = targets.flatMap(({ join }, i) => (join ? [i] : []));
  const first = joins.length > 0 ? bestFor(joins) : null;
  return first && isWorthTouching(first) ? first : bestFor(targets.map((_, i) => i));
}

/** Landmarks that lessen the doubt alike up to this part are as good as each other. */
const TIE = 1e-9;

/** How much doubt a touch of a landmark leaves of what is known. */
type LeftBy = (known: KnownPlaces, landmark: number) => number;
/** A landmark, and how much doubt it leaves. */
type Left = readonly [landmark: number, left: number];

const better = (a: Left, b: Left): Left => (b[1] < a[1] * (1 - TIE) ? b : a);

const bestAlone = (now: KnownPlaces, open: readonly number[], leftBy: LeftBy): Left =>
  open.map((landmark): Left => [landmark, leftBy(now, landmark)]).reduce(better);

interface Pair {
  readonly pair: readonly [number, number];
  readonly left: number;
}

/** The two landmarks that leave the least doubt together. */
function bestPair(now: KnownPlaces, open: readonly number[], leftBy: LeftBy): Pair {
  const few = apart(now, open);
  const known = knownOf(now, few, true);
  return few
    .flatMap((first, i) => {
      const touched = afterTouch(known, i);
      return few.slice(i + 1).map((second, k): Pair => ({ pair: [first, second], left: leftBy(touched, i + 1 + k) }));
    })
    .reduce((a, b) => (b.left < a.left * (1 - TIE) ? b : a));
}

/** Most landmarks that are tried two by two. */
const PAIRED = 40;

/** Landmarks far apart as the cloth knows them: each the one that is least sure once those before are touched. */
function apart(now: KnownPlaces, open: readonly number[]): readonly number[] {
  if (open.length <= PAIRED) return open;
  const chosen: number[] = [];
  for (let known = knownOf(now, open, false); chosen.length < PAIRED; known = afterTouch(known, chosen.at(-1)!)) {
    const unsure = (i: number): number => known.own[3 * i]! + known.own[3 * i + 2]!;
    const left = open.flatMap((_, i) => (chosen.includes(i) ? [] : [i]));
    chosen.push(left.reduce((a, b) => (unsure(b) > unsure(a) * (1 + TIE) ? b : a)));
  }
  return chosen.sort((a, b) => a - b).map((i) => open[i]!);
}

/** Nearly the largest; among touches that leave the largest doubt alike, the one that lessens the others more is better. */
const nearlyLargest = (parts: readonly number[]): number =>
  parts.reduce((sum, value) => sum + ((value ** 2) ** 2) ** 2, 0) ** (1 / 8);

/** The cloth that touches are chosen for: the first of its characters. */
const usualOf = ({ models }: ClothModel): WeighedModel => models[0]!;

const askAll = ({ known }: WeighedModel, cloth: ClothModel, places: readonly Place[], advance: number): Asked[] =>
  places.map((place) => known.ask(cloth.terms(place, advance)));

/** The worst of some targets; null without any. */
function worstOf(
  targets: readonly Pick<Target, 'tolerance'>[],
  bounds: readonly number[],
  counting: readonly number[] = targets.map((_, i) => i),
): WorstDoubt | null {
  let worst: WorstDoubt | null = null;
  for (const target of counting) {
    const found = { target, doubt: bounds[target]!, tolerance: targets[target]!.tolerance };
    if (!worst || part(found) > part(worst)) worst = found;
  }
  return worst;
}
