import { formatLength, type FrameProfile, fullReach, reachAfter, rollRadius } from '@gorse/core';
import { useLengthStyle } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';

const WIDTH = 720;
const HEIGHT = 168;
const CLOTH = 96;

/** The frame from the side, to scale: the roll in the throat as thick as it is in this pass, what the head reaches, and what is kept free. */
export function SideView({
  frame,
  rolled,
  used,
}: {
  readonly frame: FrameProfile;
  readonly rolled: number;
  /** Depth of what is stitched in the pass, mm. */
  readonly used: number;
}) {
  const style = useLengthStyle();
  const scale = (WIDTH - 150) / (frame.throat + 90);
  const radius = rollRadius(frame, rolled) * scale;
  const bare = frame.poleRadius * scale;
  const x0 = 90;
  const front = x0 + (frame.throat - frame.foot) * scale;
  const reach = reachAfter(frame, rolled) * scale;
  const start = front - reach;
  const free = frame.room * scale;
  const said = `Rolled up ${formatLength(Math.max(0, rolled), style)}: the roll is ${formatLength(2 * rollRadius(frame, rolled), style)} thick, the reach ${formatLength(reachAfter(frame, rolled), style)} of ${formatLength(fullReach(frame), style)}; ${formatLength(used, style)} of it is stitched.`;
  const centre = start - frame.clamps * scale - radius;
  return (
    <figure style={{ margin: 0, padding: '6px 14px' }}>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" style={{ maxHeight: 190 }} role="img" aria-label={said}>
        <path
          d={`M${x0 - 44} ${CLOTH + 40}V26q0 -14 14 -14H${front + 6}q10 0 10 10V46`}
          fill="none"
          stroke={MOORLAND.slate}
          strokeWidth={9}
          strokeLinejoin="round"
        />
        <path d={`M${front + 16} 46V${CLOTH - 8}`} stroke={MOORLAND.ink} strokeWidth={2.5} />
        <circle
          cx={centre}
          cy={CLOTH + radius - bare * 0.2}
          r={radius}
          fill="#E3D9BF"
          stroke="#8F8366"
          strokeWidth={1.5}
        />
        {[0.45, 0.7].map((part) => (
          <circle
            key={part}
            cx={centre}
            cy={CLOTH + radius - bare * 0.2}
            r={bare + (radius - bare) * part}
            fill="none"
            stroke="#b3a88c"
          />
        ))}
        <circle cx={centre} cy={CLOTH + radius - bare * 0.2} r={bare} fill="#CBBF9F" stroke="#8F8366" />
        <path
          d={`M${centre} ${CLOTH - bare * 0.2}H${front + 60}`}
          stroke={MOORLAND.bracken}
          strokeWidth={3}
          strokeLinecap="round"
        />
        <circle cx={front + 70} cy={CLOTH + 14} r={14} fill="#E3D9BF" stroke="#8F8366" />
        <rect x={start} y={CLOTH - 26} width={free} height={24} fill={MOORLAND.heather} opacity={0.25} />
        <rect x={front - free} y={CLOTH - 26} width={free} height={24} fill={MOORLAND.heather} opacity={0.25} />
        <rect
          x={start + free}
          y={CLOTH - 22}
          width={Math.max(0, used * scale)}
          height={16}
          fill={MOORLAND.slate}
          opacity={0.3}
        />
        <path d={`M${start} ${CLOTH - 30}v-8H${front}v8`} fill="none" stroke={MOORLAND.gorse} strokeWidth={3.5} />
        <text
          x={(start + front) / 2}
          y={CLOTH - 46}
          textAnchor="middle"
          fontSize={15}
          fontWeight={700}
          fill={MOORLAND.ink}
        >
          reach {formatLength(reachAfter(frame, rolled), style)}
        </text>
        <text x={centre} y={CLOTH + radius - bare * 0.2 + 4} textAnchor="middle" fontSize={13} fill={MOORLAND.ink}>
          take-up
        </text>
        <text x={front + 70} y={CLOTH + 46} textAnchor="middle" fontSize={13} fill={MOORLAND.ink}>
          belly
        </text>
      </svg>
      <figcaption style={{ fontSize: 14 }}>
        {said} Heather: kept free, since rolling by hand is out a little.
      </figcaption>
    </figure>
  );
}
