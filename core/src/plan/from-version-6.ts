import { cornersOf, type Shape } from '../cloth/shape.ts';
import { ONE_COPY } from '../fit/arrange.ts';
import type { FitRule } from '../fit/fits.ts';
import type { Orient } from '../fit/orient.ts';
import { ASKEW, seatIn } from '../fit/seat.ts';
import { NOT_SHIFTED } from '../fit/shift.ts';
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
  const stood = new Map<string, Stood>();
  for (const { regionId, recipeId } of Object.values(placements)) {
    const shape = regions[regionId]?.shape;
    // What stands otherwise than upright says how the recipe is meant.
    if (shape && stoodIn(shape) !== 'upright') stood.set(recipeId, stoodIn(shape));
  }
  return {
    ...plan,
    recipes: eachOf(recipes, ({ orient, fit, ...recipe }, id) => ({
      ...recipe,
      trim: WHOLE_LINE,
      arrange: ONE_COPY,
      orient: orientFrom6(orient, stood.get(id) ?? 'upright'),
      fit: fitFrom6(fit),
      shift: NOT_SHIFTED,
      outline: NO_OUTLINE,
    })),
    placements: eachOf(placements, (placement) => ({ ...placement, own: {} })),
  };
}

/** How designs stood in a patch: upright on the quilt; by the patch where that stands on a corner; by a strip that does, which would now run along it. */
type Stood = 'upright' | 'byPatch' | 'acrossStrip';

function stoodIn(shape: Shape): Stood {
  const seat = seatIn(shape, shape, 'patch');
  const isAlong = seat.shape !== shape;
  const angle = seat.angle - (isAlong ? Math.PI / 2 : 0);
  if (cornersOf(shape).length !== 4 || Math.abs(angle) <= ASKEW) return 'upright';
  return isAlong ? 'acrossStrip' : 'byPatch';
}

function orientFrom6({ angle, mirror }: Recipe6['orient'], stood: Stood): Orient {
  if (stood === 'upright') return { angle, mirror, up: 'quilt' };
  return { angle: stood === 'acrossStrip' ? angle - Math.PI / 2 : angle, mirror, up: 'patch' };
}

function fitFrom6({ kind, margin }: Recipe6['fit']): FitRule {
  const margins = [margin];
  if (kind === 'contain') return { kind, margins, turn: 'held' };
  return kind === 'corners' ? { kind, margins, bend: 'even' } : { kind, margins };
}

const eachOf = <T>(records: Readonly<Record<string, T>>, change: (record: T, id: string) => object): object =>
  Object.fromEntries(Object.entries(records).map(([id, record]) => [id, change(record, id)]));
