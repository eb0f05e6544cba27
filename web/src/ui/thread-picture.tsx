import { boundsOf, type Polyline, simplify } from '@gorse/core';
import { useMemo } from 'react';
import { MOORLAND } from './theme.ts';

interface Props {
  readonly strokes: readonly Polyline[];
  readonly width: number;
  readonly height: number;
  /** Pixels a millimetre; fitted when left out. */
  readonly scale?: number;
  readonly ends?: boolean;
  readonly label: string;
}

/** A design drawn as thread on calico, with its start (ring) and end (bar). */
export function ThreadPicture({ strokes, width, height, scale, ends = false, label }: Props) {
  const drawn = useMemo(() => {
    const bounds = boundsOf(strokes);
    if (!bounds) return null;
    const fitted = Math.min(
      (width - 16) / Math.max(1, bounds.maxX - bounds.minX),
      (height - 16) / Math.max(1, bounds.maxY - bounds.minY),
    );
    const factor = Math.min(scale ?? fitted, fitted);
    const x = (value: number): number => width / 2 + (value - (bounds.minX + bounds.maxX) / 2) * factor;
    const y = (value: number): number => height / 2 + (value - (bounds.minY + bounds.maxY) / 2) * factor;
    const path = strokes
      .map((stroke) => {
        const line = simplify(stroke, 0.3 / factor);
        let text = '';
        for (let i = 0; i < line.length; i += 2)
          text += `${i === 0 ? 'M' : 'L'}${x(line[i]!).toFixed(1)} ${y(line[i + 1]!).toFixed(1)}`;
        return text;
      })
      .join('');
    const first = strokes[0]!;
    const last = strokes.at(-1)!;
    const beyond = Math.max(0, last.length - 12);
    const along = Math.atan2(last.at(-1)! - last[beyond + 1]!, last.at(-2)! - last[beyond]!);
    return {
      path,
      along,
      start: [x(first[0]!), y(first[1]!)] as const,
      end: [x(last.at(-2)!), y(last.at(-1)!)] as const,
    };
  }, [strokes, width, height, scale]);
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={label}
      style={{ display: 'block', background: MOORLAND.calico, borderRadius: 4 }}
    >
      {drawn && (
        <>
          <path
            d={drawn.path}
            fill="none"
            stroke={MOORLAND.slate}
            strokeWidth={1.6}
            strokeLinejoin="round"
            strokeLinecap="round"
          />
          {ends && (
            <>
              <circle
                cx={drawn.start[0]}
                cy={drawn.start[1]}
                r={6}
                fill="none"
                stroke={MOORLAND.bracken}
                strokeWidth={2.4}
              />
              <path
                d="M0 -7v14"
                transform={`translate(${drawn.end[0]} ${drawn.end[1]}) rotate(${(drawn.along * 180) / Math.PI})`}
                stroke={MOORLAND.bracken}
                strokeWidth={3}
              />
            </>
          )}
        </>
      )}
    </svg>
  );
}
