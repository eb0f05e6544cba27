import { counted } from '../units.ts';

/** Why lines that stand in a file aren't seen in it. */
export const UNSEEN_REASONS = ['hidden', 'unpainted', 'clipped', 'off', 'frozen', 'paper'] as const;
export type UnseenReason = (typeof UNSEEN_REASONS)[number];

/** What of a drawing isn't seen: why, and the layer or group it stands in where that has a name. */
export interface Unseen {
  readonly why: UnseenReason;
  readonly name: string | null;
}

/** The lines of it, millimetres. */
export interface LeftOut extends Unseen {
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
}

/** What an answer calls it by. */
export const unseenKey = ({ why, name }: Unseen): string => `${why}:${name ?? ''}`;

/** Why a line isn't seen, as it follows on "12 lines, ". */
export const UNSEEN_WORDS: Readonly<Record<UnseenReason, string>> = {
  hidden: 'hidden in the drawing',
  unpainted: 'painted with neither stroke nor fill',
  clipped: 'cut off by a clip',
  off: 'on a layer that is off',
  frozen: 'on a layer that is frozen',
  paper: 'on a sheet of paper beside the drawing',
};

export const leftOutRemark = ({ why, name, strokes }: LeftOut): string =>
  `Left out: ${counted(strokes.length, 'line')}${name === null ? '' : ` of “${name}”`}, ${UNSEEN_WORDS[why]}.`;
