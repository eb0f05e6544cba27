import { type BorderLook, type BorderSet, type BorderStretch, type BorderWish, THROUGHS } from './border-set.ts';
import { type BorderDesigns, borderTask, type BorderTask } from './border-task.ts';
import { scaleOf } from './motif.ts';
import type { Room } from './room.ts';
import { type BorderCounts, bestCounts } from './solve-border.ts';
import type { Strip } from './strips.ts';
import type { SideTask } from './sums.ts';

/** One way to work a border. */
export interface BorderWay extends BorderLook {
  readonly task: BorderTask;
  readonly counts: BorderCounts;
  /** Of the drawn size, where the strip is thinnest. */
  readonly scale: number;
}

/** What ways are looked for among. */
export interface Asked extends Pick<BorderSet, 'stance' | 'stretch' | 'wish' | 'pinned'> {
  /** The border has cornerstones, which are patches of their own. */
  readonly stones: boolean;
}

/** A design may take up all of a strip, be as large as it was drawn, or a little smaller than the strip. Nearer to all of it than this it counts as that. */
const NEARLY = 0.03;
/** Smaller than this part of the strip, a design is lost in it. */
const LOST = 0.3;
/** Parts of the strip among which the size that stretches least is looked for. */
const SMALLER = Array.from({ length: 28 }, (_, i) => 0.97 - i / 100);
/** A smaller size is worth so much less stretch. */
const WORTH = 0.01;
/** As many as can be compared. */
const MOST_ANSWERS = 8;

/** All ways that a design can go round a border, with the best counts of each, those first that keep what matters. */
export function borderWays(room: Room, designs: BorderDesigns, asked: Asked): BorderWay[] {
  // Strips of patches have no corners.
  const looks = 'strips' in room ? LOOKS.slice(0, 1) : LOOKS.filter(({ corners }) => isFor(corners, designs, asked));
  return looks
    .flatMap((look) => sizesFor(room, designs, asked, look))
    .sort((a, b) => RANKS[asked.wish](a, b) || byStretch(a, b))
    .slice(0, MOST_ANSWERS);
}

const LOOKS: readonly Omit<BorderLook, 'fill'>[] = [
  ...THROUGHS.map((through) => ({ corners: 'deadEnd', through }) as const),
  ...(['pinwheel', 'mitre', 'cornerDesign', 'cornerstone'] as const).map(
    (corners) => ({ corners, through: 'ends' }) as const,
  ),
];

const isFor = (corners: BorderLook['corners'], { corner }: BorderDesigns, { stones }: Asked): boolean =>
  corners === 'cornerDesign' ? corner !== null : corners === 'cornerstone' ? stones : true;

function sizesFor(room: Room, designs: BorderDesigns, asked: Asked, look: Omit<BorderLook, 'fill'>): BorderWay[] {
  const way = (fill: number): BorderWay | null => wayOf(room, designs, asked, { ...look, fill });
  const whole = way(1);
  if (!whole) return [];
  const drawn = 1 / whole.scale;
  const measure = ({ counts }: BorderWay): number => (asked.wish === 'alike' ? counts.spread : counts.worst);
  const [least] = SMALLER.flatMap((fill) => way(fill) ?? []).sort((a, b) => measure(a) - measure(b));
  return [
    whole,
    ...(drawn < 1 - NEARLY && drawn > LOST ? [way(drawn)] : []),
    ...(least && measure(least) < measure(whole) - WORTH ? [least] : []),
  ].filter((one) => one !== null);
}

/** One way with its best counts; null where a side has no room for one repeat. */
export function wayOf(room: Room, designs: BorderDesigns, asked: Asked, look: BorderLook): BorderWay | null {
  const task = borderTask(room, designs, asked, look);
  const tasks = alike(task?.sides.map((one) => one.task) ?? []);
  const counts = bestCounts(tasks, stretchAt(look.corners, asked.stretch), asked.wish, asked.pinned);
  const { corners, through, fill } = look;
  if (!task || !counts) return null;
  const scale = Math.min(...task.sides.map(({ strip, motif }) => scaleOf(motif, strip, fill)));
  return { corners, through, fill, task, counts, scale };
}

/** One of those that share a count. */
const alike = (tasks: readonly SideTask[]): SideTask[] =>
  tasks.filter((task, i) => tasks.findIndex(({ side }) => side === task.side) === i);

/** Repeats of a strip. */
export const countOn = ({ sides }: BorderCounts, { countOf }: Pick<Strip, 'countOf'>): number =>
  sides.find(({ side }) => side === countOf)!.count;

/** At a mitre lines meet only where all repeats are stretched alike. */
export const stretchAt = (corners: BorderLook['corners'], stretch: BorderStretch): BorderStretch =>
  corners === 'mitre' ? 'evenly' : stretch;

type Rank = (a: BorderWay, b: BorderWay) => number;
const by =
  (measure: (way: BorderWay) => number): Rank =>
  (a, b) => {
    const less = measure(a) - measure(b);
    return Math.abs(less) < SAME ? 0 : less;
  };
/** Differences that rounding makes. */
const SAME = 1e-9;

const byStretch = by(({ counts }) => counts.worst);
const RANKS: Readonly<Record<BorderWish, Rank>> = {
  stretch: byStretch,
  alike: by(({ counts }) => counts.spread),
  size: by(({ counts, scale }) =>
    Math.max(
      ...counts.sides.map(({ stretch }) => Math.max(Math.abs(Math.log(scale)), Math.abs(scale * (1 + stretch) - 1))),
    ),
  ),
  whole: by(({ corners }) => (corners === 'mitre' ? 1 : 0)),
  cuts: by(runsOf),
};

/** How many lines go round: one where each corner's goes on in the next, else one a side, or one a repeat where they don't join. */
export function runsOf({ task: { sides, corners }, counts }: Pick<BorderWay, 'task' | 'counts'>): number {
  const strips = sides.reduce(
    (sum, { motif, strip }) => sum + motif.lines.length * (motif.joins ? 1 : countOn(counts, strip)),
    0,
  );
  const turned = sides.every(({ motif }) => motif.joins) ? corners.filter(({ ends }) => ends !== null).length : 0;
  const inCorners = corners.reduce((sum, { lines }) => sum + lines.length, 0);
  // The last one of all goes on in the first, where the line ends.
  return strips + inCorners - 2 * turned + (turned === strips && turned > 0 ? 1 : 0);
}
