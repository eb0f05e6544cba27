import type { DesignAnswer } from '@gorse/contract';
import { type DesignKind, stitchLength, trimmed, USUAL_SPI } from '@gorse/core';
import {
  ActionIcon,
  Button,
  Group,
  List,
  Menu,
  NumberInput,
  Select,
  Stack,
  TagsInput,
  Text,
  TextInput,
  Title,
  Tooltip,
} from '@mantine/core';
import { IconCut, IconDownload, IconPencil, IconTrash } from '@tabler/icons-react';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/api.ts';
import { KEYS, useDesignStrokes } from '../../api/queries.ts';
import { LineView } from '../../ui/line-view.tsx';
import { tellDone, tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { numbersOf } from './design-numbers.ts';
import { KIND_NAMES } from './library-filter.ts';
import { NumberGroups } from './number-groups.tsx';
import { ScrubBar, useSewingPreview } from './sewing-preview.tsx';
import { LeftToFind } from './left-to-find.tsx';
import { useAnalysis, useSewing, useWholeAnalysis } from './use-analysis.ts';

interface Props {
  readonly design: DesignAnswer;
  /** All its revisions. */
  readonly family: readonly DesignAnswer[];
  readonly action: { readonly label: string; readonly go: () => void } | undefined;
  readonly onChoose: (design: DesignAnswer) => void;
  readonly onLike: () => void;
}

/** The chosen design: how it is sewn, its numbers, and what can be done with it. */
export function DesignCard({ design, family, action, onChoose, onLike }: Props) {
  const navigate = useNavigate();
  const style = useLengthStyle();
  const strokes = useDesignStrokes(design.id).data ?? null;
  const [spi, setSpi] = useState(USUAL_SPI);
  const usual = useAnalysis(strokes);
  const whole = useWholeAnalysis(strokes);
  const analysis = whole.analysis ?? usual;
  const facts = whole.analysis?.facts ?? design.facts;
  const sewing = useSewing(strokes, spi);
  const preview = useSewingPreview();
  return (
    <Stack gap="xs">
      <CardTitle design={design} />
      <LineView
        strokes={strokes ?? []}
        width={350}
        height={232}
        places={preview.played === null ? (analysis?.places ?? null) : null}
        played={preview.played}
        label={`${design.name}, with its start (ring), its end (bar) and what to watch out for`}
      />
      <ScrubBar preview={preview} />
      {action && (
        <Button fullWidth onClick={action.go}>
          {action.label}
        </Button>
      )}
      <Group grow gap="xs">
        <Button
          variant="default"
          px={4}
          leftSection={<IconCut size={16} />}
          onClick={() => void navigate(`/designs/${design.id}`)}
        >
          Edit the line…
        </Button>
        <DownloadMenu design={design} />
      </Group>
      {family.length > 1 && (
        <Select
          label="Revision"
          size="xs"
          data={[...family]
            .sort((a, b) => b.revision - a.revision)
            .map((one) => ({
              value: one.id,
              label: `${one.revision} · ${one.revision === 1 ? 'as read' : one.edits.map((edit) => EDIT_WORDS[edit.kind]).join(', ')}${one.name === design.name ? '' : ` · ${one.name}`}`,
            }))}
          value={design.id}
          allowDeselect={false}
          onChange={(id) => {
            const one = family.find((member) => member.id === id);
            if (one) onChoose(one);
          }}
        />
      )}
      <Group justify="space-between" gap={4}>
        <NumberInput
          aria-label="Stitches per inch"
          size="xs"
          w={92}
          min={4}
          max={20}
          value={spi}
          suffix=" SPI"
          onChange={(value) => typeof value === 'number' && value >= 4 && value <= 20 && setSpi(value)}
        />
        <Button variant="subtle" size="xs" onClick={onLike}>
          More like this
        </Button>
      </Group>
      <NumberGroups groups={numbersOf(facts, sewing, stitchLength(spi), style)} />
      {facts.unknown && <LeftToFind whole={whole} />}
      <Labels design={design} />
      {design.remarks.length > 0 && (
        <List size="sm">
          {design.remarks.map((remark) => (
            <List.Item key={remark}>{remark}</List.Item>
          ))}
        </List>
      )}
      <Text size="sm">
        <a href={api.designSourceAddress(design.id)} download>
          Download {design.file}
        </a>{' '}
        as it came. {trimmed(design.facts.points / 1000, 1)} thousand points.
      </Text>
    </Stack>
  );
}

/** What an edit did, in a word or two. */
export const EDIT_WORDS = {
  trim: 'trimmed',
  reverse: 'reversed',
  split: 'split',
  join: 'joined',
  close: 'closed',
  moveStart: 'start moved',
  smooth: 'smoothed',
  dropCrumbs: 'crumbs dropped',
  resample: 'resampled',
  dropDoubled: 'doubled dropped',
  scale: 'sized',
} as const;

function useRefresh(): () => Promise<void> {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: KEYS.designs });
}

/** Its name, which can be changed in place, and the way out of the library. */
function CardTitle({ design }: { readonly design: DesignAnswer }) {
  const refresh = useRefresh();
  const [draft, setDraft] = useState<string | null>(null);
  const rename = (): void => {
    const name = draft?.trim() ?? '';
    setDraft(null);
    if (name !== '' && name !== design.name) label(design, { name }, refresh);
  };
  const remove = (): void => {
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
  return (
    <Group justify="space-between" wrap="nowrap" gap={4}>
      {draft === null ? (
        <Title order={2} size="h3" style={{ flex: 1, overflowWrap: 'anywhere' }}>
          {design.name}
        </Title>
      ) : (
        <TextInput
          aria-label="Name"
          style={{ flex: 1 }}
          value={draft}
          maxLength={120}
          autoFocus
          onChange={(event) => setDraft(event.currentTarget.value)}
          onBlur={rename}
          onKeyDown={(event) => {
            if (event.key === 'Enter') rename();
            if (event.key === 'Escape') setDraft(null);
          }}
        />
      )}
      <Tooltip label="Rename">
        <ActionIcon
          variant="subtle"
          size="lg"
          aria-label={`Rename ${design.name}`}
          onClick={() => setDraft(design.name)}
        >
          <IconPencil size={18} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label="Take out of the library">
        <ActionIcon
          variant="subtle"
          color="rowan"
          size="lg"
          aria-label={`Take ${design.name} out of the library`}
          onClick={remove}
        >
          <IconTrash size={18} />
        </ActionIcon>
      </Tooltip>
    </Group>
  );
}

type LabelChange = Partial<Pick<DesignAnswer, 'name' | 'kind' | 'tags'>>;

/** Says something else of a design, with a way back. */
function label(design: DesignAnswer, change: LabelChange, refresh: () => Promise<void>): void {
  const before: LabelChange = Object.fromEntries(
    Object.keys(change).map((key) => [key, design[key as keyof LabelChange]]),
  );
  api
    .labelDesign(design.id, change)
    .then(async () => {
      await refresh();
      tellDone(`${design.name} is changed.`, () => void api.labelDesign(design.id, before).then(refresh, tellError));
    })
    .catch(tellError);
}

function Labels({ design }: { readonly design: DesignAnswer }) {
  const refresh = useRefresh();
  return (
    <Group grow align="start" gap="xs">
      <Select
        label="Kind"
        size="xs"
        description={design.kind === design.facts.kind ? 'guessed by its shape' : 'as you said'}
        data={Object.entries(KIND_NAMES).map(([value, name]) => ({ value, label: name }))}
        value={design.kind}
        allowDeselect={false}
        onChange={(kind) => label(design, { kind: kind as DesignKind }, refresh)}
      />
      <TagsInput
        label="Tags"
        size="xs"
        description="Enter after each"
        maxTags={20}
        maxLength={40}
        value={[...design.tags]}
        onChange={(tags) => label(design, { tags }, refresh)}
      />
    </Group>
  );
}

const FORMATS = [
  ['svg', 'SVG'],
  ['dxf', 'DXF'],
  ['gcode', 'G-code'],
  ['hpgl', 'HPGL'],
  ['csv', 'CSV of points'],
  ['json', 'Gorse document'],
] as const;
const PRINTS = [
  ['one', 'on one large page'],
  ['a4', 'tiled over A4'],
  ['letter', 'tiled over Letter'],
] as const;

function DownloadMenu({ design }: { readonly design: DesignAnswer }) {
  return (
    <Menu position="bottom-end">
      <Menu.Target>
        <Button variant="default" px={4} leftSection={<IconDownload size={16} />}>
          Save or print…
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>Print at true size, as PDF</Menu.Label>
        {PRINTS.map(([paper, words]) => (
          <Menu.Item key={paper} component="a" href={api.designExportAddress(design.id, 'pdf', paper)} download>
            {words}
          </Menu.Item>
        ))}
        <Menu.Label>Save the line</Menu.Label>
        {FORMATS.map(([format, words]) => (
          <Menu.Item key={format} component="a" href={api.designExportAddress(design.id, format)} download>
            {words}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
