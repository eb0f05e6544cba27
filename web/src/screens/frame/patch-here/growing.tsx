import type { PlanRecords } from '@gorse/core';
import { Line } from 'react-konva';
import { TouchMark } from '../../../canvas/marks.tsx';
import { MOORLAND } from '../../../ui/theme.ts';
import { useBegun } from './begun.ts';

/** The patch as it grows on the cloth, touch by touch. */
export function Growing({
  quiltId,
  records,
  scale,
}: {
  readonly quiltId: string;
  readonly records: PlanRecords;
  readonly scale: number;
}) {
  const begun = useBegun((state) => state.begun);
  if (begun?.quiltId !== quiltId) return null;
  const touches = begun.points.flatMap(({ touch }) => records.touches[touch] ?? []);
  return (
    <>
      <Line
        points={touches.flatMap(({ frame }) => [frame.x, frame.y])}
        closed={touches.length > 2}
        stroke={MOORLAND.gorse}
        strokeWidth={3 / scale}
        dash={[8 / scale, 5 / scale]}
        listening={false}
      />
      {touches.map(({ id, frame }) => (
        <TouchMark key={id} at={frame} scale={scale} />
      ))}
    </>
  );
}
