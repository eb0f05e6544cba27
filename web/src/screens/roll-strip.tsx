import { counted, applyToPoint, GENERIC_FRAME, loadedSize, loadingMap, quiltOf } from '@gorse/core';
import { useMemo } from 'react';
import { usePlan } from '../document/plan-store.ts';
import { usePlanned } from '../planning-worker/planned-store.ts';
import { MOORLAND } from '../ui/theme.ts';

const WIDTH = 72;
const HEIGHT = 640;

/** The whole quilt as it lies on the poles: take-up pole above, belly pole below, the first reach as a window, later passes of rows as lines. */
export function RollStrip() {
  const regions = usePlan((state) => state.records.regions);
  const placements = usePlan((state) => state.records.placements);
  const { grid, loading } = usePlan((state) => quiltOf(state.records));
  const byRowSet = usePlanned((state) => state.byRowSet);
  const { width, length } = loadedSize(loading, grid);
  const lie = loadingMap(loading, grid);
  const filled = useMemo(() => new Set(Object.values(placements).map((p) => p.regionId)), [placements]);
  const rows = Object.values(byRowSet).flatMap((set) => set.rows);
  const starts = rows
    .filter((row, i) => i > 0 && row.pass !== rows[i - 1]!.pass)
    .map((row) => Math.min(...row.ring.map((p) => applyToPoint(lie, p).y)));
  const scale = Math.min(56 / width, (HEIGHT - 96) / length);
  const left = (WIDTH - width * scale) / 2;
  const reach = Math.min(length, GENERIC_FRAME.reach - GENERIC_FRAME.loadedAt.y) * scale;
  const whole = reach >= length * scale - 0.5;
  const passes = starts.length + 1;
  const title = whole
    ? 'The whole quilt lies within the reach: one pass'
    : rows.length > 0
      ? `${counted(rows.length, 'row')} in ${counted(passes, 'pass')}; the bracket is the first reach`
      : 'Only the upper part lies within the reach of this frame';
  const caption = whole ? 'one pass' : rows.length > 0 ? counted(passes, 'pass') : 'reach';
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
              points={region.ring
                .map((p) => applyToPoint(lie, p))
                .map((p) => `${p.x},${p.y}`)
                .join(' ')}
              fill={filled.has(region.id) ? '#B9C6CD' : '#FBF8EE'}
              stroke="#b3a88c"
              strokeWidth={0.5 / scale}
            />
          ))}
          {rows.map((row) => {
            const ys = row.ring.map((p) => applyToPoint(lie, p).y);
            const y = (Math.min(...ys) + Math.max(...ys)) / 2;
            return <path key={row.row} d={`M0 ${y}H${width}`} stroke="#7d93a1" strokeWidth={1 / scale} />;
          })}
          {starts.map((y, i) => (
            <path
              key={i}
              d={`M0 ${y}H${width}`}
              stroke={MOORLAND.bracken}
              strokeWidth={1.6 / scale}
              strokeDasharray={`${4 / scale} ${3 / scale}`}
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
          {caption}
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
