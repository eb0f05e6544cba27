const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Where a function with one valley between two bounds is the least (Kiefer 1953): each step narrows them to 0.618 and asks the function once. */
export function leastBetween(value: (x: number) => number, from: number, to: number, steps: number): number {
  let [low, high] = [from, to];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [va, vb] = [value(a), value(b)];
  for (let k = 0; k < steps; k++) {
    if (va <= vb) {
      [high, b, vb] = [b, a, va];
      a = high - GOLDEN * (high - low);
      va = value(a);
    } else {
      [low, a, va] = [a, b, vb];
      b = low + GOLDEN * (high - low);
      vb = value(b);
    }
  }
  return (low + high) / 2;
}
