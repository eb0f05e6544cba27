/** What is worked out of each entry of a list, as numbers: an array's own `from` goes through an iterator, which takes several times as long. */
export function float64Of<T>(list: readonly T[], of: (entry: T, i: number) => number): Float64Array<ArrayBuffer> {
  const out = new Float64Array(list.length);
  for (let i = 0; i < list.length; i++) out[i] = of(list[i]!, i);
  return out;
}

/** The same as whole numbers. */
export function int32Of<T>(list: readonly T[], of: (entry: T, i: number) => number): Int32Array<ArrayBuffer> {
  const out = new Int32Array(list.length);
  for (let i = 0; i < list.length; i++) out[i] = of(list[i]!, i);
  return out;
}
