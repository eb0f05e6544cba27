import { ringBounds } from '../../geometry/polygon.ts';
import type { Bounds } from '../../geometry/polyline.ts';
import type { Region, RegionKind } from '../region.ts';
import { outlineOf } from '../shape.ts';
import { inFamilies } from './families.ts';
import { KIND_WORDS, kindIn } from './kind-words.ts';
import type { DrawnPiece } from './pieces-of-lines.ts';

/** The kind of patch that a piece is: as it is said of its layer or colour, else as that is called, else by how it lies. */
export const kindOfPiece = (
  { group, over }: Pick<DrawnPiece, 'group' | 'over'>,
  kinds: ReadonlyMap<string | null, RegionKind>,
): RegionKind => kinds.get(group) ?? kindIn(group) ?? (over ? 'applique' : 'block');

/**
 * Patches of origin `hand`, in reading order, what is sewn on after what it lies on: named by their layer or kind and counted, each layer or
 * colour in a print of its own.
 */
export function patchesOfPieces(
  pieces: readonly DrawnPiece[],
  kinds: ReadonlyMap<string | null, RegionKind> = new Map(),
): readonly Region[] {
  const found = pieces.map((piece) => ({
    ...piece,
    kind: kindOfPiece(piece, kinds),
    box: ringBounds(outlineOf(piece.shape)),
  }));
  const isOver = ({ kind }: { readonly kind: RegionKind }): boolean => kind === 'applique';
  const inOrder = [...inReadingOrder(found.filter((one) => !isOver(one))), ...inReadingOrder(found.filter(isOver))];
  const counts = new Map<string, number>();
  const prints = new Map<RegionKind, (string | null)[]>();
  const patches = inOrder.map(({ shape, group, kind }, i): Region => {
    const word = group !== null && isWord(group) ? group : KIND_WORDS[kind];
    const n = (counts.get(word) ?? 0) + 1;
    counts.set(word, n);
    const groups = prints.get(kind) ?? [];
    prints.set(kind, groups.includes(group) ? groups : [...groups, group]);
    const print = Math.min(99, prints.get(kind)!.indexOf(group));
    return { id: `drawn-${i + 1}`, kind, name: `${word} ${n}`, origin: 'hand', family: 'drawn', print, shape };
  });
  return inFamilies(patches);
}

/** In rows from the top, each from the left. A row begins below the middle of what began the one before. */
function inReadingOrder<T extends { readonly box: Bounds }>(found: readonly T[]): T[] {
  const rows: T[][] = [];
  for (const one of found.toSorted((a, b) => a.box.minY - b.box.minY)) {
    const row = rows.at(-1);
    if (row && one.box.minY < (row[0]!.box.minY + row[0]!.box.maxY) / 2) row.push(one);
    else rows.push([one]);
  }
  return rows.flatMap((row) => row.sort((a, b) => a.box.minX - b.box.minX));
}

/** A name that a person gave rather than a colour or a number. */
const isWord = (group: string): boolean => /^\p{L}[\p{L}\p{N} _-]{1,39}$/u.test(group) && !/^layer\s*\d*$/i.test(group);
