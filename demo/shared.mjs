/** What the demo quilts share. */
export const INCH = 25.4;
/** Blocks of one patch each. */
export const PLAIN = { cornerstones: true, blocks: { kinds: ['plain'], turns: 'checker', own: [] } };
export const border = (width) => ({
  ...{ top: width, right: width, bottom: width, left: width, corner: 'ends-last' },
  edge: { radius: 0, across: 0, down: 0, depth: 0 },
});

/** How what keep-outs cut is joined again: in the fewest runs. */
export const REJOIN = {
  ...{ by: 'fewest', jump: 6, crumb: 3, enclosed: 'hop' },
  ...{ start: null, end: null, ends: 'free', seams: false, forbidden: [], edgeSpi: null },
};
