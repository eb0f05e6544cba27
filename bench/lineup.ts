import {
  type ClothField,
  clothFields,
  type ClothPoint,
  type ClothPrior,
  clothPoint,
  disagreementOf,
  distance,
  type FramePoint,
  framePoint,
  learnCloth,
  loadedPoint,
  makeTrueCloth,
  minus,
  NEW_MOUNT,
  nextTouch,
  normalFrom,
  onTop,
  plus,
  randomFrom,
  ROLLED_OFF,
  seamsOf,
  type Touch,
  TOUCH_NOISE,
  USUAL_CLOTH,
} from '@gorse/core';
import { medianMs, printFigure, quantile } from './figures.ts';
import { idealFor } from './ideal-cloth.ts';

/** Line-up on simulated cloth, that of DESIGN.md section 5 and others: error and stated doubt over a band, and what is said of touches. */
const QUILTS = 400;
/** Of the other fields. */
const FEWER_QUILTS = 100;
const quiltsOf = ({ name }: ClothField): number => (name === 'bench' ? QUILTS : FEWER_QUILTS);
const BAND = { width: 1800, height: 400 };
const MIDDLE = clothPoint(BAND.width / 2, BAND.height / 2);
const PRIOR: ClothPrior = {
  ...USUAL_CLOTH,
  origin: loadedPoint(MIDDLE.x, MIDDLE.y),
  seams: seamsOf(BAND.width).map((at) => ({ axis: 'x', at })),
};

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
export function suggestedLandmarks(count: number): ClothPoint[] {
  const out: ClothPoint[] = [];
  while (out.length < count) {
    out.push(LANDMARKS[nextTouch(learnCloth(out.map(asPlanned), PRIOR), PLACES, WANTED, 0)!.landmark]!);
  }
  return out;
}

/** Landmarks as a person would choose them who thinks of symmetry. */
const at = (x: number, y: number): ClothPoint => clothPoint(x, y);
const CORNERS = [at(0, 50), at(1800, 50), at(0, 350), at(1800, 350)];
const REGULAR: readonly (readonly ClothPoint[])[] = [
  [at(0, 200), at(1800, 200)],
  [at(0, 50), at(1800, 350)],
  CORNERS,
  [at(0, 200), at(600, 200), at(1200, 200), at(1800, 200)],
  [0, 900, 1800].flatMap((x) => [at(x, 50), at(x, 350)]),
  [0, 360, 720, 1080, 1440, 1800].map((x) => at(x, 200)),
];

const rms = (values: readonly number[]): number => Math.sqrt(values.reduce((s, v) => s + v * v, 0) / values.length);

/** A cloth of a field, and a hand that reads places of it. */
function clothOf({ nature, noise }: ClothField, seed: number) {
  const truth = makeTrueCloth(seed, nature, MIDDLE, framePoint(0, 0));
  const random = randomFrom(seed + 100_000);
  const normal = normalFrom(random);
  const read = (cloth: ClothPoint): Touch => {
    const { x, y } = truth(cloth);
    return touchAt(cloth, framePoint(x + noise * normal(), y + noise * normal()));
  };
  return { truth, random, read };
}

/** How far off the line-up is over the band, beside the best estimator there could be and beside moving the plan by one point, mm. */
export function measureField(field: ClothField, places: readonly ClothPoint[]) {
  const quilts = quiltsOf(field);
  const ideal = idealFor(field, MIDDLE, places, TARGETS);
  const errors: number[] = [];
  const onePoint: number[] = [];
  const best: number[] = [];
  let inside = 0;
  for (let seed = 1; seed <= quilts; seed++) {
    const { truth, read } = clothOf(field, seed);
    const touches = places.map(read);
    const lineUp = learnCloth(touches, PRIOR).lineUp(0);
    const ideally = ideal(touches.map(({ frame }) => frame));
    const middle = read(MIDDLE).frame;
    errors.push(rms(TARGETS.map((p) => distance(truth(p), lineUp.toFrame(p)))));
    best.push(rms(TARGETS.map((p, i) => Math.hypot(truth(p).x - ideally[i]!.x, truth(p).y - ideally[i]!.y))));
    onePoint.push(rms(TARGETS.map((p) => distance(truth(p), plus(middle, minus(p, MIDDLE))))));
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
    median: quantile(errors, 0.5),
    onePoint: quantile(onePoint, 0.5),
    error: rms(errors),
    ideal: rms(best),
    coverage: inside / (quilts * TARGETS.length),
  };
}

const disagreement = (touches: readonly Touch[]) => disagreementOf(learnCloth(touches, PRIOR), touches);

/** A touch that went wrong is off by so much, mm. */
const WRONG = 6;

/** What is said of honest touches, and of those of which one is wrong; what is asked for is made again, three times at the most. */
function disagreements(field: ClothField, places: readonly ClothPoint[]) {
  const quilts = quiltsOf(field);
  let [falsely, told, first, known, blamed] = [0, 0, 0, 0, 0];
  for (let seed = 1; seed <= quilts; seed++) {
    const { random, read } = clothOf(field, seed);
    const honest = places.map(read);
    if (disagreement(honest)) falsely++;
    const [bad, angle] = [Math.floor(random() * honest.length), 2 * Math.PI * random()];
    const { cloth, frame } = honest[bad]!;
    const off = framePoint(frame.x + WRONG * Math.cos(angle), frame.y + WRONG * Math.sin(angle));
    let touches = honest.with(bad, touchAt(cloth, off));
    let found = disagreement(touches);
    if (!found?.touches.includes(bad)) continue;
    told++;
    for (let repeats = 1; repeats <= 3 && found !== null && found.again !== null; repeats++) {
      touches = [...touches, read(touches[found.again]!.cloth)];
      found = disagreement(touches);
      if (repeats === 1 && found?.touches[0] === bad) first++;
    }
    if (found?.again === null && found.touches[0] === bad) known++;
    if (found?.again === null && found.touches[0] !== bad) blamed++;
  }
  return {
    falsely: falsely / quilts,
    told: told / quilts,
    first: first / told,
    known: known / told,
    blamed: blamed / told,
  };
}

function benchField(field: ClothField, sequence: readonly ClothPoint[]): void {
  const isBench = field.name === 'bench';
  const figure = (name: string, value: number, unit: string, bar: string | null): void =>
    printFigure(`lineup.${field.name}.${name}`, value, unit, bar);
  for (const count of [1, 2, 4, 6, 10]) {
    const { median, onePoint, error, ideal, coverage } = measureField(field, sequence.slice(0, count));
    figure(`rms_mm.${count}`, error, `mm; ${ideal.toFixed(3)} by the ideal estimator`, null);
    figure(`over_ideal.${count}`, error / ideal, 'of the ideal estimator', isBench ? '<= 1.03' : '<= 1.2');
    figure(`coverage95.${count}`, coverage, 'part inside the stated 95 % bound', '0.90-0.98');
    const bar = count === 2 ? '>= 3' : count === 6 ? '>= 5' : null;
    if (isBench) figure(`rms_ratio.${count}`, onePoint / median, 'times better than one-point shift', bar);
    const regular = REGULAR.filter(({ length }) => length === count).map((set) => measureField(field, set).error);
    if (regular.length > 0)
      figure(`vs_regular.${count}`, error / Math.min(...regular), 'of the best regular choice', '<= 1.02');
  }
  for (const [set, places] of [
    ['six', sequence.slice(0, 6)],
    ['corners', CORNERS],
  ] as const) {
    const { falsely, told, first, known, blamed } = disagreements(field, places);
    const of = (name: string): string => `${name}.${set}`;
    figure(of('honest_told'), falsely, 'part of honest sets told to disagree', isBench ? '<= 0.03' : '<= 0.12');
    figure(
      of('wrong_told'),
      told,
      `part told with one ${WRONG} mm off, it among them`,
      isBench ? '>= 0.98' : '>= 0.85',
    );
    figure(of('wrong_first'), first, 'part of them most suspected after one repeat', '>= 0.99');
    figure(of('wrong_known'), known, 'part of them known after three repeats at the most', null);
    figure(of('honest_blamed'), blamed, 'part of them in which another is blamed', null);
  }
}

export function benchLineUp(): void {
  const sequence = suggestedLandmarks(10);
  for (const field of clothFields(BAND.width)) benchField(field, sequence);
  const touches = sequence.slice(0, 6).map(asPlanned);
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
