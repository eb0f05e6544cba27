import { type FrameAction, nextSpeed, SPEEDS } from '@gorse/core';
import { Button, Group, Text } from '@mantine/core';
import { sayToFrame, useFrame } from '../../api/frame-socket.ts';

/** One step faster or slower, from what the frame tells. */
export function stitchFaster(up: boolean): void {
  const speed = useFrame.getState().state?.speed;
  if (speed === undefined) return;
  const percent = nextSpeed(speed, up);
  if (percent !== speed) sayToFrame({ type: 'speed', percent });
}

const KEY = { h: 56, w: 64, px: 0, fz: 26, variant: 'default' } as const;

/** When it is shown how fast it is stitched, and may be changed: nothing changes unseen. */
export const isSpeedShown = (action: FrameAction | null): boolean =>
  action === 'start' || action === 'pause' || action === 'resume';

/** How fast it is stitched. */
export function SpeedKeys() {
  const speed = useFrame((frame) => frame.state?.speed);
  if (speed === undefined) return null;
  return (
    <Group gap="sm" wrap="nowrap" role="group" aria-label="Speed, of what was planned">
      <Button
        {...KEY}
        aria-label="Slower"
        title="Slower (<)"
        disabled={speed === SPEEDS[0]}
        onClick={() => stitchFaster(false)}
      >
        −
      </Button>
      <Text fz={20} ta="center" style={{ flex: 1 }} aria-live="polite" data-testid="speed">
        {speed} % speed
      </Text>
      <Button
        {...KEY}
        aria-label="Faster"
        title="Faster (>)"
        disabled={speed === SPEEDS.at(-1)}
        onClick={() => stitchFaster(true)}
      >
        +
      </Button>
    </Group>
  );
}
