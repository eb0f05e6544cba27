import type { QuiltPicture } from '@gorse/contract';
import { blockOf, insideRing, mapPatches, outlineOf, type Point, type QuiltMap, type Region } from '@gorse/core';
import { memo, type MouseEvent, useMemo } from 'react';
import { printOf } from '../../canvas/patches.tsx';
import { MOORLAND } from '../../ui/theme.ts';

const NOTHING: readonly Region[] = [];

interface Props {
  readonly map: QuiltMap;
  readonly label: string;
  readonly lines?: QuiltPicture | undefined;
  /** Patches that the map doesn't make by itself, what lies over others last. */
  readonly drawn?: readonly Region[];
  /** A block can be chosen, by its id. */
  readonly onBlock?: (id: string) => void;
}

interface Patch {
  readonly id: string;
  readonly ground: string;
  readonly ring: readonly Point[];
}

/** A small picture of a quilt: its patches, planned lines thin, stitched ones as thread. */
export const MapPicture = memo(function MapPicture({ map, label, lines, drawn = NOTHING, onBlock }: Props) {
  const { width, length } = map.size;
  const patches = useMemo(
    () =>
      [...mapPatches(map), ...drawn].map((region): Patch => ({
        id: region.id,
        ground: printOf(region).ground,
        ring: outlineOf(region.shape),
      })),
    [map, drawn],
  );
  const grounds = useMemo(() => pathsOf(patches), [patches]);
  const choose = (event: MouseEvent<SVGSVGElement>): void => {
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      event.currentTarget.getScreenCTM()?.inverse(),
    );
    const block = blockOf(patches.find(({ ring }) => insideRing(ring, x, y))?.id ?? '');
    if (block !== null) onBlock?.(block);
  };
  return (
    <svg
      viewBox={`${-width * 0.01} ${-length * 0.01} ${width * 1.02} ${length * 1.02}`}
      role="img"
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
      style={{ width: '100%', height: '100%', display: 'block', cursor: onBlock && 'pointer' }}
      onClick={onBlock && choose}
    >
      {grounds.map(([ground, path]) => (
        <path key={ground} d={path} fill={ground} stroke="#b3a88c" strokeWidth={width / 500} />
      ))}
      {lines && (
        <g transform={`scale(${lines.grain})`} fill="none" strokeLinejoin="round">
          {lines.patches.map((patch) => (
            <path key={patch.edge} d={patch.edge} fill={printOf(patch).ground} stroke="#b3a88c" strokeWidth={1.6} />
          ))}
          <path d={lines.planned} stroke={MOORLAND.slate} strokeWidth={0.8} vectorEffect="non-scaling-stroke" />
          <path d={lines.stitched} stroke={MOORLAND.bracken} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
        </g>
      )}
    </svg>
  );
});

/** Patches of one colour as one path: a quilt may have thousands. */
function pathsOf(patches: readonly Patch[]): readonly (readonly [ground: string, path: string])[] {
  const paths = new Map<string, string>();
  for (const { ground, ring } of patches) {
    const corners = ring.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`);
    paths.set(ground, `${paths.get(ground) ?? ''}M${corners.join('L')}Z`);
  }
  return [...paths];
}
