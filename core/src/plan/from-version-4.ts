import { evenBorder } from '../cloth/border.ts';
import { PLAIN_BLOCKS } from '../cloth/blocks.ts';
import { UNMEASURED } from '../cloth/measured.ts';
import type { QuiltMap } from '../cloth/quilt-map.ts';
import type { Size } from '../cloth/size.ts';

/** What a map of version 4 had otherwise: grids alone, of blocks of one patch, and borders as wide on every side. */
export interface Map4 {
  readonly size: Size;
  readonly setting: {
    readonly kind: 'grid';
    readonly across: number;
    readonly down: number;
    readonly blockWidth: number;
    readonly blockHeight: number;
    readonly sashing: number;
  };
  readonly borders: readonly { readonly width: number }[];
}

/** Brings a plan of version 4 to version 5: patches and their ids stay as they are. */
export const fromVersion4 = ({ quilts, ...rest }: Readonly<Record<string, object>>): object => ({
  ...rest,
  quilts: Object.fromEntries(
    Object.entries(quilts as Readonly<Record<string, { readonly map: Map4 }>>).map(([id, quilt]) => [
      id,
      { measured: UNMEASURED, ...quilt, map: mapFrom4(quilt.map) },
    ]),
  ),
});

export const mapFrom4 = ({ size, setting, borders }: Map4): QuiltMap => ({
  size,
  setting: { ...setting, cornerstones: true, blocks: PLAIN_BLOCKS },
  borders: borders.map(({ width }) => evenBorder(width)),
});
