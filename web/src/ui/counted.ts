/** A number of things in words: `1 pass`, `3 passes`. */
export const counted = (n: number, thing: string): string =>
  `${n} ${n === 1 ? thing : thing.endsWith('s') ? `${thing}es` : `${thing}s`}`;
