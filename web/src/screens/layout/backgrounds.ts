import type { DesignAnswer } from '@gorse/contract';
import { BACKGROUND_KINDS, type BackgroundKind, type RecipeStages, USUAL_BACKGROUND, usualStages } from '@gorse/core';

/** What backgrounds are called, at the start of a sentence. */
export const BACKGROUND_NAMES: Readonly<Record<BackgroundKind, string>> = {
  echo: 'Echo',
  meander: 'Meander',
  lines: 'Straight lines',
  grid: 'Crosshatch',
  spiral: 'Spiral',
};

/** What a recipe puts into a patch, by name. */
export const workName = (
  { designId, background }: Pick<RecipeStages, 'designId' | 'background'>,
  designs: readonly DesignAnswer[],
): string =>
  designId === null
    ? BACKGROUND_NAMES[background.kind]
    : (designs.find(({ id }) => id === designId)?.name ?? 'A design no longer in the library');

/** Each kind of background, as it is until something else is said. */
export const BACKGROUNDS = BACKGROUND_KINDS.map((kind): RecipeStages => ({
  ...usualStages(null),
  background: { ...USUAL_BACKGROUND, kind },
}));
