import type { Loading } from '../cloth/loading.ts';

/** How a quilt is turned to lie so, and which of its edges comes to the take-up pole then; in words, in the middle of a sentence. */
export const TURNED_TO: Readonly<Record<Loading, { readonly way: string; readonly edge: string }>> = {
  turned: { way: 'a quarter to the right', edge: 'left edge' },
  upright: { way: 'a quarter to the left', edge: 'top edge' },
};

/** What must hold by then. */
export const BEFORE_TURNING = 'Everything inside must be stitched or basted by then, or it sags and lines go askew.';
