import type { QuiltPicture } from '@gorse/contract';
import { blockOf, mapPatches, outlineOf, type QuiltMap } from '@gorse/core';
import { useMemo } from 'react';
import { printOf } from '../../canvas/patches.tsx';
import { MOORLAND } from '../../ui/theme.ts';

interface Props {
  readonly map: QuiltMap;
  readonly label: string;
  readonly lines?: QuiltPicture | undefined;
  /** A block can be chosen, by its id. */
  readonly onBlock?: (id: string) => void;
}

/** A small picture of a quilt: its patches, planned lines thin, stitched ones as thread. */
export function MapPicture({ map, label, lines, onBlock }: Props) {
  const { width, length } = map.size;
  const regions = useMemo(() => mapPatches(map).map((region) => ({ ...region, ring: outlineOf(region.shape) })), [map]);
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
          strokeWidth={width / 500}
          {...(onBlock && choosing(region.id, onBlock))}
        />
      ))}
      {lines && (
        <g transform={`scale(${lines.grain})`} fill="none" strokeLinejoin="round">
          <path d={lines.planned} stroke={MOORLAND.slate} strokeWidth={0.8} vectorEffect="non-scaling-stroke" />
          <path d={lines.stitched} stroke={MOORLAND.bracken} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
        </g>
      )}
    </svg>
  );
}

/** What makes a patch choose the block that it is of; nothing where it is of none. */
function choosing(regionId: string, onBlock: (id: string) => void) {
  const block = blockOf(regionId);
  return block === null ? {} : { style: { cursor: 'pointer' }, onClick: () => onBlock(block) };
}
