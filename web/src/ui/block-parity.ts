/** Blocks A1, B2, … and A2, B1, … differ in their print, like the squares of a board. */
export const isOdd = (blockName: string): boolean =>
  Array.from(blockName).reduce((sum, sign) => sum + sign.charCodeAt(0), 0) % 2 === 1;
