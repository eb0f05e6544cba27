import { type Arrange, ONE_COPY } from '../fit/arrange.ts';
import type { FitRule } from '../fit/fits.ts';
import type { Orient } from '../fit/orient.ts';
import { NOT_SHIFTED, type Shift } from '../fit/shift.ts';
import { type Trim, WHOLE_LINE } from '../fit/trim.ts';
import { MM_PER_INCH, USUAL_SPI } from '../units.ts';
import { NO_OUTLINE, type OutlineRule } from './outline-strokes.ts';
import type { StitchRule } from './stitch-strokes.ts';

/** What is done with a design, in the order in which it is always done: each stage can be changed at any time. */
export interface RecipeStages {
  readonly designId: string;
  readonly trim: Trim;
  readonly arrange: Arrange;
  readonly orient: Orient;
  readonly fit: FitRule;
  readonly shift: Shift;
  readonly outline: OutlineRule;
  readonly stitch: StitchRule;
}

/** The stages that a patch can have of its own. */
export const STAGE_NAMES = ['trim', 'arrange', 'orient', 'fit', 'shift', 'outline', 'stitch'] as const;
export type StageName = (typeof STAGE_NAMES)[number];
export type OwnStages = Partial<Pick<RecipeStages, StageName>>;

/** A quarter inch keeps lines off the seam allowance. */
export const USUAL_MARGIN = MM_PER_INCH / 4;

/** How a design is worked until something else is said. */
export const usualStages = (designId: string): RecipeStages => ({
  designId,
  trim: WHOLE_LINE,
  arrange: ONE_COPY,
  orient: { angle: 0, mirror: false, up: 'patch' },
  fit: { kind: 'contain', margins: [USUAL_MARGIN], turn: 'held' },
  shift: NOT_SHIFTED,
  outline: NO_OUTLINE,
  stitch: { stitchesPerInch: USUAL_SPI, tieOff: 'short' },
});

/** Stages as they were kept once; of those that came since, none does anything. */
export const withAllStages = (kept: Partial<RecipeStages> & Pick<RecipeStages, 'designId'>): RecipeStages => ({
  ...usualStages(kept.designId),
  ...kept,
});
