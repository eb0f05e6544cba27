import type { ClothPoint } from '../../geometry/point.ts';
import type { Region } from '../region.ts';
import type { Size } from '../size.ts';

/** What a way of setting blocks has to tell; each is a file of its own in this room, and a line in `settings.ts`. */
export interface SettingRules<S> {
  /** Width and length of what is inside the borders. */
  sizeOf(setting: S): Size;
  /**
   * Its patches in reading order, tiling that size exactly, the upper left corner lying at `at`. Ids follow from kind and place, so that a
   * change of measurements keeps them; names are unique.
   */
  patchesOf(setting: S, at: ClothPoint): readonly Region[];
}
