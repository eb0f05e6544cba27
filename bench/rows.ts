import { contactGap, polyline, randomFrom } from '@gorse/core';
import { medianMs, printFigure } from './figures.ts';

const POINTS = 5000;
const LENGTH = 2000;
const CLEARANCE = 6;

/** A curvy row that loops back on itself here and there. */
function curvyRow(seed: number): Float64Array {
  const random = randomFrom(seed);
  const waves = Array.from({ length: 6 }, (_, k) => ({ n: 5 + 9 * k + Math.floor(9 * random()), phase: 7 * random() }));
  return polyline(
    Array.from({ length: POINTS }, (_, i) => {
      const t = (2 * Math.PI * i) / (POINTS - 1);
      const y = waves.reduce((sum, { n, phase }, k) => sum + (30 / (k + 1)) * Math.sin(n * t + phase), 0);
      return { x: (LENGTH * i) / (POINTS - 1) + 14 * Math.sin(40 * t), y };
    }),
  );
}

/** The same by sampling: both rows as heights every 0.01 mm of x, the lower one grown by the clearance's circle at every tenth of a mm. */
function gapBySampling(upper: Float64Array, lower: Float64Array): number {
  const step = 0.01;
  const heights = (line: Float64Array, sign: number): Float64Array => {
    const out = new Float64Array(Math.ceil((LENGTH + 60) / step)).fill(-Infinity);
    for (let i = 2; i < line.length; i += 2) {
      const [x0, y0, x1, y1] = [line[i - 2]!, line[i - 1]!, line[i]!, line[i + 1]!];
      const [from, to] = [Math.ceil((Math.min(x0, x1) + 30) / step), Math.floor((Math.max(x0, x1) + 30) / step)];
      for (let k = from; k <= to; k++) {
        const y = sign * (x1 === x0 ? y0 : y0 + ((y1 - y0) * (k * step - 30 - x0)) / (x1 - x0));
        if (y > out[k]!) out[k] = y;
      }
    }
    return out;
  };
  const low = heights(upper, 1);
  const high = heights(lower, -1);
  let gap = -Infinity;
  for (let off = -CLEARANCE; off <= CLEARANCE; off += 0.1) {
    const shift = Math.round(off / step);
    const lift = Math.sqrt(Math.max(0, CLEARANCE * CLEARANCE - off * off));
    for (let k = Math.max(0, -shift); k < low.length - Math.max(0, shift); k++) {
      gap = Math.max(gap, low[k]! + high[k + shift]! + lift);
    }
  }
  return gap;
}

export function benchRows(): void {
  const [upper, lower] = [curvyRow(1), curvyRow(2)];
  const exact = (): number | null =>
    contactGap({ strokes: [upper], period: null }, { strokes: [lower], period: null }, CLEARANCE);
  const ms = medianMs(exact);
  printFigure('nest.gap_ms_5k', ms, 'ms, two rows of 5,000 points', '< 10');
  const sampling = medianMs(() => gapBySampling(upper, lower), 3);
  printFigure('nest.vs_sampling', sampling / ms, 'times faster than sampling at 0.01 mm', null);
  printFigure('nest.gap_difference_mm', Math.abs(exact()! - gapBySampling(upper, lower)), 'mm', null);
}
