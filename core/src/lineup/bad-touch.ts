import { distance } from '../geometry/point.ts';
import { type ClothPrior, USUAL_CLOTH } from './cloth-prior.ts';
import { learnCloth } from './line-up.ts';
import type { Touch } from './touch.ts';

/** A touch that the others don't bear out. */
export interface BadTouch {
  /** Index of the touch. */
  readonly touch: number;
  /** How far it lies from where the others say it should, mm. */
  readonly distance: number;
}

/** A touch that went wrong is off by about so much on each axis, mm: a rail leaned on, the wrong side of a seam. */
const GONE_WRONG = 5;

/** How much likelier (natural logarithm) the touches must be with one gone wrong than with all as they should be, before it is named. */
const LIKELIER = 1.5;

/**
 * The touch of an advance that disagrees with the others, if one does: the one whose going wrong makes all touches the most likely (a Bayes
 * factor over the same process that lines up). Of fewer than four, which may all hang on one wave of the cloth, none is named. O(touches⁴).
 */
export function badTouch(touches: readonly Touch[], prior: ClothPrior = USUAL_CLOTH, advance = 0): BadTouch | null {
  const own = touches.flatMap((touch, i) => (touch.advance === advance ? [i] : []));
  if (own.length < 4) return null;
  const even = evenly(prior);
  const honest = learnCloth(touches, even).logEvidence;
  const gains = own.map((i) => {
    const gone = touches.map((touch, j) => (j === i ? { ...touch, noise: GONE_WRONG } : touch));
    return learnCloth(gone, even).logEvidence - honest;
  });
  const most = Math.max(...gains);
  if (most < LIKELIER) return null;
  const touch = own[gains.indexOf(most)]!;
  const others = touches.filter((_, j) => j !== touch);
  return { touch, distance: distance(learnCloth(others, prior).find(touches[touch]!, advance), touches[touch]!.frame) };
}

/** On cloth of the middle waviness alone: wavier cloth would explain any reading. */
function evenly(prior: ClothPrior): ClothPrior {
  const bySize = [...prior.waves].sort((a, b) => a.size - b.size);
  return { ...prior, waves: bySize.slice(bySize.length >> 1, (bySize.length >> 1) + 1) };
}

/** How far a touch lies from where those made before it said it would, mm: what a check after a break is for. Null for the first of an advance. */
export function misfitOf(touches: readonly Touch[], touch: Touch, prior: ClothPrior = USUAL_CLOTH): number | null {
  const before = touches.slice(0, touches.indexOf(touch));
  if (!before.some((one) => one.advance === touch.advance)) return null;
  return distance(learnCloth(before, prior).find(touch, touch.advance), touch.frame);
}
