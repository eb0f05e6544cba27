import { formatLength, formatLengthNumber } from '@gorse/core';
import { Text } from '@mantine/core';
import { useLengthStyle } from '../preferences.ts';
import { MOORLAND } from '../theme.ts';

const PICTURE = { width: 150, height: 110 };
/** A hand's breadth with the thumb, and a ruler, mm. */
const HAND = { width: 100, height: 180 };
const RULER = 305;

/** A box of this size beside a hand and a 12 in ruler, all at the same scale. */
export function SizeChoice({
  name,
  width,
  height,
  likely,
  onChoose,
}: {
  readonly name: string;
  /** As the program that wrote the file usually means it. */
  readonly likely: boolean;
  readonly width: number;
  readonly height: number;
  readonly onChoose: () => void;
}) {
  const style = useLengthStyle();
  const scale = Math.min(
    PICTURE.width / (Math.max(width, RULER) + HAND.width + 30),
    (PICTURE.height - 16) / Math.max(height, HAND.height),
  );
  const floor = PICTURE.height - 10;
  const handX = PICTURE.width - HAND.width * scale;
  return (
    <button type="button" className="tile" onClick={onChoose} style={{ textAlign: 'center' }}>
      <svg viewBox={`0 0 ${PICTURE.width} ${PICTURE.height}`} width="100%" aria-hidden>
        <rect
          x={0.8}
          y={floor - Math.max(1, height * scale)}
          width={Math.max(1, width * scale)}
          height={Math.max(1, height * scale)}
          fill={MOORLAND.gorse}
          fillOpacity={0.35}
          stroke={MOORLAND.bracken}
        />
        <g
          transform={`translate(${handX} ${floor - HAND.height * scale}) scale(${scale})`}
          fill={MOORLAND.slate}
          opacity={0.55}
        >
          <rect x={22} y={80} width={74} height={100} rx={26} />
          {[24, 43, 62, 81].map((left, i) => (
            <rect key={left} x={left - 2} y={[22, 4, 10, 34][i]} width={16} height={100} rx={8} />
          ))}
          <rect x={0} y={78} width={17} height={70} rx={8} transform="rotate(-28 10 120)" />
        </g>
        <g stroke={MOORLAND.ink} strokeWidth={0.8}>
          <path d={`M0 ${floor + 4}h${RULER * scale}`} />
          {Array.from({ length: 13 }, (_, i) => (
            <path key={i} d={`M${i * 25.4 * scale} ${floor + 1}v${i % 12 === 0 ? 7 : 4}`} />
          ))}
        </g>
      </svg>
      <Text fw={700}>{name}</Text>
      {likely && <Text size="sm">as its program draws</Text>}
      <Text size="sm">
        {formatLengthNumber(width, style)} × {formatLength(height, style)}
      </Text>
    </button>
  );
}
