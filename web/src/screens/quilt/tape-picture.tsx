import type { Measure, Point, Size } from '@gorse/core';
import { MOORLAND } from '../../ui/theme.ts';

type Line = readonly [x0: number, y0: number, x1: number, y1: number];
/** Where the tape lies on a top 100 wide and 120 long. */
const TAPES: Readonly<Record<Measure, Line>> = {
  widthTop: [0, 6, 100, 6],
  widthMiddle: [0, 60, 100, 60],
  widthBottom: [0, 114, 100, 114],
  lengthLeft: [6, 0, 6, 120],
  lengthMiddle: [50, 0, 50, 120],
  lengthRight: [94, 0, 94, 120],
  diagonalLeft: [0, 0, 100, 120],
  diagonalRight: [100, 0, 0, 120],
};
/** How many times what is off square is drawn. */
const EXAGGERATED = 10;

interface Tapes {
  /** The tape to lay now. */
  readonly lit: Measure;
}
interface Outline {
  /** As measured, clockwise from the upper left, and the size it has on the mean, mm. */
  readonly corners: readonly Point[];
  readonly mean: Size;
}

/** A top with the eight lines of tape, one of them lit; or its true outline, what is off square ten times as large. */
export function TapePicture(props: Tapes | Outline) {
  const isOutline = 'corners' in props;
  return (
    <figure style={{ margin: 0 }}>
      <svg
        viewBox="-14 -14 128 148"
        role="img"
        aria-label={isOutline ? 'The true outline of the top, exaggerated' : 'Where to lay the tape'}
        style={{ width: '100%', height: 150, display: 'block' }}
      >
        <rect x={0} y={0} width={100} height={120} fill={MOORLAND.calico} stroke="#b3a88c" />
        {isOutline ? (
          <polygon
            points={exaggerated(props)
              .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
              .join(' ')}
            fill="none"
            stroke={MOORLAND.bracken}
            strokeWidth={2}
          />
        ) : (
          Object.entries(TAPES).map(([one, [x0, y0, x1, y1]]) => (
            <line
              key={one}
              {...{ x1: x0, y1: y0, x2: x1, y2: y1 }}
              stroke={one === props.lit ? MOORLAND.gorse : MOORLAND.slate}
              strokeWidth={one === props.lit ? 5 : 1}
              strokeDasharray={one === props.lit ? undefined : '4 3'}
            />
          ))
        )}
      </svg>
      {isOutline && (
        <figcaption style={{ textAlign: 'center', fontSize: 13 }}>
          True outline, what is off square drawn {EXAGGERATED} times as large
        </figcaption>
      )}
    </figure>
  );
}

/** The measured corners on the picture's rectangle. */
function exaggerated({ corners, mean: { width, length } }: Outline): Point[] {
  const square = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: length },
    { x: 0, y: length },
  ];
  return square.map((p, i) => ({
    x: ((p.x + EXAGGERATED * (corners[i]!.x - p.x)) / width) * 100,
    y: ((p.y + EXAGGERATED * (corners[i]!.y - p.y)) / length) * 120,
  }));
}
