import type { ClothPoint } from '../geometry/point.ts';

/**
 * By what the pieces of a cut line are joined. `fewest`: along edges and back over what is stitched, whichever is shorter. `leastDoubled`: the
 * same, going back over as little as it can. `edge`: along edges only. `stitched`: over stitched lines only. `near`: straight to an end near by.
 */
export const JOINS_BY = ['fewest', 'leastDoubled', 'edge', 'stitched', 'near'] as const;
export type JoinsBy = (typeof JOINS_BY)[number];

/** How what is left of a line is joined again where it was cut at keep-outs. */
export interface RejoinRule {
  readonly by: JoinsBy;
  /** How far apart two ends may be to be joined straight, mm, where they are joined so. */
  readonly jump: number;
  /** Pieces shorter than this that were cut off are left out, mm. */
  readonly crumb: number;
  /** What keep-outs enclose is stitched after a cut, or left out. */
  readonly enclosed: 'hop' | 'leaveOut';
  /** Where the first run starts, and the last ends: on the cloth; null where that is free. */
  readonly start: ClothPoint | null;
  readonly end: ClothPoint | null;
  /** Both ends of a run are put by a seam, where a knot is hardly seen; those asked for are where they are. */
  readonly ends: 'free' | 'bySeams';
  /** Links may run along seams too. */
  readonly seams: boolean;
  /** Links that aren't wanted, each by a place on it. */
  readonly forbidden: readonly ClothPoint[];
  /** Of what is stitched along edges; null as the rest. */
  readonly edgeSpi: number | null;
}

/** An eighth of an inch is less than two stitches. */
const USUAL_CRUMB = 3;
const USUAL_JUMP = 6;

export const USUAL_REJOIN: RejoinRule = {
  ...{ by: 'fewest', jump: USUAL_JUMP, crumb: USUAL_CRUMB, enclosed: 'hop' },
  ...{ start: null, end: null, ends: 'free', seams: false, forbidden: [], edgeSpi: null },
};
