import {
  advanceStateOf,
  finishedPieces,
  type FramePiece,
  type Lie,
  type Loading,
  loadedSize,
  loadingWhen,
  loadingMap,
  mountedNow,
  type QuiltMap,
  quiltOf,
  rollGrowth,
  usableReach,
} from '@gorse/core';
import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useFrame } from '../../api/frame-socket.ts';
import { useAdvances, useRuns } from '../../api/queries.ts';
import { usePlan } from '../../document/plan-store.ts';
import { usePlannedPieces } from '../../planning-worker/planned-pieces.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';

export const HEIGHT = 640;
const TOP = 44;

/** A pass as it is drawn: which part of the strip its pieces take up. */
export interface StripPass {
  /** From 0, of all the quilt's. */
  readonly at: number;
  readonly from: number;
  readonly pinned: boolean;
  readonly pieces: readonly FramePiece[];
  /** What its pieces take up, which may lie over the next pass's. */
  readonly y0: number;
  readonly y1: number;
  /** From where it begins to where the next one does: what is told of it stands there. */
  readonly own: { readonly y0: number; readonly y1: number };
  /** All of it is stitched. */
  readonly done: boolean;
}

/** The picture's measures, px of the strip; `scale` px a millimetre. */
export interface StripLayout {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly scale: number;
  /** From the top as a strip is drawn, to the upper edge of the quilt in mm and back. */
  readonly toY: (mm: number) => number;
  readonly toMm: (y: number) => number;
  /** From the cloth to the quilt as it is loaded. */
  readonly lie: Lie;
  readonly width: number;
  readonly length: number;
}

/** What the strip shows: the quilt as it lies, turned or not, its passes then, and how far it is rolled. @param chosen a pass that is seen; else it is as the quilt lies now */
export function useStrip(stripWidth: number, wide: boolean, chosen: number | undefined) {
  const quiltId = usePlan((state) => state.quiltId)!;
  const { map, loading, machine } = usePlan((state) => quiltOf(state.records));
  const found = usePlanned((state) => state.passes);
  const logged = useAdvances(quiltId).data;
  const live = useFrame((state) => state.advances);
  const runs = useRuns(quiltId).data;
  const finished = useMemo(() => finishedPieces(runs ?? []), [runs]);
  const pieces = usePlannedPieces();
  const mounted = mountedNow(advanceStateOf(live ?? logged ?? []));
  const { turned } = (chosen === undefined ? undefined : found.passes[chosen]) ?? mounted;
  // What isn't loaded so yet will begin with nothing rolled up.
  const rolled = mounted.turned === turned ? mounted.rolled : 0;
  const layout = useMemo(
    () => layOut(loadingWhen(loading, { turned }), map.size, stripWidth, wide),
    [loading, turned, map.size, stripWidth, wide],
  );
  const rows = usePlanned(useShallow((state) => Object.values(state.byRecord).flatMap((one) => one.rows?.rows ?? [])));
  return {
    layout,
    rows,
    turned,
    /** Passes of both loadings. */
    inAll: found.passes.length,
    passes: found.passes.flatMap((pass, i): StripPass[] => {
      if (pass.turned !== turned) return [];
      const own = pieces.filter((piece) => piece.pass === i);
      const first = Math.max(0, Math.min(...own.map((piece) => piece.top)));
      const last = Math.min(layout.length, Math.max(...own.map((piece) => piece.bottom)));
      const done = own.length > 0 && own.every((piece) => finished.has(piece.id));
      const after = found.passes[i + 1];
      const next = after?.turned === turned ? after.from : layout.length;
      const { from, pinned } = pass;
      return [
        {
          ...{ at: i, from, pinned, pieces: own, done },
          ...{ y0: layout.toY(first), y1: layout.toY(last) },
          own: { y0: layout.toY(Math.max(0, from)), y1: layout.toY(Math.min(layout.length, next)) },
        },
      ];
    }),
    rolled,
    reach: Math.min(layout.length - rolled, usableReach(machine.frame, rolled)),
    // The roll as thick as it is now, drawn larger than life so that it can be seen growing.
    roll: Math.min(20, 7 + rollGrowth(machine.frame, rolled) / 2.5),
  };
}

function layOut(loading: Loading, size: QuiltMap['size'], stripWidth: number, wide: boolean): StripLayout {
  const { width, length } = loadedSize(loading, size);
  const scale = Math.min((stripWidth - (wide ? 56 : 16)) / width, (HEIGHT - 104) / length);
  const left = (stripWidth - width * scale) / 2;
  const toY = (mm: number): number => TOP + mm * scale;
  return {
    left,
    right: left + width * scale,
    bottom: toY(length),
    scale,
    toY,
    toMm: (y) => (y - TOP) / scale,
    lie: loadingMap(loading, size),
    ...{ width, length },
  };
}
