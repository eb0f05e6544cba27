import { type BlockGrid, gridRegions, gridSize, type Region } from '@gorse/core';
import { useMemo } from 'react';
import { isOdd } from '../../ui/block-parity.ts';
import { MOORLAND } from '../../ui/theme.ts';

const FILLS = {
  block: ['#F7F1E1', '#E4EAE6'],
  sashing: ['#DDD6C4', '#DDD6C4'],
  cornerstone: ['#CFC2A0', '#CFC2A0'],
  border: ['#DCE2D3', '#DCE2D3'],
} as const;

interface Props {
  readonly grid: BlockGrid;
  readonly label: string;
  /** Ids of patches that hold a design, and of those that are stitched. */
  readonly placed?: readonly string[];
  readonly stitched?: readonly string[];
  /** Rows over the whole top. */
  readonly rows?: number;
}

/** A small picture of a quilt: its patches, a dashed outline where a design is planned, a whirl of thread where one is stitched; waves for rows. */
export function GridPicture({ grid, label, placed = [], stitched = [], rows = 0 }: Props) {
  const { width, length } = gridSize(grid);
  const regions = useMemo(() => gridRegions(grid), [grid]);
  const line = width / 250;
  return (
    <svg
      viewBox={`${-width * 0.01} ${-length * 0.01} ${width * 1.02} ${length * 1.02}`}
      role="img"
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      {regions.map((region) => (
        <polygon
          key={region.id}
          points={region.ring.map((p) => `${p.x},${p.y}`).join(' ')}
          fill={FILLS[region.kind][isOdd(region.name) ? 1 : 0]}
          stroke="#b3a88c"
          strokeWidth={line / 2}
        />
      ))}
      {regions
        .filter((region) => placed.includes(region.id))
        .map((region) => (
          <path
            key={region.id}
            d={whirl(region)}
            fill="none"
            stroke={stitched.includes(region.id) ? MOORLAND.bracken : MOORLAND.slate}
            strokeWidth={stitched.includes(region.id) ? line * 1.5 : line}
            strokeDasharray={stitched.includes(region.id) ? undefined : `${line * 3} ${line * 2}`}
          />
        ))}
      {Array.from({ length: rows }, (_, i) => (
        <path
          key={i}
          d={ripple(width, ((i + 0.5) * length) / rows, (0.3 * length) / rows)}
          fill="none"
          stroke={MOORLAND.slate}
          strokeWidth={line}
          strokeDasharray={`${line * 3} ${line * 2}`}
        />
      ))}
    </svg>
  );
}

/** Stands for a row of whatever design: a wave from edge to edge. */
function ripple(width: number, y: number, size: number): string {
  const waves = Math.max(2, Math.round(width / (6 * size)));
  const points = Array.from({ length: 24 * waves + 1 }, (_, i) => {
    const t = i / (24 * waves);
    return `${(t * width).toFixed(1)} ${(y + size * Math.sin(2 * Math.PI * waves * t)).toFixed(1)}`;
  });
  return `M${points.join('L')}`;
}

/** Stands for whatever design is in a patch: a whirl, or a wave along a strip. */
function whirl({ ring: [tl, , br] }: Region): string {
  const [cx, cy, w, h] = [(tl.x + br.x) / 2, (tl.y + br.y) / 2, (br.x - tl.x) * 0.4, (br.y - tl.y) * 0.4];
  const waves = Math.round((0.6 * Math.max(w, h)) / Math.min(w, h));
  const points = Array.from({ length: 121 }, (_, i) => {
    const t = i / 120;
    const wave = Math.sin(2 * Math.PI * waves * t);
    if (w > 2 * h) return [cx + w * (2 * t - 1), cy + h * wave];
    if (h > 2 * w) return [cx + w * wave, cy + h * (2 * t - 1)];
    return [cx + w * t * Math.cos(20 * t), cy + h * t * Math.sin(20 * t)];
  });
  return `M${points.map((p) => p.map((v) => v.toFixed(1)).join(' ')).join('L')}`;
}
