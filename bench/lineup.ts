import {
  badTouch,
  BENCH_CLOTH,
  type ClothPoint,
  distance,
  makeTrueCloth,
  type FramePoint,
  learnCloth,
  NEW_MOUNT,
  nextTouch,
  normalFrom,
  onTop,
  randomFrom,
  ROLLED_OFF,
  type Touch,
  TOUCH_NOISE,
  USUAL_CLOTH,
  clothPoint,
  framePoint,
  loadedPoint,
  minus,
  plus,
} from '@gorse/core';
import { medianMs, printFigure, quantile } from './figures.ts';

/** Line-up on the simulated cloth that DESIGN.md section 5 fixes: error and stated doubt over a band, beside moving the plan by one point. */
const QUILTS = 400;
const BAND = { width: 1800, height: 400 };
const MIDDLE = clothPoint(BAND.width / 2, BAND.height / 2);
const PRIOR = { ...USUAL_CLOTH, origin: loadedPoint(MIDDLE.x, MIDDLE.y) };

const grid = (nx: number, ny: number): ClothPoint[] =>
  Array.from({ length: nx * ny }, (_, i) =>
    clothPoint((BAND.width * (i % nx)) / (nx - 1), (BAND.height * Math.floor(i / nx)) / (ny - 1)),
  );
const TARGETS = grid(25, 7);
const SUGGEST_FOR = grid(7, 3);
const LANDMARKS: ClothPoint[] = Array.from({ length: 13 * 3 }, (_, i) =>
  clothPoint(150 * (i % 13), 150 * Math.floor(i / 13) + 50),
);

const touchAt = (cloth: ClothPoint, frame: FramePoint): Touch => ({
  ...onTop(cloth),
  frame,
  advance: 0,
  noise: TOUCH_NOISE.head,
});
const asPlanned = (cloth: ClothPoint): Touch => touchAt(cloth, framePoint(cloth.x, cloth.y));
const PLACES = LANDMARKS.map(onTop);
const WANTED = SUGGEST_FOR.map((cloth) => ({ ...onTop(cloth), tolerance: 1, join: false }));

/** The landmarks to touch don't depend on what the touches read, so the sequence is found once. */
function suggestedLandmarks(count: number): ClothPoint[] {
  const out: ClothPoint[] = [];
  while (out.length < count) {
    out.push(LANDMARKS[nextTouch(learnCloth(out.map(asPlanned), PRIOR), PLACES, WANTED, 0)!.landmark]!);
  }
  return out;
}

/** Landmarks as a person would choose them who thinks of symmetry. */
const at = (x: number, y: number): ClothPoint => clothPoint(x, y);
const REGULAR: readonly (readonly ClothPoint[])[] = [
  [at(0, 200), at(1800, 200)],
  [at(0, 50), at(1800, 350)],
  [at(0, 50), at(1800, 50), at(0, 350), at(1800, 350)],
  [at(0, 200), at(600, 200), at(1200, 200), at(1800, 200)],
  [0, 900, 1800].flatMap((x) => [at(x, 50), at(x, 350)]),
  [0, 360, 720, 1080, 1440, 1800].map((x) => at(x, 200)),
];

const rms = (values: readonly number[]): number => Math.sqrt(values.reduce((s, v) => s + v * v, 0) / values.length);

function measure(touchCount: number, sequence: readonly ClothPoint[], waviness = 1, scale = 1) {
  const errors: number[] = [];
  const onePoint: number[] = [];
  let inside = 0;
  for (let seed = 1; seed <= QUILTS; seed++) {
    const wave = BENCH_CLOTH.waves[0]!;
    const nature = {
      ...BENCH_CLOTH,
      waves: [{ size: wave.size * waviness, shortest: wave.shortest * scale, longest: wave.longest * scale }],
    };
    const truth = makeTrueCloth(seed, nature, MIDDLE, framePoint(0, 0));
    const normal = normalFrom(randomFrom(seed + 100_000));
    const touches: Touch[] = sequence.slice(0, touchCount).map((cloth) => {
      const frame = truth(cloth);
      return touchAt(cloth, framePoint(frame.x + 0.3 * normal(), frame.y + 0.3 * normal()));
    });
    const lineUp = learnCloth(touches, PRIOR).lineUp(0);
    const found = truth(MIDDLE);
    const read = framePoint(found.x + 0.3 * normal(), found.y + 0.3 * normal());
    errors.push(rms(TARGETS.map((p) => distance(truth(p), lineUp.toFrame(p)))));
    onePoint.push(rms(TARGETS.map((p) => distance(truth(p), plus(read, minus(p, MIDDLE))))));
    for (const p of TARGETS) {
      const t = truth(p);
      const m = lineUp.toFrame(p);
      const d = lineUp.doubt(p);
      const x = t.x - m.x;
      const y = t.y - m.y;
      const det = d.xx * d.yy - d.xy * d.xy;
      if ((d.yy * x * x - 2 * d.xy * x * y + d.xx * y * y) / det <= 5.991) inside++;
    }
  }
  return {
    error: quantile(errors, 0.5),
    onePoint: quantile(onePoint, 0.5),
    coverage: inside / (QUILTS * TARGETS.length),
  };
}

/** One of six touches is off by 6 mm: how often it is named, and how often one is named when all are as they should be. */
function badTouches(sequence: readonly ClothPoint[]) {
  let named = 0;
  let falsely = 0;
  for (let seed = 1; seed <= QUILTS; seed++) {
    const truth = makeTrueCloth(seed, BENCH_CLOTH, MIDDLE, framePoint(0, 0));
    const random = randomFrom(seed + 900_000);
    const normal = normalFrom(random);
    const touches = sequence.map((cloth) => {
      const { x, y } = truth(cloth);
      return touchAt(cloth, framePoint(x + 0.3 * normal(), y + 0.3 * normal()));
    });
    if (badTouch(touches, PRIOR)) falsely++;
    const [bad, angle] = [Math.floor(random() * touches.length), 2 * Math.PI * random()];
    const one = touches[bad]!;
    const off = { ...one, frame: framePoint(one.frame.x + 6 * Math.cos(angle), one.frame.y + 6 * Math.sin(angle)) };
    if (badTouch(touches.with(bad, off), PRIOR)?.touch === bad) named++;
  }
  return { named: named / QUILTS, falsely: falsely / QUILTS };
}

export function benchLineUp(): void {
  const sequence = suggestedLandmarks(6);
  const { named, falsely } = badTouches(sequence);
  printFigure('lineup.bad_touch_named', named, 'part of bad touches of 6 mm among six', '>= 0.99');
  printFigure('lineup.good_touch_named', falsely, 'part of honest sixes with one named', null);
  const coverages: number[] = [];
  for (const [touches, bar] of [
    [1, null],
    [2, '>= 3'],
    [4, null],
    [6, '>= 5'],
  ] as const) {
    const { error, onePoint, coverage } = measure(touches, sequence);
    printFigure(`lineup.rms_mm.${touches}`, error, 'mm', null);
    printFigure(`lineup.rms_ratio.${touches}`, onePoint / error, 'times better than one-point shift', bar);
    printFigure(`lineup.coverage95.${touches}`, coverage, 'part inside the stated 95 % bound', '0.93-0.97');
    coverages.push(coverage);
    const regular = REGULAR.filter(({ length }) => length === touches).map((set) => measure(touches, set).error);
    if (regular.length > 0)
      printFigure(
        `lineup.vs_regular.${touches}`,
        error / Math.min(...regular),
        'of the best regular choice',
        '<= 1.02',
      );
  }
  printFigure(
    'lineup.coverage95',
    coverages.reduce((a, b) => a + b, 0) / coverages.length,
    'part inside the stated 95 % bound',
    '0.93-0.97',
  );
  const off = [
    [0.5, 1],
    [2, 1],
    [1, 0.5],
    [1, 2],
  ].map(([size, scale]) => measure(6, sequence, size, scale).coverage);
  printFigure(
    'lineup.coverage95_misspecified',
    Math.min(...off),
    'least part inside, cloth half or double as wavy or as fine',
    '>= 0.90',
  );
  const touches = sequence.map(asPlanned);
  printFigure(
    'lineup.solve_ms',
    medianMs(() => learnCloth(touches, PRIOR).lineUp(0).toFrame(clothPoint(1, 1))),
    'ms',
    '< 50',
  );
  printFigure(
    'lineup.suggest_ms',
    medianMs(() => nextTouch(learnCloth(touches, PRIOR), PLACES, WANTED, 0), 5),
    'ms',
    '< 50',
  );
  // Late in a large quilt: all touches of ten advances are known.
  const advances = Array.from({ length: 10 }, (_, advance) => advance);
  const late = advances.flatMap((advance) => touches.map((touch) => ({ ...touch, advance })));
  const rolled = { ...PRIOR, mounts: advances.map(() => ({ ...NEW_MOUNT, slip: ROLLED_OFF })) };
  printFigure(
    'lineup.solve_ms.late',
    medianMs(() => learnCloth(late, rolled).lineUp(9).toFrame(clothPoint(1, 1)), 5),
    `ms, ${late.length} touches in ${advances.length} advances`,
    null,
  );
  printFigure(
    'lineup.suggest_ms.late',
    medianMs(() => nextTouch(learnCloth(late, rolled), PLACES, WANTED, 9), 5),
    `ms, ${late.length} touches in ${advances.length} advances`,
    null,
  );
}
