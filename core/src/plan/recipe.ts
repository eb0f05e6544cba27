import { type Arrange, ONE_COPY } from '../fit/arrange.ts';
import type { FitRule } from '../fit/fits.ts';
import { type Background, USUAL_BACKGROUND } from '../fill/rule.ts';
import type { Orient } from '../fit/orient.ts';
import { NOT_SHIFTED, type Shift } from '../fit/shift.ts';
import { type Trim, WHOLE_LINE } from '../fit/trim.ts';
import { type RejoinRule, USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import { MM_PER_INCH, USUAL_SPI } from '../units.ts';
import { NO_OUTLINE, type OutlineRule } from './outline-strokes.ts';
import type { StitchRule } from './stitch-strokes.ts';

/** What is done with a design, in the order in which it is always done: each stage can be changed at any time. */
export interface RecipeStages {
  /** Null: the patch is filled with a background. */
  readonly designId: string | null;
  readonly background: Background;
  readonly trim: Trim;
  readonly arrange: Arrange;
  readonly orient: Orient;
  readonly fit: FitRule;
  readonly shift: Shift;
  readonly outline: OutlineRule;
  readonly mask: RejoinRule;
  readonly stitch: StitchRule;
}

/** The stages that a patch can have of its own. */
export const STAGE_NAMES = [
  'background',
  'trim',
  'arrange',
  'orient',
  'fit',
  'shift',
  'outline',
  'mask',
  'stitch',
] as const;
export type StageName = (typeof STAGE_NAMES)[number];
const OF_BACKGROUNDS: readonly StageName[] = ['background', 'mask', 'stitch'];

/** The stages that a recipe goes through: those of a design, or of a background. */
export const stagesThrough = ({ designId }: Pick<RecipeStages, 'designId'>): readonly StageName[] =>
  designId === null ? OF_BACKGROUNDS : STAGE_NAMES.filter((name) => name !== 'background');
export type OwnStages = Partial<Pick<RecipeStages, StageName>>;

/** A quarter inch keeps lines off the seam allowance. */
export const USUAL_MARGIN = MM_PER_INCH / 4;

/** How a design is worked until something else is said, or a background where there is none. */
export const usualStages = <D extends string | null>(designId: D): RecipeStages & { readonly designId: D } => ({
  designId,
  background: USUAL_BACKGROUND,
  trim: WHOLE_LINE,
  arrange: ONE_COPY,
  orient: { angle: 0, mirror: false, up: 'patch' },
  fit: { kind: 'contain', margins: [USUAL_MARGIN], turn: 'held' },
  shift: NOT_SHIFTED,
  outline: NO_OUTLINE,
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: USUAL_SPI, tieOff: 'short' },
});

/** Stages as they were kept once; of those that came since, none does anything. */
export const withAllStages = (kept: Partial<RecipeStages> & Pick<RecipeStages, 'designId'>): RecipeStages => ({
  ...usualStages(kept.designId),
  ...kept,
});
