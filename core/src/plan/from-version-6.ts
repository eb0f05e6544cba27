import { ONE_COPY } from '../fit/arrange.ts';
import type { FitRule } from '../fit/fits.ts';
import { WHOLE_LINE } from '../fit/trim.ts';
import { NO_OUTLINE } from './outline-strokes.ts';

/** What a recipe of version 6 had otherwise: three fits with one margin, and designs upright on the quilt. */
interface Recipe6 {
  readonly orient: { readonly angle: number; readonly mirror: boolean };
  readonly fit: { readonly kind: 'contain' | 'fill' | 'corners'; readonly margin: number };
}

/** Brings a plan of version 6 to version 7: everything is stitched where it was. */
export const fromVersion6 = ({ recipes, placements, ...rest }: Readonly<Record<string, object>>): object => ({
  ...rest,
  recipes: eachOf(recipes as Readonly<Record<string, Recipe6>>, ({ orient, fit, ...recipe }) => ({
    ...recipe,
    trim: WHOLE_LINE,
    arrange: ONE_COPY,
    orient: { ...orient, up: 'quilt' },
    fit: fitFrom6(fit),
    outline: NO_OUTLINE,
  })),
  placements: eachOf(placements as Readonly<Record<string, object>>, (placement) => ({ ...placement, own: {} })),
});

function fitFrom6({ kind, margin }: Recipe6['fit']): FitRule {
  const margins = [margin];
  if (kind === 'contain') return { kind, margins, turn: 'held' };
  return kind === 'corners' ? { kind, margins, bend: 'even' } : { kind, margins };
}

const eachOf = <T>(records: Readonly<Record<string, T>>, change: (record: T) => object): object =>
  Object.fromEntries(Object.entries(records).map(([id, record]) => [id, change(record)]));
