import type { QuiltSummary, TroubledQuilt } from '@gorse/contract';
import { formatLength } from '@gorse/core';
import { Button, Group, SimpleGrid, Stack, Text, TextInput, Title } from '@mantine/core';
import { useDebouncedValue, useDisclosure } from '@mantine/hooks';
import { IconPlus, IconSearch } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../../api/api.ts';
import { useDesigns, useQuiltPicture, useShelf } from '../../api/queries.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { UnitsSelect } from '../../ui/units-select.tsx';
import { Waiting } from '../../ui/waiting.tsx';
import { MapPicture } from '../outlines/map-picture.tsx';
import { NewQuilt } from '../new-quilt/new-quilt.tsx';
import { OpenQuiltFile } from './open-quilt-file.tsx';

/** All quilts, each with the next thing to do. */
export function Shelf() {
  const [typed, setTyped] = useState('');
  const [find] = useDebouncedValue(typed.trim(), 200);
  const shelf = useShelf(find);
  const quilts = shelf.data?.pages.flatMap((page) => page.quilts);
  const designs = useDesigns();
  const [making, { open, close }] = useDisclosure(false);
  useEffect(() => {
    document.title = 'Gorse';
  }, []);
  return (
    <div className="shell">
      <header className="header">
        <img src="/sprig.svg" alt="" width={30} height={30} />
        <Text fw={700} fz={20} style={{ flex: 1 }}>
          Gorse
        </Text>
        <Link to="/designs">Designs ({designs.data?.length ?? 0})</Link>
        <Link to="/frames">Frames</Link>
        <Link to="/backups">Backups</Link>
        <Link to="/tablet">Tablet</Link>
        <UnitsSelect />
      </header>
      <main className="page">
        <Group justify="space-between" mb="lg">
          <Title order={1}>Quilts</Title>
          <Group>
            {!(quilts?.length === 0 && find === '') && (
              <TextInput
                size="md"
                aria-label="Find a quilt by name"
                placeholder="Find a quilt"
                leftSection={<IconSearch size={18} />}
                value={typed}
                maxLength={120}
                onChange={(event) => setTyped(event.currentTarget.value)}
              />
            )}
            <OpenQuiltFile />
            <Button size="md" leftSection={<IconPlus size={20} />} onClick={open}>
              New quilt
            </Button>
          </Group>
        </Group>
        {shelf.isPending && <Waiting what="the shelf" />}
        {shelf.isError && (
          <Stack align="flex-start">
            <Text role="alert">{sentenceOf(shelf.error)}</Text>
            <Button onClick={() => void shelf.refetch()}>Try again</Button>
          </Stack>
        )}
        {quilts?.length === 0 && find !== '' && (
          <Text fz={18}>No quilt’s name holds “{find}”. Find it by fewer letters.</Text>
        )}
        {quilts?.length === 0 && find === '' && (
          <Stack align="flex-start" maw={520}>
            <Text fz={18}>
              The shelf is empty. Make a quilt of its blocks, sashing and border; then put designs into the blocks and
              line it up at the frame.
            </Text>
            <Button size="md" onClick={open}>
              Make the first quilt
            </Button>
          </Stack>
        )}
        <SimpleGrid cols={{ base: 1, sm: 2, lg: 3 }} spacing="lg">
          {quilts?.map((quilt) =>
            'trouble' in quilt ? (
              <TroubleCard key={quilt.id} quilt={quilt} />
            ) : (
              <QuiltCard key={quilt.id} quilt={quilt} />
            ),
          )}
        </SimpleGrid>
        {shelf.hasNextPage && (
          <Group justify="center" mt="lg">
            <Button
              size="md"
              variant="default"
              loading={shelf.isFetchingNextPage}
              onClick={() => void shelf.fetchNextPage()}
            >
              Show more quilts
            </Button>
          </Group>
        )}
        <Text size="sm" mt="xl">
          <Link to="/messages">What happened: the server’s messages</Link>
        </Text>
      </main>
      {making && <NewQuilt onClose={close} />}
    </div>
  );
}

/** The step where the work goes on, and what it is. */
function nextThing(quilt: QuiltSummary): { readonly step: string; readonly text: string } {
  if (quilt.placed === 0 && !quilt.rows) return { step: 'layout', text: 'Choose designs' };
  if (!quilt.rows && quilt.stitched >= quilt.placed) return { step: 'log', text: 'Look at the log' };
  const { pass, step, touches } = quilt.poles;
  const next = quilt.rows ? 'Stitch the next row' : 'Stitch the next block';
  const text = step === 'roll' ? 'Roll on' : step === 'clamp' || touches < 2 ? `Line up pass ${pass + 1}` : next;
  return { step: 'frame', text };
}

function plannedText({ placed, stitched, rows, poles }: QuiltSummary): string {
  const parts = [
    poles.pass > 0 ? `pass ${poles.pass + 1}` : '',
    placed > 0 ? `${stitched} of ${placed} ${placed === 1 ? 'design' : 'designs'} stitched` : '',
    rows
      ? `${rows.planned} rows${rows.runsStitched === 0 ? ', none stitched yet' : `, ${rows.runsStitched} ${rows.runsStitched === 1 ? 'run' : 'runs'} stitched`}`
      : '',
  ];
  return parts.filter(Boolean).join(' · ') || 'nothing placed yet';
}

function TroubleCard({ quilt }: { readonly quilt: TroubledQuilt }) {
  return (
    <article className="tile" style={{ padding: 16 }}>
      <Title order={2} size="h3">
        A quilt that can’t be opened
      </Title>
      <Text mt="sm">{quilt.trouble} Nothing of it was changed.</Text>
    </article>
  );
}

function QuiltCard({ quilt }: { readonly quilt: QuiltSummary }) {
  const style = useLengthStyle();
  const { size } = quilt.map;
  const next = nextThing(quilt);
  const placed = plannedText(quilt);
  const picture = useQuiltPicture(quilt).data;
  return (
    <article className="tile" style={{ padding: 16 }}>
      <Link
        to={`/quilts/${quilt.id}/layout`}
        aria-label={`Open ${quilt.name}`}
        style={{ display: 'block', height: 230 }}
      >
        <MapPicture map={quilt.map} lines={picture} label={`${quilt.name}: ${plannedText(quilt)}`} />
      </Link>
      <Title order={2} size="h3" mt="sm">
        {quilt.name}
      </Title>
      <Text c="var(--ink-soft)" mb="sm">
        {formatLength(size.width, style)} × {formatLength(size.length, style)} · {placed}
      </Text>
      <Button component={Link} to={`/quilts/${quilt.id}/${next.step}`} fullWidth>
        {next.text}
      </Button>
    </article>
  );
}
