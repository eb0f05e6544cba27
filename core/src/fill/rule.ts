import type { Polyline } from '../geometry/polyline.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { MM_PER_INCH } from '../units.ts';

/** Lines that fill what is left of a patch. */
export const BACKGROUND_KINDS = ['echo', 'meander', 'lines', 'grid', 'spiral'] as const;
export type BackgroundKind = (typeof BACKGROUND_KINDS)[number];

/** Lines round what is kept out, before the rest is filled. */
export interface BackgroundOutline {
  /** How far each lies from the one before, mm; the first from where stitches may lie nearest. None: no outline. */
  readonly steps: readonly number[];
  /** Their own stitches per inch; null as the rest. */
  readonly spi: number | null;
}

/** What a patch is filled with where no design is. */
export interface Background {
  readonly kind: BackgroundKind;
  /** Between lines that lie side by side, mm. */
  readonly spacing: number;
  /** How far it stays inside the patch's seams, mm; negative: over them. */
  readonly margin: number;
  /** Of straight lines, degrees, clockwise as seen; 0: from side to side. */
  readonly angle: number;
  /** Of a meander: another number, another way to wander. */
  readonly seed: number;
  /** An echo goes out from what is kept out alone, or from the patch's own edge too. */
  readonly round: 'keptOut' | 'all';
  /** Lines of an echo; null: as many as there is room for. */
  readonly passes: number | null;
  readonly outline: BackgroundOutline;
}

export const USUAL_BACKGROUND: Background = {
  kind: 'meander',
  spacing: MM_PER_INCH / 2,
  margin: MM_PER_INCH / 8,
  angle: 45,
  seed: 1,
  round: 'all',
  passes: null,
  outline: { steps: [], spi: null },
};
export const MOST_STEPS = 12;
export const MOST_STEP = 100;
export const LEAST_SPACING = 1;
export const MOST_SPACING = 300;
export const MOST_PASSES = 200;
export const MOST_SEED = 9999;

/** What is to be filled, on the cloth: all of it, and that without what is kept out. Rings neither cross nor overlap. */
export interface FillArea {
  readonly whole: Rings;
  readonly left: Rings;
}

/** Lines on the cloth, in the order they are stitched; they may run over the area's edge, and are cut there. */
export type Fill = (area: FillArea, rule: Background) => readonly Polyline[];
