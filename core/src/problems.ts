import type { ClothPoint } from './geometry/point.ts';

/** What is wrong or risky about a plan, that the person can mend. */
export interface PlanProblem {
  /** Stable name of the kind of problem. */
  readonly code:
    | 'outsideRegion'
    | 'overSeam'
    | 'foldedFit'
    | 'unsuitedFit'
    | 'cannotLie'
    | 'tooMuch'
    | 'outlineLost'
    | 'tooSharp'
    | 'outOfReach'
    | 'missingDesign'
    | 'smallPatch'
    | 'nothingToStitch'
    | 'differsAcross'
    | 'differsDown'
    | 'differsShear'
    | 'tooDense'
    | 'tooOpen'
    | 'farEnds'
    | 'muchDoubled'
    | 'openEnds'
    | 'cannotRepeat'
    | 'rowsOverlap'
    | 'rowsNear'
    | 'overEdge'
    | 'rowsOverPatch'
    | 'wideGap'
    | 'noBorderRoom'
    | 'muchStretch'
    | 'borderOverPatch';
  /** `mend`: would spoil cloth or can't be stitched. `know`: worth a look. */
  readonly severity: 'mend' | 'know';
  readonly subject: ProblemSubject;
  /** Where on the cloth. */
  readonly at: ClothPoint;
  /** Size of the matter: mm for a length, a count for places, a part of 1 for a stretch, radians for an angle. The interface words it in her units. */
  readonly amount: number;
  /** What the remedy button does; null when only she can tell. */
  readonly remedy: Remedy | null;
}

type OfBorder = 'top' | 'right' | 'bottom' | 'left' | `strip-${number}`;

/** What a problem is about. */
export type ProblemSubject =
  | { readonly kind: 'placement'; readonly id: string }
  /** `row` counts from 0; null for the rows as a whole. */
  | { readonly kind: 'rowSet'; readonly id: string; readonly row: number | null }
  /** A side, or a strip of patches; null: the border as a whole. */
  | { readonly kind: 'borderSet'; readonly id: string; readonly side: OfBorder | null };

export type Remedy =
  | { readonly kind: 'margin'; readonly margin: number }
  | { readonly kind: 'fit'; readonly fit: 'contain' }
  | { readonly kind: 'stitchesPerInch'; readonly stitchesPerInch: number }
  | { readonly kind: 'resetRow'; readonly row: number }
  | { readonly kind: 'bridge' }
  | { readonly kind: 'leaveOut'; readonly regionIds: readonly string[] }
  | { readonly kind: 'leaveOutSides'; readonly sides: readonly OfBorder[] }
  | { readonly kind: 'split'; readonly parts: number }
  | { readonly kind: 'endsBySeams' }
  | { readonly kind: 'remove' };

/** A file that can't be read: a sentence that says where and what can be done. */
export class FormatError extends Error {
  override readonly name = 'FormatError';
  constructor(
    message: string,
    /** 1-based line in the file, when known. */
    readonly line: number | null = null,
  ) {
    super(message);
  }
}
