import { type Bounds, mapPatches, outlineOf, type QuiltMap, ringBounds } from '@gorse/core';
import { useMemo } from 'react';
import { printOf } from '../../canvas/patches.tsx';
import { MOORLAND } from '../../ui/theme.ts';

interface Props {
  readonly map: QuiltMap;
  readonly label: string;
  /** Ids of patches that hold a design, and of those that are stitched. */
  readonly placed?: readonly string[];
  readonly stitched?: readonly string[];
  /** Rows over the whole top. */
  readonly rows?: number;
}

/** A small picture of a quilt: its patches, a dashed outline where a design is planned, a whirl of thread where one is stitched; waves for rows. */
export function MapPicture({ map, label, placed = [], stitched = [], rows = 0 }: Props) {
  const { width, length } = map.size;
  const regions = useMemo(() => mapPatches(map).map((region) => ({ ...region, ring: outlineOf(region.shape) })), [map]);
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
          fill={printOf(region).ground}
          stroke="#b3a88c"
          strokeWidth={line / 2}
        />
      ))}
      {regions
        .filter((region) => placed.includes(region.id))
        .map((region) => (
          <path
            key={region.id}
            d={whirl(ringBounds(region.ring))}
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
function whirl({ minX, maxX, minY, maxY }: Bounds): string {
  const [cx, cy, w, h] = [(minX + maxX) / 2, (minY + maxY) / 2, (maxX - minX) * 0.4, (maxY - minY) * 0.4];
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
