import type { DesignAnswer } from '@gorse/contract';
import { useElementSize } from '@mantine/hooks';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { DesignTile, TILE } from './design-tile.tsx';

const GAP = 12;
/** Picture, name, size, the tile's own border and the gap below, px. */
const ROW = 220;

interface Props {
  readonly designs: readonly DesignAnswer[];
  readonly chosenId: string | null;
  /** Pixels a millimetre; null fits each picture. */
  readonly scale: number | null;
  readonly onChoose: (design: DesignAnswer) => void;
  /** Enter on the chosen one. */
  readonly onOpen: () => void;
}

/** Tiles of designs; only those in sight are there, so that thousands scroll smoothly. Arrow keys move the choice. */
export function DesignGrid({ designs, chosenId, scale, onChoose, onOpen }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const { ref: inner, width } = useElementSize();
  const columns = Math.max(1, Math.floor((width + GAP) / (TILE.width + GAP)));
  const rows = useVirtualizer({
    count: Math.ceil(designs.length / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 2,
  });
  const at = designs.findIndex((design) => design.id === chosenId);
  const followed = useRef<string | null>(null);
  useEffect(() => {
    const place = `${chosenId ?? ''} ${at}`;
    if (at < 0 || followed.current === place) return;
    followed.current = place;
    rows.scrollToIndex(Math.floor(at / columns));
  }, [at, chosenId, columns, rows]);
  const key = (event: KeyboardEvent): void => {
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[event.key];
    if (event.key === 'Enter' && at >= 0) onOpen();
    else if (step === undefined) return;
    else {
      const next = designs[Math.min(designs.length - 1, Math.max(0, Math.max(0, at) + step))];
      if (next) onChoose(next);
    }
    event.preventDefault();
  };
  return (
    <div
      ref={scroller}
      className="grid-scroll"
      role="listbox"
      aria-label="Designs"
      aria-activedescendant={at >= 0 ? `design-${chosenId ?? ''}` : undefined}
      tabIndex={0}
      onKeyDown={key}
      data-testid="design-grid"
    >
      <div ref={inner} style={{ position: 'relative', height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((row) => (
          <div
            key={row.key}
            role="presentation"
            style={{
              position: 'absolute',
              top: 0,
              width: '100%',
              transform: `translateY(${row.start}px)`,
              display: 'grid',
              gap: GAP,
              gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
            }}
          >
            {designs.slice(row.index * columns, (row.index + 1) * columns).map((design) => (
              <DesignTile
                key={design.id}
                design={design}
                scale={scale}
                chosen={design.id === chosenId}
                option
                onChoose={() => onChoose(design)}
              />
            ))}
          </div>
        ))}
      </div>
    </div>
  );
}
