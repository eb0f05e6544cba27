import type { BorderLook, BorderSet } from './border-set.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { betweenCorners, type LaidCorner, layCorners } from './corner-design.ts';
import { lookOf, type Motif, motifOf } from './motif.ts';
import type { BorderRoom } from './room.ts';
import { borderStrips, type Strip } from './strips.ts';
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
}

/** A border as it would be with these corners and this size. Null when the design has no length or depth. */
export function borderTask(
  room: BorderRoom,
  designs: BorderDesigns,
  { stance }: Pick<BorderSet, 'stance'>,
  { corners, through, fill }: BorderLook,
): BorderTask | null {
  const laid = corners === 'cornerDesign' && designs.corner ? layCorners(designs.corner, room, fill) : [];
  const strips = betweenCorners(borderStrips(room, corners, through), laid, room);
  const sides = strips.map((strip) => {
    const motif = motifOf(designs.lines, lookOf(stance, corners, strip.side));
    return motif && strip.length > 0
      ? { strip: freeOf(strip, motif), motif, task: sideTask(freeOf(strip, motif), motif, fill) }
      : null;
  });
  return sides.includes(null) ? null : { sides: sides as BorderTask['sides'], corners: laid };
}

/** Only one line goes on in a corner's. */
const freeOf = (strip: Strip, { joins }: Motif): Strip =>
  joins ? strip : { ...strip, ends: { first: null, last: null } };
