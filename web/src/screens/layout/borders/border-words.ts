import type {
  BorderSetRecord,
  BorderSide,
  BorderStretch,
  BorderWish,
  CornerSchool,
  CountOf,
  Stance,
  Through,
} from '@gorse/core';
import { BORDER_WISHES, isSide, trimmed } from '@gorse/core';

/** What a way to work corners is called: strips that stop dead are told by which run through. */
export const cornerName = ({
  corners,
  through,
}: {
  readonly corners: CornerSchool;
  readonly through: Through;
}): string =>
  corners === 'deadEnd' ? (through === 'ends' ? 'top and bottom run through' : 'sides run through') : CORNERS[corners];

const CORNERS: Readonly<Record<Exclude<CornerSchool, 'deadEnd'>, string>> = {
  pinwheel: 'pinwheel',
  mitre: 'mitre',
  cornerDesign: 'corner design',
  cornerstone: 'cornerstones',
};

export const STANCE_NAMES: Readonly<Record<Stance, string>> = {
  outward: 'Feet outward',
  upright: 'All upright',
  mirrored: 'Mirrored',
  round: 'One way round',
};

export const STANCE_WORDS: Readonly<Record<Stance, string>> = {
  outward: 'Turned at each corner, its feet at the outer edge.',
  upright: 'As the quilt hangs, on all four sides.',
  mirrored: 'Feet inward, opposite sides as in a mirror.',
  round: 'Feet inward, turned at each corner, so that it runs one way round.',
};

/** Strips of patches have no outer edge: a design runs along each, one way or the other, or stands as the quilt hangs. */
export const STRIP_STANCES: readonly Stance[] = ['round', 'outward', 'upright'];
export const STRIP_STANCE_NAMES: Readonly<Record<Stance, string>> = {
  ...STANCE_NAMES,
  round: 'Along it',
  outward: 'The other way',
};
export const STRIP_STANCE_WORDS: Readonly<Record<Stance, string>> = {
  ...STANCE_WORDS,
  upright: 'As the quilt hangs, on all strips.',
  round: 'Along each strip, from the left or from the top.',
  outward: 'Along each strip, the other way round.',
};

export const STRETCH_NAMES: Readonly<Record<BorderStretch, string>> = {
  evenly: 'All alike',
  spacers: 'Spacers',
  middle: 'The middle one',
};

export const STRETCH_WORDS: Readonly<Record<BorderStretch, string>> = {
  evenly: 'Every repeat is stretched a little.',
  spacers: 'Repeats keep their shape; straight spacers between them take up what is left.',
  middle: 'Repeats keep their shape but for the middle one of each side.',
};

export const WISHES: Readonly<Record<BorderWish, { readonly name: string; readonly why: string }>> = {
  stretch: { name: 'Least stretch', why: 'Repeats keep their shape as nearly as they can.' },
  alike: { name: 'Sides alike', why: 'Repeats are stretched as alike as can be on all sides.' },
  size: { name: 'Drawn size', why: 'The design comes out as nearly as it was drawn.' },
  whole: { name: 'Whole at corners', why: 'No repeat is cut at a corner.' },
  cuts: { name: 'Few cuts', why: 'The line goes round with the fewest starts and stops.' },
};

/** Strips have no corners. */
export const STRIP_WISHES = BORDER_WISHES.filter((wish) => wish !== 'whole');

/** What a way is called: by its corners, or along strips by how deep it is. */
export const wayName = (
  { strips }: Pick<BorderSetRecord, 'strips'>,
  way: Pick<BorderSetRecord, 'corners' | 'through' | 'fill'>,
): string =>
  strips === null
    ? cornerName(way)
    : way.fill === 1
      ? 'as deep as the strip'
      : `${trimmed(100 * way.fill, 0)} % of the strip’s depth`;

/** `+1.2 %`, as said of a stretch. */
export const signed = (part: number): string =>
  Math.abs(part) < 5e-4 ? '0\u00a0%' : `${part > 0 ? '+' : '−'}${trimmed(100 * Math.abs(part), 1)}\u00a0%`;

/** A side in a list, or strips alike long: `longest strips`, `2nd longest strips`. */
function countedOn(side: CountOf): string {
  if (isSide(side)) return side;
  const n = Number(side.slice('length-'.length));
  return `${n === 1 ? '' : `${n}${ENDINGS[n] ?? 'th'} `}longest strips`;
}
const ENDINGS: Readonly<Record<number, string>> = { 2: 'nd', 3: 'rd' };

/** How far each side is stretched, those alike together: `top, bottom +1.2 %; right, left −0.4 %`. */
export function stretchWords(sides: readonly BorderSide[]): string {
  const alike = new Map<string, string[]>();
  for (const { side, stretch } of sides)
    alike.set(signed(stretch), [...(alike.get(signed(stretch)) ?? []), countedOn(side)]);
  if (alike.size === 1)
    return `all ${sides.every(({ side }) => isSide(side)) ? 'sides' : 'strips'} ${[...alike.keys()][0]!}`;
  return [...alike].map(([stretch, names]) => `${names.join(', ')} ${stretch}`).join('; ');
}

/** Whether a border is worked in this way already. */
export const isTaken = (
  set: Pick<BorderSetRecord, 'corners' | 'through' | 'fill'>,
  way: Pick<BorderSetRecord, 'corners' | 'through' | 'fill'>,
): boolean => cornerName(set) === cornerName(way) && Math.abs(set.fill - way.fill) < 1e-6;
