import type { Warp } from './warp.ts';

/** How much larger than drawn a fit makes things at the middle of a patch, across and down. */
export function sizeIn(warp: Warp): { readonly across: number; readonly down: number } {
  const { across, down } = warp.jacobian(0.5, 0.5);
  return {
    across: Math.sqrt(across.x ** 2 + across.y ** 2),
    down: Math.sqrt(down.x ** 2 + down.y ** 2),
  };
}
