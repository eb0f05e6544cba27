import type { Bounds } from '@gorse/core';
import { useCallback, useEffect, useState } from 'react';
import { fitView, type Size, type View, zoomView } from '../tools/view.ts';

const PAD = 36;
/** How long the view must rest before the cloth is drawn anew, ms. */
const REST = 90;

export interface Looked {
  /** What `F` and the first look show, in millimetres. */
  readonly bounds: Bounds;
  /** What `Z` shows; with `follow` it is looked at whenever it changes. */
  readonly focus: Bounds | null;
  readonly follow: boolean;
  /** What is less high than the window lies at its top, so that there is room below. */
  readonly atTop: boolean;
  /** Taken by rulers at the left and at the top, px. */
  readonly ruled: number;
}

/** How the cloth is looked at in a window: as a whole at first, then as she likes. */
export function useView({ width, height }: Size, { bounds, focus, follow, atTop, ruled }: Looked) {
  const [view, look] = useState<View | null>(null);
  const show = useCallback(
    (what: Bounds) => {
      if (width <= 0 || height <= 0) return;
      const inner = fitView(what, { width: width - ruled, height: height - ruled }, PAD, atTop);
      look({ ...inner, x: inner.x + ruled, y: inner.y + ruled });
    },
    [width, height, ruled, atTop],
  );
  const { minX, minY, maxX, maxY } = bounds;
  useEffect(() => show({ minX, minY, maxX, maxY }), [show, minX, minY, maxX, maxY]);
  useEffect(() => {
    if (follow && focus) show(focus);
  }, [follow, focus, show]);
  /** F shows all, Z what is chosen, + and − zoom; false for another key. */
  const lookByKey = (key: string): boolean => {
    const centre = { x: width / 2, y: height / 2 };
    if (key === 'f' || key === 'F') show(bounds);
    else if ((key === 'z' || key === 'Z') && focus) show(focus);
    else if (view && (key === '+' || key === '=')) look(zoomView(view, centre, 1.25));
    else if (view && key === '-') look(zoomView(view, centre, 0.8));
    else return false;
    return true;
  };
  return { view, look, lookByKey, drawn: useSettled(view) };
}

/** The view that was last drawn: while she pans or zooms, the picture is carried along as it is, and drawn anew when she rests. */
function useSettled(view: View | null): View | null {
  const [settled, setSettled] = useState(view);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(view), REST);
    return () => clearTimeout(timer);
  }, [view]);
  return settled ?? view;
}

/** A canvas of a size, px, and how the cloth lies on it. */
export interface Pane extends Size {
  readonly view: View;
}

/** Carries a canvas, by its upper left corner, that was drawn for one view to where another has it. */
export function carriedFrom(drawn: View, view: View): string {
  const k = view.scale / drawn.scale;
  return `translate(${view.x - k * drawn.x}px, ${view.y - k * drawn.y}px) scale(${k})`;
}
