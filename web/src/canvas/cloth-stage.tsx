import type { Bounds, Point } from '@gorse/core';
import { useElementSize, useMergedRef } from '@mantine/hooks';
import type Konva from 'konva';
import {
  type CSSProperties,
  type KeyboardEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useRef,
  useState,
} from 'react';
import { Layer, Stage } from 'react-konva';
import { Rulers, RULER } from './rulers.tsx';
import { fitView, fromScreen, type View, zoomView } from './view.ts';

/** What a pointer pressed on the cloth does: a small state machine of its own. */
export interface Gesture {
  /** `free`: Alt or Ctrl is held, for what isn't done by chance. */
  move(p: Point, free: boolean): void;
  end(p: Point, free: boolean): void;
}

interface Props {
  /** What `F` and the first look show, in millimetres. */
  readonly bounds: Bounds;
  /** What `Z` shows; with `follow` it is looked at whenever it changes. */
  readonly focus?: Bounds | null;
  readonly follow?: boolean;
  readonly label: string;
  /** The cloth itself, on a canvas of its own: what changes above it doesn't draw it again. */
  readonly ground: (view: View) => ReactNode;
  readonly children?: (view: View) => ReactNode;
  /** What moves by itself, on a canvas of its own above all others. */
  readonly moving?: (view: View) => ReactNode;
  /** Drawn over the canvas, in screen pixels. */
  readonly overlay?: (view: View) => ReactNode;
  readonly onPick?: (p: Point) => void;
  /** A press may start a gesture; null lets it pan. */
  readonly onPress?: (p: Point, view: View) => Gesture | null;
  readonly onKey?: (event: KeyboardEvent) => void;
  readonly rulers?: boolean;
  /** What is less high than the window lies at its top, so that there is room below. */
  readonly atTop?: boolean;
  /**
   * How far beyond the window the cloth is drawn, in parts of its size, so that panning uncovers no bare canvas. Costs time whenever something
   * on it moves by itself.
   */
  readonly beyond?: number;
}

const isFree = (event: Event): boolean => {
  const { altKey, ctrlKey } = event as MouseEvent;
  return altKey || ctrlKey;
};

const CLICK_SLACK = 5;
const PAD = 36;

/** How long the view must rest before the cloth is drawn anew, ms. */
const REST = 90;

/** The view that was last drawn: while she pans or zooms, the picture is carried along as it is, and drawn anew when she rests. */
function useSettled(view: View | null): View | null {
  const [settled, setSettled] = useState(view);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(view), REST);
    return () => clearTimeout(timer);
  }, [view]);
  return settled ?? view;
}

/** Carries a picture drawn for one view to where another has it. */
function carriedFrom(drawn: View, view: View, aside: Point): CSSProperties {
  if (drawn === view) return {};
  const k = view.scale / drawn.scale;
  const x = view.x + aside.x - k * (drawn.x + aside.x);
  const y = view.y + aside.y - k * (drawn.y + aside.y);
  return { transform: `translate(${x}px, ${y}px) scale(${k})`, transformOrigin: '0 0', willChange: 'transform' };
}

/** The cloth: zoom with the wheel at the pointer, drag or two fingers to pan, F to fit, Z to the selection, + and − to zoom. */
export function ClothStage({
  bounds,
  focus = null,
  follow = false,
  label,
  ground,
  children,
  moving,
  overlay,
  onPick,
  onPress,
  onKey,
  rulers = true,
  atTop = false,
  beyond = 0,
}: Props) {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const [view, setView] = useState<View | null>(null);
  const drawn = useSettled(view);
  const frame = useRef<HTMLDivElement>(null);
  const both = useMergedRef(ref, frame);
  const gesture = useRef<{
    readonly from: Point;
    readonly view: View;
    readonly tool: Gesture | null;
    moved: boolean;
    pinch: number | null;
  } | null>(null);

  const show = useCallback(
    (what: Bounds) => {
      if (width > 0 && height > 0) {
        const inner = fitView(
          what,
          { width: width - (rulers ? RULER : 0), height: height - (rulers ? RULER : 0) },
          PAD,
          atTop,
        );
        setView({ ...inner, x: inner.x + (rulers ? RULER : 0), y: inner.y + (rulers ? RULER : 0) });
      }
    },
    [width, height, rulers, atTop],
  );
  const { minX, minY, maxX, maxY } = bounds;
  useEffect(() => show({ minX, minY, maxX, maxY }), [show, minX, minY, maxX, maxY]);

  useEffect(() => {
    if (follow && focus) show(focus);
  }, [follow, focus, show]);

  const pointer = (event: Event): Point => {
    const touch = (event as TouchEvent).touches as TouchList | undefined;
    const at =
      touch?.[0] ?? ((event as TouchEvent).changedTouches as TouchList | undefined)?.[0] ?? (event as MouseEvent);
    const box = frame.current?.getBoundingClientRect();
    return { x: at.clientX - (box?.left ?? 0), y: at.clientY - (box?.top ?? 0) };
  };
  const spread = (event: Event): number | null => {
    const touches = (event as TouchEvent).touches as TouchList | undefined;
    if (!touches || touches.length < 2) return null;
    return Math.hypot(touches[0]!.clientX - touches[1]!.clientX, touches[0]!.clientY - touches[1]!.clientY);
  };
  const press = (event: Konva.KonvaEventObject<Event>): void => {
    if (!view) return;
    const at = pointer(event.evt);
    const pinch = spread(event.evt);
    const middle = (event.evt as MouseEvent).button === 1;
    const tool = pinch !== null || middle ? null : (onPress?.(fromScreen(view, at), view) ?? null);
    gesture.current = { from: at, view, tool, moved: pinch !== null, pinch };
  };
  const move = (event: Konva.KonvaEventObject<Event>): void => {
    const current = gesture.current;
    if (!current || !view) return;
    const at = pointer(event.evt);
    if (Math.abs(at.x - current.from.x) + Math.abs(at.y - current.from.y) > CLICK_SLACK) current.moved = true;
    if (!current.moved) return;
    if (current.tool) current.tool.move(fromScreen(view, at), isFree(event.evt));
    else {
      const moved = {
        ...current.view,
        x: current.view.x + at.x - current.from.x,
        y: current.view.y + at.y - current.from.y,
      };
      const pinch = spread(event.evt);
      setView(pinch !== null && current.pinch !== null ? zoomView(moved, at, pinch / current.pinch) : moved);
    }
  };
  const release = (event: Konva.KonvaEventObject<Event>): void => {
    const current = gesture.current;
    gesture.current = null;
    if (!current || !view) return;
    const p = fromScreen(view, pointer(event.evt));
    if (current.tool) current.tool.end(p, isFree(event.evt));
    else if (!current.moved) onPick?.(p);
  };
  const key = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey) return;
    const centre = { x: width / 2, y: height / 2 };
    if (event.key === 'f' || event.key === 'F') show(bounds);
    else if ((event.key === 'z' || event.key === 'Z') && focus) show(focus);
    else if (view && (event.key === '+' || event.key === '=')) setView(zoomView(view, centre, 1.25));
    else if (view && event.key === '-') setView(zoomView(view, centre, 0.8));
    else {
      onKey?.(event);
      return;
    }
    event.preventDefault();
  };
  const aside = { x: Math.round(width * beyond), y: Math.round(height * beyond) };
  return (
    <div
      ref={both}
      tabIndex={0}
      role="application"
      data-view={view ? `${view.scale} ${view.x} ${view.y}` : undefined}
      aria-label={label}
      onKeyDown={key}
      style={{ position: 'relative', width: '100%', height: '100%', overflow: 'hidden', touchAction: 'none' }}
    >
      {view && drawn && (
        <>
          <div style={{ position: 'absolute', left: -aside.x, top: -aside.y, ...carriedFrom(drawn, view, aside) }}>
            <Stage
              width={width + 2 * aside.x}
              height={height + 2 * aside.y}
              onMouseDown={press}
              onTouchStart={press}
              onMouseMove={move}
              onTouchMove={move}
              onMouseUp={release}
              onMouseLeave={release}
              onTouchEnd={release}
              onWheel={(event) => {
                event.evt.preventDefault();
                setView(zoomView(view, pointer(event.evt), Math.exp(-event.evt.deltaY / 500)));
              }}
            >
              {[ground, children, moving].map((draw, i) => (
                <Layer
                  key={i}
                  x={drawn.x + aside.x}
                  y={drawn.y + aside.y}
                  scaleX={drawn.scale}
                  scaleY={drawn.scale}
                  listening={false}
                >
                  {draw?.(drawn)}
                </Layer>
              ))}
            </Stage>
          </div>
          {overlay?.(view)}
          {rulers && <Rulers view={view} size={{ width, height }} />}
        </>
      )}
    </div>
  );
}
