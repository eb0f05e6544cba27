import { cornersOf, type Shape } from '../cloth/shape.ts';
import type { DesignKind } from '../design/kind.ts';
import type { FitRule } from '../fit/fits.ts';
import type { Margins } from '../fit/margins.ts';
import type { RecipeStages } from '../plan/recipe.ts';
import { isStrip } from '../fit/seat.ts';

/** Ways in which a design could be worked in a patch: what differs from the usual recipe. */
export type Candidate = Pick<RecipeStages, 'orient' | 'fit'> & {
  /** Copies across and down: as many as keep the proportions, or one. */
  readonly repeats: 'one' | 'even';
};

/** What the patches of a shape are, as far as it decides which fits come into question. */
export type PatchSort = 'triangle' | 'strip' | 'quad' | 'traced' | 'other';

export function sortOf(shape: Shape): PatchSort {
  const corners = cornersOf(shape).length;
  if (corners === 3) return 'triangle';
  if (corners !== 4) return 'other';
  if (isStrip(shape)) return 'strip';
  return shape.length > 4 ? 'traced' : 'quad';
}

const IN_QUAD = { block: 0, motif: 0.1, corner: 0.2, edgeToEdge: 0.25, triangle: 0.5, border: 0.6, line: 0.8 };

/** How ill a kind of design suits a sort of patch, beyond what is measured: 0 is made for it. */
export const UNSUITED: Readonly<Record<PatchSort, Readonly<Record<DesignKind, number>>>> = {
  triangle: { triangle: 0, motif: 0.2, block: 0.3, corner: 0.35, edgeToEdge: 0.5, border: 0.8, line: 0.8 },
  strip: { border: 0, line: 0.15, edgeToEdge: 0.2, motif: 0.35, block: 0.4, triangle: 0.6, corner: 0.7 },
  quad: IN_QUAD,
  traced: IN_QUAD,
  other: { motif: 0, block: 0.05, corner: 0.3, triangle: 0.3, edgeToEdge: 0.4, border: 0.7, line: 0.8 },
};

const turned = (quarters: number, mirror = false): RecipeStages['orient'] => ({
  ...{ angle: (quarters * Math.PI) / 2, mirror },
  up: 'patch',
});

/** All ways that are looked at. */
export function candidatesFor(
  sort: PatchSort,
  kind: DesignKind,
  directional: boolean,
  margins: Margins,
): readonly Candidate[] {
  const contain: FitRule = { kind: 'contain', margins, turn: 'held' };
  const one = (fit: FitRule, orient = turned(0)): Candidate => ({ orient, fit, repeats: 'one' });
  const even = (fit: FitRule, orient = turned(0)): Candidate => ({ orient, fit, repeats: 'even' });
  switch (sort) {
    case 'triangle':
      return [
        ...([0, 1, 2] as const).flatMap((apex) =>
          [false, true].map((mirror) => one({ kind: 'threePoint', margins, apex }, turned(0, mirror))),
        ),
        one(contain),
      ];
    case 'strip':
      return [even({ kind: 'along', margins }), ...(kind === 'motif' || kind === 'block' ? [even(contain)] : [])];
    case 'quad':
    case 'traced': {
      const bent: FitRule = sort === 'traced' ? { kind: 'edges', margins } : { kind: 'corners', margins, bend: 'even' };
      const turns = directional ? [0] : [0, 1];
      return turns.flatMap((quarters) => [
        one(contain, turned(quarters)),
        one(bent, turned(quarters)),
        ...(kind === 'edgeToEdge' ? [even(bent, turned(quarters))] : []),
      ]);
    }
    case 'other':
      return [one(contain)];
  }
}
