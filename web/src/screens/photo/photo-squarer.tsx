import { formatLength, type PhotoPoint, type PhotoSize, type Point, squareUp } from '@gorse/core';
import { type KeyboardEvent, useState } from 'react';
import { useHandle } from '../../ui/use-handle.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';

interface Props {
  /** Address of the photo. */
  readonly url: string;
  readonly photo: PhotoSize;
  readonly points: readonly PhotoPoint[];
  readonly onMove: (id: string, onPhoto: Point) => void;
}

/** Of the photo's longer side: a ring, and the loupe with what it shows. */
const RING = 1 / 36;
const LOUPE = { size: 1 / 4, shows: 1 / 24 } as const;

/** The photo with a big ring on each point, the lengths between the corners, and a loupe over the ring that is moved. */
export function PhotoSquarer({ url, photo, points, onMove }: Props) {
  const style = useLengthStyle();
  const [held, hold] = useState<string | null>(null);
  const { width, height } = photo;
  const side = Math.max(width, height);
  const misses = points.length > 4 ? (squareUp(points, photo)?.misses ?? []) : [];
  const corners = points.slice(0, 4);
  const one = points.find(({ id }) => id === held);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label="The photo, with its points"
      style={{ width: '100%', height: '100%', display: 'block', touchAction: 'none', background: '#e9e4d6' }}
    >
      <image href={url} width={width} height={height} />
      {corners.map(({ id, onPhoto: a, at: p }, i) => {
        const { onPhoto: b, at: q } = corners[(i + 1) % 4]!;
        return (
          <g key={id}>
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="#fff" strokeWidth={side / 260} />
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={MOORLAND.rowan} strokeWidth={side / 500} />
            <Words at={{ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }} side={side}>
              {formatLength(Math.hypot(q.x - p.x, q.y - p.y), style)}
            </Words>
          </g>
        );
      })}
      {points.map((point, i) => (
        <Ring
          key={point.id}
          point={point}
          number={i + 1}
          photo={photo}
          miss={misses[i] === undefined ? null : formatLength(misses[i], style)}
          onHold={(is) => hold(is ? point.id : null)}
          onMove={(onPhoto) => onMove(point.id, onPhoto)}
        />
      ))}
      {one && <Loupe url={url} photo={photo} at={one.onPhoto} />}
    </svg>
  );
}

function Ring({
  point: { onPhoto },
  number,
  photo: { width, height },
  miss,
  onHold,
  onMove,
}: {
  readonly point: PhotoPoint;
  readonly number: number;
  readonly photo: PhotoSize;
  /** How far it is off; null while nothing tells. */
  readonly miss: string | null;
  readonly onHold: (is: boolean) => void;
  readonly onMove: (onPhoto: Point) => void;
}) {
  const side = Math.max(width, height);
  const r = side * RING;
  const to = ({ x, y }: Point): void =>
    onMove({ x: Math.min(width, Math.max(0, x)), y: Math.min(height, Math.max(0, y)) });
  const { onKeyDown: escape, ...pointer } = useHandle<Point>(
    () => {
      const from = onPhoto;
      return {
        move: (p) => {
          onHold(true);
          to(p);
        },
        end: () => onHold(false),
        cancel: () => {
          onHold(false);
          to(from);
        },
      };
    },
    (p) => p,
  );
  const key = (event: KeyboardEvent): void => {
    escape(event);
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!way) return;
    event.preventDefault();
    const by = event.shiftKey ? 20 : 1;
    to({ x: onPhoto.x + by * way[0]!, y: onPhoto.y + by * way[1]! });
  };
  return (
    <g
      {...pointer}
      className="photo-ring"
      role="slider"
      tabIndex={0}
      aria-label={`Point ${number}. Arrow keys move it by a pixel, with Shift by 20`}
      aria-valuenow={Math.round(onPhoto.x)}
      aria-valuetext={`${Math.round(onPhoto.x)} pixels from the left, ${Math.round(onPhoto.y)} from the top${miss === null ? '' : `, ${miss} off`}`}
      onKeyDown={key}
      onFocus={() => onHold(true)}
      onBlur={() => onHold(false)}
      style={{ cursor: 'move' }}
    >
      <circle
        cx={onPhoto.x}
        cy={onPhoto.y}
        r={r}
        fill="rgba(255,255,255,0.25)"
        stroke="#fff"
        strokeWidth={side / 180}
      />
      <circle cx={onPhoto.x} cy={onPhoto.y} r={r} fill="none" stroke={MOORLAND.rowan} strokeWidth={side / 320} />
      <path
        d={`M${onPhoto.x - r / 2} ${onPhoto.y}h${r}M${onPhoto.x} ${onPhoto.y - r / 2}v${r}`}
        stroke={MOORLAND.rowan}
        strokeWidth={side / 900}
      />
      <Words at={{ x: onPhoto.x, y: onPhoto.y + 2.1 * r }} side={side}>
        {`${number}${miss === null ? '' : `: ${miss} off`}`}
      </Words>
    </g>
  );
}

function Words({ at, side, children }: { readonly at: Point; readonly side: number; readonly children: string }) {
  return (
    <text
      x={at.x}
      y={at.y}
      textAnchor="middle"
      fontSize={side / 32}
      fontWeight={700}
      fill={MOORLAND.ink}
      stroke="#fffdf7"
      strokeWidth={side / 160}
      paintOrder="stroke"
      pointerEvents="none"
    >
      {children}
    </text>
  );
}

/** The photo about a place, six times as large, at the middle of the far side, where no corner is. */
function Loupe({
  url,
  photo: { width, height },
  at,
}: {
  readonly url: string;
  readonly photo: PhotoSize;
  readonly at: Point;
}) {
  const side = Math.max(width, height);
  const [size, shows] = [side * LOUPE.size, side * LOUPE.shows];
  const x = at.x < width / 2 ? width - size : 0;
  const y = (height - size) / 2;
  return (
    <g pointerEvents="none" aria-hidden>
      <svg x={x} y={y} width={size} height={size} viewBox={`${at.x - shows / 2} ${at.y - shows / 2} ${shows} ${shows}`}>
        <rect x={at.x - shows} y={at.y - shows} width={2 * shows} height={2 * shows} fill="#e9e4d6" />
        <image href={url} width={width} height={height} />
        <path
          d={`M${at.x - shows} ${at.y}h${2 * shows}M${at.x} ${at.y - shows}v${2 * shows}`}
          stroke={MOORLAND.rowan}
          strokeWidth={shows / 90}
        />
      </svg>
      <rect x={x} y={y} width={size} height={size} fill="none" stroke={MOORLAND.ink} strokeWidth={side / 300} />
    </g>
  );
}
