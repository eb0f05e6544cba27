import type { QuiltPicture } from '@gorse/contract';
import {
  decodeStrokes,
  inLayers,
  linesOnCloth,
  outlineOf,
  type Piece,
  piecesOf,
  type Plan,
  polyline,
  type Polyline,
  type Region,
  simplify,
  stitchedStrokes,
} from '@gorse/core';

/** Lines of what is still to be stitched. */
export interface PlannedToDraw {
  /** Ids of the pieces that are stitched. */
  readonly finished: ReadonlySet<string>;
  /** Size of what can be seen, mm. */
  readonly grain: number;
}

/** A run's lines as far as they are stitched. */
export interface StitchedToDraw {
  readonly cloth: Uint8Array;
  /** The farthest hole that was made. */
  readonly upTo: number;
  readonly grain: number;
}

/** Patches that a map doesn't make by itself. */
export interface PatchesToDraw {
  readonly regions: readonly Region[];
  readonly grain: number;
}

export const plannedLines = (plan: Plan, { finished, grain }: PlannedToDraw): string =>
  pathData(
    piecesOf(plan)
      .filter(({ id }: Piece) => !finished.has(id))
      .flatMap(({ laid }) => linesOnCloth(laid)),
    grain,
  );

/** Patches as they are seen, what lies over others last. */
export const drawnPatches = ({ regions, grain }: PatchesToDraw): QuiltPicture['patches'] =>
  inLayers(regions).map(({ kind, print, shape }) => ({
    ...{ kind, print },
    edge: `${pathData([polyline(outlineOf(shape))], grain)}Z`,
  }));

export function stitchedLines({ cloth, upTo, grain }: StitchedToDraw): string {
  const lines = decodeStrokes(cloth);
  return pathData(
    stitchedStrokes({ cloth: lines, frame: lines, upTo }).map((stroke) => stroke.cloth),
    grain,
  );
}

/** Lines as SVG path data in whole grains, without what is too small to be seen. */
export function pathData(lines: readonly Polyline[], grain: number): string {
  let data = '';
  for (const line of lines) {
    const seen = simplify(line, grain / 2).map((mm) => Math.round(mm / grain));
    for (let i = 0; i < seen.length; i += 2) {
      const [x, y] = [seen[i]!, seen[i + 1]!];
      if (i === 0) data += `M${x} ${y}`;
      else {
        const [dx, dy] = [x - seen[i - 2]!, y - seen[i - 1]!];
        if (dx !== 0 || dy !== 0) data += `l${dx} ${dy}`;
      }
    }
  }
  return data;
}
