import {
  BENCH_CLOTH,
  type ClothNature,
  type ClothPrior,
  takenUpBy,
  USUAL_CLOTH,
  type ClothPoint,
  GENERIC_FRAME,
  type LineUpPolicy,
  planPasses,
  reachAfter,
  type SimulatedQuilt,
  simulateQuilt,
  clothPoint,
} from '@gorse/core';
import { printFigure, quantile } from './figures.ts';

/** Whole quilts through all their passes: edge to edge, rows nested against rows, and block by block with four-corner patches. Millimetres. */
const EDGE_TO_EDGE = 100;
const BLOCK_BY_BLOCK = 50;
const SIX = { kind: 'suggested', most: 6, tolerance: 0.8 } as const;
const ENOUGH = { kind: 'suggested', most: 40, tolerance: 0.8 } as const;
const ONE: LineUpPolicy = { kind: 'onePoint' };

const range = (count: number, at: (i: number) => number): number[] => Array.from({ length: count }, (_, i) => at(i));

/** Rows or rows of blocks, one below the other, parted into the fewest passes. */
function quiltOf(
  width: number,
  count: number,
  height: number,
  clearance: number,
  joins: readonly number[],
  stitchedLandmarks: readonly number[],
  seams: { readonly x: readonly number[]; readonly y: readonly number[] },
): SimulatedQuilt {
  const margin = 13;
  const rows = range(count, (i) => margin + i * (height + clearance)).map((top) => ({ top, bottom: top + height }));
  const landmarks: ClothPoint[] = seams.y.flatMap((y) => seams.x.map((x) => clothPoint(x, y)));
  const ys = rows.flatMap(({ bottom }) => [bottom, bottom]);
  const { windows } = planPasses(rows, ys, (rolled) => reachAfter(GENERIC_FRAME, rolled) - 80);
  const bands = rows.map((row, i) => ({ ...row, pass: windows.findIndex(({ runs }) => runs.includes(i)) }));
  const length = rows.at(-1)!.bottom + margin;
  return { width, length, bands, clearance, joins, stitchedLandmarks, landmarks };
}

function rowsQuilt(seed: number): SimulatedQuilt {
  const width = 1400 + 40 * (seed % 13);
  const count = 10 + (seed % 5);
  const height = 120 + 8 * (seed % 4);
  const [block, border] = [228, 127];
  const seams = {
    x: range(Math.floor((width - 2 * border) / block) + 1, (i) => border + block * i),
    y: range(Math.ceil((count * (height + 19)) / block) + 1, (i) => border + block * i),
  };
  const repeats = range(Math.floor(width / 150), (i) => 75 + 150 * i);
  return quiltOf(
    width,
    count,
    height,
    19,
    range(Math.floor(width / 50) + 1, (i) => 50 * i),
    repeats,
    seams,
  );
}

function blocksQuilt(seed: number): SimulatedQuilt {
  const block = 200 + 10 * (seed % 6);
  const across = 6 + (seed % 3);
  const down = 7 + (seed % 3);
  const corners = range(across + 1, (i) => i * block);
  const seams = { x: corners, y: range(down + 1, (i) => 13 + i * block) };
  return quiltOf(across * block, down, block, 0, corners, corners, seams);
}

function measure(
  quilts: readonly SimulatedQuilt[],
  policy: LineUpPolicy,
  first: number,
  nature: ClothNature = BENCH_CLOTH,
  prior: ClothPrior = USUAL_CLOTH,
) {
  const all = quilts.map((quilt, i) => simulateQuilt(quilt, policy, first + i, nature, prior));
  const touches = all.flatMap((one) => one.touches);
  const left = all.flatMap((one) => one.left ?? []);
  return {
    p95: quantile(
      all.flatMap((one) => one.misfits),
      0.95,
    ),
    touches: touches.reduce((a, b) => a + b, 0) / touches.length,
    inside: left.filter(({ predicted, truth, bound }) => Math.abs(predicted - truth) <= bound).length / left.length,
    bound: quantile(
      left.map((one) => one.bound),
      0.5,
    ),
  };
}

/** Cloths of which stitching takes more, by a batting that says so, and of which one place draws in otherwise than another. */
const MARGIN_FIELDS: Readonly<Record<string, readonly [ClothNature, ClothPrior]>> = {
  thick: [
    { ...BENCH_CLOTH, stitchedIn: { along: 0.01, alongDoubt: 0.0015, across: 0.01, acrossDoubt: 0.0015 } },
    { ...USUAL_CLOTH, stitchedIn: takenUpBy({ drawIn: 0.01 }) },
  ],
  uneven: [{ ...BENCH_CLOTH, waves: [...BENCH_CLOTH.waves, { size: 3, shortest: 1500, longest: 3000 }] }, USUAL_CLOTH],
};
const MARGINS = 40;

export function benchAlign(): void {
  for (const [name, [nature, prior]] of Object.entries(MARGIN_FIELDS)) {
    const { inside, bound } = measure(range(MARGINS, (i) => i).map(rowsQuilt), SIX, 9000, nature, prior);
    printFigure(`align.margin_inside.${name}`, inside, 'part of predictions within their 95 % bound', '>= 0.93');
    printFigure(`align.margin_bound_mm.${name}`, bound, 'mm, median 95 % bound from mid-quilt', null);
  }
  for (const [kind, quilts, first] of [
    ['rows', range(EDGE_TO_EDGE, (i) => i).map(rowsQuilt), 1000],
    ['blocks', range(BLOCK_BY_BLOCK, (i) => i).map(blocksQuilt), 5000],
  ] as const) {
    const one = measure(quilts, ONE, first);
    const six = measure(quilts, SIX, first);
    const enough = measure(quilts, ENOUGH, first);
    printFigure(`align.join_p95_mm.${kind}.one_point`, one.p95, 'mm', null);
    printFigure(`align.join_p95_mm.${kind}.six`, six.p95, 'mm, at most six touches a pass', '<= 1.6');
    printFigure(
      `align.join_p95_mm.${kind}.enough`,
      enough.p95,
      'mm, as many touches as suggested for 1/32 in',
      '<= 0.8',
    );
    printFigure(`align.touches_per_pass.${kind}.six`, six.touches, 'touches', null);
    printFigure(`align.touches_per_pass.${kind}.enough`, enough.touches, 'touches', null);
    printFigure(`align.over_one_point.${kind}.six`, six.p95 / one.p95, 'of the one-point way', '<= 0.2');
    printFigure(`align.over_one_point.${kind}.enough`, enough.p95 / one.p95, 'of the one-point way', '<= 0.2');
    printFigure(`align.margin_inside.${kind}`, six.inside, 'part of predictions within their 95 % bound', '>= 0.93');
    printFigure(`align.margin_bound_mm.${kind}`, six.bound, 'mm, median 95 % bound from mid-quilt', null);
  }
}
