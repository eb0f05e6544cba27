import { MM_PER_INCH } from '../units.ts';

export const FIBRES = ['cotton', 'blend', 'polyester', 'wool', 'bamboo'] as const;
export type Fibre = (typeof FIBRES)[number];

/** What lies between top and backing. */
export interface Batting {
  readonly fibre: Fibre;
  /** The widest gap between lines that its maker allows, mm. */
  readonly widestGap: number;
  /** The part of its length and width that the sandwich is expected to lose as it is stitched. */
  readonly drawIn: number;
}

interface Usual {
  /** Printed on the bag more often than not, inches. */
  readonly widestGap: number;
  /** With lines `USUAL_SPACING` apart. */
  readonly drawIn: number;
  /** How thick its sandwich is to one of cotton. */
  readonly loft: number;
}

/** Rules of thumb to start from; the bag and the log know better. */
const USUAL: Readonly<Record<Fibre, Usual>> = {
  cotton: { widestGap: 8, drawIn: 0.012, loft: 1 },
  blend: { widestGap: 8, drawIn: 0.01, loft: 1.1 },
  polyester: { widestGap: 6, drawIn: 0.015, loft: 1.5 },
  wool: { widestGap: 4, drawIn: 0.018, loft: 1.6 },
  bamboo: { widestGap: 8, drawIn: 0.011, loft: 1 },
};

const USUAL_SPACING = MM_PER_INCH;
const LEAST_DRAW_IN = 0.005;
const MOST_DRAW_IN = 0.03;

export const usualBatting = (fibre: Fibre): Batting => ({
  fibre,
  widestGap: USUAL[fibre].widestGap * MM_PER_INCH,
  drawIn: USUAL[fibre].drawIn,
});

/**
 * Draw-in to expect of a batting quilted so densely: lines twice as close take up about √2 as much, within 0.5 to 3 %.
 * @param spacing distance between lines, mm
 */
export const expectedDrawIn = (fibre: Fibre, spacing: number): number =>
  Math.min(
    MOST_DRAW_IN,
    Math.max(LEAST_DRAW_IN, USUAL[fibre].drawIn * Math.sqrt(USUAL_SPACING / Math.max(1, spacing))),
  );

/**
 * How thick the sandwich is, mm.
 * @param measured as it was measured on the frame, with a batting of cotton
 */
export const sandwichThickness = ({ fibre }: Pick<Batting, 'fibre'>, measured: number): number =>
  USUAL[fibre].loft * measured;
