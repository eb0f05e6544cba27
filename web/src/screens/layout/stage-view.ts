import type { DesignAnswer } from '@gorse/contract';
import type { RecipeStages, Shape, StageName } from '@gorse/core';
import type { ComponentType } from 'react';

/** What a stage of the recipe card reads. */
export interface StageProps<N extends StageName> {
  readonly placementId: string;
  /** The stage as it is worked in this patch. */
  readonly value: RecipeStages[N];
  readonly shape: Shape;
  readonly design: DesignAnswer | undefined;
}

/** A stage of a recipe on the card: a file of its own, and a line in `stage-list.ts`. */
export interface StageView<N extends StageName> {
  readonly name: N;
  readonly title: string;
  /** Its result in one line, followed as it is worked out. */
  readonly useLine: (props: StageProps<N>) => string;
  /** What it opens to. */
  readonly Body: ComponentType<StageProps<N>>;
}
