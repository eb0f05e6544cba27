/** One figure of the bench, a JSON line: `reference` is the bar it is held against, or null where there is none. */
export function printFigure(name: string, value: number, unit: string, reference: string | null): void {
  console.log(JSON.stringify({ name, value: Number(value.toPrecision(4)), unit, reference }));
}

/** The value below which the part `q` of the sorted values lies. */
export function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? NaN;
}

/** Milliseconds that `work` takes: the median of some runs after a first one. */
export function medianMs(work: () => void, runs = 15): number {
  work();
  return quantile(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
    0.5,
  );
}
