import { formatLength, type Guide, outlineOf, type Region } from '@gorse/core';
import { Circle, Group, Line, Rect } from 'react-konva';
import type { StoreApi } from 'zustand';
import { useStore } from 'zustand';
import { Halo, PlaceTag } from '../../canvas/marks.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';
import type { MapHand } from './map-hand.ts';

/** What a point is drawn to, in words. */
const GUIDE_WORDS: Readonly<Record<Guide | 'photo', string>> = {
  corner: 'corner',
  middle: 'middle',
  edge: 'on the edge',
  square: 'square',
  level: 'straight',
  'in-line': 'in line with the first',
  equal: 'as long',
  photo: 'as in the photo',
};

/** What the hand does on the map: the chosen patch with its corners, what is moved, and what is being drawn. */
export function MapMarks({
  hand,
  chosen,
  middleX,
  scale,
}: {
  readonly hand: StoreApi<MapHand>;
  readonly chosen: Region | undefined;
  readonly middleX: number;
  readonly scale: number;
}) {
  const { tool, points, pointer, moved } = useStore(hand);
  const style = useLengthStyle();
  const put = points.flatMap(({ at }) => [at.x, at.y]);
  const last = points.at(-1)?.at;
  const length = last && pointer ? Math.hypot(pointer.at.x - last.x, pointer.at.y - last.y) : 0;
  const words = [
    ...(length > 0 ? [formatLength(length, style)] : []),
    ...(pointer?.to.map((one) => GUIDE_WORDS[one]) ?? []),
  ].join(' · ');
  return (
    <>
      {chosen && !moved && <Halo ring={outlineOf(chosen.shape)} scale={scale} />}
      {chosen &&
        tool === 'choose' &&
        !moved &&
        chosen.shape.map(({ id, at, corner }) =>
          corner ? (
            <Rect
              key={id}
              {...{ x: at.x - 6 / scale, y: at.y - 6 / scale, width: 12 / scale, height: 12 / scale }}
              fill="#fff"
              stroke={MOORLAND.slate}
              strokeWidth={2 / scale}
            />
          ) : (
            <Circle
              key={id}
              x={at.x}
              y={at.y}
              radius={4 / scale}
              fill="#fff"
              stroke={MOORLAND.slate}
              strokeWidth={1.5 / scale}
            />
          ),
        )}
      {moved?.map((region) => (
        <Halo key={region.id} ring={outlineOf(region.shape)} scale={scale} />
      ))}
      <Group>
        {points.length > 0 && <Line points={put} stroke={MOORLAND.rowan} strokeWidth={3 / scale} lineJoin="round" />}
        {last && pointer && (
          <Line
            points={[last.x, last.y, pointer.at.x, pointer.at.y]}
            stroke={MOORLAND.rowan}
            strokeWidth={2 / scale}
            dash={[8 / scale, 5 / scale]}
          />
        )}
        {points.map(({ at, corner }, i) => (
          <Circle
            key={i}
            x={at.x}
            y={at.y}
            radius={(corner ? 5 : 3.5) / scale}
            fill={corner ? MOORLAND.rowan : '#fff'}
            stroke={MOORLAND.rowan}
            strokeWidth={1.5 / scale}
          />
        ))}
        {pointer && (
          <>
            <Circle
              x={pointer.at.x}
              y={pointer.at.y}
              radius={8 / scale}
              stroke={MOORLAND.rowan}
              strokeWidth={2 / scale}
            />
            {words !== '' && (
              <PlaceTag
                at={pointer.at}
                text={words}
                colour={MOORLAND.rowan}
                above
                leftOf={pointer.at.x > middleX}
                scale={scale}
              />
            )}
          </>
        )}
      </Group>
    </>
  );
}
