import { cutLines } from '../geometry/cut-lines.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { indexRings } from '../geometry/ring-index.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { type LeftOut, type Unseen, type UnseenReason, unseenKey } from './left-out.ts';

/** Where lines are seen: inside rings, and inside what these lie in. */
export interface Clip {
  readonly rings: Rings;
  /** The layer that is clipped by it; null where that has no name. */
  readonly name: string | null;
  readonly within: Clip | null;
  /** How many lie in each other. */
  readonly depth: number;
}

/** A clip within another, if any. */
export const clipWithin = (rings: Rings, name: string | null, within: Clip | null): Clip => ({
  ...{ rings, name, within },
  depth: (within?.depth ?? 0) + 1,
});

/** Most parts that are kept apart by name; what comes after them is one part without a name for each reason, so that nobody is asked a hundred times. */
const MOST_NAMED = 40;

type Line = Float64Array<ArrayBuffer>;

/** Strokes by whether they are seen: those that are, or are taken in all the same, and the others by why and layer. */
export class SeenAndUnseen {
  readonly strokes: Line[] = [];
  readonly groups: (string | null)[] = [];
  private readonly left = new Map<string, LeftOut & { readonly strokes: Line[] }>();
  private readonly taken: ReadonlySet<string>;
  /** Parts that have a name of their own, taken in or not: the same of a file however it was answered. */
  private readonly named = new Set<string>();

  /** @param taken keys of what is taken in */
  constructor(taken: readonly string[]) {
    this.taken = new Set(taken);
  }

  leftOut(): LeftOut[] {
    return [...this.left.values()];
  }

  put(
    line: Line,
    {
      group,
      unseen,
      clip,
    }: { readonly group: string | null; readonly unseen: Unseen | null; readonly clip: Clip | null },
  ): void {
    if (unseen && !this.takes(unseen, [line])) return;
    let inside: readonly Line[] = [line];
    for (let at: Clip | null = clip; at && inside.length > 0; at = at.within) {
      if (inside.every((piece) => liesInBox(piece, at.rings))) continue;
      const index = indexRings(at.rings);
      const outside = piecesOf(inside, 'outside', index);
      if (outside.length > 0 && !this.takes({ why: 'clipped', name: at.name }, outside))
        inside = piecesOf(inside, 'inside', index);
    }
    for (const piece of inside) {
      this.strokes.push(piece);
      this.groups.push(group);
    }
  }

  /** Whether what isn't seen is taken in; it is kept apart otherwise. */
  private takes(unseen: Unseen, lines: readonly Line[]): boolean {
    const { why, name } = this.partOf(unseen);
    const key = unseenKey({ why, name });
    if (this.taken.has(key)) return true;
    const found = this.left.get(key);
    if (found) found.strokes.push(...lines);
    else this.left.set(key, { why, name, strokes: [...lines] });
    return false;
  }

  private partOf(unseen: Unseen): { readonly why: UnseenReason; readonly name: string | null } {
    const key = unseenKey(unseen);
    if (this.named.size < MOST_NAMED) this.named.add(key);
    return this.named.has(key) ? unseen : { why: unseen.why, name: null };
  }
}

const piecesOf = (lines: readonly Line[], keeps: 'inside' | 'outside', index: ReturnType<typeof indexRings>): Line[] =>
  cutLines(lines, { keeps, index }).map(({ line }) => Float64Array.from(line));

/** A line within an upright box isn't cut by it: most viewports are such, and an index of each would take longer than all else. */
function liesInBox(line: Polyline, rings: Rings): boolean {
  const [ring] = rings;
  if (rings.length !== 1 || ring!.length !== 8) return false;
  const [box, own] = [boundsOf(rings)!, boundsOf([line])!];
  const isUpright = ring!.every((v, i) =>
    i % 2 === 0 ? v === box.minX || v === box.maxX : v === box.minY || v === box.maxY,
  );
  return isUpright && own.minX >= box.minX && own.maxX <= box.maxX && own.minY >= box.minY && own.maxY <= box.maxY;
}
