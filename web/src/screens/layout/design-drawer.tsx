import type { DesignAnswer } from '@gorse/contract';
import type { DesignKind } from '@gorse/core';
import { Group, Text, TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { usePlan } from '../../document/plan-store.ts';
import { TakeStarters } from '../designs/take-starters.tsx';
import { DesignTile } from '../designs/design-tile.tsx';
import { facetsOf, filtered, newestRevisions, NO_FILTER } from '../designs/library-filter.ts';

const NONE: readonly ReactNode[] = [];

/** A tile and the gap after it, px. */
export const TILE = 126;

/** Designs to take, one click each; only those in sight are there. */
export const DesignDrawer = memo(function DesignDrawer({
  designs,
  chosenId,
  first,
  suggested = NONE,
  head,
  onChoose,
}: {
  readonly designs: readonly DesignAnswer[];
  readonly chosenId: string | null;
  /** Designs of this kind come first. */
  readonly first?: DesignKind;
  /** Tiles that come before the designs, while none is looked for. */
  readonly suggested?: readonly ReactNode[];
  /** What is shown above them. */
  readonly head?: ReactNode;
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
  const before = text === '' ? suggested : NONE;
  const tiles = useVirtualizer({
    horizontal: true,
    count: before.length + shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => TILE,
    overscan: 4,
  });
  const chosen = shown.findIndex((design) => design.id === chosenId);
  useEffect(() => {
    // What is suggested stays in sight where there is any.
    if (chosen >= 0 && before.length === 0) tiles.scrollToIndex(chosen, { align: 'auto' });
  }, [chosen, before.length, tiles]);
  const hasBefore = before.length > 0;
  useEffect(() => {
    if (hasBefore) tiles.scrollToOffset(0);
  }, [hasBefore, tiles]);
  return (
    <section className="drawer" aria-label="Designs">
      {newest.length === 0 ? (
        <Group p="md">
          {head}
          <Text>
            No designs yet. <Link to={`/quilts/${quiltId}/designs`}>Read a design file</Link> first, or begin with those
            that come with Gorse.
          </Text>
          <TakeStarters />
        </Group>
      ) : (
        <>
          <div style={{ width: 128, flexShrink: 0 }}>
            {head}
            <TextInput
              size="xs"
              aria-label="Find a design"
              placeholder="Find"
              leftSection={<IconSearch size={14} />}
              value={text}
              onChange={(event) => setText(event.currentTarget.value)}
            />
            {before.length > 0 && (
              <Text size={head ? 'xs' : 'sm'} mt={6}>
                What suits the patch comes first, as it would lie there.
              </Text>
            )}
          </div>
          <div ref={scroller} className="drawer-scroll">
            <div style={{ position: 'relative', width: tiles.getTotalSize(), height: '100%' }}>
              {tiles.getVirtualItems().map((item) => {
                const design = shown[item.index - before.length];
                return (
                  <div
                    key={item.index}
                    style={{ position: 'absolute', left: 0, width: TILE - 8, transform: `translateX(${item.start}px)` }}
                  >
                    {design ? (
                      <DesignTile
                        design={design}
                        chosen={design.id === chosenId}
                        onChoose={() => onChoose(design.id)}
                      />
                    ) : (
                      before[item.index]
                    )}
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
