import type { Cell } from '../cells.ts';
import type { Size } from '../size.ts';

/** What a way of setting blocks has to tell; each is a file of its own in this room, and a line in `settings.ts`. */
export interface SettingRules<S> {
  /** Width and length of what is inside the borders. */
  sizeOf(setting: S): Size;
  /**
   * Its patches in reading order, tiling that size or more, what is beyond being cut off; the upper left corner is 0. Ids follow from kind and
   * place, so that a change of measurements keeps them; names are unique.
   */
  cellsOf(setting: S): readonly Cell[];
  /** The setting with blocks so large that it measures so much inside the borders, along one side; the other may follow. */
  sizedTo(setting: S, side: keyof Size, mm: number): S;
}

/** Of one block, where so many of them with gaps between measure so much. */
export const shareOf = (mm: number, count: number, gap: number): number => (mm - (count - 1) * gap) / count;
