import type { DesignAnswer } from '@gorse/contract';
import { formatDuration, formatLength, formatLengthNumber, GENERIC_MOTION, stitchLength, trimmed } from '@gorse/core';
import { ActionIcon, Button, Group, List, Progress, Stack, Table, Text, Title, Tooltip } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconFileImport, IconTrash } from '@tabler/icons-react';
import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useRef, useState } from 'react';
import { api, sentenceOf } from '../../api/api.ts';
import { KEYS, useDesigns, useDesignStrokes } from '../../api/queries.ts';
import { tellDone, tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { ThreadPicture } from '../../ui/thread-picture.tsx';
import { Waiting } from '../../ui/waiting.tsx';

const LARGEST_FILE = 20 * 1024 * 1024;
const TILE = { width: 200, height: 150 };
/** Stitches per inch that the numbers here assume. */
const USUAL_SPI = 11;

interface Refused {
  readonly file: string;
  readonly sentence: string;
}

/** All designs, drawn at the same scale; dropping files anywhere reads them. */
export function Library({
  use,
}: {
  readonly use?: (design: DesignAnswer) => { readonly label: string; readonly go: () => void };
}) {
  const designs = useDesigns();
  const client = useQueryClient();
  const choose = useRef<() => void>(null);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [reading, setReading] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const [refused, setRefused] = useState<readonly Refused[]>([]);
  const list = designs.data ?? [];
  const chosen = list.find((design) => design.id === chosenId) ?? list[0];
  const largest = Math.max(
    1,
    ...list.map((design) =>
      Math.max(design.measure.width / (TILE.width - 16), design.measure.height / (TILE.height - 16)),
    ),
  );

  const read = async (files: readonly File[]): Promise<void> => {
    const failed: Refused[] = [];
    for (const [done, file] of files.entries()) {
      setReading({ done, of: files.length });
      try {
        if (file.size > LARGEST_FILE)
          throw new Error(
            `${file.name} is larger than 20 MB. Simplify the drawing or save its parts as separate files.`,
          );
        setChosenId((await api.addDesign(file)).id);
      } catch (error) {
        failed.push({ file: file.name, sentence: sentenceOf(error) });
      }
    }
    setReading(null);
    setRefused(failed);
    await client.invalidateQueries({ queryKey: KEYS.designs });
    const good = files.length - failed.length;
    if (good > 0) tellDone(`Read ${good} ${good === 1 ? 'design' : 'designs'}.`);
  };
  const refresh = (): Promise<void> => client.invalidateQueries({ queryKey: KEYS.designs });
  const remove = (design: DesignAnswer): void => {
    api
      .removeDesign(design.id)
      .then(async () => {
        await refresh();
        tellDone(
          `${design.name} is out of the library.`,
          () => void api.restoreDesign(design.id).then(refresh, tellError),
        );
      })
      .catch(tellError);
  };

  if (designs.isPending) return <Waiting what="the designs" />;
  return (
    <div className="desk" style={{ gridTemplateColumns: 'minmax(0, 1fr) 384px' }}>
      <div className="page" style={{ padding: 24 }}>
        <Dropzone.FullScreen active onDrop={(files) => void read(files)}>
          <Group justify="center" h="80vh">
            <IconFileImport size={48} />
            <Text fz={24}>Drop SVG designs here</Text>
          </Group>
        </Dropzone.FullScreen>
        <Group justify="space-between" mb="md">
          <Title order={1} size="h2">
            Designs
          </Title>
          <Group>
            <ScaleBar pxPerMm={1 / largest} />
            <Dropzone
              openRef={choose}
              onDrop={(files) => void read(files)}
              style={{ display: 'none' }}
              inputProps={{ 'aria-label': 'Design files' }}
            />
            <Button
              leftSection={<IconFileImport size={18} />}
              onClick={() => choose.current?.()}
              loading={reading !== null}
            >
              Read a design file…
            </Button>
          </Group>
        </Group>
        {reading && (
          <Progress
            value={(100 * (reading.done + 0.5)) / reading.of}
            aria-label={`Reading ${reading.done + 1} of ${reading.of}`}
            mb="md"
          />
        )}
        {refused.length > 0 && (
          <Stack
            gap={4}
            mb="md"
            role="alert"
            p="sm"
            style={{ border: '2px solid var(--mantine-color-rowan-6)', borderRadius: 6 }}
          >
            <Text fw={700}>{refused.length === 1 ? 'One file was' : `${refused.length} files were`} not read:</Text>
            <List>
              {refused.map((one) => (
                <List.Item key={one.file}>{one.sentence}</List.Item>
              ))}
            </List>
            <Button variant="default" size="xs" onClick={() => setRefused([])} style={{ alignSelf: 'flex-start' }}>
              Understood
            </Button>
          </Stack>
        )}
        {list.length === 0 ? (
          <Text fz={18} maw={520}>
            No designs yet. Drop SVG files anywhere on this screen, or read one with the button above. A good design is
            one continuous line.
          </Text>
        ) : (
          <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(200px, 1fr))', gap: 14 }}>
            {list.map((design) => (
              <DesignTile
                key={design.id}
                design={design}
                scale={1 / largest}
                chosen={design === chosen}
                onChoose={() => setChosenId(design.id)}
              />
            ))}
          </div>
        )}
      </div>
      <aside className="card" aria-label="The chosen design">
        {chosen && (
          <Chosen
            design={chosen}
            action={use?.(chosen)}
            remove={
              <Tooltip label="Take out of the library">
                <ActionIcon
                  variant="subtle"
                  color="rowan"
                  size="lg"
                  aria-label={`Take ${chosen.name} out of the library`}
                  onClick={() => remove(chosen)}
                >
                  <IconTrash />
                </ActionIcon>
              </Tooltip>
            }
          />
        )}
      </aside>
    </div>
  );
}

function ScaleBar({ pxPerMm }: { readonly pxPerMm: number }) {
  const style = useLengthStyle();
  const mm = style === 'cm' || style === 'mm' ? 200 : 254;
  return (
    <Group gap={6} aria-label="Scale of the pictures">
      <svg width={mm * pxPerMm + 2} height={12} aria-hidden>
        <path d={`M1 2v8M1 6H${mm * pxPerMm}M${mm * pxPerMm} 2v8`} stroke="currentColor" fill="none" />
      </svg>
      <Text size="sm">{formatLength(mm, style)}</Text>
    </Group>
  );
}

export function DesignTile({
  design,
  scale,
  chosen,
  onChoose,
}: {
  readonly design: DesignAnswer;
  readonly scale?: number;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}) {
  const strokes = useDesignStrokes(design.id);
  const style = useLengthStyle();
  const { width, height } = design.measure;
  return (
    <button type="button" className="tile" aria-pressed={chosen} onClick={onChoose}>
      <ThreadPicture
        strokes={strokes.data ?? []}
        {...TILE}
        {...(scale === undefined ? {} : { scale })}
        label={`Drawing of ${design.name}`}
      />
      <Text fw={600} truncate mt={4}>
        {design.name}
      </Text>
      <Text size="sm" c="var(--ink-soft)" className="tile-size">
        {formatLengthNumber(width, style)} × {formatLength(height, style)}
      </Text>
    </button>
  );
}

function Chosen({
  design,
  action,
  remove,
}: {
  readonly design: DesignAnswer;
  readonly action: { readonly label: string; readonly go: () => void } | undefined;
  readonly remove: ReactNode;
}) {
  const strokes = useDesignStrokes(design.id);
  const style = useLengthStyle();
  const { measure } = design;
  const stitches = Math.round(measure.length / stitchLength(USUAL_SPI));
  const gap = Math.hypot(measure.end.x - measure.start.x, measure.end.y - measure.start.y);
  const place = (p: { readonly x: number; readonly y: number }): string =>
    `${formatLengthNumber(p.x, style)}, ${formatLength(p.y, style)}`;
  const rows: [string, string][] = [
    ['Size', `${formatLengthNumber(measure.width, style)} × ${formatLength(measure.height, style)}`],
    ['Length of line', formatLength(measure.length, style)],
    ['Stitches', `about ${stitches.toLocaleString('en')} at ${USUAL_SPI} SPI`],
    ['Time', `about ${formatDuration((60 * stitches) / GENERIC_MOTION.stitchesPerMinute)} at most speed`],
    [
      'Cuts',
      measure.strokes === 1 ? 'none, one continuous line' : `${measure.strokes - 1}, in ${measure.strokes} strokes`,
    ],
    ['Start (ring)', place(measure.start)],
    ['End (bar)', place(measure.end)],
    ['Start to end', gap < 0.05 ? 'closed' : formatLength(gap, style)],
  ];
  return (
    <Stack gap="sm">
      <Group justify="space-between" wrap="nowrap">
        <Title order={2} size="h3">
          {design.name}
        </Title>
        {remove}
      </Group>
      <ThreadPicture
        strokes={strokes.data ?? []}
        width={350}
        height={260}
        ends
        label={`${design.name}, with start and end`}
      />
      {action && <Button onClick={action.go}>{action.label}</Button>}
      <Table withRowBorders={false} verticalSpacing={3}>
        <Table.Tbody>
          {rows.map(([name, value]) => (
            <Table.Tr key={name}>
              <Table.Td c="var(--ink-soft)" w={120} pl={0}>
                {name}
              </Table.Td>
              <Table.Td>{value}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {design.remarks.length > 0 && (
        <div>
          <Text fw={600}>Watch out</Text>
          <List size="sm">
            {design.remarks.map((remark) => (
              <List.Item key={remark}>{remark}</List.Item>
            ))}
          </List>
        </div>
      )}
      <Text size="sm">
        <a href={api.designSourceAddress(design.id)} download>
          Download {design.file}
        </a>{' '}
        as it came, {trimmed(measure.points / 1000, 1)} thousand points.
      </Text>
    </Stack>
  );
}
