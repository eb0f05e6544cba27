import { Clipper64, ClipType, FillRule, type Paths64 } from 'clipper2-ts';
import { lengthOf, type Polyline } from '@gorse/core';
import { type MaskArea, maskArea } from '../core/src/mask/area.ts';
import { cutLines } from '../core/src/geometry/cut-lines.ts';
import { type Mask, maskOf } from '../core/src/mask/mask.ts';
import { rejoin } from '../core/src/mask/rejoin.ts';
import { USUAL_REJOIN } from '../core/src/mask/rejoin-rule.ts';
import { blob, spiral, star } from '../core/src/mask/test/shapes.ts';
import { randomFrom } from '../core/src/random.ts';
import { cheapestJoin } from '../core/src/route/cheapest-join.ts';
import { joinGraph } from '../core/src/route/join-graph.ts';
import { joinSearch } from '../core/src/route/join-search.ts';
import { pairCheaply } from '../core/src/route/pair-cheaply.ts';
import { ruralPostman } from '../core/src/route/rural-postman.ts';
import { postmanCase } from '../core/src/route/test/postman-case.ts';
import { medianMs, printFigure, quantile } from './figures.ts';

/** A line of so many points that winds over a top of a metre and crosses itself everywhere. */
const windingLine = (points: number): Polyline =>
  Float64Array.from(
    Array.from({ length: points }, (_, i) => {
      const t = (2 * Math.PI * i) / points;
      return [500 + 480 * Math.sin(67.3 * t + 0.3), 400 + 390 * Math.sin(59.1 * t) * Math.cos(3 * t)];
    }).flat(),
  );

const twentyBlobs = (): MaskArea => {
  const random = randomFrom(5);
  return maskArea(
    Array.from({ length: 20 }, (_, i) => ({
      rings: [blob(100 + (i % 5) * 200 + 30 * random(), 100 + Math.floor(i / 5) * 200 + 30 * random(), 55, 3, 0.4, 25)],
      keep: 'out' as const,
      clearance: 3,
    })),
  )!;
};

const total = (lines: readonly Polyline[]): number => lines.reduce((sum, line) => sum + lengthOf(line), 0);

/** The same cut by the area library: open lines less closed areas. */
function cutByLibrary(lines: readonly Polyline[], { rings }: MaskArea): Polyline[] {
  const scaled = (all: readonly Polyline[]): Paths64 =>
    all.map((line) =>
      Array.from({ length: line.length / 2 }, (_, i) => ({
        x: Math.round(1e5 * line[2 * i]!),
        y: Math.round(1e5 * line[2 * i + 1]!),
      })),
    );
  const clipper = new Clipper64();
  clipper.addOpenSubject(scaled(lines));
  clipper.addClip(scaled(rings));
  const [closed, open]: [Paths64, Paths64] = [[], []];
  clipper.execute(ClipType.Difference, FillRule.NonZero, closed, open);
  return open.map((path) => Float64Array.from(path.flatMap(({ x, y }) => [x / 1e5, y / 1e5])));
}

/** As while something is dragged: what is run for the first times takes twice as long. */
const [WARMING, MEASURED] = [100, 60];

/** Milliseconds that each of some works takes, the medians: one after the other again and again, so that a machine that slows down slows all. */
function inTurnMs(works: readonly (() => void)[]): number[] {
  const found = works.map((): number[] => []);
  for (let i = 0; i < WARMING + MEASURED; i++)
    works.forEach((work, k) => {
      const start = performance.now();
      work();
      if (i >= WARMING) found[k]!.push(performance.now() - start);
    });
  return found.map((times) => quantile(times, 0.5));
}

/** Cutting and joining: how long it takes, beside the cut alone and beside the area library. */
function speed(): void {
  const area = twentyBlobs();
  const line = windingLine(100_000);
  const [cut, both] = inTurnMs([
    () => cutLines([line], maskOf(area)),
    () => {
      const mask = maskOf(area);
      rejoin(cutLines([line], mask), mask, USUAL_REJOIN);
    },
  ]) as [number, number];
  const what = 'a line of 100,000 points, 20 keep-outs';
  printFigure('mask.cut_ms_100k_20', cut, `ms, ${what}, cut`, null);
  printFigure('mask.ms_100k_20', both, `ms, ${what}, cut and joined`, '< 150');
  printFigure('mask.over_cut_alone', both / cut, `times the cut alone, ${what}`, '<= 3');
  const short = windingLine(20_000);
  const own = medianMs(() => cutLines([short], maskOf(area)), 5);
  const library = medianMs(() => cutByLibrary([short], area), 3);
  printFigure('mask.cut_vs_clipper', own / library, 'of the time the area library takes, 20,000 points', null);
  const retraced = [Float64Array.from([...short.subarray(0, 4000), ...backwards(short.subarray(0, 4000))])];
  const kept = total(cutLines(retraced, maskOf(area)).map((piece) => piece.line));
  const lost = 1 - total(cutByLibrary(retraced, area)) / kept;
  printFigure('mask.clipper_loses', 100 * lost, '% of a line that goes back over itself, by the area library', null);
}

const backwards = (line: Polyline): number[] => {
  const out: number[] = [];
  for (let i = line.length - 2; i >= 0; i -= 2) out.push(line[i]!, line[i + 1]!);
  return out;
};

/** Cuts that are left, of random keep-outs over several lines. */
function quality(): void {
  const random = randomFrom(9);
  const shapes = [
    (x: number, y: number) => blob(x, y, 60),
    (x: number, y: number) => star(x, y, 70, 7),
    (x: number, y: number) => spiral(x, y, 3, 16, 7),
  ];
  let [runs, bound, pieces, lines] = [0, 0, 0, 0];
  for (let i = 0; i < 60; i++) {
    const kept = Array.from({ length: 1 + (i % 4) }, () => ({
      rings: [shapes[Math.floor(random() * shapes.length)]!(700 * random() + 150, 500 * random() + 150)],
      keep: 'out' as const,
      clearance: 4 * random(),
    }));
    const mask: Mask = maskOf(maskArea(kept)!);
    const drawn = Array.from({ length: 1 + (i % 3) }, () => windingLine(400 + Math.floor(600 * random())));
    const cut = cutLines(drawn, mask);
    const joined = rejoin(cut, mask, USUAL_REJOIN);
    runs += joined.runs.length;
    bound += joined.bound;
    pieces += cut.length;
    lines += drawn.length;
  }
  printFigure('mask.runs_over_bound', runs / bound, 'runs for each that there must be, 60 random quilts', '1');
  printFigure(
    'mask.cuts_saved_ratio',
    (pieces - runs) / (pieces - lines),
    'of the cuts that keep-outs make, saved',
    null,
  );
}

/** Seconds that each case is searched for something better. */
const SEARCHED = 60;

/** What is added to join pieces, beside any order of up to eight, and beside the best of a minute's search. */
function added(): void {
  const random = randomFrom(21);
  const ratios: number[] = [];
  for (const pieces of [12, 24, 48, 96, 200, 400]) {
    const task = onePart(random, pieces);
    const own = cheapestJoin(task.required, task.ways, {}).cost;
    const graph = joinGraph(task.required, task.ways, {});
    const search = joinSearch(graph, Infinity);
    const pair = pairCheaply(graph);
    const until = performance.now() + 1000 * SEARCHED;
    const shaking = randomFrom(pieces);
    let best = search.improved(search.first());
    while (performance.now() < until) {
      const { once, ends } = pair(search.shaken(best, shaking), shaking);
      const found = search.improved(search.goneOf(once, ends));
      if (found.cost < best.cost) best = found;
    }
    ratios.push(own / best.cost);
  }
  const what = `of the least that ${SEARCHED} s of search find, 12 to 400 pieces`;
  printFigure('mask.added_over_best', Math.max(...ratios), `the worst, ${what}`, '<= 1.03');
  printFigure('mask.added_over_best_p50', quantile(ratios, 0.5), `median, ${what}`, null);
}

/** A case that hangs together. */
function onePart(random: () => number, pieces: number): ReturnType<typeof postmanCase> {
  for (;;) {
    const task = postmanCase(random, pieces, 1 + Math.floor(5 * random()), pieces > 100 ? 0 : 0.05);
    if (ruralPostman(task).bound === 1) return task;
  }
}

export function benchMasks(): void {
  speed();
  quality();
  added();
}
