import type { Bounds } from '../geometry/polyline.ts';
import type { FramePoint } from '../geometry/point.ts';
import type { DoubtEllipse } from '../lineup/doubt.ts';
import type { TouchAdvice, WorstDoubt } from '../lineup/next-touch.ts';

/** What the line-up says of the landmarks and targets it was asked about, in their order. */
export interface LineUpView {
  /** Where each landmark is expected, and how sure that is where the head gets there; null where it doesn't. */
  readonly landmarks: readonly { readonly at: FramePoint; readonly doubt: DoubtEllipse | null }[];
  readonly targets: readonly { readonly at: FramePoint; readonly doubt: DoubtEllipse }[];
  /** The landmark to touch next, and whether that is worth it. */
  readonly advice: (TouchAdvice & { readonly worth: boolean }) | null;
  readonly worst: WorstDoubt | null;
  /** What each piece that was asked about takes up; null when it has no lines. */
  readonly onFrame: readonly { readonly id: string; readonly box: Bounds | null }[];
  /** Touches, by their ids, of which one seems to have gone wrong, and which of them to make once more. */
  readonly disagreement: {
    readonly touches: readonly string[];
    readonly again: string | null;
    readonly distance: number;
  } | null;
  /** How far each touch of this advance lay from where those before it said, mm; null for the first. */
  readonly misfits: Readonly<Record<string, number | null>>;
}
