import { formatLength, type Guide, outlineOf, type Region } from '@gorse/core';
import { type StoreApi, useStore } from 'zustand';
import { Drawn, Handles, Moved } from '../../canvas/drawing-marks.tsx';
import { Halo } from '../../canvas/marks.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
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
  const last = points.at(-1)?.at;
  const length = last && pointer ? Math.hypot(pointer.at.x - last.x, pointer.at.y - last.y) : 0;
  const words = [
    ...(length > 0 ? [formatLength(length, style)] : []),
    ...(pointer?.to.map((one) => GUIDE_WORDS[one]) ?? []),
  ].join(' · ');
  if (moved) return <Moved shapes={moved.map(({ shape }) => shape)} scale={scale} />;
  return (
    <>
      {chosen && <Halo ring={outlineOf(chosen.shape)} scale={scale} />}
      {chosen && tool === 'choose' && <Handles shape={chosen.shape} scale={scale} />}
      <Drawn points={points} pointer={pointer?.at ?? null} words={words} middleX={middleX} scale={scale} />
    </>
  );
}
