/** A wave of the cloth, along each axis. */
export interface Wave {
  /** Smooth (squared exponential), or with slopes that may turn sharply (Matérn, ν = 3/2: Rasmussen & Williams 2006, ch. 4.2). */
  readonly kind: 'smooth' | 'kinked';
  /** Standard deviation, mm. */
  readonly size: number;
  /** Over so much, mm, the cloth is displaced alike. */
  readonly scale: number;
}

/** One way that cloth, and the hand that touches it, may be. */
export interface Character {
  /** Before any touch. */
  readonly belief: number;
  readonly waves: readonly Wave[];
  /** Turn, shear and draw-in vary so many times as much as the prior says. */
  readonly uneven: number;
  /** How far off the cloth may lie beside each end along the poles, mm on each axis: stretched edges. */
  readonly edges: number;
  /** By how much the cloth's slope (mm a mm) may differ from one side of a seam to the other. */
  readonly kinks: number;
  /** Touches are so many times as unsure as their method says. */
  readonly hand: number;
}

/** A wave, and its share of the belief among some. */
type Share = readonly [Wave, number];
const USUAL: Share = [{ kind: 'smooth', size: 0.57, scale: 130 }, 3];
const CALM: Share = [{ kind: 'smooth', size: 0.3, scale: 130 }, 2];
const WAVY: Share = [{ kind: 'smooth', size: 1.2, scale: 120 }, 4];
const FINE: Share = [{ kind: 'smooth', size: 0.7, scale: 65 }, 3];
const LONG: Share = [{ kind: 'smooth', size: 0.57, scale: 280 }, 1];
/** Bends that neither seam nor edge tells of. */
const BENT: Wave = { kind: 'kinked', size: 6, scale: 600 };
const CREASED: Wave = { kind: 'kinked', size: 4, scale: 300 };

const PLAIN: Omit<Character, 'belief'> = { waves: [], uneven: 1, edges: 0, kinks: 0, hand: 1 };

/** Characters that are alike but for their wave. */
const withEach = (
  belief: number,
  shares: readonly Share[],
  { waves = [], ...odd }: Partial<Character> = {},
): Character[] => {
  const whole = shares.reduce((sum, [, share]) => sum + share, 0);
  return shares.map(([wave, share]) => ({
    ...PLAIN,
    ...odd,
    belief: (belief * share) / whole,
    waves: [wave, ...waves],
  }));
};

/**
 * What cloth is like, as far as is believed before any touch: plain, or odd in one way. Their beliefs were chosen on the seeded cloths of
 * `core/simulate` (`npm run bench -- lineup`) so that, on each of them, the doubt told holds and an honest touch is seldom doubted.
 */
export const CHARACTERS: readonly Character[] = [
  ...withEach(0.2, [USUAL, CALM, WAVY, FINE, LONG]),
  ...withEach(0.18, [USUAL, CALM, WAVY, FINE, LONG], { uneven: 3 }),
  ...withEach(0.12, [USUAL, WAVY], { uneven: 2, edges: 2, waves: [BENT] }),
  ...withEach(0.05, [USUAL, WAVY], { waves: [CREASED] }),
  ...withEach(0.15, [USUAL, WAVY], { kinks: 0.005 }),
  ...withEach(0.18, [USUAL, WAVY, LONG], { edges: 3 }),
  ...withEach(0.12, [USUAL, WAVY], { hand: 3 }),
];
