import type { Point } from '@gorse/core';
import { Group, Line } from 'react-konva';
import type { ReactNode } from 'react';
import { MOORLAND } from '../ui/theme.ts';

const flat = (ring: readonly Point[]): number[] => ring.flatMap((p) => [p.x, p.y]);

/** The box of the chosen row: a halo in gorse; dashed when it isn't as the others are. */
export function RowBox({
  ring,
  odd,
  scale,
}: {
  readonly ring: readonly Point[];
  readonly odd: boolean;
  readonly scale: number;
}) {
  return (
    <Line
      points={flat(ring)}
      closed
      stroke={MOORLAND.gorse}
      strokeWidth={3 / scale}
      {...(odd ? { dash: [10 / scale, 6 / scale] } : {})}
      lineJoin="round"
    />
  );
}

/** What is carried along while a row is moved. */
export function Moved({ by, children }: { readonly by: Point; readonly children: ReactNode }) {
  return (
    <Group x={by.x} y={by.y}>
      {children}
    </Group>
  );
}
