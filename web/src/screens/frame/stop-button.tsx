import { UnstyledButton } from '@mantine/core';
import { sayToFrame } from '../../api/frame-socket.ts';

/** STOP: always there, an octagon, Space from anywhere. */
export function StopButton() {
  return (
    <UnstyledButton
      onClick={() => sayToFrame({ type: 'stop' })}
      style={{
        alignSelf: 'center',
        width: 112,
        height: 112,
        flexShrink: 0,
        clipPath: 'polygon(29% 0, 71% 0, 100% 29%, 100% 71%, 71% 100%, 29% 100%, 0 71%, 0 29%)',
        background: 'var(--mantine-color-rowan-6)',
        color: '#fff',
        fontWeight: 800,
        fontSize: 26,
        textAlign: 'center',
      }}
    >
      STOP
      <span style={{ display: 'block', fontSize: 14, fontWeight: 500 }}>Space</span>
    </UnstyledButton>
  );
}
