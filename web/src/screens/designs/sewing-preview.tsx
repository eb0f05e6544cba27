import { ActionIcon, Group, Slider } from '@mantine/core';
import { IconPlayerPause, IconPlayerPlay } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';

/** Seconds that the preview takes, whatever the length. */
const WHOLE = 8;

export interface Preview {
  /** How much is sewn, 0 to 1; null while the whole line is shown. */
  readonly played: number | null;
  readonly playing: boolean;
  readonly toggle: () => void;
  readonly scrub: (played: number) => void;
}

/** Plays the line in its sewing order. */
export function useSewingPreview(): Preview {
  const [played, setPlayed] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const at = useRef(0);
  useEffect(() => {
    if (!playing) return;
    let last = performance.now();
    let frame = requestAnimationFrame(function step(now) {
      at.current += (now - last) / 1000 / WHOLE;
      last = now;
      if (at.current >= 1) {
        setPlaying(false);
        setPlayed(null);
        return;
      }
      setPlayed(at.current);
      frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing]);
  return {
    played,
    playing,
    toggle() {
      if (!playing) at.current = played === null ? 0 : played;
      setPlaying(!playing);
    },
    scrub(to) {
      setPlaying(false);
      at.current = to;
      setPlayed(to >= 1 ? null : to);
    },
  };
}

/** Play, pause and a bar to go to any place of the line. */
export function ScrubBar({ preview }: { readonly preview: Preview }) {
  return (
    <Group gap="sm" wrap="nowrap">
      <ActionIcon
        variant="default"
        size="lg"
        aria-label={preview.playing ? 'Pause the sewing order' : 'Play the sewing order'}
        onClick={preview.toggle}
      >
        {preview.playing ? <IconPlayerPause size={18} /> : <IconPlayerPlay size={18} />}
      </ActionIcon>
      <Slider
        style={{ flex: 1 }}
        min={0}
        max={1}
        step={0.002}
        label={(part) => `${Math.round(100 * part)} % sewn`}
        thumbLabel="How much is sewn"
        value={preview.played ?? 1}
        onChange={preview.scrub}
      />
    </Group>
  );
}
