import type { Point } from '../geometry/point.ts';
import { counted, formatLength, type LengthStyle, MM_PER_INCH, trimmed } from '../units.ts';
import { type EdgeShape, isStraight, STRAIGHT } from './edge-shape.ts';
import { loadedSize, type Loading } from './loading.ts';
import { edgeLength } from './shaped-edge.ts';
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

/** How a backing is pieced of a cloth of one width. */
export interface BackingWay {
  /** How its seams lie beside the poles. */
  readonly seams: 'none' | 'along' | 'across';
  readonly pieces: number;
  /** How long each piece is cut off the cloth, and how much cloth that is in all, mm. */
  readonly pieceLength: number;
  readonly cloth: number;
  /** The part of the cloth that is left over. */
  readonly waste: number;
  /** The seams on the backing as loaded, from its upper left corner: from and to, mm. Its pieces are trimmed alike. */
  readonly lines: readonly { readonly from: Point; readonly to: Point }[];
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
  const way = (seams: 'along' | 'across'): BackingWay => {
    const [covered, pieceLength] = seams === 'along' ? [length, width] : [width, length];
    const pieces = Math.max(1, Math.ceil((covered - SEAM) / (usable - SEAM) - 1e-9));
    const cloth = pieces * pieceLength;
    const lines = Array.from({ length: pieces - 1 }, (_, i) => {
      const at = ((i + 1) * covered) / pieces;
      return seams === 'along'
        ? { from: { x: 0, y: at }, to: { x: width, y: at } }
        : { from: { x: at, y: 0 }, to: { x: at, y: length } };
    });
    const waste = 1 - (width * length) / (cloth * clothWidth);
    return { seams: pieces === 1 ? 'none' : seams, pieces, pieceLength, cloth, waste, lines };
  };
  const [along, across] = [way('along'), way('across')];
  return along.cloth <= WORTH * across.cloth ? [along, across] : [across, along];
}

/** The backing is pinned to the leaders every 2 in, mm. */
const PINNED = 50.8;

/** What a binding usually takes of the top's edge, mm: a quarter of an inch. */
export const USUAL_BINDING = MM_PER_INCH / 4;

export interface BindingSums {
  /** All round, with what corners and ends take, mm. */
  readonly length: number;
  readonly strips: number;
  readonly stripWidth: number;
  /** Length of cloth for all strips, mm. */
  readonly cloth: number;
}

/** The binding of a top, cut across a cloth of some width. */
export function bindingSums(size: Size, clothWidth: number, edge: EdgeShape = STRAIGHT): BindingSums {
  const around = edgeLength(edge, size) + BINDING_ENDS;
  const strips = Math.ceil(around / (clothWidth - SELVEDGES - BINDING_STRIP) - 1e-9);
  return { length: around, strips, stripWidth: BINDING_STRIP, cloth: strips * BINDING_STRIP };
}

const SEAMS: Readonly<Record<BackingWay['seams'], string>> = {
  none: 'without a seam',
  along: 'seams along the poles, where they roll up flat',
  across: 'seams across the poles',
};

/** What the sums are of: a top, how it is loaded on how long a frame, and what the binding takes of its edge; mm. */
export interface ToSum {
  readonly size: Size;
  readonly loading: Loading;
  readonly binding: number;
  /** Round which it goes. */
  readonly edge: EdgeShape;
  /** Along the poles. */
  readonly frameWidth: number;
}

/** What to buy and cut for a top, each in short sentences: of a cloth of some width. */
export function sumsInWords(
  { size, loading, binding: allowance, edge, frameWidth }: ToSum,
  clothWidth: number,
  style: LengthStyle,
): readonly { readonly what: string; readonly sentences: readonly string[] }[] {
  const top = loadedSize(loading, size);
  const { width, length } = backingSize(top);
  const { pieces, pieceLength, seams, cloth, waste } = backingWays(top, clothWidth)[0]!;
  const binding = bindingSums(size, clothWidth, edge);
  /** A square as large as the strips, cut aslant, and the seam that makes a tube of it. */
  const square = Math.sqrt(binding.length * binding.stripWidth) + SEAM;
  const long = (mm: number): string => formatLength(mm, style);
  return [
    {
      what: 'Backing',
      sentences: [
        `As loaded ${long(width)} along the poles × ${long(length)}.`,
        `Cut ${counted(pieces, 'piece')} of ${long(pieceLength)}, ${SEAMS[seams]}.`,
        `That is ${long(cloth)} of cloth, ${trimmed(100 * waste, 0)} % left over.`,
      ],
    },
    { what: 'Batting', sentences: [`${long(width)} × ${long(length)}, to the edge of the backing.`] },
    {
      what: 'Binding',
      sentences: [
        `${long(binding.length)} with corners and ends.`,
        isStraight(edge)
          ? `Cut ${counted(binding.strips, 'strip')} ${long(binding.stripWidth)} wide across the cloth: ${long(binding.cloth)} of it.`
          : `Cut it ${long(binding.stripWidth)} wide on the bias, so that it goes round curves: a square of ${long(square)} gives it.`,
        `It takes ${long(allowance)} of the edge: keep what matters clear of that.`,
      ],
    },
    {
      what: 'Leaders',
      sentences: [
        `${long(width)} of each pole’s leader: ${counted(Math.floor(width / PINNED) + 1, 'pin')} on each, one every ${long(PINNED)}.`,
        width > frameWidth
          ? `That is ${long(width - frameWidth)} more than the frame has. Load it the other way, or make the top narrower.`
          : `The frame has ${long(frameWidth)}.`,
      ],
    },
  ];
}
