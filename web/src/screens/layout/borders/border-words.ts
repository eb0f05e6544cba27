import type {
  BorderSetRecord,
  BorderSide,
  BorderStretch,
  BorderWish,
  CornerSchool,
  Stance,
  Through,
} from '@gorse/core';
import { trimmed } from '@gorse/core';

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

/** `+1.2 %`, as said of a stretch. */
export const signed = (part: number): string =>
  Math.abs(part) < 5e-4 ? '0\u00a0%' : `${part > 0 ? '+' : '−'}${trimmed(100 * Math.abs(part), 1)}\u00a0%`;

/** How far each side is stretched, those alike together: `top, bottom +1.2 %; right, left −0.4 %`. */
export function stretchWords(sides: readonly BorderSide[]): string {
  const alike = new Map<string, string[]>();
  for (const { side, stretch } of sides) alike.set(signed(stretch), [...(alike.get(signed(stretch)) ?? []), side]);
  if (alike.size === 1) return `all sides ${[...alike.keys()][0]!}`;
  return [...alike].map(([stretch, names]) => `${names.join(', ')} ${stretch}`).join('; ');
}

/** Whether a border is worked in this way already. */
export const isTaken = (
  set: Pick<BorderSetRecord, 'corners' | 'through' | 'fill'>,
  way: Pick<BorderSetRecord, 'corners' | 'through' | 'fill'>,
): boolean => cornerName(set) === cornerName(way) && Math.abs(set.fill - way.fill) < 1e-6;
