/** The rows of a positive definite matrix's lower half become those of L, with L·Lᵀ the matrix (Golub & Van Loan 2013, ch. 4.2). */
export function choleskyInto(rows: readonly Float64Array[]): void {
  rows.forEach((row, i) => {
    for (let j = 0; j <= i; j++) {
      const above = rows[j]!;
      let sum = row[j]!;
      for (let k = 0; k < j; k++) sum -= row[k]! * above[k]!;
      if (j < i) row[j] = sum / above[j]!;
      else if (sum > 0) row[j] = Math.sqrt(sum);
      else throw new Error(`row ${i} of the covariance leaves ${sum}: two readings of one place need noise`);
    }
  });
}

/** v becomes L⁻¹·v; it is 0 before `from`. */
export function forwardInto(v: Float64Array, lower: readonly Float64Array[], from = 0): void {
  for (let i = from; i < v.length; i++) {
    const row = lower[i]!;
    let sum = v[i]!;
    for (let j = from; j < i; j++) sum -= row[j]! * v[j]!;
    v[i] = sum / row[i]!;
  }
}

/** v becomes L⁻ᵀ·v. */
export function backwardInto(v: Float64Array, lower: readonly Float64Array[]): void {
  for (let i = v.length - 1; i >= 0; i--) {
    const row = lower[i]!;
    const own = v[i]! / row[i]!;
    v[i] = own;
    for (let j = 0; j < i; j++) v[j]! -= row[j]! * own;
  }
}

export function dot(u: Float64Array, v: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < u.length; i++) sum += u[i]! * v[i]!;
  return sum;
}
