import { cornersOf, type Shape } from '../cloth/shape.ts';
import { ONE_COPY } from '../fit/arrange.ts';
import type { FitRule } from '../fit/fits.ts';
import { ASKEW, seatIn } from '../fit/seat.ts';
import { WHOLE_LINE } from '../fit/trim.ts';
import { NO_OUTLINE } from './outline-strokes.ts';

/** What a recipe of version 6 had otherwise: three fits with one margin, and designs upright on the quilt. */
interface Recipe6 {
  readonly orient: { readonly angle: number; readonly mirror: boolean };
  readonly fit: { readonly kind: 'contain' | 'fill' | 'corners'; readonly margin: number };
}

/** What of a plan of version 6 tells how its designs stood. */
interface Version6 {
  readonly recipes: Readonly<Record<string, Recipe6>>;
  readonly placements: Readonly<Record<string, { readonly regionId: string; readonly recipeId: string }>>;
  readonly regions: Readonly<Record<string, { readonly shape: Shape }>>;
}

/** Brings a plan of version 6 to version 7: everything is stitched where it was. */
export function fromVersion6(plan: Readonly<Record<string, object>>): object {
  const { recipes, placements, regions } = plan as unknown as Version6;
  // Designs stood upright on the quilt, but in a patch that stands on a corner as that does.
  const onPoint = new Set(
    Object.values(placements).flatMap(({ regionId, recipeId }) => {
      const shape = regions[regionId]?.shape;
      return shape && Math.abs(seatIn(shape, shape, 'patch').angle) > ASKEW && !isTurned(shape) ? [recipeId] : [];
    }),
  );
  return {
    ...plan,
    recipes: eachOf(recipes, ({ orient, fit, ...recipe }, id) => ({
      ...recipe,
      trim: WHOLE_LINE,
      arrange: ONE_COPY,
      orient: { ...orient, up: onPoint.has(id) ? 'patch' : 'quilt' },
      fit: fitFrom6(fit),
      outline: NO_OUTLINE,
    })),
    placements: eachOf(placements, (placement) => ({ ...placement, own: {} })),
  };
}

/** A triangle, or a strip from top to bottom: by itself it would be worked another way than upright. */
const isTurned = (shape: Shape): boolean =>
  seatIn(shape, shape, 'patch').shape !== shape || cornersOf(shape).length !== 4;

function fitFrom6({ kind, margin }: Recipe6['fit']): FitRule {
  const margins = [margin];
  if (kind === 'contain') return { kind, margins, turn: 'held' };
  return kind === 'corners' ? { kind, margins, bend: 'even' } : { kind, margins };
}

const eachOf = <T>(records: Readonly<Record<string, T>>, change: (record: T, id: string) => object): object =>
  Object.fromEntries(Object.entries(records).map(([id, record]) => [id, change(record, id)]));
