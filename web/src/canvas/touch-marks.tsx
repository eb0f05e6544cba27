import type { Point } from '@gorse/core';
import { Circle, Group, Line } from 'react-konva';
import { MOORLAND } from '../ui/theme.ts';
import { PlaceTag } from './marks.tsx';

/** A touched landmark: a small stitched cross. */
export function TouchMark({ at, scale }: { readonly at: Point; readonly scale: number }) {
  const r = 7 / scale;
  const dash = [3 / scale, 2 / scale];
  const stroke = { stroke: MOORLAND.rowan, strokeWidth: 2.4 / scale, dash };
  return (
    <Group x={at.x} y={at.y}>
      <Line points={[-r, -r, r, r]} {...stroke} />
      <Line points={[-r, r, r, -r]} {...stroke} />
    </Group>
  );
}

/** A patch that grows, touch by touch. */
export const GrowingMark = ({ touches, scale }: { readonly touches: readonly Point[]; readonly scale: number }) => (
  <>
    <Line
      points={touches.flatMap((p) => [p.x, p.y])}
      closed={touches.length > 2}
      stroke={MOORLAND.gorse}
      strokeWidth={3 / scale}
      dash={[8 / scale, 5 / scale]}
      listening={false}
    />
    {touches.map((at, i) => (
      <TouchMark key={i} at={at} scale={scale} />
    ))}
  </>
);

/** Places that were touched one after the other, and the one that is asked for next. */
export const AskedMarks = ({
  touches,
  next,
  middleX,
  middleY,
  scale,
}: {
  readonly touches: readonly Point[];
  readonly next: { readonly at: Point; readonly text: string } | null;
  /** Words stand towards this place. */
  readonly middleX: number;
  readonly middleY: number;
  readonly scale: number;
}) => (
  <>
    {touches.map((at, i) => (
      <TouchMark key={i} at={at} scale={scale} />
    ))}
    {next && (
      <>
        <Circle {...next.at} radius={9 / scale} stroke={MOORLAND.gorse} strokeWidth={4 / scale} listening={false} />
        <PlaceTag
          {...next}
          colour={MOORLAND.gorse}
          above={next.at.y > middleY}
          leftOf={next.at.x > middleX}
          scale={scale}
        />
      </>
    )}
  </>
);
