import { GENERIC_FRAME, gridSize, quiltOf } from '@gorse/core';
import { useMemo } from 'react';
import { usePlan } from '../document/plan-store.ts';
import { MOORLAND } from '../ui/theme.ts';

const WIDTH = 72;
const HEIGHT = 640;

/** The whole quilt as it lies on the poles: take-up pole above, belly pole below, the reach as a window between. One pass for now. */
export function RollStrip() {
  const regions = usePlan((state) => state.records.regions);
  const placements = usePlan((state) => state.records.placements);
  const { width, length } = gridSize(usePlan((state) => quiltOf(state.records).grid));
  const filled = useMemo(() => new Set(Object.values(placements).map((p) => p.regionId)), [placements]);
  const scale = Math.min(56 / width, (HEIGHT - 96) / length);
  const left = (WIDTH - width * scale) / 2;
  const reach = Math.min(length, GENERIC_FRAME.reach - GENERIC_FRAME.loadedAt.y) * scale;
  const whole = reach >= length * scale - 0.5;
  const title = whole
    ? 'The whole quilt lies within the reach: one pass'
    : 'Only the upper part lies within the reach of this frame';
  return (
    <aside className="strip" aria-label="The quilt on the poles">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width={WIDTH}
        height="100%"
        preserveAspectRatio="xMidYMin meet"
        role="img"
        aria-label={title}
      >
        <title>{title}</title>
        <Pole y={22} name="take-up" />
        <g transform={`translate(${left} 44) scale(${scale})`}>
          {Object.values(regions).map((region) => (
            <polygon
              key={region.id}
              points={region.ring.map((p) => `${p.x},${p.y}`).join(' ')}
              fill={filled.has(region.id) ? '#B9C6CD' : '#FBF8EE'}
              stroke="#b3a88c"
              strokeWidth={0.5 / scale}
            />
          ))}
        </g>
        <path
          d={`M6 44h-3v${reach}h3M${WIDTH - 6} 44h3v${reach}h-3`}
          fill="none"
          stroke={MOORLAND.gorse}
          strokeWidth={3}
        />
        <text x={WIDTH / 2} y={44 + length * scale + 18} textAnchor="middle" fontSize={12} fill={MOORLAND.ink}>
          {whole ? 'one pass' : 'reach'}
        </text>
        <Pole y={44 + length * scale + 38} name="belly" />
      </svg>
    </aside>
  );
}

function Pole({ y, name }: { readonly y: number; readonly name: string }) {
  return (
    <g>
      <rect x={4} y={y - 7} width={WIDTH - 8} height={14} rx={7} fill="#CBBF9F" stroke="#8F8366" />
      <text x={WIDTH / 2} y={y + 4} textAnchor="middle" fontSize={10} fill={MOORLAND.ink}>
        {name}
      </text>
    </g>
  );
}
