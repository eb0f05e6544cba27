import { TOUCH_NOISE } from '../lineup/touch.ts';
import { BENCH_CLOTH, type ClothNature } from './true-cloth.ts';

/** A kind of cloth, and of hand, that the line-up must bear. */
export interface ClothField {
  readonly name: string;
  readonly nature: ClothNature;
  /** Of a touch on each axis, mm: standard deviation. */
  readonly noise: number;
}

const field = (name: string, differs: Partial<ClothNature>, noise: number = TOUCH_NOISE.head): ClothField => ({
  name,
  nature: { ...BENCH_CLOTH, ...differs },
  noise,
});

/** The bench's cloth with waves so many times as high and as long. */
const waved = (size: number, length: number): Pick<ClothNature, 'waves'> => ({
  waves: BENCH_CLOTH.waves.map((wave) => ({
    size: size * wave.size,
    shortest: length * wave.shortest,
    longest: length * wave.longest,
  })),
});

/** Where a band so wide has its seams, mm. */
export const seamsOf = (width: number): readonly number[] =>
  Array.from({ length: Math.ceil(width / SEAM_EVERY) - 1 }, (_, i) => SEAM_EVERY * (i + 1));
const SEAM_EVERY = 300;

/** Of a band so wide, mm. */
export const clothFields = (width: number): readonly ClothField[] => [
  field('bench', {}),
  field('calm', waved(0.5, 1)),
  field('wavy', waved(2, 1)),
  field('fine', waved(1, 0.5)),
  field('long', waved(1, 2)),
  field('kink', { bends: [{ kind: 'kink', at: seamsOf(width), depth: 0, along: 0.008, across: 0.008 }] }),
  field('edge', { bends: [{ kind: 'edge', at: [0, width], depth: 200, along: 2, across: 2 }] }),
  field('uneven', {
    turn: (0.5 * Math.PI) / 180,
    drawIn: { along: 0.01, alongDoubt: 0.008, across: 0.012, acrossDoubt: 0.01 },
  }),
  field('rough', {}, 1),
];
