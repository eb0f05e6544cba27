import type { DesignAnswer } from '@gorse/contract';
import { formatLength } from '@gorse/core';
import { Button, Group, SegmentedControl, Stack, Text, Title } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconFileImport } from '@tabler/icons-react';
import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useDesigns } from '../../api/queries.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { Waiting } from '../../ui/waiting.tsx';
import { DesignCard } from './design-card.tsx';
import { DesignGrid } from './design-grid.tsx';
import { TILE } from './design-tile.tsx';
import { FilterPanel } from './filter-panel.tsx';
import { familyOf, facetsOf, filtered, type LibraryFilter, newestRevisions, NO_FILTER } from './library-filter.ts';
import { ReadingReport } from './reading-report.tsx';
import { readFiles, useReading } from './reading.ts';
import { TakeStarters } from './take-starters.tsx';

const NONE: readonly DesignAnswer[] = [];
/** Pictures share the scale at which all but the largest designs fit their tile. */
const FITTING = 0.9;

/** All designs, found by what they are; dropping files anywhere reads them. */
export function Library({
  use,
}: {
  readonly use?: (design: DesignAnswer) => { readonly label: string; readonly go: () => void };
}) {
  const answer = useDesigns();
  const navigate = useNavigate();
  const choose = useRef<() => void>(null);
  const [filter, setFilter] = useState<LibraryFilter>(NO_FILTER);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [sizes, setSizes] = useState<'same' | 'fitted'>('same');
  const busy = useReading((state) => state.progress !== null);
  const newestId = useReading((state) => state.newestId);
  const all = answer.data ?? NONE;
  const designs = useMemo(() => newestRevisions(all), [all]);
  const facets = useMemo(() => facetsOf(designs), [designs]);
  const shown = useMemo(() => filtered(designs, facets, filter), [designs, facets, filter]);
  const scale = useMemo(() => commonScale(designs), [designs]);

  // What was read last is chosen until another is; the first one shown otherwise.
  const [passed, setPassed] = useState<string | null>(newestId);
  const wantedId = newestId !== passed ? newestId : chosenId;
  const chosen = all.find((design) => design.id === wantedId) ?? shown[0];
  const pick = (design: DesignAnswer): void => {
    setPassed(newestId);
    setChosenId(design.id);
  };

  if (answer.isPending) return <Waiting what="the designs" />;
  const action = chosen && use?.(chosen);
  const inGrid = chosen && shown.find((design) => familyOf(design) === familyOf(chosen));
  return (
    <div className="desk" style={{ gridTemplateColumns: '200px minmax(0, 1fr) 384px' }}>
      <Dropzone.FullScreen active onDrop={(files) => void readFiles(files)}>
        <Group justify="center" h="80vh">
          <IconFileImport size={48} />
          <Text fz={24}>Drop design files or zips here</Text>
        </Group>
      </Dropzone.FullScreen>
      <FilterPanel designs={designs} facets={facets} filter={filter} onFilter={setFilter} />
      <section className="library">
        <Group justify="space-between" mb="sm" wrap="nowrap">
          <Title order={1} size="h2">
            Designs
          </Title>
          <Text aria-live="polite" style={{ flex: 1 }}>
            {shown.length === designs.length ? designs.length : `${shown.length} of ${designs.length}`}
          </Text>
          {sizes === 'same' && <ScaleBar pxPerMm={scale} />}
          <SegmentedControl
            size="xs"
            aria-label="Sizes of the pictures"
            data={[
              { value: 'same', label: 'same scale' },
              { value: 'fitted', label: 'fitted' },
            ]}
            value={sizes}
            onChange={setSizes}
          />
          <Dropzone
            openRef={choose}
            onDrop={(files) => void readFiles(files)}
            style={{ display: 'none' }}
            inputProps={{ 'aria-label': 'Design files' }}
          />
          <Button
            leftSection={<IconFileImport size={18} />}
            onClick={() => choose.current?.()}
            loading={busy}
            style={{ flexShrink: 0 }}
          >
            Read files…
          </Button>
        </Group>
        <ReadingReport />
        {designs.length === 0 && (
          <Stack align="flex-start" maw={520}>
            <Text fz={18}>
              No designs yet. Drop SVG, DXF, G-code, HPGL or CSV files, or a zip of them, anywhere on this screen, or
              read them with the button above. A good design is one continuous line.
            </Text>
            <TakeStarters />
          </Stack>
        )}
        {designs.length > 0 && shown.length === 0 && (
          <Text fz={18} maw={520}>
            No design is like that. Take a filter away, or show all.
          </Text>
        )}
        {shown.length > 0 && (
          <DesignGrid
            designs={shown}
            chosenId={inGrid?.id ?? null}
            scale={sizes === 'same' ? scale : null}
            onChoose={pick}
            onOpen={() => (action ? action.go() : chosen && void navigate(`/designs/${chosen.id}`))}
          />
        )}
      </section>
      <aside className="card" aria-label="The chosen design">
        {chosen && (
          <DesignCard
            key={chosen.id}
            design={chosen}
            family={all.filter((one) => familyOf(one) === familyOf(chosen))}
            action={action}
            onChoose={pick}
            onLike={() => setFilter({ ...NO_FILTER, sort: filter.sort, like: chosen })}
          />
        )}
      </aside>
    </div>
  );
}

/** Pixels a millimetre at which most designs fit a tile. */
function commonScale(designs: readonly DesignAnswer[]): number {
  const needed = designs
    .map(({ facts }) => Math.max(facts.width / (TILE.width - 16), facts.height / (TILE.height - 16), 1e-3))
    .sort((a, b) => a - b);
  return 1 / (needed[Math.min(needed.length - 1, Math.floor(needed.length * FITTING))] ?? 1);
}

/** Lengths of the bar, the longest first: that is drawn which leaves room for the buttons beside it. */
const BARS = { metric: [100, 50, 20, 10], inch: [4, 2, 1, 0.5].map((inches) => inches * 25.4) } as const;
const LONGEST_BAR = 120;

function ScaleBar({ pxPerMm }: { readonly pxPerMm: number }) {
  const style = useLengthStyle();
  const bars: readonly number[] = style === 'cm' || style === 'mm' ? BARS.metric : BARS.inch;
  const mm = bars.find((length) => length * pxPerMm <= LONGEST_BAR) ?? bars.at(-1)!;
  return (
    <Group gap={6} wrap="nowrap" aria-label="Scale of the pictures">
      <svg width={mm * pxPerMm + 2} height={12} aria-hidden>
        <path d={`M1 2v8M1 6H${mm * pxPerMm}M${mm * pxPerMm} 2v8`} stroke="currentColor" fill="none" />
      </svg>
      <Text size="sm" style={{ whiteSpace: 'nowrap' }}>
        {formatLength(mm, style)}
      </Text>
    </Group>
  );
}
