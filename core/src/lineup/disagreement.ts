import { distance } from '../geometry/point.ts';
import { type ClothPrior, USUAL_CLOTH } from './cloth-prior.ts';
import type { Misfit } from './condition.ts';
import { learnCloth } from './line-up.ts';
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

/** A touch that went wrong is off by about so much on each axis, mm: a rail leaned on, the wrong side of a seam. */
const GONE_WRONG = 6;

/** How much likelier (natural logarithm) the touches must be with one gone wrong than with all as they should be, before it is told. */
const LIKELIER = 0.6;
/** Once one is made again the question is no longer whether, but which. */
const LIKELIER_AGAIN = 0;

/** Before one is made once more no touch is more than suspected; after that, one that is so likely the wrong one, of all, is known. */
const KNOWN = 0.9;
/** A touch may be the wrong one when it is so likely. */
const SUSPECT = 0.1;

/** Fewer may all hang on one wave of the cloth. */
const FEWEST = 4;

/**
 * Whether one of the touches of an advance went wrong, by how much likelier that makes all of them (a Bayes factor over every character of
 * cloth, so that what a wavier cloth or a kinked seam would do as well is no one's fault), and which to make once more to know it: the likeliest
 * that was made once. It is told of two readings of one place as of any other two. O(touches³).
 */
export function disagreementOf(
  touches: readonly Touch[],
  prior: ClothPrior = USUAL_CLOTH,
  advance = 0,
): Disagreement | null {
  const own = touches.flatMap((touch, i) => (touch.advance === advance ? [i] : []));
  if (own.length < FEWEST) return null;
  const gains = wrongness(touches, own, prior);
  const most = Math.max(...gains);
  const repeated = (touch: number): boolean =>
    own.some((other) => other !== touch && isSamePlace(touches, touch, other));
  if (most < (own.some(repeated) ? LIKELIER_AGAIN : LIKELIER)) return null;
  const parts = gains.map((gain) => Math.exp(gain - most));
  const sum = parts.reduce((a, b) => a + b, 0);
  const byLikelihood = own.map((touch, i) => ({ touch, part: parts[i]! / sum })).sort((a, b) => b.part - a.part);
  const likeliest = byLikelihood[0]!;
  const isKnown = likeliest.part >= KNOWN && own.some(repeated);
  const suspects = byLikelihood.filter(({ part }, i) => (isKnown ? i === 0 : i < 2 || part >= SUSPECT));
  const others = touches.filter((_, i) => i !== likeliest.touch);
  const { frame } = touches[likeliest.touch]!;
  return {
    touches: suspects.map(({ touch }) => touch),
    again: isKnown ? null : (byLikelihood.find(({ touch }) => !repeated(touch)) ?? likeliest).touch,
    distance: distance(learnCloth(others, prior).find(touches[likeliest.touch]!, advance), frame),
  };
}

/** Logarithm of how much likelier all touches are when one went wrong, for each of some. */
function wrongness(touches: readonly Touch[], some: readonly number[], prior: ClothPrior): number[] {
  const { models, logEvidence } = learnCloth(touches, prior);
  return some.map((i) => {
    const logs = models.map(({ character, known }) => {
      const misfit = known.againstOthers(i);
      const wider = GONE_WRONG ** 2 - touches[i]!.noise ** 2;
      return Math.log(character.belief) + known.logEvidence + likelihood(misfit, wider) - likelihood(misfit, 0);
    });
    const most = Math.max(...logs);
    return most + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - most), 0)) - logEvidence;
  });
}

/** Logarithm of how likely a misfit is where its variance is so much larger, but for a constant. */
function likelihood({ off: { x, y }, doubt }: Misfit, wider: number): number {
  const [xx, yy] = [doubt.xx + wider, doubt.yy + wider];
  const det = xx * yy - doubt.xy ** 2;
  return -0.5 * ((yy * x * x - 2 * doubt.xy * x * y + xx * y * y) / det + Math.log(det));
}

function isSamePlace(touches: readonly Touch[], a: number, b: number): boolean {
  const [one, other] = [touches[a]!.cloth, touches[b]!.cloth];
  return one.x === other.x && one.y === other.y;
}
