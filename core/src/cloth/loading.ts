import { type AffineMap, mapBetween, IDENTITY } from '../geometry/affine.ts';
import type { ClothPoint, LoadedPoint } from '../geometry/point.ts';
import type { Insets, Side } from './border.ts';
import type { Size } from './size.ts';

/** How the quilt lies on the poles: upright, or turned by a quarter to the right, so that its left edge is stitched first. */
export const LOADINGS = ['upright', 'turned'] as const;
export type Loading = (typeof LOADINGS)[number];

/** A quilt can be turned once by a quarter: what it lies like before, and after. */
export interface Turnable {
  readonly turned: boolean;
}
export const AS_FIRST: Turnable = { turned: false };
export const AS_TURNED: Turnable = { turned: true };

export const otherLoading = (loading: Loading): Loading => (loading === 'upright' ? 'turned' : 'upright');

/** How a quilt lies that was first loaded so. */
export const loadingWhen = (first: Loading, { turned }: Turnable): Loading => (turned ? otherLoading(first) : first);

/** The sides that run across the poles, so that no pass holds them whole. */
export const sidesAcross = (loading: Loading): readonly Side[] =>
  loading === 'upright' ? ['left', 'right'] : ['top', 'bottom'];

/** How the cloth lies when it is loaded: an isometry. */
export type Lie = AffineMap<ClothPoint, LoadedPoint>;

export const loadingMap = (loading: Loading, { length }: Size): Lie =>
  mapBetween(loading === 'upright' ? IDENTITY : [0, 1, -1, 0, length, 0]);

/** How a quilt lies, before it is turned or after. */
export const lieWhen = (
  { loading, map }: { readonly loading: Loading; readonly map: { readonly size: Size } },
  when: Turnable,
): Lie => loadingMap(loadingWhen(loading, when), map.size);

/** The same insets of a top as it is loaded. */
export const loadedInsets = (loading: Loading, { top, right, bottom, left }: Insets): Insets =>
  loading === 'upright' ? { top, right, bottom, left } : { top: left, right: top, bottom: right, left: bottom };

/** Width along the poles and length across them. */
export const loadedSize = (loading: Loading, { width, length }: Size): Size =>
  loading === 'upright' ? { width, length } : { width: length, length: width };
