import type { Size } from './size.ts';

/** Backing and batting reach so far beyond the top on each side, mm: 4 in. */
export const BEYOND = 101.6;
/** Off the width of a cloth for its selvedges, and for each seam that joins two pieces, mm: 1 in each. */
const SELVEDGES = 25.4;
const SEAM = 25.4;
/** Strips of binding are cut so wide, mm: 2 1/2 in; joined aslant, each join takes as much of its length. */
const BINDING_STRIP = 63.5;
/** To turn the corners and join the ends, mm: 10 in. */
const BINDING_ENDS = 254;
/** Seams along the poles roll up without a ridge: worth so much more cloth. */
const WORTH = 1.05;

/** How a backing is pieced of a cloth of one width: how its seams lie on the frame. */
export type BackingSeams = 'none' | 'along' | 'across';

export interface BackingWay {
  readonly seams: BackingSeams;
  readonly pieces: number;
  /** How long each piece is cut off the cloth, and how much cloth that is in all, mm. */
  readonly pieceLength: number;
  readonly cloth: number;
  /** The part of the cloth that is left over. */
  readonly waste: number;
}

/** The backing, or the batting, of a top as it is loaded. */
export const backingSize = ({ width, length }: Size): Size => ({
  width: width + 2 * BEYOND,
  length: length + 2 * BEYOND,
});

/** The ways to piece the backing of a top as it is loaded from a cloth of some width, the best first. Throws on a cloth narrower than its seams. */
export function backingWays(top: Size, clothWidth: number): readonly BackingWay[] {
  const { width, length } = backingSize(top);
  const usable = clothWidth - SELVEDGES;
  if (usable <= SEAM) throw new RangeError(`a cloth ${clothWidth} mm wide leaves nothing beside its seams`);
  const way = (seams: BackingSeams, covered: number, pieceLength: number): BackingWay => {
    const pieces = Math.max(1, Math.ceil((covered - SEAM) / (usable - SEAM) - 1e-9));
    const cloth = pieces * pieceLength;
    return {
      seams: pieces === 1 ? 'none' : seams,
      ...{ pieces, pieceLength, cloth },
      waste: 1 - (width * length) / (cloth * clothWidth),
    };
  };
  const [along, across] = [way('along', length, width), way('across', width, length)];
  return along.cloth <= WORTH * across.cloth ? [along, across] : [across, along];
}

export interface BindingSums {
  /** All round, with what corners and ends take, mm. */
  readonly length: number;
  readonly strips: number;
  readonly stripWidth: number;
  /** Length of cloth for all strips, mm. */
  readonly cloth: number;
}

/** The binding of a top, cut across a cloth of some width. */
export function bindingSums({ width, length }: Size, clothWidth: number): BindingSums {
  const around = 2 * (width + length) + BINDING_ENDS;
  const strips = Math.ceil(around / (clothWidth - SELVEDGES - BINDING_STRIP) - 1e-9);
  return { length: around, strips, stripWidth: BINDING_STRIP, cloth: strips * BINDING_STRIP };
}
