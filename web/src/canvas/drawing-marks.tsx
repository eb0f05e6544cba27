import { type Control, outlineOf, type Point, type Shape } from '@gorse/core';
import { Circle, Group, Line, Rect } from 'react-konva';
import { MOORLAND } from '../ui/theme.ts';
import { Halo, PlaceTag } from './marks.tsx';

/** The points of a patch's edge as handles: corners square, those of a smooth edge round. */
export function Handles({ shape, scale }: { readonly shape: Shape; readonly scale: number }) {
  const stroke = { fill: '#fff', stroke: MOORLAND.slate, strokeWidth: 2 / scale };
  return shape.map(({ id, at, corner }) =>
    corner ? (
      <Rect key={id} x={at.x - 6 / scale} y={at.y - 6 / scale} width={12 / scale} height={12 / scale} {...stroke} />
    ) : (
      <Circle key={id} x={at.x} y={at.y} radius={4 / scale} {...stroke} />
    ),
  );
}

/** Patches as they would lie where they are moved to. */
export const Moved = ({ shapes, scale }: { readonly shapes: readonly Shape[]; readonly scale: number }) =>
  shapes.map((shape, i) => <Halo key={i} ring={outlineOf(shape)} scale={scale} />);

/** What is being drawn: its points, and where the next would go with a few words about it. */
export function Drawn({
  points,
  pointer,
  words,
  middleX,
  scale,
}: {
  readonly points: readonly Pick<Control, 'at' | 'corner'>[];
  readonly pointer: Point | null;
  readonly words: string;
  /** The words stand towards this place, mm. */
  readonly middleX: number;
  readonly scale: number;
}) {
  const last = points.at(-1)?.at;
  const stroke = { stroke: MOORLAND.rowan, strokeWidth: 2 / scale };
  return (
    <Group>
      {points.length > 0 && (
        <Line points={points.flatMap(({ at }) => [at.x, at.y])} {...stroke} strokeWidth={3 / scale} lineJoin="round" />
      )}
      {last && pointer && (
        <Line points={[last.x, last.y, pointer.x, pointer.y]} {...stroke} dash={[8 / scale, 5 / scale]} />
      )}
      {points.map(({ at, corner }, i) => (
        <Circle
          key={i}
          x={at.x}
          y={at.y}
          radius={(corner ? 5 : 3.5) / scale}
          fill={corner ? MOORLAND.rowan : '#fff'}
          {...stroke}
        />
      ))}
      {pointer && <Circle x={pointer.x} y={pointer.y} radius={8 / scale} {...stroke} />}
      {pointer && words !== '' && (
        <PlaceTag at={pointer} text={words} colour={MOORLAND.rowan} above leftOf={pointer.x > middleX} scale={scale} />
      )}
    </Group>
  );
}
