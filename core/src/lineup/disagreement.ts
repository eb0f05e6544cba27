import type { Misfit } from './condition.ts';
import type { ClothModel } from './line-up.ts';
import { lengthOfMean, shared } from './shares.ts';
import type { Touch } from './touch.ts';

/** Touches of one advance of which one seems to have gone wrong. */
export interface Disagreement {
  /** Indices of those it may be, the likeliest first. */
  readonly touches: readonly number[];
  /** The one to make once more, by which it is known which of them is right; null once it is known. */
  readonly again: number | null;
  /** How far the likeliest lies from where the others say it should, mm. */
  readonly distance: number;
}

/** A touch that went wrong may be off by whatever a hand can miss by, mm: a rail leaned on, the wrong side of a seam, the next seam. */
const GONE_WRONG = 20;

/**
 * How likely (natural logarithm) the touches must be with one gone wrong, beside all as they should be, before it is told: chosen on the
 * seeded cloths of `core/simulate`, between a touch made again in vain and one that is wrong and isn't told.
 */
const LIKELIER = -1.2;
/** Once one is made again the question is no longer whether, but which. */
const LIKELIER_AGAIN = -1.8;

/** Before one is made once more no touch is more than suspected; after that, one that is so likely the wrong one, of all, is known. */
const KNOWN = 0.9;
/** A touch may be the wrong one when it is so likely. */
const SUSPECT = 0.1;

/** Fewer may all hang on one wave of the cloth. */
const FEWEST = 4;

/**
 * Whether one of the touches of an advance went wrong, by how much likelier that makes all of them (a Bayes factor over every character of
 * cloth, so that what a wavier cloth or a kinked seam would do as well is no one's fault), and which to make once more to know it: the likeliest
 * that was made once. It is told of two readings of one place as of any other two. O(touches²) for each touch.
 * @param touches what the cloth was learned from
 */
export function disagreementOf(cloth: ClothModel, touches: readonly Touch[], advance = 0): Disagreement | null {
  const own = touches.flatMap((touch, i) => (touch.advance === advance ? [i] : []));
  if (own.length < FEWEST) return null;
  const wrong = own.map((i) => ({ touch: i, ...wentWrong(cloth, touches[i]!, i) }));
  const repeated = (i: number): boolean =>
    own.some((other) => other !== i && isSamePlace(touches[i]!, touches[other]!));
  const isRepeated = own.some(repeated);
  const { parts, logWhole } = shared(wrong.map(({ likelier }) => likelier));
  const most = logWhole + Math.log(Math.max(...parts));
  if (most < (isRepeated ? LIKELIER_AGAIN : LIKELIER)) return null;
  const byLikelihood = wrong.map((one, i) => ({ ...one, part: parts[i]! })).sort((a, b) => b.part - a.part);
  const likeliest = byLikelihood[0]!;
  const isKnown = likeliest.part >= KNOWN && isRepeated;
  const suspects = byLikelihood.filter(({ part }, i) => (isKnown ? i === 0 : i < 2 || part >= SUSPECT));
  return {
    touches: suspects.map(({ touch }) => touch),
    again: isKnown ? null : (byLikelihood.find(({ touch }) => !repeated(touch)) ?? likeliest).touch,
    distance: likeliest.distance,
  };
}

/** How much likelier (logarithm) all touches are when one went wrong, and how far it lies then from where the others say, mm. */
function wentWrong({ models, logEvidence }: ClothModel, { noise }: Touch, i: number) {
  const told = models.map(({ character, known }) => {
    const misfit = known.againstOthers(i);
    const log = Math.log(character.belief) + known.logEvidence - likelihood(misfit, 0);
    return { off: misfit.off, log: log + likelihood(misfit, GONE_WRONG ** 2 - noise ** 2) };
  });
  const { parts, logWhole } = shared(told.map(({ log }) => log));
  return {
    likelier: logWhole - logEvidence,
    distance: lengthOfMean(
      told.map(({ off }) => off),
      parts,
    ),
  };
}

/** Logarithm of how likely a misfit is where its variance is so much larger, but for a constant. */
function likelihood({ off: { x, y }, doubt }: Misfit, wider: number): number {
  const [xx, yy] = [doubt.xx + wider, doubt.yy + wider];
  const det = xx * yy - doubt.xy ** 2;
  return -0.5 * ((yy * x * x - 2 * doubt.xy * x * y + xx * y * y) / det + Math.log(det));
}

/** Whether two touches are of one place: by the plan, and where it was stitched. */
const isSamePlace = (a: Touch, b: Touch): boolean =>
  a.cloth.x === b.cloth.x &&
  a.cloth.y === b.cloth.y &&
  a.since?.frame.x === b.since?.frame.x &&
  a.since?.frame.y === b.since?.frame.y;
