import { applyToPoint, type ClothPoint, outlineOf } from '@gorse/core';
import { memo, useMemo } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import type { StripLayout } from './use-strip.ts';

/** The quilt as it is loaded: its patches, those with a design darker, and its rows as lines. */
export const StripCloth = memo(function StripCloth({
  rows,
  layout: { lie, left, scale, width, toY },
}: {
  readonly rows: readonly { readonly row: number; readonly ring: readonly ClothPoint[] }[];
  readonly layout: StripLayout;
}) {
  const regions = usePlan((state) => state.records.regions);
  const placements = usePlan((state) => state.records.placements);
  const filled = useMemo(() => new Set(Object.values(placements).map((p) => p.regionId)), [placements]);
  return (
    <g transform={`translate(${left} ${toY(0)}) scale(${scale})`}>
      {Object.values(regions).map((region) => (
        <polygon
          key={region.id}
          points={outlineOf(region.shape)
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
    </g>
  );
});
