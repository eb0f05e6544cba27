import {
  boundsOf,
  cornerPlaces,
  type DesignPoint,
  type Polyline,
  simplify,
  stitchLength,
  toRadians,
  trimmedLine,
  USUAL_SPI,
} from '@gorse/core';
import { useMemo, useState } from 'react';
import type { Tool } from '../tools/hand.ts';
import { type Cuts, lengthOfAll, type TrimEnd, trimEndTool } from '../tools/trim-end.ts';

/** Corners that a trimmed end steps to. */
const STEP_CORNER = toRadians(30);

const NO_LINES: readonly Polyline[] = [];

/**
 * Trimming a line by its ends, with the hand or step by step. What is dragged is drawn of fewer points, so that it follows the hand whatever the
 * design; its lengths are a little shorter.
 * @param base the line before it is trimmed; null while it isn't known
 * @param put takes what is cut off at both ends, and `show` what is while an end is dragged; null when it is dropped
 */
export function useTrim(
  base: readonly Polyline[] | null,
  trim: Cuts,
  put: (cuts: Cuts) => void,
  show?: (cuts: Cuts | null) => void,
) {
  const [dragged, setDragged] = useState<{ readonly end: TrimEnd; readonly cut: number } | null>(null);
  const coarse = useMemo(() => (base ? coarsened(base) : []), [base]);
  const drawn = dragged ? coarse : (base ?? NO_LINES);
  const length = useMemo(() => lengthOfAll(drawn), [drawn]);
  const whole = useMemo(() => lengthOfAll(base ?? NO_LINES), [base]);
  const shrink = whole > 0 ? length / whole : 1;
  const cutAt = (end: TrimEnd): number => (dragged?.end === end ? dragged.cut : trim[end] * shrink);
  const [start, end] = [cutAt('start'), cutAt('end')];
  const lines = useMemo(() => trimmedLine(drawn, start, end), [drawn, start, end]);
  const cutOff = useMemo(
    () => [...trimmedLine(drawn, 0, length - start), ...trimmedLine(drawn, length - end, 0)],
    [drawn, length, start, end],
  );
  return {
    drawn,
    length,
    lines,
    cutOff,
    cuts: { start, end },
    isDragged: dragged !== null,
    tool: (at: TrimEnd): Tool<DesignPoint> =>
      trimEndTool(
        at,
        trim,
        { strokes: base ?? NO_LINES, shrink: 1 },
        { strokes: coarse, shrink: shrinkOf(coarse, whole) },
        (cut) => {
          setDragged(cut === null ? null : { end: at, cut });
          show?.(cut === null ? null : { ...trim, [at]: cut / shrinkOf(coarse, whole) });
        },
        (cut) => put({ ...trim, [at]: cut }),
      ),
    /** By a stitch, or to the next corner. */
    step: (at: TrimEnd, way: 1 | -1, corner: boolean): void => {
      if (!base) return;
      const from = at === 'start' ? trim.start : length - trim.end;
      const along = corner ? nextCorner(base, from, way) : from + way * stitchLength(USUAL_SPI);
      const place = Math.min(length, Math.max(0, along));
      const cut = at === 'start' ? place : length - place;
      if (cut + trim[at === 'start' ? 'end' : 'start'] < length) put({ ...trim, [at]: cut });
    },
  };
}

/** The length of a thinned line in one of the whole line's. */
const shrinkOf = (coarse: readonly Polyline[], whole: number): number => (whole > 0 ? lengthOfAll(coarse) / whole : 1);

/** The same to the eye on any screen, with far fewer points. */
function coarsened(strokes: readonly Polyline[]): Polyline[] {
  const box = boundsOf(strokes);
  const size = box ? Math.max(box.maxX - box.minX, box.maxY - box.minY) : 0;
  return strokes.map((stroke) => simplify(stroke, size / 4000));
}

/** The corner, or end of a stroke, before or after a place of the line. */
function nextCorner(strokes: readonly Polyline[], at: number, way: 1 | -1): number {
  const corners = cornerPlaces(strokes, STEP_CORNER);
  const beyond = corners.filter((corner) => (corner - at) * way > 1e-6);
  return (way === 1 ? beyond[0] : beyond.at(-1)) ?? at;
}
