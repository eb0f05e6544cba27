import { type AffineMap, mapBetween, IDENTITY } from '../geometry/affine.ts';
import type { ClothPoint, LoadedPoint } from '../geometry/point.ts';
import type { Insets } from './border.ts';
import type { Size } from './size.ts';

/** How the quilt lies on the poles: upright, or turned by a quarter to the right, so that its left edge is stitched first. */
export const LOADINGS = ['upright', 'turned'] as const;
export type Loading = (typeof LOADINGS)[number];

/** How the cloth lies when it is loaded: an isometry. */
export type Lie = AffineMap<ClothPoint, LoadedPoint>;

export const loadingMap = (loading: Loading, { length }: Size): Lie =>
  mapBetween(loading === 'upright' ? IDENTITY : [0, 1, -1, 0, length, 0]);

/** The same insets of a top as it is loaded. */
export const loadedInsets = (loading: Loading, { top, right, bottom, left }: Insets): Insets =>
  loading === 'upright' ? { top, right, bottom, left } : { top: left, right: top, bottom: right, left: bottom };

/** Width along the poles and length across them. */
export const loadedSize = (loading: Loading, { width, length }: Size): Size =>
  loading === 'upright' ? { width, length } : { width: length, length: width };
