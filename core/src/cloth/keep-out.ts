import { polyline, type Polyline } from '../geometry/polyline.ts';
import type { Region } from './region.ts';
import { outlineOf, type Shape } from './shape.ts';

/**
 * What a keep-out is the outline of: patches, or what designs take up in them, both of which it follows; or rings of its own. What lies in an odd
 * number of these.
 */
export type KeepOutOf =
  | { readonly kind: 'patches'; readonly regionIds: readonly string[] }
  /** Gaps narrower than `bridge`, mm, are part of a design, and so is what it goes round. */
  | { readonly kind: 'designs'; readonly regionIds: readonly string[]; readonly bridge: number }
  | { readonly kind: 'shapes'; readonly rings: readonly { readonly edge: Shape }[] };

/** An area with a clearance that stitches stay out of, or stay in. */
export interface KeepOut {
  readonly id: string;
  /** In the middle of a sentence; for people. */
  readonly name: string;
  readonly of: KeepOutOf;
  /** How far stitches stay away from its edge, mm; negative lets them run over it. */
  readonly clearance: number;
  readonly keep: 'out' | 'in';
  readonly on: boolean;
  /** What it holds for: ids of records that pieces come of; null for all. */
  readonly only: readonly string[] | null;
}

export const MOST_CLEARANCE = 100;
export const MOST_BRIDGE = 100;

/** Those that hold for a record that pieces come of. @param maker its id (`recordId`) */
export const keepOutsFor = (keepOuts: Readonly<Record<string, KeepOut>>, maker: string): readonly KeepOut[] =>
  Object.values(keepOuts).filter(({ on, only }) => on && (only === null || only.includes(maker)));

type Regions = Readonly<Record<string, Region>>;

/** The patches that a keep-out follows, or the designs in them; those that are gone are left out. */
export const keptPatches = ({ of }: Pick<KeepOut, 'of'>, regions: Regions): readonly Region[] =>
  of.kind === 'shapes' ? [] : of.regionIds.flatMap((id) => regions[id] ?? []);

/**
 * The edges of a keep-out, before its clearance; of one of designs those of their patches, which is as far as records tell.
 * @param shapeOf a patch, as it is known to lie
 * @param but a patch that is left out
 */
export const keepOutEdges = (
  keepOut: Pick<KeepOut, 'of'>,
  regions: Regions,
  shapeOf: (region: Region) => Shape = ({ shape }) => shape,
  but: string | null = null,
): readonly Shape[] =>
  keepOut.of.kind === 'shapes'
    ? keepOut.of.rings.map(({ edge }) => edge)
    : keptPatches(keepOut, regions)
        .filter(({ id }) => id !== but)
        .map(shapeOf);

/** Edges as rings, without the first point again. */
export const ringsOfEdges = (edges: readonly Shape[]): readonly Polyline[] =>
  edges.map((shape) => polyline(outlineOf(shape)));
