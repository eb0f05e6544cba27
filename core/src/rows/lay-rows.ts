import { designBounds } from '../design/design.ts';
import { applyToPolyline, translation } from '../geometry/affine.ts';
import { clipLine } from '../geometry/clip-line.ts';
import type { Point } from '../geometry/point.ts';
import { boxRing, ringBounds } from '../geometry/polygon.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { contactGap } from './contact-gap.ts';
import { nestedPitches, type Pitches } from './pitches.ts';
import { alternateOf, type Repeat, repeatOf, rowOf, sizedRepeat } from './repeat.ts';
import { rowClearance } from './row-clearance.ts';
import { NO_EXCEPTION, type RowException, type RowSet } from './row-set.ts';
import { trimEnds } from './trim-ends.ts';

/** What rows are laid on, in millimetres of the finished quilt; the origin is the area's upper left corner as loaded. */
export interface RowBed {
  readonly width: number;
  readonly length: number;
  /** Rows stop at its edges instead of hanging over. */
  readonly stops: boolean;
  readonly holes: readonly (readonly Point[])[];
}

/** The line of a row by itself: x as in the bed, y from the top of its box. Rows that look alike share one. */
export interface RowShape {
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
}

export interface LaidRow {
  /** Counted from 0, dropped ones too. */
  readonly row: number;
  readonly shape: RowShape;
  /** Of its box, before anything is cut away. */
  readonly top: number;
  readonly height: number;
  /** The least distance to the row above, negative when they overlap; null for the first. */
  readonly clearance: number | null;
  /** From the box above to its own. */
  readonly boxGap: number | null;
  /** Why it isn't like the others. */
  readonly odd: 'moved' | 'cut' | 'squeezed' | null;
}

/** The two kinds of rows a set is made of, at their size, the top of their box at y 0. Null when the design doesn't advance. */
export interface RowKinds {
  readonly first: Repeat;
  readonly second: Repeat;
  readonly height: number;
}

export function rowKinds(
  strokes: readonly Polyline[],
  set: Pick<RowSet, 'join' | 'look' | 'alternate'>,
  scale: number,
): RowKinds | null {
  const drawn = repeatOf(strokes, set.join);
  if (!drawn) return null;
  const first = sizedRepeat(alternateOf(drawn, { look: set.look, shift: 0 }), scale);
  const plain = set.alternate.look === 'same' && set.alternate.shift === 0;
  const { minY, maxY } = designBounds(first.strokes);
  return { first, second: plain ? first : alternateOf(first, set.alternate), height: maxY - minY };
}

/** A row that is squeezed to fit keeps at least this part of its height. */
const MOST_SQUEEZED = 0.35;

/** Rows as the numbers say, changed by hand where they were. O(rows · points of a repeat), and far less for rows that look alike. */
export function layRows(kinds: RowKinds, set: RowSet, bed: RowBed): LaidRow[] {
  const { rows, clearance, margin } = set.numbers;
  const pitches = nestedPitches(kinds.first, kinds.second, clearance);
  const kindOf = (row: number): Repeat => (row % 2 === 0 ? kinds.first : kinds.second);
  const plain: Placed[] = [];
  for (let row = 0, top = margin; row < rows; row++) {
    plain.push({ row, repeat: kindOf(row), top, height: kinds.height, along: 0, odd: null, byHand: false });
    top += pitchAfter(row, pitches);
  }
  const extra = set.last === 'whole' ? null : lastRow(kinds, set, bed, plain.at(-1), pitches);
  const placed = [...plain, ...(extra ? [extra] : [])].flatMap((one) => changed(one, exceptionOf(set, one.row)));
  const shapes: KnownShapes = new Map();
  return placed.map((one, i) => {
    const above = placed[i - 1];
    const asPlanned = above && !above.byHand && !one.byHand && above.row === one.row - 1;
    return {
      row: one.row,
      shape: shapeOf(one, set, bed, shapes),
      top: one.top,
      height: one.height,
      clearance: !above ? null : asPlanned ? clearance : clearanceOf(above, one),
      boxGap: above ? one.top - (above.top + above.height) : null,
      odd: one.odd,
    };
  });
}

export const exceptionOf = (set: Pick<RowSet, 'exceptions'>, row: number): RowException =>
  set.exceptions.find((one) => one.row === row) ?? { row, ...NO_EXCEPTION };

interface Placed {
  readonly row: number;
  readonly repeat: Repeat;
  readonly top: number;
  readonly height: number;
  readonly along: number;
  readonly odd: LaidRow['odd'];
  readonly byHand: boolean;
}

const pitchAfter = (row: number, { down, back }: Pitches): number => (row % 2 === 0 ? down : back);

/** One more row below the whole ones: cut at the edge, or squeezed until the margin is left; null when there is no room for it. */
function lastRow(
  kinds: RowKinds,
  set: RowSet,
  bed: RowBed,
  above: Placed | undefined,
  pitches: Pitches,
): Placed | null {
  const row = set.numbers.rows;
  const repeat = row % 2 === 0 ? kinds.first : kinds.second;
  const one = { row, repeat, height: kinds.height, along: 0, byHand: false };
  if (set.last === 'cut') {
    const top = above ? above.top + pitchAfter(row - 1, pitches) : set.numbers.margin;
    return top < bed.length ? { ...one, top, odd: 'cut' } : null;
  }
  const bottom = bed.length - set.numbers.margin;
  const squeezedBy = (part: number): Placed => {
    const strokes = repeat.strokes.map((line) => applyToPolyline([1, 0, 0, part, 0, 0], line));
    const thin = { strokes, period: repeat.period };
    const top = above ? above.top + (contactGap(above.repeat, thin, set.numbers.clearance) ?? 0) : set.numbers.margin;
    return { ...one, repeat: thin, height: kinds.height * part, top, odd: 'squeezed' };
  };
  const over = (part: number): number => {
    const { top, height } = squeezedBy(part);
    return top + height - bottom;
  };
  if (over(MOST_SQUEEZED) > 0 || over(1) < 0) return null;
  let [low, high] = [MOST_SQUEEZED, 1];
  for (let k = 0; k < 40; k++) {
    const middle = (low + high) / 2;
    if (over(middle) > 0) high = middle;
    else low = middle;
  }
  return squeezedBy(low);
}

/** A row as changed by hand; none when it is dropped. Its size changes about its middle. */
function changed(one: Placed, { down, along, scale, dropped }: RowException): Placed[] {
  if (dropped) return [];
  if (down === 0 && along === 0 && scale === 1) return [one];
  const height = one.height * scale;
  return [
    {
      ...one,
      repeat: scale === 1 ? one.repeat : sizedRepeat(one.repeat, scale),
      top: one.top + down + (one.height - height) / 2,
      height,
      along,
      odd: one.odd ?? 'moved',
      byHand: true,
    },
  ];
}

/** Rows repeat from the start of the cloth on, so that the first copy begins where the row does. */
const startOf = (one: Placed, set: RowSet, bed: RowBed): number =>
  set.along + one.along - (bed.stops ? 0 : set.overhang);

/** Distance of rows that don't repeat alike or were moved; by repeats when they do, else by the rows as they are. */
function clearanceOf(above: Placed, below: Placed): number | null {
  const moved = (one: Placed): Repeat['strokes'] =>
    one.repeat.strokes.map((line) => applyToPolyline(translation(one.along, 0), line));
  if (above.repeat.period === below.repeat.period) {
    const { period } = above.repeat;
    return rowClearance({ strokes: moved(above), period }, { strokes: moved(below), period }, below.top - above.top);
  }
  const width = COMPARED * Math.max(above.repeat.period, below.repeat.period);
  const lines = (one: Placed) => ({
    strokes: rowOf({ strokes: moved(one), period: one.repeat.period }, 0, width),
    period: null,
  });
  return rowClearance(lines(above), lines(below), below.top - above.top);
}

/** Repeats along which rows of unlike repeats are compared. */
const COMPARED = 12;

/** Shapes by the repeat they are made of and where it starts. */
type KnownShapes = Map<Repeat, Map<number, RowShape>>;

function shapeOf(one: Placed, set: RowSet, bed: RowBed, known: KnownShapes): RowShape {
  const start = startOf(one, set, bed);
  const cut = one.odd === 'cut';
  const bottom = one.top + one.height;
  const crossed = bed.holes.filter((ring) => {
    const { minY, maxY } = ringBounds(ring);
    return maxY > one.top && minY < bottom;
  });
  const overEdge = bed.stops && (one.top < 0 || bottom > bed.length);
  const own = cut || crossed.length > 0 || overEdge;
  const alike = known.get(one.repeat) ?? new Map<number, RowShape>();
  const shared = own ? undefined : alike.get(start);
  if (shared) return shared;

  const hang = bed.stops ? 0 : set.overhang;
  const moved = {
    strokes: one.repeat.strokes.map((line) => applyToPolyline(translation(start, 0), line)),
    period: one.repeat.period,
  };
  let strokes = rowOf(moved, -hang, bed.width + hang);
  if (!bed.stops) strokes = trimEnds(strokes, -hang, bed.width + hang);
  if (own || bed.stops) {
    const far = bed.width + 2 * hang;
    const [left, right] = bed.stops ? [0, bed.width] : [-far, bed.width + far];
    const high = bed.stops ? -one.top : -FAR;
    const low = bed.stops || cut ? bed.length - one.top : FAR;
    const area = {
      within: boxRing({ minX: left, minY: high, maxX: right, maxY: low }),
      without: crossed.map((ring) => ring.map((p) => ({ x: p.x, y: p.y - one.top }))),
    };
    strokes = strokes.flatMap((line) => clipLine(line, area));
  }
  const shape = { strokes };
  if (!own) known.set(one.repeat, alike.set(start, shape));
  return shape;
}

/** Farther than any quilt, mm. */
const FAR = 1e5;
