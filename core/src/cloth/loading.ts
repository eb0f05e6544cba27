import { type Affine, IDENTITY } from '../geometry/affine.ts';
import { type BlockGrid, gridSize } from './block-grid.ts';

/** How the quilt lies on the poles: upright, or turned by a quarter to the right, so that its left edge is stitched first. */
export type Loading = 'upright' | 'turned';

/** From cloth space to the quilt as it is loaded: millimetres still, origin at the corner that is then upper left. An isometry. */
export const loadingMap = (loading: Loading, grid: BlockGrid): Affine =>
  loading === 'upright' ? IDENTITY : [0, 1, -1, 0, gridSize(grid).length, 0];

/** Width along the poles and length across them. */
export function loadedSize(loading: Loading, grid: BlockGrid): { readonly width: number; readonly length: number } {
  const { width, length } = gridSize(grid);
  return loading === 'upright' ? { width, length } : { width: length, length: width };
}
