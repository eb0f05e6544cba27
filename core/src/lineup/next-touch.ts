import type { ClothPoint } from '../geometry/point.ts';
import { type ClothPrior, USUAL_CLOTH } from './cloth-prior.ts';
import { type LineUp, doubtEllipse, estimateLineUp } from './line-up.ts';

export interface TouchAdvice {
  /** Index into the landmarks. */
  readonly landmark: number;
  /** Largest 95 % doubt over the targets, in mm, now and after that touch. */
  readonly now: number;
  readonly after: number;
}

/** The largest 95 % doubt, in mm, over some places of the cloth, and which place it is. */
export function worstDoubt(
  lineUp: LineUp,
  targets: readonly ClothPoint[],
): { readonly at: ClothPoint; readonly doubt: number } | null {
  let worst: { at: ClothPoint; doubt: number } | null = null;
  for (const at of targets) {
    const doubt = doubtEllipse(lineUp.doubt(at)).major;
    if (!worst || doubt > worst.doubt) worst = { at, doubt };
  }
  return worst;
}

/**
 * The landmark whose touch most reduces the largest doubt over the targets; ties go to the earlier one. How sure a touch makes
 * hardly depends on what it reads, so each is tried with the reading that is expected, on cloth of the most likely waviness alone;
 * the doubts told are the full estimate's. Null without landmarks or targets.
 */
export function nextTouch(
  lineUp: LineUp,
  landmarks: readonly ClothPoint[],
  targets: readonly ClothPoint[],
  prior: ClothPrior = USUAL_CLOTH,
): TouchAdvice | null {
  const now = worstDoubt(lineUp, targets)?.doubt;
  const wave = prior.waves.reduce((a, b) => (b.belief > a.belief ? b : a));
  const withTouch = (cloth: ClothPoint, beliefs: ClothPrior): number =>
    worstDoubt(estimateLineUp([...lineUp.touches, { cloth, frame: lineUp.toFrame(cloth) }], beliefs), targets)!.doubt;
  if (now === undefined || landmarks.length === 0) return null;
  const likely = { ...prior, waves: [wave] };
  const doubts = landmarks.map((cloth) => withTouch(cloth, likely));
  const landmark = doubts.reduce((best, doubt, i) => (doubt < doubts[best]! - 1e-9 ? i : best), 0);
  return { landmark, now, after: withTouch(landmarks[landmark]!, prior) };
}
