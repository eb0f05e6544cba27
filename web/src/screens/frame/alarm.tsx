import { useFrame } from '../../api/frame-socket.ts';

/** What she must know at once, over the whole width: the frame doesn't stop, or nothing may be sewn. */
export function Alarm() {
  const alarm = useFrame((frame) => frame.alarm);
  if (alarm === null) return null;
  return (
    <div
      role="alert"
      style={{
        position: 'fixed',
        inset: '52px 0 auto',
        zIndex: 400,
        padding: '18px 24px',
        background: 'var(--mantine-color-rowan-8)',
        color: '#fff',
        fontSize: 30,
        fontWeight: 700,
        lineHeight: 1.2,
        textAlign: 'center',
      }}
    >
      {alarm}
    </div>
  );
}
