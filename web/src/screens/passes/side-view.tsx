import { formatLength, type FrameProfile, fullReach, reachAfter, rollRadius } from '@gorse/core';
import { useLengthStyle } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';

const WIDTH = 720;
const HEIGHT = 176;
/** y of the cloth between the poles. */
const CLOTH = 96;
/** y of the line that shows what is measured. */
const DIMENSION = 166;
const BELLY = 14;

interface Props {
  readonly frame: FrameProfile;
  readonly rolled: number;
  /** Depth of what is stitched in the pass, mm. */
  readonly used: number;
  /** What is being measured. */
  readonly measure?: keyof FrameProfile | null;
}

/** The frame from the side, to scale: the roll in the throat as thick as it is in this pass, what the head reaches, and what is kept free. */
export function SideView({ frame, rolled, used, measure = null }: Props) {
  const style = useLengthStyle();
  const scale = (WIDTH - 150) / (frame.throat + 90);
  const radius = rollRadius(frame, rolled) * scale;
  const bare = frame.poleRadius * scale;
  const wound = rollRadius(frame, 0) * scale;
  // The middle of the take-up pole; the head stands as far in front as it can.
  const centre = 90;
  const middle = CLOTH + radius - bare * 0.2;
  const start = centre + radius + frame.clamps * scale;
  const front = start + reachAfter(frame, rolled) * scale;
  const neck = front - frame.throat * scale;
  const free = frame.room * scale;
  const said = `Rolled up ${formatLength(Math.max(0, rolled), style)}: the roll is ${formatLength(2 * rollRadius(frame, rolled), style)} thick, the reach ${formatLength(reachAfter(frame, rolled), style)} of ${formatLength(fullReach(frame), style)}; ${formatLength(used, style)} of it is stitched.`;
  const spans: Partial<Record<keyof FrameProfile, readonly [number, number]>> = {
    throat: [neck, front],
    foot: [centre + bare, front],
    clamps: [centre + radius, start],
    poleRadius: [centre, centre + bare],
    leader: [centre + bare, centre + wound],
    thickness: [centre + wound, centre + radius],
    room: [start, start + free],
  };
  const span = measure === null ? undefined : spans[measure];
  return (
    <figure style={{ margin: 0, padding: '6px 14px' }}>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" style={{ maxHeight: 190 }} role="img" aria-label={said}>
        <path
          d={`M${neck - 4.5} ${CLOTH + 40}V26q0 -14 14 -14H${front - 4}q10 0 10 10V46`}
          fill="none"
          stroke={MOORLAND.slate}
          strokeWidth={9}
          strokeLinejoin="round"
        />
        <path d={`M${front} 46V${CLOTH - 8}`} stroke={MOORLAND.ink} strokeWidth={2.5} />
        <circle cx={centre} cy={middle} r={radius} fill="#E3D9BF" stroke="#8F8366" strokeWidth={1.5} />
        {[0.45, 0.7].map((part) => (
          <circle key={part} cx={centre} cy={middle} r={wound + (radius - wound) * part} fill="none" stroke="#b3a88c" />
        ))}
        <circle cx={centre} cy={middle} r={wound} fill="none" stroke={MOORLAND.bracken} strokeWidth={1.5} />
        <circle cx={centre} cy={middle} r={bare} fill="#CBBF9F" stroke="#8F8366" />
        <path
          d={`M${centre} ${middle - radius}H${front + 60}`}
          stroke={MOORLAND.bracken}
          strokeWidth={3}
          strokeLinecap="round"
        />
        <circle cx={front + 60} cy={middle - radius + BELLY} r={BELLY} fill="#E3D9BF" stroke="#8F8366" />
        {[start, front - free].map((x) => (
          <rect key={x} x={x} y={CLOTH - 26} width={free} height={24} fill={MOORLAND.heather} opacity={0.25} />
        ))}
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
        <text x={centre} y={middle + 4} textAnchor="middle" fontSize={13} fill={MOORLAND.ink}>
          take-up
        </text>
        <text x={front + 60} y={middle - radius + 44} textAnchor="middle" fontSize={13} fill={MOORLAND.ink}>
          belly
        </text>
        {span && <Dimension from={span[0]} to={span[1]} />}
      </svg>
      <figcaption style={{ fontSize: 14 }}>
        {said} Heather: kept free, since rolling by hand is out a little.
      </figcaption>
    </figure>
  );
}

/** What is measured: a line with a bar at either end, brought down from where it lies. */
function Dimension({ from, to }: { readonly from: number; readonly to: number }) {
  return (
    <g stroke={MOORLAND.rowan} fill="none">
      <path d={`M${from} ${CLOTH - 60}V${DIMENSION + 6}M${to} ${CLOTH - 60}V${DIMENSION + 6}`} strokeDasharray="3 3" />
      <path d={`M${from} ${DIMENSION}H${to}`} strokeWidth={4} />
      <path d={`M${from} ${DIMENSION - 7}v14M${to} ${DIMENSION - 7}v14`} strokeWidth={2.5} />
    </g>
  );
}
