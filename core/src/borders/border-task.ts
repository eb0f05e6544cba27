import type { BorderLook, BorderSet } from './border-set.ts';
import { pointOf, type Polyline } from '../geometry/polyline.ts';
import type { Side } from '../cloth/border.ts';
import { betweenCorners, type LaidCorner, layCorners, type Meeting } from './corner-design.ts';
import { AS_DRAWN, downOf, lookOf, type Motif, motifOf, scaleOf } from './motif.ts';
import { type Bend, UNBENT } from '../cloth/bend.ts';
import type { Room } from './room.ts';
import { borderStrips, nextSide, patchStrips, type Strip } from './strips.ts';
import { type SideTask, sideTask } from './sums.ts';

/** A border's designs, as drawn. */
export interface BorderDesigns {
  readonly lines: readonly Polyline[];
  /** Of the corners; null where they have none of their own. */
  readonly corner: readonly Polyline[] | null;
}

/** A border ready to be counted: its strips, what runs along them, and its corners. */
export interface BorderTask {
  readonly sides: readonly { readonly strip: Strip; readonly motif: Motif; readonly task: SideTask }[];
  readonly corners: readonly LaidCorner[];
  /** Where on the cloth it lies once laid. */
  readonly bend: Bend;
}

/** A border as it would be with these corners and this size. Null when the design has no length or depth. */
export function borderTask(
  room: Room,
  designs: BorderDesigns,
  { stance }: Pick<BorderSet, 'stance'>,
  { corners: school, through, fill }: BorderLook,
): BorderTask | null {
  const border = 'strips' in room ? null : room;
  const strips = 'strips' in room ? patchStrips(room) : borderStrips(room, school, through);
  const motifs = strips.map(({ side, cells }) =>
    motifOf(designs.lines, cells ? AS_DRAWN : lookOf(stance, school, side)),
  );
  if (motifs.includes(null)) return null;
  const drawn = strips.map((strip, i) => ({ strip, motif: motifs[i]! }));
  const corners =
    border && school === 'cornerDesign' && designs.corner
      ? layCorners(designs.corner, border, fill, meetingsOf(drawn, fill))
      : [];
  const between = border ? betweenCorners(strips, corners, border) : strips;
  if (between.some(({ length }) => !(length > 0))) return null;
  const sides = between.map((strip, i) => {
    const motif = motifs[i]!;
    // Only one line goes on in a corner's.
    const own = motif.joins ? strip : { ...strip, ends: { first: null, last: null } };
    return { strip: own, motif, task: sideTask(own, motif, fill) };
  });
  return { sides, corners, bend: border?.bend ?? UNBENT };
}

type Drawn = Pick<BorderTask['sides'][number], 'strip' | 'motif'>;

/** What meets at the end of each side. */
function meetingsOf(drawn: readonly Drawn[], fill: number): Partial<Record<Side, Meeting>> {
  const levelOf = ({ strip, motif }: Drawn, end: 0 | -1): number =>
    motif.joins ? downOf(motif, strip, fill)(pointOf(motif.lines[0]!, end).y) : strip.depth / 2;
  return Object.fromEntries(
    drawn.flatMap((own) => {
      const next = drawn.find(({ strip }) => strip.side === nextSide(own.strip.side));
      const scale = scaleOf(own.motif, own.strip, fill);
      return next ? [[own.strip.side, { last: levelOf(own, -1), first: levelOf(next, 0), scale }]] : [];
    }),
  );
}
