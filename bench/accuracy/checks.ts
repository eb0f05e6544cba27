import {
  analyseDesign,
  type Band,
  clothFields,
  densityOf,
  GENERIC_MOTION,
  planPasses,
  randomFrom,
  stitchClock,
  threadLength,
  widestGaps,
} from '@gorse/core';
import { contactGap } from '../../core/src/rows/contact-gap.ts';
import { measureField, suggestedLandmarks } from '../lineup.ts';
import { apart, crossingsOf, flat, type Line, nearest, widestCircle } from './brute.ts';
import { type Check, range, worstOf } from './check.ts';

/** Lanes `lane` mm apart in a square, led round a hole: half of them above it, half below. */
function meander(side: number, lane: number, hole: number): Line {
  const [middle, radius] = [side / 2, hole / 2];
  return range(Math.floor(side / lane) + 1).flatMap((row) => {
    const y = row * lane;
    const away = y - middle;
    const points: [number, number][] = [[0, y]];
    if (Math.abs(away) < radius) {
      const from = Math.acos(Math.sqrt(radius ** 2 - away ** 2) / radius);
      const up = away < 0 ? -1 : 1;
      for (let k = 0; k <= 48; k++) {
        const angle = Math.PI - from - ((Math.PI - 2 * from) * k) / 48;
        points.push([middle + radius * Math.cos(angle), middle + up * radius * Math.sin(angle)]);
      }
    }
    points.push([side, y]);
    return row % 2 === 0 ? points : points.reverse();
  });
}

/** One repeat of a wavy row, and the same over some repeats. */
function wavyRow(seed: number) {
  const random = randomFrom(seed);
  const [period, height, overtone, phase] = [80 + 120 * random(), 10 + 50 * random(), 15 * random(), 6 * random()];
  const y = (x: number): number => {
    const t = (2 * Math.PI * x) / period;
    return (height / 2) * Math.cos(t) + overtone * Math.sin(2 * t + phase);
  };
  const over = (from: number, to: number): Line =>
    range((to - from) * 200 + 1).map((i) => [(from + i / 200) * period, y((from + i / 200) * period)] as const);
  return { period, repeat: { period, strokes: [flat(over(0, 1))] }, over };
}

const moved = (line: Line, by: number): Line => line.map(([x, y]) => [x, y + by] as const);
const topAndBottom = (line: Line): readonly [number, number] => {
  const ys = line.map(([, y]) => y);
  return [Math.min(...ys), Math.max(...ys)];
};

/** Every point of a rosette of some order, without a mirror. */
const rosette = (order: number): Line =>
  range(482).map((i) => {
    const t = (2 * Math.PI * i) / 481;
    const r = 50 + 8 * Math.cos(order * t) + 3 * Math.sin(2 * order * t);
    return [r * Math.cos(t), r * Math.sin(t)] as const;
  });

/** Half way between the phases at which it runs back over itself, and not closed. */
const lissajous = (a: number, b: number): Line =>
  range(1200).map((i) => {
    const t = (2 * Math.PI * (i + 0.37)) / 1201;
    const phase = Math.PI / (4 * b);
    return [100 * Math.sin(a * t + phase), 80 * Math.sin(b * t)] as const;
  });

/** Fewest windows for bands, whatever they begin with: each number of bands is tried for each. */
function fewestWindows(bands: readonly Band[], reachAt: (rolled: number) => number): number {
  const fewest = [0];
  for (let to = 1; to <= bands.length; to++) {
    const ways = range(to)
      .filter((from) => bands[to - 1]!.bottom - bands[from]!.top <= reachAt(bands[from]!.top))
      .map((from) => fewest[from]! + 1);
    fewest.push(Math.min(...ways));
  }
  return fewest.at(-1)!;
}

/** Every number Gorse shows that can be found another way, and that way. */
export const CHECKS: readonly Check[] = [
  {
    number: 'Spacing of a cloth',
    definition: 'the median, over the cloth by area, of the bare width across a place',
    against: 'straight lines so far apart (3 to 60 mm), on tops of 500 and 2,800 mm: closed form',
    unit: 'part',
    bar: 0.01,
    run: () =>
      worstOf(
        [500, 2800].flatMap((size) => [3, 6, 10, 24, 60].map((lane) => ({ size, lane }))),
        ({ size, lane }) => {
          const lines = range(Math.floor(size / lane) + 1).map((i) => Float64Array.of(0, i * lane, size, i * lane));
          return Math.abs(densityOf(lines, { width: size, length: size }, [])!.spacing / lane - 1);
        },
      ),
  },
  {
    number: 'Widest gap of a cloth',
    definition: 'the widest circle without a stitch; the cloth’s edge counts as stitched',
    against: 'a grid of places, each asked of every chord, climbed from the best',
    unit: 'mm',
    bar: 0.1,
    run: () =>
      worstOf(range(6), (seed) => {
        const line = meander(120, 4 + seed, 18 + 3 * seed);
        const found = densityOf([flat(line)], { width: 120, length: 120 }, [])!.widest.diameter;
        const edge: Line = [[0, 0], [120, 0], [120, 120], [0, 120], [0, 0]]; // prettier-ignore
        return Math.abs(found - widestCircle([line, edge], [0, 0, 120, 120], 2));
      }),
  },
  {
    number: 'Widest gap of a design',
    definition: 'the widest circle without a stitch that its outline encloses',
    against: 'the same',
    unit: 'mm',
    bar: 0.1,
    run: () =>
      worstOf(range(6), (seed) => {
        const line = meander(100, 3 + 0.7 * seed, 14 + 2 * seed);
        return Math.abs(analyseDesign([flat(line)]).facts.widestGap - widestCircle([line], [0, 0, 100, 100], 2));
      }),
  },
  {
    number: 'Order of symmetry',
    definition: 'by how many equal turns the line comes back onto itself',
    against: 'rosettes of each order from 1 to 24: closed form',
    unit: 'turns',
    bar: 0,
    run: () =>
      worstOf(range(24, 1), (order) => Math.abs(analyseDesign([flat(rosette(order))]).facts.symmetry.turns - order)),
  },
  {
    number: 'Crossings',
    definition: 'places at which the line goes over itself from one side to the other',
    against: 'Lissajous figures: every chord with every other',
    unit: 'crossings',
    bar: 0,
    run: () =>
      worstOf(
        ([[2, 3], [3, 4], [3, 5], [4, 5], [4, 7], [5, 6], [5, 7], [5, 8], [7, 9]] as const).map(([a, b]) => lissajous(a, b)), // prettier-ignore
        (line) => Math.abs(analyseDesign([flat(line)]).facts.crossings - crossingsOf(line)),
      ),
  },
  {
    number: 'Gap between rows (clearance)',
    definition: 'the least distance between the lines of neighbouring rows',
    against: 'rows of random waves laid as told: every point to every chord',
    unit: 'mm',
    bar: 0.01,
    run: () =>
      worstOf(range(12), (seed) => {
        const row = wavyRow(seed);
        const shift = contactGap(row.repeat, row.repeat, 8)!;
        return Math.abs(apart(row.over(-1, 2), moved(row.over(-1, 2), shift)) - 8);
      }),
  },
  {
    number: 'Widest gap within a row',
    definition: 'the widest circle without a stitch between the upper and the lower edge of the row’s own band',
    against: 'a grid of places, each asked of every chord, climbed from the best',
    unit: 'mm',
    bar: 0.1,
    run: () =>
      worstOf(range(6, 40), (seed) => {
        const row = wavyRow(seed);
        const line = row.over(-1, 2);
        const [top, bottom] = topAndBottom(line);
        const edges: Line[] = [top, bottom].map((y) => [[-row.period, y], [2 * row.period, y]]); // prettier-ignore
        const found = widestGaps(row.repeat, row.repeat, 8).within;
        return Math.abs(found - widestCircle([line, ...edges], [0, top, row.period, bottom], row.period / 60));
      }),
  },
  {
    number: 'Widest gap between rows',
    definition: 'the widest circle as far from one row as from the next',
    against: 'the same, over places between both rows',
    unit: 'mm',
    bar: 0.1,
    run: () =>
      worstOf(range(6, 60), (seed) => {
        const row = wavyRow(seed);
        const upper = row.over(-1, 2);
        const lower = moved(upper, contactGap(row.repeat, row.repeat, 8)!);
        let widest = 0;
        // Along the middle: where both are as far, found by halving from one line down to the other.
        for (let x = 0; x < row.period; x += row.period / 1000) {
          let [from, to] = topAndBottom(upper.concat(lower));
          for (let halving = 0; halving < 24; halving++) {
            const y = (from + to) / 2;
            if (nearest([upper], x, y) < nearest([lower], x, y)) from = y;
            else to = y;
          }
          widest = Math.max(widest, nearest([upper], x, from) + nearest([lower], x, from));
        }
        return Math.abs(widestGaps(row.repeat, row.repeat, 8).between - widest);
      }),
  },
  {
    number: 'Passes',
    definition: 'the fewest in which every row lies within one reach, which shrinks as the roll grows',
    against: 'rows of random heights: every way to part them',
    unit: 'passes',
    bar: 0,
    run: () =>
      worstOf(range(40), (seed) => {
        const random = randomFrom(seed);
        let y = 0;
        const bands = range(8 + (seed % 20)).map((): Band => {
          const top = y + 30 * random();
          y = top + 20 + 150 * random();
          return { top, bottom: y };
        });
        const reachAt = (rolled: number): number => 420 - 0.03 * rolled;
        return Math.abs(planPasses(bands, [], reachAt).windows.length - fewestWindows(bands, reachAt));
      }),
  },
  {
    number: 'Stitching time',
    definition: 'by what the head bears: top speed, the needle’s rate, acceleration, corners',
    against: 'straight lines from rest to rest: length ÷ speed + speed ÷ acceleration',
    unit: 'part',
    bar: 0.01,
    run: () =>
      worstOf([1.5, 2, 2.5, 3.2, 4], (stitch) => {
        const { stitchesPerMinute, topSpeed, acceleration } = GENERIC_MOTION;
        const line = flat(range(400).map((i) => [i * stitch, 0] as const));
        const speed = Math.min(topSpeed, (stitch * stitchesPerMinute) / 60);
        const truth = (399 * stitch) / speed + speed / acceleration;
        return Math.abs(stitchClock(line, GENERIC_MOTION).at(-1)! / truth - 1);
      }),
  },
  {
    number: 'Thread',
    definition: 'each stitch once along the cloth and once through the sandwich and back',
    against: 'regular polygons: closed form',
    unit: 'part',
    bar: 1e-4,
    run: () =>
      worstOf(range(20, 3), (sides) => {
        const corner = (i: number) =>
          [40 * Math.cos((2 * Math.PI * i) / sides), 40 * Math.sin((2 * Math.PI * i) / sides)] as const;
        const truth = sides * (80 * Math.sin(Math.PI / sides) + 4.5);
        return Math.abs(threadLength(flat(range(sides + 1).map(corner)), 4.5) / truth - 1);
      }),
  },
  {
    number: 'Line-up',
    definition:
      'where the planned cloth lies on the frame, by six suggested touches: rms over a band of 1,800 × 400 mm',
    against:
      'nine kinds of simulated cloth (waves of other heights and lengths, kinked seams, stretched edges, uneven draw-in, a rough hand): the ideal estimator, which is told how each was made; its excess over that one',
    unit: 'part',
    bar: 0.2,
    run: () => {
      const six = suggestedLandmarks(6);
      return worstOf(clothFields(1800), (field) => {
        const { error, ideal } = measureField(field, six);
        return error / ideal - 1;
      });
    },
  },
];
