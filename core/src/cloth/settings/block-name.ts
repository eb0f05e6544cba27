/** Blocks are named like a map's squares: columns A, B, … Z, AA and rows 1, 2, … */
export function blockName(column: number, row: number): string {
  let letters = '';
  for (let n = column; n >= 0; n = Math.floor(n / 26) - 1) letters = String.fromCharCode(65 + (n % 26)) + letters;
  return `${letters}${row + 1}`;
}

/** The block that a patch is, or is a part of, by the patch's id; null where it is of none. */
export const blockOf = (regionId: string): string | null => /^(block|half)-\d+-\d+/.exec(regionId)?.[0] ?? null;

/** Of the block in a column and a row, counted from 0; kept whatever is measured. */
export const blockId = (column: number, row: number): string => `block-${column + 1}-${row + 1}`;
