import {
  evenBorder,
  plainGrid,
  advanceHead,
  applyToPolyline,
  BOBBIN_LENGTH,
  commandHead,
  densityOf,
  framePoint,
  GENERIC_MACHINE,
  makeEvaluator,
  makeMap,
  newHead,
  newPlan,
  type PassPlan,
  planPasses,
  pointCount,
  pointIn,
  polyline,
  quiltOf,
  randomFrom,
  reachAfter,
  type Piece,
  piecesOf,
  resolvedRows,
  rowChoices,
  askedRows,
  type RowSetRecord,
  sewingOf,
  standInProfile,
  USUAL_REJOIN,
} from '@gorse/core';
import { contactGap } from '../core/src/rows/contact-gap.ts';
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

const INCH = 25.4;
/** A king: 110 × 110 in. */
export const KING = makeMap(
  plainGrid({ across: 10, down: 10, blockWidth: 10 * INCH, blockHeight: 10 * INCH, sashing: 0 }),
  [evenBorder(5 * INCH)],
);

/** Its rows, worked out afresh at each call. */
export const kingPlan = (design: Float64Array, set: RowSetRecord) =>
  makeEvaluator(() => [design]).at({ ...newPlan('King', KING), rowSets: { [set.id]: set } });

/** An edge-to-edge design of 4,000 points: curls that wind in and out, 9 in high. */
export function kingDesign(): Float64Array {
  const points = 4000;
  return polyline(
    Array.from({ length: points }, (_, i) => {
      const t = i / (points - 1);
      const angle = 2 * Math.PI * 14 * t;
      const r = 55 * (0.35 + 0.65 * Math.abs(Math.sin(2 * Math.PI * t)));
      return { x: 420 * t + r * Math.cos(angle) - r, y: 114 + r * 2 * Math.sin(angle) * Math.cos(Math.PI * t) };
    }),
  );
}

/** Twelve rows of it. */
export const kingRows = (designId: string, stitchesPerInch = 11): RowSetRecord => ({
  id: 'king-rows',
  designId,
  join: { kind: 'spread', gap: 0 },
  look: 'same',
  alternate: { look: 'turned', shift: 0.5 },
  area: { insideBorder: false, fromRegionId: null, leaveOut: [] },
  numbers: { rows: 12, scale: 1, clearance: 10, margin: 12 },
  wish: { matters: 'rows', clearance: 10, margin: 12 },
  pins: [],
  last: 'whole',
  along: 0,
  overhang: 19,
  sewing: { backAndForth: true, joined: false },
  exceptions: [],
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch, tieOff: 'short' },
});

function benchKing(): void {
  const set = kingRows('d');
  const design = kingDesign();
  const pieces = piecesOf(kingPlan(design, set));
  const { totals } = kingPlan(design, set).get(resolvedRows, set.id)!;
  const ms = medianMs(() => piecesOf(kingPlan(design, set)), 5);
  printFigure('rows.plan_king_ms', ms, `ms, 12 rows, ${totals.stitches} stitches`, null);
  const answers = medianMs(() => rowChoices(kingPlan(design, set), askedRows(set), 'upright'), 3);
  printFigure('rows.answers_king_ms', answers, 'ms, up to six ranked answers with their stitches', null);
  const lines = pieces.flatMap(({ needle }) => needle);
  printFigure(
    'density.ms_king',
    medianMs(() => densityOf(lines, KING.size, []), 3),
    'ms',
    null,
  );
  benchModel(pieces[0]!);
  benchPasses();
}

/** Time and thread as planned against what the stand-in takes for the same row, drawn in and turned a little on its cloth. */
function benchModel(piece: Piece): void {
  const points = applyToPolyline([0.99, 0.003, -0.003, 0.988, 200, 60], piece.needle[0]!);
  const profile = { ...standInProfile(() => 0), thickness: sewingOf(quiltOf(newPlan('King', KING))).thickness };
  let head = { ...newHead(), at: pointIn(points, 0, framePoint), bobbin: 1e9 };
  for (const command of [
    { type: 'load', run: 'r', hash: 'h', stroke: 0, advance: 0, points: [...points], from: 0 },
    { type: 'bobbinThread' },
    { type: 'start', run: 'r', hash: 'h' },
  ] as const)
    head = commandHead(head, command, profile).head;
  let seconds = 0;
  for (; head.motion; seconds += 0.016) head = advanceHead(head, 0.016).head;
  if (head.stroke?.stitch !== pointCount(points) - 1) throw new Error('the stand-in did not finish the row');
  printFigure(
    'time.model_error',
    seconds / piece.totals.seconds - 1,
    'of the planned time, one row of the king',
    '< 0.05',
  );
  const used = 1e9 - head.bobbin;
  printFigure(
    'thread.model_error',
    used / piece.totals.thread - 1,
    `of the planned thread, ${(used / BOBBIN_LENGTH).toFixed(2)} bobbins`,
    '< 0.03',
  );
}

/** Passes of a quilt of 200 runs, four landmarks each. */
function benchPasses(): void {
  const random = randomFrom(7);
  const runs = Array.from({ length: 200 }, () => {
    const top = 2700 * random();
    return { top, bottom: top + 60 + 340 * random() };
  });
  const landmarks = runs.flatMap(({ top, bottom }) => [top, top, bottom, bottom]);
  const plan = (): PassPlan => planPasses(runs, landmarks, (rolled) => reachAfter(GENERIC_MACHINE.frame, rolled));
  printFigure('passes.plan_ms', medianMs(plan), `ms, 200 runs in ${plan().windows.length} passes`, '< 200');
}

export function benchRows(): void {
  benchKing();
  const [upper, lower] = [curvyRow(1), curvyRow(2)];
  const exact = (): number | null =>
    contactGap({ strokes: [upper], period: null }, { strokes: [lower], period: null }, CLEARANCE);
  const ms = medianMs(exact);
  printFigure('nest.gap_ms_5k', ms, 'ms, two rows of 5,000 points', '< 10');
  const sampling = medianMs(() => gapBySampling(upper, lower), 3);
  printFigure('nest.vs_sampling', sampling / ms, 'times faster than sampling at 0.01 mm', null);
  printFigure('nest.gap_difference_mm', Math.abs(exact()! - gapBySampling(upper, lower)), 'mm', null);
}
