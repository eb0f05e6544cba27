import type { DesignPlaces, Point, Polyline } from '@gorse/core';
import { Text } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import { toScreen, type View } from '../../tools/view.ts';
import { LineView } from '../../ui/line-view.tsx';
import { MOORLAND } from '../../ui/theme.ts';
import { ScrubBar, type useSewingPreview } from '../designs/sewing-preview.tsx';
import { TrimHandles } from '../../ui/trim-handles.tsx';
import type { usePointing } from './use-pointing.ts';
import type { useTrim } from '../../ui/use-trim.ts';

interface Props {
  readonly name: string;
  readonly trim: ReturnType<typeof useTrim>;
  readonly pointing: ReturnType<typeof usePointing>;
  readonly preview: ReturnType<typeof useSewingPreview>;
  readonly places: DesignPlaces | null;
  /** Another design to compare with. */
  readonly compared: readonly Polyline[] | null;
}

/** The line as edited, large: its ends are dragged, its places pointed at, its sewing played. */
export function LinePicture({ name, trim, pointing, preview, places, compared }: Props) {
  const { ref, width, height } = useElementSize();
  const played = trim.isDragged ? null : preview.played;
  return (
    <section className="middle" aria-label="The line">
      <div ref={ref} style={{ minHeight: 0, padding: 8 }}>
        {width > 0 && (
          <LineView
            strokes={trim.lines}
            ghost={compared ?? trim.cutOff}
            width={width}
            height={height}
            places={played === null ? places : null}
            played={played}
            label={`${name}: the line as edited`}
            {...(pointing.tool ? { onPoint: pointing.point } : {})}
          >
            {(map) => (
              <>
                {pointing.marks.map((p, i) => (
                  <Mark key={i} map={map} at={p} />
                ))}
                {played === null && !pointing.tool && <TrimHandles trimming={trim} map={map} />}
              </>
            )}
          </LineView>
        )}
      </div>
      <div className="tray" style={{ padding: '10px 18px 14px' }}>
        <ScrubBar preview={preview} />
        <Text size="sm" mt={4} c="var(--ink-soft)">
          Drag the ring (start) or the square (end) along the line to trim it. Arrow keys move a chosen one by a stitch,
          with Shift to the next corner.
        </Text>
      </div>
    </section>
  );
}

/** A place that was pointed at. */
function Mark({ map, at }: { readonly map: View; readonly at: Point }) {
  const { x, y } = toScreen(map, at);
  return <path d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`} stroke={MOORLAND.ink} strokeWidth={2} />;
}
