import { distance, type Point } from '../geometry/point.ts';
import { type ClothPrior, USUAL_CLOTH } from './cloth-prior.ts';
import type { Misfit } from './condition.ts';
import { type ClothModel, learnCloth } from './line-up.ts';
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
 * factor over the same process that lines up). Of fewer than four, which may all hang on one wave of the cloth, none is named. O(touches³).
 */
export function badTouch(touches: readonly Touch[], prior: ClothPrior = USUAL_CLOTH, advance = 0): BadTouch | null {
  const own = touches.flatMap((touch, i) => (touch.advance === advance ? [i] : []));
  if (own.length < 4) return null;
  const { known } = learnCloth(touches, evenly(prior)).models[0]!;
  const gains = own.map((i) => {
    const misfit = known.againstOthers(i);
    const wider = GONE_WRONG ** 2 - touches[i]!.noise ** 2;
    return likelihood(misfit, wider) - likelihood(misfit, 0);
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

/** Logarithm of how likely a misfit is where its variance is so much larger, but for a constant. */
function likelihood({ off: { x, y }, doubt }: Misfit, wider: number): number {
  const [xx, yy] = [doubt.xx + wider, doubt.yy + wider];
  const det = xx * yy - doubt.xy ** 2;
  return -0.5 * ((yy * x * x - 2 * doubt.xy * x * y + xx * y * y) / det + Math.log(det));
}

/**
 * How far each touch lies from where those made before it said it would, mm: what a check after a break is for. Null for the first of an
 * advance.
 * @param touches what the cloth was learned from, the earliest first
 */
export function misfitsOf(cloth: ClothModel, touches: readonly Touch[]): (number | null)[] {
  return touches.map((touch, i) => {
    if (!touches.slice(0, i).some((one) => one.advance === touch.advance)) return null;
    const told = cloth.models.map(({ belief, known }) => ({ belief, ...known.againstEarlier(i) }));
    const most = Math.max(...told.map(({ logEvidence }) => logEvidence));
    const weights = told.map(({ belief, logEvidence }) => belief * Math.exp(logEvidence - most));
    const sum = weights.reduce((a, b) => a + b, 0);
    const off = told.reduce<Point>(
      (at, { off }, m) => ({ x: at.x + (weights[m]! / sum) * off.x, y: at.y + (weights[m]! / sum) * off.y }),
      { x: 0, y: 0 },
    );
    return Math.sqrt(off.x ** 2 + off.y ** 2);
  });
}
