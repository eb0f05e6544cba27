import {
  boundsOf,
  type DesignPlaces,
  type DesignPoint,
  designPoint,
  pointAlong,
  type Point,
  type Polyline,
  simplify,
  stretchOf,
  lengthOf,
} from '@gorse/core';
import { memo, type MouseEvent, type ReactNode, useMemo } from 'react';
import { placeOnPicture } from './use-handle.ts';
import { fromScreen, toScreen, type View } from '../tools/view.ts';
import { MOORLAND } from './theme.ts';

interface Props {
  readonly strokes: readonly Polyline[];
  readonly width: number;
  readonly height: number;
  /** Drawn behind, for comparing. */
  readonly ghost?: readonly Polyline[];
  /** What the analysis found, marked on the line. */
  readonly places?: DesignPlaces | null;
  /** How much of the line is stitched, 0 to 1; null draws it whole. */
  readonly played?: number | null;
  readonly label: string;
  readonly onPoint?: (p: DesignPoint) => void;
  readonly children?: (map: View) => ReactNode;
}

/** Room round the line for its marks, px. */
const ROOM = 18;
const RING = 6;

/** A design's line, large: its start (ring) and end (bar), what is remarkable about it, and how it is sewn. */
export function LineView(props: Props) {
  const { strokes, ghost, width, height, places, played = null, label, onPoint } = props;
  const map = useMemo(() => fitted([...strokes, ...(ghost ?? [])], width, height), [strokes, ghost, width, height]);
  // Thinned once to what can be seen, so that playing it is quick whatever the design.
  const seen = useMemo(() => strokes.map((stroke) => thinned(stroke, map)), [strokes, map]);
  const whole = useMemo(() => seen.map((stroke) => pathOf(stroke, map)).join(''), [seen, map]);
  const behind = useMemo(() => (ghost ?? []).map((stroke) => pathOf(thinned(stroke, map), map)).join(''), [ghost, map]);
  const sewn = useMemo(() => (played === null ? null : sewnPart(seen, played)), [seen, played]);
  const pick = (event: MouseEvent<SVGSVGElement>): void =>
    onPoint?.(fromScreen(map, placeOnPicture(event), designPoint));
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${width} ${height}`}
      // A picture must not hold anything that can be used.
      role={props.children ? 'group' : 'img'}
      aria-label={label}
      className="line-view"
      data-view={`${map.scale} ${map.x} ${map.y}`}
      style={{ cursor: onPoint ? 'crosshair' : undefined }}
      {...(onPoint ? { onClick: pick } : {})}
    >
      <g fill="none" strokeLinejoin="round" strokeLinecap="round">
        {behind !== '' && <path d={behind} stroke={MOORLAND.heather} strokeWidth={1.4} strokeDasharray="6 4" />}
        <path d={whole} stroke={MOORLAND.slate} strokeWidth={sewn ? 1 : 1.7} opacity={sewn ? 0.35 : 1} />
        {sewn && <path d={sewn.map((line) => pathOf(line, map)).join('')} stroke={MOORLAND.slate} strokeWidth={2} />}
      </g>
      {places && <Places places={places} strokes={strokes} map={map} />}
      {sewn?.length ? <Needle line={sewn.at(-1)!} map={map} /> : <Ends strokes={strokes} map={map} />}
      {props.children?.(map)}
    </svg>
  );
}

function fitted(strokes: readonly Polyline[], width: number, height: number): View {
  const bounds = boundsOf(strokes) ?? { minX: 0, minY: 0, maxX: 1, maxY: 1 };
  const scale = Math.min(
    (width - 2 * ROOM) / Math.max(1, bounds.maxX - bounds.minX),
    (height - 2 * ROOM) / Math.max(1, bounds.maxY - bounds.minY),
  );
  return {
    scale,
    x: width / 2 - (scale * (bounds.minX + bounds.maxX)) / 2,
    y: height / 2 - (scale * (bounds.minY + bounds.maxY)) / 2,
  };
}

/** A quarter of a pixel is not seen. */
const thinned = (stroke: Polyline, map: View): Polyline => simplify(stroke, 0.25 / map.scale);

function pathOf(line: Polyline, map: View): string {
  let text = '';
  for (let i = 0; i < line.length; i += 2) {
    const p = toScreen(map, { x: line[i]!, y: line[i + 1]! });
    text += `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`;
  }
  return text;
}

/** The strokes up to a part of the whole length. */
function sewnPart(strokes: readonly Polyline[], played: number): Polyline[] {
  let left = played * strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0);
  const out: Polyline[] = [];
  for (const stroke of strokes) {
    const length = lengthOf(stroke);
    if (left <= 0) break;
    out.push(left >= length ? stroke : stretchOf(stroke, 0, left));
    left -= length;
  }
  return out;
}

/** Start: a hollow ring. End: a bar across the way it is sewn. */
function Ends({ strokes, map }: { readonly strokes: readonly Polyline[]; readonly map: View }) {
  const first = strokes[0];
  const last = strokes.at(-1);
  if (!first || !last) return null;
  const start = toScreen(map, { x: first[0]!, y: first[1]! });
  const end = toScreen(map, { x: last.at(-2)!, y: last.at(-1)! });
  const beyond = Math.max(0, last.length - 12);
  const along = Math.atan2(last.at(-1)! - last[beyond + 1]!, last.at(-2)! - last[beyond]!);
  return (
    <g stroke={MOORLAND.bracken} fill="none">
      <circle cx={start.x} cy={start.y} r={RING} strokeWidth={2.4} />
      <path
        d="M0 -7v14"
        transform={`translate(${end.x} ${end.y}) rotate(${(along * 180) / Math.PI})`}
        strokeWidth={3}
      />
    </g>
  );
}

function Needle({ line, map }: { readonly line: Polyline; readonly map: View }) {
  const at = toScreen(map, { x: line.at(-2)!, y: line.at(-1)! });
  return <circle cx={at.x} cy={at.y} r={5} fill={MOORLAND.gorse} stroke={MOORLAND.ink} strokeWidth={1.2} />;
}

/** Stitched twice: thick. Crossings: small crosses. Widest gap: a dashed circle. Sharpest corner: a caret. */
const Places = memo(function Places({
  places,
  strokes,
  map,
}: {
  readonly places: DesignPlaces;
  readonly strokes: readonly Polyline[];
  readonly map: View;
}) {
  const doubled = places.doubled.flatMap(({ from, to }) => stretches(strokes, from, to));
  const gap = places.gap && { ...toScreen(map, places.gap.centre), r: (places.gap.diameter / 2) * map.scale };
  const sharpest = places.sharpest && toScreen(map, places.sharpest.at);
  const tightest = places.tightest && toScreen(map, places.tightest.at);
  return (
    <g fill="none" strokeLinecap="round">
      {gap && <circle cx={gap.x} cy={gap.y} r={gap.r} stroke={MOORLAND.moss} strokeWidth={1.4} strokeDasharray="2 4" />}
      {doubled.length > 0 && (
        <path
          d={doubled.map((line) => pathOf(thinned(line, map), map)).join('')}
          stroke={MOORLAND.rowan}
          strokeWidth={5}
          opacity={0.55}
        />
      )}
      <path
        d={places.crossings
          .slice(0, 400)
          .map((place) => toScreen(map, place))
          .map((p) => `M${p.x - 3} ${p.y - 3}l6 6m0-6l-6 6`)
          .join('')}
        stroke={MOORLAND.heather}
        strokeWidth={1.4}
      />
      {sharpest && <path d={`M${sharpest.x - 7} ${sharpest.y - 12}l7 9l7-9`} stroke={MOORLAND.rowan} strokeWidth={2} />}
      {tightest && <circle cx={tightest.x} cy={tightest.y} r={9} stroke={MOORLAND.rowan} strokeWidth={1.4} />}
    </g>
  );
});

function stretches(strokes: readonly Polyline[], from: number, to: number): Polyline[] {
  const out: Polyline[] = [];
  let before = 0;
  for (const stroke of strokes) {
    const length = lengthOf(stroke);
    const [a, b] = [Math.max(0, from - before), Math.min(length, to - before)];
    if (b > a) out.push(stretchOf(stroke, a, b));
    before += length;
  }
  return out;
}

/** A place on the line, as a mark can stand on it. */
export const placeOn = (map: View, strokes: readonly Polyline[], along: number): Point =>
  toScreen(map, pointAlong(strokes, along));
