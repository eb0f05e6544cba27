import { ringBounds } from '@gorse/core';
import { useMemo } from 'react';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { MOORLAND } from '../../ui/theme.ts';

const WIDTH = 100;
const HEIGHT = 62;
/** A long patch is shown at least so high, from its upper left end on. */
const LEAST_HIGH = 30;

/** A patch with what would be stitched in it, small; empty until it is worked out. */
export function FittedPicture({ fitted }: { readonly fitted: Fitted | undefined }) {
  const drawn = useMemo(() => fitted && drawing(fitted), [fitted]);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      aria-hidden
      style={{ background: MOORLAND.calico, borderRadius: 4 }}
    >
      {drawn && (
        <g fill="none" strokeLinejoin="round">
          <path d={drawn.outline} stroke={MOORLAND.bracken} strokeWidth={1} strokeDasharray="3 2" />
          <path d={drawn.lines} stroke={MOORLAND.slate} strokeWidth={0.9} />
        </g>
      )}
    </svg>
  );
}

function drawing({ outline, lines }: Fitted): { readonly outline: string; readonly lines: string } {
  const { minX, minY, maxX, maxY } = ringBounds(outline);
  const [wide, high] = [maxX - minX, maxY - minY];
  const whole = Math.min((WIDTH - 6) / wide, (HEIGHT - 6) / high);
  const scale = Math.max(whole, LEAST_HIGH / Math.min(wide, high));
  // What has room is in the middle, the rest runs out of the picture.
  const left = Math.max(3, (WIDTH - scale * wide) / 2);
  const top = Math.max(3, (HEIGHT - scale * high) / 2);
  const at = (x: number, y: number): string =>
    `${(left + scale * (x - minX)).toFixed(1)} ${(top + scale * (y - minY)).toFixed(1)}`;
  const path = (line: Float64Array): string => {
    let text = '';
    for (let i = 0; i < line.length; i += 2) text += `${i === 0 ? 'M' : 'L'}${at(line[i]!, line[i + 1]!)}`;
    return text;
  };
  return { outline: `M${outline.map(({ x, y }) => at(x, y)).join('L')}Z`, lines: lines.map(path).join('') };
}
