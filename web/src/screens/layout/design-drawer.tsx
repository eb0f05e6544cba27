import type { DesignAnswer } from '@gorse/contract';
import type { DesignKind } from '@gorse/core';
import { Group, Text, TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { usePlan } from '../../document/plan-store.ts';
import { TakeStarters } from '../designs/take-starters.tsx';
import { DesignTile } from '../designs/design-tile.tsx';
import { facetsOf, filtered, newestRevisions, NO_FILTER } from '../designs/library-filter.ts';

/** A tile and the gap after it, px. */
const TILE = 126;

/** Designs to take, one click each; only those in sight are there. */
export const DesignDrawer = memo(function DesignDrawer({
  designs,
  chosenId,
  first,
  onChoose,
}: {
  readonly designs: readonly DesignAnswer[];
  readonly chosenId: string | null;
  /** Designs of this kind come first. */
  readonly first?: DesignKind;
  readonly onChoose: (designId: string) => void;
}) {
  const quiltId = usePlan((state) => state.quiltId ?? '');
  const [text, setText] = useState('');
  const scroller = useRef<HTMLDivElement>(null);
  const newest = useMemo(() => newestRevisions(designs), [designs]);
  const shown = useMemo(() => {
    const found = filtered(newest, facetsOf(newest), { ...NO_FILTER, text });
    return [...found].sort((a, b) => Number(b.kind === first) - Number(a.kind === first));
  }, [newest, text, first]);
  const tiles = useVirtualizer({
    horizontal: true,
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => TILE,
    overscan: 4,
  });
  const chosen = shown.findIndex((design) => design.id === chosenId);
  useEffect(() => {
    if (chosen >= 0) tiles.scrollToIndex(chosen, { align: 'auto' });
  }, [chosen, tiles]);
  return (
    <section className="drawer" aria-label="Designs">
      {newest.length === 0 ? (
        <Group p="md">
          <Text>
            No designs yet. <Link to={`/quilts/${quiltId}/designs`}>Read a design file</Link> first, or begin with those
            that come with Gorse.
          </Text>
          <TakeStarters />
        </Group>
      ) : (
        <>
          <TextInput
            size="xs"
            w={128}
            aria-label="Find a design"
            placeholder="Find"
            leftSection={<IconSearch size={14} />}
            value={text}
            onChange={(event) => setText(event.currentTarget.value)}
          />
          <div ref={scroller} className="drawer-scroll">
            <div style={{ position: 'relative', width: tiles.getTotalSize(), height: '100%' }}>
              {tiles.getVirtualItems().map((item) => {
                const design = shown[item.index]!;
                return (
                  <div
                    key={design.id}
                    style={{ position: 'absolute', left: 0, width: TILE - 8, transform: `translateX(${item.start}px)` }}
                  >
                    <DesignTile design={design} chosen={design.id === chosenId} onChoose={() => onChoose(design.id)} />
                  </div>
                );
              })}
            </div>
          </div>
          {shown.length === 0 && <Text>No design is called so.</Text>}
        </>
      )}
    </section>
  );
});
