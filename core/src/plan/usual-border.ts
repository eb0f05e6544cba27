import { USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import { MM_PER_INCH, USUAL_SPI } from '../units.ts';
import type { BorderSetRecord } from './records.ts';

/** Free of either seam until something else is said, mm. */
const USUAL_CLEAR = MM_PER_INCH / 4;

/** A border of a design as most people begin. @param border which one, from the inside out, from 0 */
export const usualBorder = (id: string, border: number, designId: string): BorderSetRecord => ({
  id,
  border,
  over: 1,
  strips: null,
  designId,
  cornerDesignId: null,
  corners: 'deadEnd',
  through: 'ends',
  fill: 1,
  stance: 'outward',
  stretch: 'evenly',
  clear: { outer: USUAL_CLEAR, inner: USUAL_CLEAR },
  pinned: [],
  wish: 'stretch',
  without: [],
  across: 'sections',
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: USUAL_SPI, tieOff: 'short' },
});
