import { MM_PER_INCH } from '@gorse/core';
import { type KeyboardEvent, useState } from 'react';
import { useHandle } from '../../ui/use-handle.ts';
import { moveBoundary } from '../../tools/move-boundary.ts';
import { MOORLAND } from '../../ui/theme.ts';
import type { StripLayout } from './use-strip.ts';

export const SIXTEENTH = MM_PER_INCH / 16;

/** Where a pass begins: dragged, or moved with the arrow keys by 1/16 in, Shift 1/2 in. */
export function Boundary({
  pass,
  from,
  pinned,
  least,
  layout: { left, right, length: most, toY, toMm },
  onStart,
}: {
  readonly pass: number;
  readonly from: number;
  readonly pinned: boolean;
  readonly least: number;
  readonly layout: StripLayout;
  readonly onStart: (pass: number, from: number) => void;
}) {
  const [x0, x1] = [left - 8, right + 4];
  const [dragged, setDragged] = useState<number | null>(null);
  const { onKeyDown, ...handle } = useHandle(
    () => moveBoundary(from, { least, most }, setDragged, (mm) => onStart(pass, mm)),
    ({ x, y }) => ({ x, y: toMm(y) }),
  );
  const onKey = (event: KeyboardEvent): void => {
    onKeyDown(event);
    const way = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (way === 0) return;
    event.preventDefault();
    onStart(pass, Math.min(most, Math.max(least, from + way * SIXTEENTH * (event.shiftKey ? 8 : 1))));
  };
  const y = toY(dragged ?? from);
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`Where pass ${pass + 1} begins, millimetres from the upper edge`}
      aria-orientation="vertical"
      aria-valuenow={Math.round(dragged ?? from)}
      aria-valuemin={Math.round(least)}
      aria-valuemax={Math.round(most)}
      style={{ cursor: 'ns-resize', touchAction: 'none' }}
      {...handle}
      onKeyDown={onKey}
    >
      <rect x={x0} y={y - 9} width={x1 - x0} height={18} fill="transparent" />
      <path
        d={`M${x0} ${y}H${x1}`}
        stroke={MOORLAND.bracken}
        strokeWidth={pinned ? 3 : 2}
        strokeDasharray={pinned ? undefined : '5 3'}
      />
      <circle
        cx={x0}
        cy={y}
        r={pinned ? 6 : 4.5}
        fill={pinned ? MOORLAND.bracken : '#fff'}
        stroke={MOORLAND.bracken}
        strokeWidth={2}
      />
    </g>
  );
}
