import type { FitKind, FitRule } from '@gorse/core';
import type { ComponentType } from 'react';
import type { StageProps } from '../stage-view.ts';

/** What a fit's own settings read. */
export interface FitFormProps<K extends FitKind> extends Omit<StageProps<'fit'>, 'value'> {
  readonly fit: Extract<FitRule, { kind: K }>;
}

/** A fit on the card: a line in `fit-views.ts`, and where it has settings of its own a form in a file. */
export interface FitView<K extends FitKind> {
  readonly name: string;
  /** What it does. */
  readonly words: string;
  readonly Form: ComponentType<FitFormProps<K>> | null;
}
