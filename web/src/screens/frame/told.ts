import type { RunAnswer } from '@gorse/contract';
import type {
  AdvanceState,
  FramePiece,
  HeadNow,
  Instruction,
  Landmark,
  Loading,
  NamedTarget,
  Rolling,
} from '@gorse/core';
import type { LineUpAnswer } from '../../planning-worker/line-up-planner.ts';

/** All that the screen's words tell of. */
export interface Told {
  readonly instruction: Instruction;
  readonly piece: FramePiece;
  readonly advances: AdvanceState;
  readonly rolling: Rolling;
  readonly passes: number;
  readonly run: RunAnswer | null;
  readonly head: HeadNow | null;
  readonly lineUp: LineUpAnswer | null;
  /** The targets, as the line-up was asked about them. */
  readonly targets: readonly Pick<NamedTarget, 'name' | 'piece'>[];
  readonly wanted: Landmark | null;
  /** Loaded anew: how far each check lay from where the touches before it said, mm. */
  readonly checks: readonly number[];
  /** To where the quilt must be turned, and how many pieces aren't stitched yet that should be first; null where it lies right. */
  readonly turning: { readonly to: Loading; readonly loose: number } | null;
  /** The stitched point in which the needle was left down. */
  readonly needleLeft: string | null;
  /** Names of patches that are kept free of the piece and weren't touched in this advance. */
  readonly untouched: readonly string[];
}

/** One instruction, why, and its button. */
export interface Words {
  readonly title: string;
  readonly why: string;
  readonly button: string;
}
