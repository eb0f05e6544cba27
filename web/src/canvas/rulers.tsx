import { MM_PER_INCH, trimmed, unitOf } from '@gorse/core';
import { useLengthStyle } from '../ui/preferences.ts';
import { rulerStep, type Size, type View } from '../tools/view.ts';

export const RULER = 24;

/** Rulers along the top and the left, in the person's unit. */
export function Rulers({ view, size }: { readonly view: View; readonly size: Size }) {
  const style = useLengthStyle();
  const unit = unitOf(style);
  const mm = unit === 'in' ? MM_PER_INCH : unit === 'cm' ? 10 : 1;
  const px = mm * view.scale;
  const step = rulerStep(px);
  const ticks = (offset: number, length: number): { at: number; value: number }[] => {
    const first = Math.ceil((RULER - offset) / px / step);
    const last = Math.floor((length - offset) / px / step);
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => ({
      at: offset + (first + i) * step * px,
      value: (first + i) * step,
    }));
  };
  return (
    <svg
      width={size.width}
      height={size.height}
      style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
      aria-hidden
      fontSize={11}
      fill="var(--ink-soft)"
    >
      <rect width={size.width} height={RULER} fill="#fffdf7" />
      <rect width={RULER} height={size.height} fill="#fffdf7" />
      {ticks(view.x, size.width).map(({ at, value }) => (
        <g key={`x${value}`}>
          <path d={`M${at} ${RULER}v-8`} stroke="var(--ink-soft)" />
          <text x={at + 3} y={12}>
            {trimmed(value, 2)}
          </text>
        </g>
      ))}
      {ticks(view.y, size.height).map(({ at, value }) => (
        <g key={`y${value}`}>
          <path d={`M${RULER} ${at}h-8`} stroke="var(--ink-soft)" />
          <text x={2} y={at - 3}>
            {trimmed(value, 2)}
          </text>
        </g>
      ))}
      <path d={`M0 ${RULER}H${size.width}M${RULER} 0V${size.height}`} stroke="var(--line)" />
      <rect width={RULER} height={RULER} fill="#fffdf7" />
      <text x={5} y={16}>
        {unit}
      </text>
    </svg>
  );
}
