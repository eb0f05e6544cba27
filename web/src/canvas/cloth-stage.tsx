import type { Bounds, Point, PointMaker } from '@gorse/core';
import { useElementSize, useMergedRef } from '@mantine/hooks';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';
import { Layer, Stage } from 'react-konva';
import type { Ground, Tool } from '../tools/hand.ts';
import { type Size, type View, zoomView } from '../tools/view.ts';
import { Rulers, RULER } from './rulers.tsx';
import { useHand } from './use-hand.ts';
import { carriedFrom, type Looked, useView, type Pane } from './use-view.ts';

interface Props<P extends Point> extends Partial<Pick<Looked, 'focus' | 'follow' | 'atTop'>> {
  readonly bounds: Bounds;
  /** Of which space the places on it are. */
  readonly space: PointMaker<P>;
  readonly label: string;
  /** The cloth itself, on a canvas of its own: what changes above it doesn't draw it again. */
  readonly ground: (view: View) => ReactNode;
  /** What lies on it, as an element that is drawn elsewhere. */
  readonly thread?: (on: Pane) => ReactNode;
  readonly children?: (view: View) => ReactNode;
  /** What moves by itself, on a canvas of its own above all others. */
  readonly moving?: (view: View) => ReactNode;
  /** Drawn over the canvas, in screen pixels. */
  readonly overlay?: (view: View) => ReactNode;
  readonly onPick?: (p: P, view: View) => void;
  /** The pointer is over a place, nothing pressed. */
  readonly onHover?: (p: P, view: View) => void;
  /** A press may begin a tool; null lets it pan. */
  readonly onPress?: (p: P, view: View) => Tool<P> | null;
  readonly onKey?: (event: KeyboardEvent) => void;
  readonly rulers?: boolean;
  /**
   * How far beyond the window the cloth is drawn, in parts of its size, so that panning uncovers no bare canvas. Costs time whenever something
   * on it moves by itself.
   */
  readonly beyond?: number;
}

/** The cloth: zoom with the wheel at the pointer, drag or two fingers to pan, F to fit, Z to the selection, + and − to zoom, Escape to take back. */
export function ClothStage<P extends Point>(props: Props<P>) {
  const { bounds, space, focus = null, follow = false, atTop = false, rulers = true, beyond = 0 } = props;
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const frame = useRef<HTMLDivElement>(null);
  const both = useMergedRef(ref, frame);
  const looked = { bounds, focus, follow, atTop, ruled: rulers ? RULER : 0 };
  const { view, look, lookByKey, drawn } = useView({ width, height }, looked);
  const ground: Ground<P> | null = view && {
    ...{ view, space, look },
    press: (p) => props.onPress?.(p, view) ?? null,
    pick: (p) => props.onPick?.(p, view),
    hover: (p) => props.onHover?.(p, view),
  };
  const hand = useHand(ground, frame);
  const key = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey) return;
    if ((event.key === 'Escape' && hand.cancel()) || lookByKey(event.key)) event.preventDefault();
    else props.onKey?.(event);
  };
  const aside = { x: Math.round(width * beyond), y: Math.round(height * beyond) };
  const whole = { width: width + 2 * aside.x, height: height + 2 * aside.y };
  const beside = (seen: View): View => ({ ...seen, x: seen.x + aside.x, y: seen.y + aside.y });
  return (
    <div
      ref={both}
      tabIndex={0}
      role="application"
      data-view={view ? `${view.scale} ${view.x} ${view.y}` : undefined}
      aria-label={props.label}
      onKeyDown={key}
      style={{ position: 'relative', width: '100%', height: '100%', overflow: 'hidden', touchAction: 'none' }}
    >
      {view && drawn && (
        <>
          <div
            {...hand.events}
            style={{
              ...{ position: 'absolute', left: -aside.x, top: -aside.y, ...whole },
              ...(drawn === view
                ? {}
                : {
                    transform: carriedFrom(beside(drawn), beside(view)),
                    transformOrigin: '0 0',
                    willChange: 'transform',
                  }),
            }}
          >
            <Canvases size={whole} view={beside(drawn)} layers={[props.ground(drawn)]} />
            {props.thread?.({ ...whole, view: beside(drawn) })}
            <Canvases
              size={whole}
              view={beside(drawn)}
              layers={[props.children?.(drawn), props.moving?.(drawn)]}
              onWheel={(event) => look(zoomView(view, hand.at(event), Math.exp(-event.deltaY / 500)))}
            />
          </div>
          {props.overlay?.(view)}
          {rulers && <Rulers view={view} size={{ width, height }} />}
        </>
      )}
    </div>
  );
}

/** Canvases over each other that are set to millimetres. */
const Canvases = ({
  size,
  view,
  layers,
  onWheel,
}: {
  readonly size: Size;
  readonly view: View;
  readonly layers: readonly ReactNode[];
  readonly onWheel?: (event: WheelEvent) => void;
}) => (
  <Stage
    {...size}
    style={{ position: 'absolute' }}
    onWheel={({ evt }) => {
      evt.preventDefault();
      onWheel?.(evt);
    }}
  >
    {layers.map((layer, i) => (
      <Layer key={i} x={view.x} y={view.y} scaleX={view.scale} scaleY={view.scale} listening={false}>
        {layer}
      </Layer>
    ))}
  </Stage>
);
