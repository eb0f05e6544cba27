import { applyToPoint, type ClothPoint, counted, type Point } from '@gorse/core';
import { memo } from 'react';
import { MOORLAND } from '../../ui/theme.ts';
import { Boundary, SIXTEENTH } from './boundary.tsx';
import { PassBand } from './pass-band.tsx';
import { StripCloth } from './strip-cloth.tsx';
import { HEIGHT, type StripLayout, useStrip } from './use-strip.ts';

interface Props {
  readonly width?: number;
  /** Passes can be chosen and their beginnings moved. */
  readonly chosen?: number;
  readonly onChoose?: (pass: number) => void;
  readonly onStart?: (pass: number, from: number) => void;
  /** The place that is asked for at the frame. */
  readonly mark?: ClothPoint | null;
}

/** The whole quilt as it lies on the poles: take-up pole above, belly pole below, the passes as bands, the reach now as a bracket. */
export const RollStrip = memo(function RollStrip({ width = 72, chosen, onChoose, onStart, mark = null }: Props) {
  const wide = width > 150;
  const { layout, rows, turned, passes, inAll, rolled, reach, roll } = useStrip(width, wide, chosen);
  const { left, right, bottom, scale, toY } = layout;
  const isSome = passes.length < inAll;
  const some = isSome ? `${passes.length} of ${counted(inAll, 'pass')}` : counted(inAll, 'pass');
  const count = turned ? `${some}, turned` : some;
  // A narrow strip has room for a short word.
  const short = isSome ? `${passes.length} of ${inAll}` : count;
  const title =
    passes.length === 0 ? 'The quilt on the poles; the bracket is the reach' : `${count}; the bracket is the reach now`;
  return (
    <aside className="strip" aria-label="The quilt on the poles">
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        width={width}
        height="100%"
        preserveAspectRatio="xMidYMin meet"
        role={wide ? 'group' : 'img'}
        aria-label={title}
      >
        <title>{title}</title>
        <defs>
          <pattern id="stitched-pass" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M0 6L6 0" stroke={MOORLAND.moss} strokeWidth={1.2} opacity={0.7} />
          </pattern>
        </defs>
        <Pole x={left} width={right - left} y={22} half={roll} name="take-up" />
        <StripCloth rows={rows} layout={layout} />
        {passes.map((pass, i) => (
          <PassBand
            key={pass.at}
            first={i === 0}
            pass={pass}
            layout={layout}
            wide={wide}
            chosen={chosen === pass.at}
            fixed={!onStart}
            onChoose={onChoose && (() => onChoose(pass.at))}
          />
        ))}
        {onStart &&
          passes
            .slice(1)
            .map(({ at, from, pinned }, before) => (
              <Boundary
                key={at}
                pass={at}
                from={from}
                pinned={pinned}
                least={passes[before]!.from + SIXTEENTH}
                layout={layout}
                onStart={onStart}
              />
            ))}
        <Bracket layout={layout} y={toY(rolled)} height={reach * scale} />
        {mark && <Asked at={applyToPoint(layout.lie, mark)} layout={layout} />}
        <text x={(left + right) / 2} y={bottom + 18} textAnchor="middle" fontSize={12} fill={MOORLAND.ink}>
          {passes.length === 0 ? 'reach' : wide ? count : short}
        </text>
        <Pole x={left} width={right - left} y={bottom + 38} half={7} name="belly" />
      </svg>
    </aside>
  );
});

/** What the head reaches now. */
function Bracket({
  layout: { left, right },
  y,
  height,
}: {
  readonly layout: StripLayout;
  readonly y: number;
  readonly height: number;
}) {
  return (
    <path
      d={`M${left - 2} ${y}h-4v${height}h4M${right + 2} ${y}h4v${height}h-4`}
      fill="none"
      stroke={MOORLAND.gorse}
      strokeWidth={3}
    />
  );
}

function Pole({
  x,
  width,
  y,
  half,
  name,
}: {
  readonly x: number;
  readonly width: number;
  readonly y: number;
  readonly half: number;
  readonly name: string;
}) {
  return (
    <g>
      <rect x={x - 4} y={y - half} width={width + 8} height={2 * half} rx={half} fill="#CBBF9F" stroke="#8F8366" />
      <text x={x + width / 2} y={y + 4} textAnchor="middle" fontSize={10} fill={MOORLAND.ink}>
        {name}
      </text>
    </g>
  );
}

/** The place asked for, on the plan. */
function Asked({ at, layout: { left, scale, toY } }: { readonly at: Point; readonly layout: StripLayout }) {
  return (
    <circle
      cx={left + at.x * scale}
      cy={toY(at.y)}
      r={5}
      fill={MOORLAND.gorse}
      stroke={MOORLAND.ink}
      strokeWidth={1.5}
    />
  );
}
