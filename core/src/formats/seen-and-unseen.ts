import { cutLines } from '../geometry/cut-lines.ts';
import { applyToPolyline, translation } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { type Bounds, boundsOf, boxesMeet } from '../geometry/polyline.ts';
import { indexOfRings, type RingIndex } from '../geometry/ring-index.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { FormatError } from '../problems.ts';
import { formatCount } from '../units.ts';
import { type LeftOut, type Unseen, type UnseenReason, unseenKey } from './left-out.ts';

/** Where lines are seen: inside rings, moved to a place, and inside what these lie in. */
export interface Clip {
  readonly rings: Rings;
  readonly at: Point;
  /** The layer that is clipped by it; null where that has no name. */
  readonly name: string | null;
  readonly within: Clip | null;
  /** How many lie in each other. */
  readonly depth: number;
}

/** A clip within another, if any. */
export function clipWithin(rings: Rings, at: Point, name: string | null, within: Clip | null): Clip {
  // The same again cuts nothing more off.
  if (within?.rings === rings && within.at.x === at.x && within.at.y === at.y) return within;
  return { rings, at, name, within, depth: (within?.depth ?? 0) + 1 };
}

/** Most parts that are kept apart by name; what comes after them is one part without a name for each reason, so that nobody is asked a hundred times. */
const MOST_NAMED = 40;

/** Clips lie in each other so often at the most, or nearly; of a drawing there may be thousands. */
const MOST_INDICES = 32;
/** Lines that are cut by a clip, each as often as it is. */
const MOST_CUTS = 200_000;

type Line = Float64Array<ArrayBuffer>;

/** What is known of a stroke beside its line. */
export interface StrokeLook {
  /** The layer or colour that it was drawn in. */
  readonly group: string | null;
  readonly unseen: Unseen | null;
  readonly clip: Clip | null;
}

/** Strokes by whether they are seen: those that are, or are taken in all the same, and the others by why and layer. */
export class SeenAndUnseen {
  /** Lines so far, seen and unseen. */
  count = 0;
  private cuts = 0;
  readonly strokes: Line[] = [];
  readonly groups: (string | null)[] = [];
  private readonly left = new Map<string, LeftOut & { readonly strokes: Line[] }>();
  private readonly taken: ReadonlySet<string>;
  /** Parts that have a name of their own, taken in or not: the same of a file however it was answered. */
  private readonly named = new Set<string>();
  /** Of the clips used last. */
  private readonly indices = new Map<Rings, RingIndex>();

  /** @param taken keys of what is taken in */
  constructor(taken: readonly string[]) {
    this.taken = new Set(taken);
  }

  leftOut(): LeftOut[] {
    return [...this.left.values()];
  }

  /** Throws `FormatError` where more is clipped than can be worked out. */
  put(line: Line, { group, unseen, clip }: StrokeLook): void {
    if (unseen && !this.takes(unseen, [line])) return;
    let inside: readonly Line[] = [line];
    for (let by: Clip | null = clip; by && inside.length > 0; by = by.within) {
      const cut = this.cut(inside, by);
      if (cut.outside.length > 0 && !this.takes({ why: 'clipped', name: by.name }, cut.outside)) inside = cut.inside;
    }
    this.count += inside.length;
    for (const piece of inside) {
      this.strokes.push(piece);
      this.groups.push(group);
    }
  }

  /** The parts of lines inside a clip and outside. */
  private cut(lines: readonly Line[], { rings, at }: Clip): Record<'inside' | 'outside', readonly Line[]> {
    const moved = lines.map((line) => applyToPolyline(translation(-at.x, -at.y), line));
    const [box, own] = [boundsOf(rings), boundsOf(moved)!];
    if (!box || !boxesMeet(own, box)) return { inside: [], outside: lines };
    if (isUprightBox(rings, box) && liesIn(own, box)) return { inside: lines, outside: [] };
    if (++this.cuts > MOST_CUTS)
      throw new FormatError(
        `The drawing clips its lines more than ${formatCount(MOST_CUTS)} times. Flatten the clips in the drawing program and save it again.`,
      );
    const index = this.indexOf(rings);
    const parts = (keeps: 'inside' | 'outside'): Line[] =>
      cutLines(moved, { keeps, index }).map(({ line }) => applyToPolyline(translation(at.x, at.y), line));
    return { inside: parts('inside'), outside: parts('outside') };
  }

  private indexOf(rings: Rings): RingIndex {
    let index = this.indices.get(rings);
    if (!index) {
      if (this.indices.size >= MOST_INDICES) this.indices.clear();
      this.indices.set(rings, (index = indexOfRings(rings)));
    }
    return index;
  }

  /** Whether what isn't seen is taken in; it is kept apart otherwise. */
  private takes(unseen: Unseen, lines: readonly Line[]): boolean {
    const { why, name } = this.partOf(unseen);
    const key = unseenKey({ why, name });
    if (this.taken.has(key)) return true;
    this.count += lines.length;
    const found = this.left.get(key);
    if (found) for (const line of lines) found.strokes.push(line);
    else this.left.set(key, { why, name, strokes: [...lines] });
    return false;
  }

  private partOf(unseen: Unseen): { readonly why: UnseenReason; readonly name: string | null } {
    const key = unseenKey(unseen);
    if (this.named.size < MOST_NAMED) this.named.add(key);
    return this.named.has(key) ? unseen : { why: unseen.why, name: null };
  }
}

/** Lines within an upright box aren't cut by it: most viewports are such, and an index of each would take longer than all else. */
function isUprightBox([ring, ...others]: Rings, { minX, minY, maxX, maxY }: Bounds): boolean {
  if (others.length > 0 || ring!.length !== 8) return false;
  return ring!.every((v, i) => (i % 2 === 0 ? v === minX || v === maxX : v === minY || v === maxY));
}

const liesIn = (own: Bounds, box: Bounds): boolean =>
  own.minX >= box.minX && own.maxX <= box.maxX && own.minY >= box.minY && own.maxY <= box.maxY;
