import {
  type Border,
  counted,
  formatLength,
  type LengthStyle,
  type QuiltMap,
  SIDES,
  type StripKind,
} from '@gorse/core';
import type { SetPlace } from '../../document/borders.ts';
import { atStart } from '../../ui/words.ts';

/** Where a design can run round or along. */
export interface Place {
  readonly place: SetPlace;
  readonly label: string;
}

/** A top's borders from the inside out, then its strips by their kinds. */
export const placesOn = (
  { borders }: Pick<QuiltMap, 'borders'>,
  kinds: readonly StripKind[],
  style: LengthStyle,
): readonly Place[] => [
  ...borders.map((one, i) => ({ place: i, label: `Border ${i + 1} from the inside, ${widthOf(one, style)}` })),
  ...kinds.map(({ id, name, strips }) => ({
    place: id,
    label: `${atStart(name)}, ${counted(strips.length, strips[0]?.cells ? 'row' : 'strip')}`,
  })),
];

const widthOf = (border: Border, style: LengthStyle): string =>
  formatLength(Math.max(...SIDES.map((side) => border[side])), style);
