import type { TrueLine, TruePatch } from '@gorse/core';
import type { ComponentProps } from 'react';
import { Layer, Stage } from 'react-konva';
import { useFrame } from '../../api/frame-socket.ts';
import { HeadMark } from '../../canvas/marks.tsx';
import { FrameGround, FrameScene } from './frame-scene.tsx';

const SIZE = 190;
/** Pixels a millimetre: about six times life on an ordinary screen. */
const SCALE = 22;

interface Props {
  readonly patches: readonly TruePatch[];
  readonly stitched: readonly TrueLine[];
  readonly scene: Omit<ComponentProps<typeof FrameScene>, 'scale' | 'bare' | 'middleX' | 'middleY'>;
}

/** The cloth under the needle, enlarged. */
export function Lens({ patches, stitched, scene }: Props) {
  const state = useFrame((frame) => frame.state);
  if (!state) return null;
  const [x, y] = [SIZE / 2 - state.x * SCALE, SIZE / 2 - state.y * SCALE];
  return (
    <div
      role="img"
      aria-label="The cloth under the needle, enlarged six times"
      style={{
        position: 'absolute',
        right: 14,
        bottom: 14,
        width: SIZE,
        height: SIZE,
        borderRadius: '50%',
        overflow: 'hidden',
        border: '4px solid #2b2a27',
        background: '#ebe5d4',
        pointerEvents: 'none',
      }}
    >
      <Stage width={SIZE} height={SIZE} listening={false}>
        <Layer x={x} y={y} scaleX={SCALE} scaleY={SCALE}>
          <FrameGround patches={patches} stitched={stitched} scale={SCALE} />
          <FrameScene {...scene} scale={SCALE} bare />
          <HeadMark at={state} down={state.needle === 'down'} scale={SCALE} />
        </Layer>
      </Stage>
    </div>
  );
}
