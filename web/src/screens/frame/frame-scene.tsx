import { type Landmark, LOST, type Point, type TrueLine, type TruePatch } from '@gorse/core';
import { memo, useMemo } from 'react';
import { Circle, Group, Line } from 'react-konva';
import type { LineUpAnswer } from '../../planning-worker/line-up-planner.ts';
import { DoubtMark, PlaceTag, RunEnds } from '../../canvas/marks.tsx';
import { TouchMark } from '../../canvas/touch-marks.tsx';
import { Patches, seenPatch } from '../../canvas/patches.tsx';
import { Thread } from '../../canvas/thread.tsx';
import { MOORLAND } from '../../ui/theme.ts';
import type { StitchedLine } from './use-stitched.ts';

interface Props {
  readonly landmarks: readonly Landmark[];
  readonly lineUp: LineUpAnswer | null;
  /** Id of the piece at hand. */
  readonly pieceId: string | null;
  /** Index of the landmark asked for. */
  readonly wanted: number | null;
  /** The loaded run's needle points, exactly as they will be stitched. */
  readonly loaded: readonly Float64Array[] | null;
  /** What was stitched in this advance, and the ids of pieces that are done. */
  readonly stitched: readonly StitchedLine[];
  readonly done: ReadonlySet<string>;
  /** What was stitched before lies in sight already. */
  readonly seen: boolean;
  /** How sure the line-up is where it is least so, in words; empty when there is nothing to say. */
  readonly worst: string;
  /** Words stand towards this place, mm, from what they tell of. */
  readonly middleX?: number;
  readonly middleY?: number;
  /** How far the plan is being dragged, mm; null while it isn’t. */
  readonly dragged?: Point | null;
  readonly scale: number;
  /** The lens shows only the cloth and what is on it. */
  readonly bare?: boolean;
}

/** The cloth on the frame as it truly lies, with what was stitched on it in earlier advances. */
export const FrameGround = memo(function FrameGround({
  patches,
  stitched,
  scale,
}: {
  readonly patches: readonly TruePatch[];
  readonly stitched: readonly TrueLine[];
  readonly scale: number;
}) {
  const outlines = useMemo(() => patches.map(seenPatch), [patches]);
  const lines = useMemo(() => stitched.map((line) => [Float64Array.from(line.points)]), [stitched]);
  return (
    <>
      <Patches patches={outlines} scale={scale} />
      {lines.map((runs, i) => (
        <Thread key={i} runs={runs} scale={scale} colour={MOORLAND.bracken} look="thread" />
      ))}
    </>
  );
});

/** The plan laid on the cloth, and what has been touched and stitched. */
export const FrameScene = memo(function FrameScene({
  landmarks,
  lineUp,
  pieceId,
  wanted,
  loaded,
  stitched,
  done,
  seen,
  worst,
  middleX = 0,
  middleY = 0,
  dragged,
  scale,
  bare = false,
}: Props) {
  // What is dragged onto the cloth has to be seen, wherever it lies.
  const usable = dragged != null || (lineUp?.worst?.doubt ?? Infinity) < LOST;
  const least = lineUp?.worst && lineUp.targets[lineUp.worst.target];
  const asked = wanted === null ? null : lineUp?.landmarks[wanted];
  return (
    <>
      {usable && (
        <Group x={dragged?.x ?? 0} y={dragged?.y ?? 0}>
          {lineUp?.onFrame
            .filter((one) => !done.has(one.id) && (loaded === null || one.id !== pieceId))
            .map((one) => (
              <Group key={one.id}>
                <Line
                  points={one.ring.flatMap((p) => [p.x, p.y])}
                  closed
                  stroke={MOORLAND.heather}
                  strokeWidth={1.2 / scale}
                  dash={[8 / scale, 5 / scale]}
                  opacity={one.id === pieceId ? 1 : 0.4}
                />
                <Thread
                  runs={one.runs}
                  scale={scale}
                  colour={MOORLAND.slate}
                  look="planned"
                  opacity={one.id === pieceId ? 1 : 0.35}
                />
              </Group>
            ))}
          {!bare &&
            loaded === null &&
            lineUp?.targets.map(({ at, doubt }, i) => <DoubtMark key={i} at={at} doubt={doubt} scale={scale} />)}
          {!seen &&
            lineUp?.stitched.map((line) => (
              <Thread key={line.id} runs={line.lines} scale={scale} colour={MOORLAND.bracken} look="thread" />
            ))}
        </Group>
      )}
      {loaded && (
        <>
          <Thread runs={loaded} scale={scale} colour={MOORLAND.slate} look="planned" />
          {loaded.map((run, i) => (
            <RunEnds key={i} run={run} scale={scale} />
          ))}
        </>
      )}
      {stitched.map((line) => (
        <Thread
          key={line.id}
          runs={line.frame}
          upTo={line.upTo}
          scale={scale}
          colour={MOORLAND.bracken}
          look="thread"
        />
      ))}
      {landmarks.map((landmark, i) => (
        <LandmarkMark
          key={landmark.ids[0]}
          landmark={landmark}
          expected={lineUp?.landmarks[i]}
          wanted={i === wanted}
          scale={scale}
        />
      ))}
      {usable && !bare && loaded === null && least && worst !== '' && (
        <PlaceTag
          at={least.at}
          text={worst}
          colour={MOORLAND.heather}
          above={least.at.y <= middleY}
          leftOf={least.at.x > middleX}
          scale={scale}
        />
      )}
      {!bare && wanted !== null && asked?.doubt && (
        <PlaceTag
          at={asked.at}
          text={landmarks[wanted]!.name}
          colour={MOORLAND.gorse}
          above={asked.at.y > middleY}
          leftOf={asked.at.x > middleX}
          scale={scale}
        />
      )}
    </>
  );
});

function LandmarkMark({
  landmark,
  expected,
  wanted,
  scale,
}: {
  readonly landmark: Landmark;
  readonly expected: LineUpAnswer['landmarks'][number] | undefined;
  readonly wanted: boolean;
  readonly scale: number;
}) {
  if (landmark.touch) return <TouchMark at={landmark.touch.frame} scale={scale} />;
  if (!expected?.doubt || (!wanted && expected.doubt.major > LOST)) return null;
  return (
    <Circle
      x={expected.at.x}
      y={expected.at.y}
      radius={(wanted ? 9 : 4) / scale}
      stroke={wanted ? MOORLAND.gorse : MOORLAND.slate}
      strokeWidth={(wanted ? 4 : 1.5) / scale}
    />
  );
}
