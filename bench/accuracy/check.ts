/** How right one number is that Gorse shows. */
export interface Check {
  /** As it is called on the screens. */
  readonly number: string;
  readonly definition: string;
  /** By what it is held against, which shares no code with it. */
  readonly against: string;
  readonly unit: string;
  /** The error that is borne. */
  readonly bar: number;
  /** The worst error found, and over how many cases. */
  run(): { readonly worst: number; readonly cases: number };
}

/** The worst of some cases. */
export const worstOf = <T>(cases: readonly T[], error: (one: T) => number): ReturnType<Check['run']> => ({
  worst: Math.max(...cases.map(error)),
  cases: cases.length,
});

export const range = (count: number, from = 0): number[] => Array.from({ length: count }, (_, i) => from + i);
