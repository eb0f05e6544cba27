import { bordersOf, type Side } from '../cloth/border.ts';
import { AS_FIRST, AS_TURNED, lieWhen, type Loading, sidesAcross, type Turnable } from '../cloth/loading.ts';
import { type Asked, type BorderWay, wayOf } from '../borders/answers.ts';
import { type BorderElement, layBorder } from '../borders/lay-border.ts';
import type { BorderDesigns } from '../borders/border-task.ts';
import { borderRoom, type Room, stripRoom } from '../borders/room.ts';
import { boxRingIn } from '../geometry/polygon.ts';
import { boundsOf } from '../geometry/polyline.ts';
import { clothPoint } from '../geometry/point.ts';
import { designLines } from './design-lines.ts';
import { type Plan, settling } from './evaluate.ts';
import { depthOf } from './in-parts.ts';
import { type BandsInTurn, beforeTurning, type PieceBand } from './piece-band.ts';
import { pieceId, type PieceRef } from './piece-ref.ts';
import { quiltOf } from './plan-document.ts';
import type { BorderSetRecord } from './records.ts';

/** Repeats of a strip are numbered from 1 among so many. */
const A_STRIP = 1000;

/** The piece that a repeat, or a corner, of a border begins. */
export const elementRef = (set: string, { strip, index }: Pick<BorderElement, 'strip' | 'index'>): PieceRef => ({
  source: 'borderSets',
  record: set,
  part: strip * A_STRIP + index + 1,
});

/** The strip that a piece of a border begins on. */
export const stripOfPart = (part: number): number => Math.floor(part / A_STRIP);

/** What of a set's border, or of its strips, may be stitched; null where there are none, or nothing is left of them. */
export function roomOf(
  plan: Pick<Plan, 'records' | 'get'>,
  set: Pick<BorderSetRecord, 'border' | 'over' | 'strips' | 'clear'>,
): Room | null {
  const { map, binding } = quiltOf(plan.records);
  const { strips, clear } = set;
  return strips === null ? borderRoom(map, set, binding) : plan.get(stripRoomOf, { strips, clear });
}

/** Another change of the map leaves it the same. */
const stripRoomOf = settling((plan: Plan, { strips, clear }: { strips: string; clear: BorderSetRecord['clear'] }) =>
  stripRoom(Object.values(plan.records.regions), strips, clear),
);

/** A set's designs; null while there is none, or none any more. */
export function designsOf(
  plan: Plan,
  { designId, cornerDesignId }: Pick<BorderSetRecord, 'designId' | 'cornerDesignId'>,
): BorderDesigns | null {
  const lines = plan.get(designLines, designId);
  const corner = cornerDesignId === null ? undefined : plan.get(designLines, cornerDesignId);
  return lines ? { lines, corner: corner ?? null } : null;
}

/** A border as it is worked, with its counts; null when it can't be, undefined while there is no design. */
export function solvedBorder(plan: Plan, id: string): BorderWay | null | undefined {
  const set = plan.records.borderSets[id];
  const designs = set && designsOf(plan, set);
  if (!designs) return undefined;
  const room = roomOf(plan, set);
  return room && wayOf(room, designs, askedOf(plan, set), set);
}

/** What ways are looked for among. */
export const askedOf = (
  { records }: Pick<Plan, 'records'>,
  set: Pick<BorderSetRecord, 'border' | 'over' | 'strips' | 'stance' | 'stretch' | 'wish' | 'pinned'>,
): Asked => ({
  ...{ stance: set.stance, stretch: set.stretch, wish: set.wish, pinned: set.pinned },
  stones: bordersOf(quiltOf(records).map.borders, set).every(({ corner }) => corner === 'cornerstones'),
});

/** A border's repeats and corners where they lie, but for sides that are worked by themselves; null and undefined as `solvedBorder`. */
export function laidBorder(plan: Plan, id: string): readonly BorderElement[] | null | undefined {
  const set = plan.records.borderSets[id];
  const way = plan.get(solvedBorder, id);
  return set && way
    ? layBorder(way, set.stretch).filter(({ on }) => !set.without.includes(on))
    : (way as null | undefined);
}

/** What each repeat and corner takes up across the poles when the quilt is first loaded so, whichever are stitched in one go. */
export function borderBands(plan: Plan, id: string, first: Loading): BandsInTurn {
  const set = plan.records.borderSets[id];
  return set ? bandsOfElements(plan, set, plan.get(laidBorder, id) ?? [], first) : beforeTurning([]);
}

/** Sides that run across the poles wait until the quilt is turned, where that is asked for: they lie along them then. */
export const waitingSides = ({ across }: Pick<BorderSetRecord, 'across'>, first: Loading): readonly Side[] =>
  across === 'turned' ? sidesAcross(first) : [];

export function bandsOfElements(
  { records }: Pick<Plan, 'records'>,
  set: Pick<BorderSetRecord, 'id' | 'across'>,
  elements: readonly BorderElement[],
  first: Loading,
): BandsInTurn {
  const { map } = quiltOf(records);
  const waiting = waitingSides(set, first);
  const bandsIn = (when: Turnable): PieceBand[] => {
    const lie = lieWhen({ loading: first, map }, when);
    return elements.flatMap((element) => {
      const box = waiting.includes(element.side) === when.turned ? boundsOf(element.lines) : null;
      return box ? [{ id: pieceId(elementRef(set.id, element)), ...depthOf(boxRingIn(box, clothPoint), lie) }] : [];
    });
  };
  return { before: bandsIn(AS_FIRST), after: bandsIn(AS_TURNED) };
}
