import type { FramePoint, TruePatch } from '@gorse/core';
import { memo, useMemo } from 'react';
import { Circle, Group, Line } from 'react-konva';
import type { LineUpAnswer } from '../../planning-worker/planning-worker.ts';
import { DoubtMark, RunEnds, TouchMark } from '../../canvas/marks.tsx';
import { outlineOf, Patches } from '../../canvas/patches.tsx';
import { Thread } from '../../canvas/thread.tsx';
import { MOORLAND } from '../../ui/theme.ts';
import { type Landmark, LOST } from './landmarks.ts';

export interface StitchedLine {
  readonly id: string;
  readonly runs: readonly Float64Array[];
  /** Last hole made. */
  readonly upTo: number;
}

interface Props {
  readonly landmarks: readonly Landmark[];
  readonly lineUp: LineUpAnswer | null;
  /** The placement at hand. */
  readonly placementId: string | null;
  /** Index of the landmark asked for. */
  readonly wanted: number | null;
  /** The loaded run's needle points, exactly as they will be stitched. */
  readonly loaded: readonly Float64Array[] | null;
  readonly stitched: readonly StitchedLine[];
  readonly scale: number;
  /** The lens shows only the cloth and what is on it. */
  readonly bare?: boolean;
}

/** The cloth on the frame as it truly lies. */
export function FrameGround({ patches, scale }: { readonly patches: readonly TruePatch[]; readonly scale: number }) {
  const outlines = useMemo(() => patches.map(outlineOf), [patches]);
  return <Patches patches={outlines} scale={scale} />;
}

/** The plan laid on the cloth, and what has been touched and stitched. */
export const FrameScene = memo(function FrameScene({
  landmarks,
  lineUp,
  placementId,
  wanted,
  loaded,
  stitched,
  scale,
  bare = false,
}: Props) {
  const done = new Set(stitched.map((line) => line.id));
  const usable = (lineUp?.worst ?? Infinity) < LOST;
  return (
    <>
      {usable &&
        lineUp?.onFrame
          .filter((one) => !done.has(one.placementId) && (loaded === null || one.placementId !== placementId))
          .map((one) => (
            <Group key={one.placementId}>
              <Line
                points={one.ring.flatMap((p) => [p.x, p.y])}
                closed
                stroke={MOORLAND.heather}
                strokeWidth={1.2 / scale}
                dash={[8 / scale, 5 / scale]}
                opacity={one.placementId === placementId ? 1 : 0.4}
              />
              <Thread
                runs={one.runs}
                scale={scale}
                colour={MOORLAND.slate}
                look="planned"
                opacity={one.placementId === placementId ? 1 : 0.35}
              />
            </Group>
          ))}
      {loaded && (
        <>
          <Thread runs={loaded} scale={scale} colour={MOORLAND.slate} look="planned" />
          {loaded.map((run, i) => (
            <RunEnds key={i} run={run} scale={scale} />
          ))}
        </>
      )}
      {stitched.map((line) => (
        <Thread key={line.id} runs={line.runs} upTo={line.upTo} scale={scale} colour={MOORLAND.bracken} look="thread" />
      ))}
      {landmarks.map((landmark, i) => (
        <LandmarkMark
          key={`${landmark.cloth.x} ${landmark.cloth.y}`}
          landmark={landmark}
          expected={lineUp?.expected[i]}
          doubt={lineUp?.doubts[i]}
          bare={bare}
          wanted={i === wanted}
          scale={scale}
        />
      ))}
    </>
  );
});

function LandmarkMark({
  bare,
  landmark,
  expected,
  doubt,
  wanted,
  scale,
}: {
  readonly landmark: Landmark;
  readonly expected: FramePoint | undefined;
  readonly doubt: LineUpAnswer['doubts'][number] | undefined;
  readonly bare: boolean;
  readonly wanted: boolean;
  readonly scale: number;
}) {
  if (landmark.touch) return <TouchMark at={landmark.touch.frame} scale={scale} />;
  if (!expected || !doubt || (!wanted && doubt.major > LOST)) return null;
  return (
    <>
      {!bare && doubt.major < LOST && <DoubtMark at={expected} doubt={doubt} scale={scale} />}
      <Circle
        x={expected.x}
        y={expected.y}
        radius={(wanted ? 9 : 4) / scale}
        stroke={wanted ? MOORLAND.gorse : MOORLAND.slate}
        strokeWidth={(wanted ? 4 : 1.5) / scale}
      />
    </>
  );
}
