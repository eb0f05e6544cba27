import type { Cell } from './cells.ts';
import { UNITS, type UnitKind } from './units.ts';

/** In what order kinds of block take turns. */
export const TURNS = ['checker', 'columns', 'rows', 'medallion'] as const;
export type Turns = (typeof TURNS)[number];

/** What the blocks of a setting are like. */
export interface Blocks {
  /** One to three kinds of block, each by how it is pieced. */
  readonly kinds: readonly UnitKind[];
  readonly turns: Turns;
  /** Blocks that are of another kind than their turn: by id, and the index of the kind. */
  readonly own: readonly { readonly id: string; readonly kind: number }[];
}

/** Of blocks that aren't square, and can't be taken apart. */
export interface WholeBlocks extends Blocks {
  readonly kinds: readonly 'plain'[];
}

/** Of one kind, each one patch. */
export const PLAIN_BLOCKS: WholeBlocks = { kinds: ['plain'], turns: 'checker', own: [] };

/** A block's place among the others. */
export interface BlockPlace {
  readonly id: string;
  readonly column: number;
  readonly row: number;
  /** Of neighbours along either axis it differs by one. */
  readonly step: number;
  /** From the middle, in whole blocks: 0 for the middle itself. */
  readonly out: number;
}

/** Of a block in straight columns and rows, counted from 0. */
export const placeIn = (id: string, column: number, row: number, columns: number, rows: number): BlockPlace => ({
  ...{ id, column, row, step: column + row },
  out: Math.floor(Math.max(Math.abs(column - (columns - 1) / 2), Math.abs(row - (rows - 1) / 2))),
});

const TURN: Readonly<Record<Turns, (place: BlockPlace, kinds: number) => number>> = {
  checker: ({ step }, kinds) => step % kinds,
  columns: ({ column }, kinds) => column % kinds,
  rows: ({ row }, kinds) => row % kinds,
  // The last kind in the middle, each other one round it, the first for all that is left.
  medallion: ({ out }, kinds) => Math.max(0, kinds - 1 - out),
};

/** The block in a place, but for its shape. */
export function blockCell({ kinds, turns, own }: Blocks, place: BlockPlace, name: string): Omit<Cell, 'ring'> {
  const said = own.find(({ id }) => id === place.id)?.kind ?? TURN[turns](place, kinds.length);
  const blockKind = Math.min(said, kinds.length - 1);
  const unit = kinds[blockKind]!;
  return {
    ...{ id: place.id, kind: 'block', name, unit, blockKind },
    family: blockKind === 0 ? 'block' : `block-${blockKind + 1}`,
    // Like the squares of a board where all are alike, so that neighbours differ.
    print: kinds.length === 1 && UNITS[unit].length === 0 ? place.step % 2 : blockKind,
  };
}
